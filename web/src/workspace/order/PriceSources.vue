<script setup lang="ts">
import { editStep, type Plan, starterPrice, type TakeoffLine } from '@fieldchalk/core';
import { computed, onMounted } from 'vue';
import { usePriceBooks } from '../../stores/priceBooks.ts';
import { useSession } from '../../stores/session.ts';
import { pricesFor, pricesToKeep } from './priceSources.ts';

/** Where prices come from besides being typed: the company’s book, and invented ones to begin with; and what of the job’s the book is to keep. Where prices are for a customer, only the book. */
const props = defineProps<{ lines: readonly Pick<TakeoffLine, 'item' | 'cents'>[]; bookOnly?: boolean }>();
const session = useSession();
const books = usePriceBooks();
onMounted(() => books.load());
const fromBook = computed(() => pricesFor(props.lines, session.opened.prices, (item) => books.book[item]));
const starters = computed(() => pricesFor(props.lines, session.opened.prices, starterPrice));
const toKeep = computed(() => pricesToKeep(session.opened.prices, books.book));
const count = (prices: Plan['prices']) => Object.keys(prices).length;
function take(name: string, prices: Plan['prices']) {
  const steps = Object.entries(prices).map(([item, price]) => editStep('setPrice', { item, ...price }));
  session.editAll(name, steps);
}
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
      v-if="count(starters) > 0 && !bookOnly"
      class="key"
      type="button"
      @click="take('take starter prices', starters)"
    >
      {{ count(starters) }} starter {{ count(starters) === 1 ? 'price' : 'prices' }}, invented
    </button>
    <button v-if="count(toKeep) > 0 && !bookOnly" class="key" type="button" @click="books.setPrices(toKeep)">
      Keep {{ count(toKeep) }} {{ count(toKeep) === 1 ? 'price' : 'prices' }} in our price book
    </button>
    <p v-if="books.says" class="text-trouble" role="alert">{{ books.says }}</p>
  </div>
</template>
