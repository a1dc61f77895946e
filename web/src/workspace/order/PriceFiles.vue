<script setup lang="ts">
import type { PriceFile } from '@fieldchalk/core/sheets';
import { computed, ref, shallowRef } from 'vue';
import { usePriceBooks } from '../../stores/priceBooks.ts';
import { useSession } from '../../stores/session.ts';
import { download, xlsxType } from '../../download.ts';

/** The company’s prices out as a file and in from one: all of a file or nothing of it. */
const session = useSession();
const books = usePriceBooks();
const problems = shallowRef<readonly { path: string; message: string }[]>([]);
const file = shallowRef<PriceFile | null>(null);
const name = ref('');
const count = (record: object) => Object.keys(record).length;
const counts = computed(() => {
  if (!file.value) return '';
  const { own, suppliers } = file.value;
  const parts = [
    ...(count(own) > 0 ? [`${count(own)} of our own`] : []),
    ...Object.entries(suppliers).map(([supplier, prices]) => `${count(prices)} of ${supplier}`),
  ];
  return parts.join(', ');
});
async function choose(event: Event) {
  const input = event.target as HTMLInputElement;
  const [chosen] = input.files ?? [];
  if (!chosen) return;
  name.value = chosen.name;
  [problems.value, file.value] = [[], null];
  try {
    const { readPriceFile } = await import('@fieldchalk/core/sheets');
    const read = readPriceFile(new Uint8Array(await chosen.arrayBuffer()));
    if (read.ok) file.value = read.file;
    else problems.value = read.problems;
  } catch {
    problems.value = [
      { path: '(file)', message: 'could not be read; check the connection and choose it again' },
    ];
  }
  input.value = '';
}
async function take() {
  if (!file.value) return;
  await books.take(file.value);
  if (books.says === '') file.value = null;
}
async function save(as: 'csv' | 'xlsx') {
  const { pricesCsv, pricesWorkbook } = await import('@fieldchalk/core/sheets');
  const names = new Map((session.result?.takeoff.lines ?? []).map((l) => [l.item, l.name]));
  if (as === 'csv') download('prices.csv', pricesCsv(books.file, names), 'text/csv');
  else download('prices.xlsx', new Uint8Array(pricesWorkbook(books.file, names)), xlsxType);
}
</script>

<template>
  <div>
    <div class="flex flex-wrap items-center gap-2">
      <label class="key cursor-pointer focus-within:outline-3 focus-within:outline-chalk">
        Read a price file
        <input class="sr-only" type="file" accept=".csv,.xlsx,text/csv" data-price-file @change="choose" />
      </label>
      <button class="key" type="button" @click="save('csv')">Save prices as CSV</button>
      <button class="key" type="button" @click="save('xlsx')">Save as XLSX</button>
      <span class="text-sm text-quiet">{{ count(books.book) }} prices in our book</span>
    </div>
    <p class="mt-1 text-sm text-quiet">
      CSV or XLSX with the columns item and price, and where they are wanted per, of, supplier and on.
    </p>
    <div v-if="problems.length > 0" class="mt-2 border-l-4 border-trouble p-2" role="alert">
      <p class="font-bold">{{ name }}: nothing was taken.</p>
      <ul class="max-h-64 overflow-y-auto text-sm">
        <li v-for="(p, i) in problems" :key="i">
          <b>{{ p.path }}</b> {{ p.message }}
        </li>
      </ul>
    </div>
    <div v-if="file" class="mt-2 flex flex-wrap items-center gap-2 border-l-4 border-chalk p-2" role="status">
      <span>{{ name }}: {{ counts }}</span>
      <button class="key" type="button" @click="take">Take them</button>
      <button class="key" type="button" @click="file = null">Leave them</button>
    </div>
    <p v-if="books.says" class="mt-2 text-trouble" role="alert">{{ books.says }}</p>
  </div>
</template>
