<script setup lang="ts">
import { useClipboard } from '@vueuse/core';
import QRCode from 'qrcode';
import { nextTick, onMounted, ref, useTemplateRef, watchEffect } from 'vue';

/** A link that was just made: shown once, as the server keeps only its hash. */
const props = defineProps<{ secret: string; says: string }>();
defineEmits<{ done: [] }>();
const url = () => `${location.origin}/join#${props.secret}`;
const qr = ref('');
/** Until it is drawn its place is kept. */
const blank = 'data:image/gif;base64,R0lGODlhAQABAAAAACH5BAEKAAEALAAAAAABAAEAAAICTAEAOw==';
watchEffect(async () => (qr.value = await QRCode.toDataURL(url(), { margin: 1, width: 176 })));
const shown = useTemplateRef<HTMLElement>('shown');
// It is there only now, so it comes into view.
onMounted(() => nextTick(() => shown.value?.scrollIntoView({ block: 'nearest' })));
const { copy, copied, isSupported } = useClipboard();
</script>

<template>
  <section ref="shown" class="border-l-4 border-chalk bg-chalk-soft p-3" aria-label="New link" data-link>
    <p class="mb-2">{{ says }} It is shown only now.</p>
    <img :src="qr || blank" alt="QR code of the link" class="h-44 w-44 bg-white" width="176" height="176" />
    <a class="mt-1 block break-all text-chalk underline" :href="url()" data-share>{{ url() }}</a>
    <span class="mt-2 flex gap-2">
      <button v-if="isSupported" class="key" type="button" @click="copy(url())">
        {{ copied ? 'Copied' : 'Copy the link' }}
      </button>
      <button class="key" type="button" @click="$emit('done')">Done with it</button>
    </span>
  </section>
</template>
