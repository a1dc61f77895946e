<script setup lang="ts">
import { changedPrices, editStep, moneyWords, type Price } from '@fieldchalk/core';
import { computed, onMounted } from 'vue';
import { usePriceBooks } from '../../stores/priceBooks.ts';
import { useSession } from '../../stores/session.ts';
import CheapestSplit from './CheapestSplit.vue';
import PriceFiles from './PriceFiles.vue';
import QuotesPanel from './QuotesPanel.vue';
import SupplierList from './SupplierList.vue';

/** What things cost: the company’s book, its suppliers, and what changed since the job was priced. */
const session = useSession();
const books = usePriceBooks();
onMounted(() => books.load());
const names = computed(() => new Map(session.result?.takeoff.lines.map((l) => [l.item, l.name])));
const changed = computed(() =>
  changedPrices(session.opened.prices, books.book, books.file.suppliers).filter((c) =>
    names.value.has(c.item),
  ),
);
const perWords = { ft: ' a foot', in: ' an inch', each: ' each', box: ' a box', coil: ' a coil' } as const;
const words = ({ cents, per, of }: Price) =>
  `${moneyWords(cents)}${perWords[per]}${of === undefined ? '' : ` of ${of}`}`;
function take() {
  const steps = changed.value.map(({ item, now }) => editStep('setPrice', { item, ...now }));
  session.editAll('take prices as they are now', steps);
}
</script>

<template>
  <div>
    <PriceFiles />
    <section v-if="changed.length > 0" aria-label="Changed since the job was priced">
      <h2 class="heading">Changed since the job was priced</h2>
      <div v-for="c in changed" :key="c.item" class="row" :data-changed="c.item">
        <span>{{ names.get(c.item) }}</span>
        <span class="text-right"
          ><s class="text-quiet">{{ words(c.was) }}</s> <b>{{ words(c.now) }}</b></span
        >
      </div>
      <button class="key mt-2" type="button" @click="take">
        Take {{ changed.length === 1 ? 'it as it is' : 'them as they are' }} now
      </button>
    </section>
    <QuotesPanel />
    <SupplierList />
    <CheapestSplit />
  </div>
</template>
