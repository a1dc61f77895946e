<script setup lang="ts">
import { compareIds, isLengthItem, stockItems, type Stock } from '@fieldchalk/core';
import { computed, onMounted } from 'vue';
import { useRoute } from 'vue-router';
import NumberField from '../../fields/NumberField.vue';
import RemoveKey from '../../fields/RemoveKey.vue';
import { useCompanyStock } from '../../stores/companyStock.ts';
import { useSession } from '../../stores/session.ts';
import { placeWords } from './stockItems.ts';

/** What the company has that no job has taken: what this job can use first, each taken at a press. */
const session = useSession();
const company = useCompanyStock();
const route = useRoute();
const job = computed(() => String(route.params['job']));
onMounted(company.load);
const lines = computed(() => new Map(session.result?.takeoff.lines.map((l) => [l.item, l])));
const names = computed(() => new Map(stockItems(session.opened).map((i) => [i.item, i.name])));
const rows = computed(() =>
  Object.entries(company.stock)
    .map(([id, stock]) => {
      const line = lines.value.get(stock.item);
      const isLength = isLengthItem(stock.item);
      const wanted = line ? line.toBuy : 0;
      return {
        ...{
          id,
          stock,
          isLength,
          name: line?.name ?? names.value.get(stock.item) ?? stock.item,
          isWanted: wanted > 0,
        },
        /** Pieces that are left to buy, at most as many as there are; of lengths all. */
        takes: isLength ? undefined : Math.min(stock.count ?? 0, wanted),
      };
    })
    .sort((a, b) => Number(b.isWanted) - Number(a.isWanted) || compareIds(a.stock.item, b.stock.item)),
);
const set = (id: string, { stock, isLength }: { stock: Stock; isLength: boolean }, amount: number) =>
  company.set(id, isLength ? { ...stock, feet: amount } : { ...stock, count: amount });
const isUnsent = computed(() => session.saving !== 'saved');
</script>

<template>
  <section class="mt-5" aria-label="The company’s stock">
    <h2 class="heading">For all jobs, taken by none yet</h2>
    <p v-if="company.says" role="alert" class="mb-2 border-l-4 border-trouble pl-3">{{ company.says }}</p>
    <p v-if="rows.length === 0" class="text-quiet">
      Nothing is counted. What a job has left over can be given back to here, and the next job takes it.
    </p>
    <ul>
      <li
        v-for="r in rows"
        :key="r.id"
        class="flex flex-wrap items-center gap-2 border-b border-rule py-1"
        :data-company-stock="r.stock.item"
      >
        <span class="min-w-32 flex-1"
          >{{ r.name }} <span class="text-sm text-quiet">{{ placeWords[r.stock.where] }}</span></span
        >
        <NumberField
          class="w-24"
          hide-label
          :label="`${r.name}, ${r.isLength ? 'feet' : 'pieces'} for all jobs`"
          :model-value="(r.isLength ? r.stock.feet : r.stock.count) ?? 0"
          :min="0"
          :max="100000"
          :whole="!r.isLength"
          @update:model-value="(amount) => set(r.id, r, amount)"
        />
        <span class="w-5 text-sm text-quiet">{{ r.isLength ? 'ft' : '' }}</span>
        <button
          class="key"
          type="button"
          :disabled="isUnsent || !r.isWanted"
          :aria-label="`Take ${r.name} for this job`"
          @click="company.take(job, r.id, r.takes)"
        >
          {{ r.isWanted ? (r.takes === undefined ? 'Take it' : `Take ${r.takes}`) : 'not needed here' }}
        </button>
        <RemoveKey :says="`${r.name} is not there any more`" @remove="company.set(r.id, null)" />
      </li>
    </ul>
  </section>
</template>
