<script setup lang="ts">
import { namesOf, takeoffCsv } from '@fieldchalk/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import ChoiceKeys from '../../fields/ChoiceKeys.vue';
import { useLit } from '../../stores/lit.ts';
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';
import NothingThere from '../NothingThere.vue';
import { download, saveLists } from '../../download.ts';
import ActualPage from './ActualPage.vue';
import MoneyPage from './MoneyPage.vue';
import OrderTable from './OrderTable.vue';
import PriceSources from './PriceSources.vue';
import PricesPage from './PricesPage.vue';
import SchedulePage from './SchedulePage.vue';
import StockList from './StockList.vue';
import { costWords, inventedWords } from './orderList.ts';
import {
  type LaidOutBy,
  layouts,
  type OrderRow,
  rowsByKind,
  rowsBySupplier,
  rowsOf,
  stageWords,
} from './orderRows.ts';

/** What the job takes, at full height: the list, what of it is on hand, and the hours. */
const session = useSession();
const selection = useSelection();
const lit = useLit();
const pages = [
  { value: 'list', says: 'List' },
  { value: 'stock', says: 'On hand' },
  { value: 'prices', says: 'Prices' },
  { value: 'money', says: 'Money' },
  { value: 'days', says: 'Days' },
  { value: 'actual', says: 'Actual' },
] as const;
const [route, router] = [useRoute(), useRouter()];
/** The page of it that is shown stands in the address. */
const page = computed({
  get: () => pages.find((p) => p.value === route.query['page'])?.value ?? 'list',
  set: (value) => void router.replace({ query: { ...route.query, page: value } }),
});
const by = ref<LaidOutBy>('kind');
const find = ref('');
const file = () => session.opened.job.name.replaceAll(/[^\w-]+/g, '-').toLowerCase();
const lines = computed(() => session.result?.takeoff.lines ?? []);
const list = computed(() => (session.result ? takeoffCsv(session.result.takeoff) : ''));

function nameOf(of: string | null): string {
  if (of === null)
    return { kind: '', supplier: '', room: 'In no room', circuit: 'On no circuit', stage: '' }[by.value];
  const names = namesOf(session.drawn);
  switch (by.value) {
    case 'room':
      return names.room(of);
    case 'circuit':
      return `Circuit ${names.circuit(of)}`;
    default:
      return stageWords(of);
  }
}
const rows = shallowRef<readonly OrderRow[]>([]);
watch(
  [lines, by],
  async () => {
    if (!session.result) return;
    const [asked, of] = [by.value, lines.value];
    if (asked === 'kind') return void (rows.value = rowsByKind(of));
    if (asked === 'supplier') return void (rows.value = rowsBySupplier(of, session.drawn.prices));
    const groups = await session.listBy(asked);
    if (by.value === asked && lines.value === of) rows.value = rowsOf(groups, of, nameOf);
  },
  { immediate: true },
);

/** Lines that what is chosen in the drawing is part of. */
const chosen = shallowRef<ReadonlySet<string>>(new Set());
watch(
  [() => selection.chosen, lines],
  async () => {
    const own = selection.chosen;
    const isTold = own !== null && own.kind !== 'stud' && own.kind !== 'corner';
    const items = isTold ? await session.linesOf({ kind: own.kind, id: session.drawnId(own.id) }) : [];
    if (selection.chosen === own) chosen.value = new Set(items);
  },
  { immediate: true },
);
const toBuy = computed(() => lines.value.filter((l) => l.toBuy > 0).length);
</script>

<template>
  <!-- What is there for screen readers alone stays within. -->
  <div class="relative">
    <div class="flex flex-wrap items-center gap-2">
      <ChoiceKeys v-model="page" label="What is shown" :options="pages" />
      <button
        class="key"
        type="button"
        :disabled="!session.result"
        @click="download(`${file()}-list.csv`, list, 'text/csv')"
      >
        List as CSV
      </button>
      <button
        class="key"
        type="button"
        :disabled="!session.result"
        @click="saveLists(`${file()}-lists.xlsx`, session.drawn, session.result)"
      >
        Lists as XLSX
      </button>
      <button
        class="key"
        type="button"
        @click="download(`${file()}.json`, JSON.stringify(session.plan, null, 2), 'application/json')"
      >
        Plan as JSON
      </button>
      <b class="ml-auto" data-cost>{{ costWords(lines) }}{{ inventedWords(lines, session.opened.prices) }}</b>
    </div>

    <template v-if="page === 'list'">
      <PriceSources :lines="lines" />
      <div class="mt-2 flex flex-wrap items-end gap-2">
        <ChoiceKeys v-model="by" label="Laid out" :options="layouts" />
        <input v-model="find" class="field w-40 text-base" aria-label="Find on the list" placeholder="Find" />
        <span v-if="lines.length > 0" class="pb-2 text-sm text-quiet"
          >{{ lines.length }} lines, {{ toBuy }} to buy</span
        >
      </div>
      <NothingThere v-if="lines.length === 0" class="my-6 text-lg">
        The list fills as boxes are placed, circuits assigned and runs laid.
      </NothingThere>
      <OrderTable
        v-else
        :rows="rows"
        :find="find"
        :lit="lit.item"
        :chosen="chosen"
        @light="lit.light($event)"
      />
    </template>
    <StockList v-else-if="page === 'stock'" class="mt-3" />
    <PricesPage v-else-if="page === 'prices'" class="mt-3" />
    <MoneyPage v-else-if="page === 'money'" class="mt-3" />
    <SchedulePage v-else-if="page === 'days'" class="mt-3" />
    <NothingThere v-else-if="!session.result" class="mt-3" />
    <ActualPage v-else class="mt-3" />
  </div>
</template>
