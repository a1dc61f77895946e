<script setup lang="ts">
import { editStep, type Plan, starterPrice, type TakeoffLine } from '@fieldchalk/core';
import { computed, onMounted, shallowRef } from 'vue';
import { useAttempt } from '../../people/attempt.ts';
import { call } from '../../session/api.ts';
import { useSession } from '../../stores/session.ts';
import { pricesFor, pricesToKeep } from './priceSources.ts';

/** Where prices come from besides being typed: the company’s book, and invented ones to begin with; and what of the job’s the book is to keep. */
const props = defineProps<{ lines: readonly TakeoffLine[] }>();
const session = useSession();
const book = shallowRef<Plan['prices']>({});
const { says, attempt } = useAttempt();
onMounted(() =>
  attempt(async () => {
    book.value = await call<Plan['prices']>('GET', '/prices');
  }),
);
const fromBook = computed(() => pricesFor(props.lines, session.opened.prices, (item) => book.value[item]));
const starters = computed(() => pricesFor(props.lines, session.opened.prices, starterPrice));
const toKeep = computed(() => pricesToKeep(session.opened.prices, book.value));
const count = (prices: Plan['prices']) => Object.keys(prices).length;
function take(name: string, prices: Plan['prices']) {
  const steps = Object.entries(prices).map(([item, price]) => editStep('setPrice', { item, ...price }));
  session.editAll(name, steps);
}
const keep = () =>
  attempt(async () => {
    book.value = await call<Plan['prices']>('POST', '/prices/changes', { prices: toKeep.value });
  });
</script>

<template>
  <div class="mt-2 flex flex-wrap items-center gap-2 empty:hidden">
    <button
      v-if="count(fromBook) > 0"
      class="key"
      type="button"
      @click="take('take prices from our book', fromBook)"
    >
      {{ count(fromBook) }} {{ count(fromBook) === 1 ? 'price' : 'prices' }} from our price book
    </button>
    <button
      v-if="count(starters) > 0"
      class="key"
      type="button"
      @click="take('take starter prices', starters)"
    >
      {{ count(starters) }} starter {{ count(starters) === 1 ? 'price' : 'prices' }}, invented
    </button>
    <button v-if="count(toKeep) > 0" class="key" type="button" @click="keep">
      Keep {{ count(toKeep) }} {{ count(toKeep) === 1 ? 'price' : 'prices' }} in our price book
    </button>
    <p v-if="says" class="text-trouble" role="alert">{{ says }}</p>
  </div>
</template>
