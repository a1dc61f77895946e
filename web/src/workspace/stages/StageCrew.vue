<script setup lang="ts">
import QRCode from 'qrcode';
import { onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import type { Share } from '@fieldchalk/contracts';
import { call } from '../../session/api.ts';
import { useSession } from '../../stores/session.ts';
import LateMarks from './LateMarks.vue';

const session = useSession();
const route = useRoute();
const shares = ref<(Share & { url: string; qr: string })[]>([]);
const says = ref('');
const base = () => `/jobs/${String(route.params['job'])}/shares`;

async function attempt(work: () => Promise<unknown>) {
  says.value = '';
  try {
    await work();
    const list = await call<Share[]>('GET', base());
    shares.value = await Promise.all(
      list.map(async (s) => {
        const url = `${location.origin}/crew/${s.token}`;
        return { ...s, url, qr: await QRCode.toDataURL(url, { margin: 1, width: 176 }) };
      }),
    );
  } catch (error) {
    says.value = (error as Error).message;
  }
}
onMounted(() => attempt(async () => undefined));
watch(
  () => session.sharesChanged,
  () => void attempt(async () => undefined),
);
/** How many things of a kind are done now. */
const done = (kind: string): number =>
  [...session.done].filter(([key, isDone]) => isDone && key.startsWith(`${kind} `)).length;
const ticked = {
  box: 'boxes nailed',
  hole: 'holes drilled',
  pull: 'cables pulled',
  staple: 'cables stapled',
  makeup: 'boxes made up',
} as const;
</script>

<template>
  <div>
    <LateMarks :job="String(route.params['job'])" />
    <button
      class="key key-main w-full justify-center"
      type="button"
      @click="attempt(() => call('POST', base(), { label: 'Crew' }))"
    >
      Make a share link
    </button>
    <p v-if="says" class="mt-2 text-trouble" role="alert">{{ says }}</p>
    <div v-for="s in shares" :key="s.token" class="my-3 border-b border-rule pb-3">
      <img :src="s.qr" :alt="`QR code of the link ${s.url}`" class="bg-white" width="176" height="176" />
      <a class="mt-1 block break-all text-chalk underline" :href="s.url" data-share>{{ s.url }}</a>
      <button class="key mt-2" type="button" @click="attempt(() => call('DELETE', `${base()}/${s.token}`))">
        Withdraw this link
      </button>
    </div>
    <h2 class="heading">Ticked by the crew</h2>
    <div v-for="(label, kind) in ticked" :key="kind" class="row" :data-done="kind">
      <span>{{ label }}</span><b>{{ done(kind) }}</b>
    </div>
  </div>
</template>
