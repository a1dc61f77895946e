<script setup lang="ts">
import type { Agreement } from '@fieldchalk/contracts';
import { offerTitle, priceWords } from '@fieldchalk/core';
import { nextTick, ref } from 'vue';

/** What was agreed with the customer, newest first; the newest can be taken back, once it is asked about. */
defineProps<{ agreements: readonly Agreement[]; isBusy: boolean }>();
const emit = defineEmits<{ show: [number: number]; takeBack: [number: number] }>();
const isAsked = ref(false);
const list = ref<HTMLElement | null>(null);
/** The keys change places, and the focus goes along. */
async function ask(is: boolean) {
  isAsked.value = is;
  await nextTick();
  list.value?.querySelector<HTMLElement>('[data-keeps]')?.focus();
}
function takeBack(number: number) {
  isAsked.value = false;
  emit('takeBack', number);
}
</script>

<template>
  <section aria-label="Agreed">
    <h3 class="heading">Agreed</h3>
    <ul ref="list">
      <li
        v-for="(a, i) in agreements"
        :key="a.number"
        class="flex flex-wrap items-center gap-2 border-b border-rule py-1"
      >
        <span class="min-w-40 flex-1">
          <b>{{ offerTitle(a.number) }}</b> · {{ a.day }} · <b>{{ priceWords(a.cents) }}</b>
          <span class="block text-sm text-quiet">{{ [a.signer, ...a.taken].join('; ') }}</span>
        </span>
        <button class="key" type="button" :disabled="isBusy" @click="emit('show', a.number)">Show</button>
        <template v-if="i === 0">
          <p v-if="isAsked" class="flex w-full flex-wrap items-center gap-2 text-sm">
            <span class="min-w-40 flex-1">It was not agreed? Its page is gone then.</span>
            <button class="key" type="button" @click="takeBack(a.number)">It was not agreed</button>
            <button class="key" type="button" data-keeps @click="ask(false)">Keep it</button>
          </p>
          <button v-else class="key" type="button" :disabled="isBusy" data-keeps @click="ask(true)">
            Take back…
          </button>
        </template>
      </li>
    </ul>
  </section>
</template>
