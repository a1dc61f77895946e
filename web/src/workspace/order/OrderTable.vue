<script setup lang="ts">
import { ArrowDown, ArrowUp } from '@lucide/vue';
import { invented, moneyWords } from '@fieldchalk/core';
import { computed, ref, toRef } from 'vue';
import { useSession } from '../../stores/session.ts';
import LineDetail from './LineDetail.vue';
import { costWords } from './orderList.ts';
import { type OrderRow, quantityWords, toBuyWords } from './orderRows.ts';
import { heads, useOrderTable } from './orderTable.ts';

/** The list as a table: sorted by its heads, grouped, narrowed to what is looked for; a row opens on a press and lights what it comes from. */
const props = defineProps<{
  rows: readonly OrderRow[];
  find: string;
  lit: string | null;
  /** Items that what is chosen in the drawing is part of. */
  chosen: ReadonlySet<string>;
}>();
const emit = defineEmits<{ light: [item: string] }>();
const session = useSession();
const { groups, sortBy, sortedBy } = useOrderTable(toRef(props, 'rows'), toRef(props, 'find'));
const open = ref<ReadonlySet<string>>(new Set());
function press({ id, line }: OrderRow) {
  const next = new Set(open.value);
  if (!next.delete(id)) next.add(id);
  open.value = next;
  if (next.has(id) !== (props.lit === line.item)) emit('light', line.item);
}
/** Of a room’s or a stage’s share nothing is bought by itself. */
const shownHeads = computed(() =>
  heads.filter((h) => h.id !== 'toBuy' || props.rows.some((r) => r.toBuy !== null)),
);
/** New coils of each cable, as the list would buy them. */
const coils = computed(() => {
  const count = new Map<string, number>();
  for (const c of session.result?.takeoff.coils ?? [])
    if (c.from === 'new' && c.cutAs === null) count.set(c.item, (count.get(c.item) ?? 0) + 1);
  return count;
});
const isInvented = (item: string) => session.opened.prices[item]?.on === invented;
const isTail = (item: string) => item.startsWith('tail-');
</script>

<template>
  <table class="w-full border-collapse max-md:block">
    <thead class="sticky top-0 z-10 bg-sheet text-sm max-md:block">
      <tr class="max-md:flex max-md:justify-between">
        <th
          v-for="h in shownHeads"
          :key="h.id"
          class="px-1 py-1 font-normal"
          :class="h.id === 'name' ? 'text-left' : 'text-right'"
          :aria-sort="sortedBy(h.id)"
        >
          <button
            class="inline-flex pointer-fine:min-h-6 items-center gap-1 text-quiet"
            type="button"
            @click="sortBy(h.id)"
          >
            {{ h.says }}
            <ArrowUp v-if="sortedBy(h.id) === 'ascending'" :size="14" aria-hidden="true" />
            <ArrowDown v-else-if="sortedBy(h.id) === 'descending'" :size="14" aria-hidden="true" />
          </button>
        </th>
      </tr>
    </thead>
    <template v-for="g in groups" :key="g.heading">
      <tbody class="max-md:block">
        <tr class="border-b-2 border-ink max-md:flex max-md:items-baseline max-md:justify-between">
          <th class="px-1 pt-4 pb-1 text-left" scope="rowgroup">{{ g.heading }}</th>
          <td class="px-1 pt-4 pb-1 text-right text-sm text-quiet" :colspan="shownHeads.length - 1">
            {{ costWords(g.rows) }}
          </td>
        </tr>
      </tbody>
      <tbody
        v-for="r in g.rows"
        :key="r.id"
        :data-item="r.line.item"
        class="border-b border-rule max-md:block"
        :class="{
          'bg-chalk-soft': lit === r.line.item,
          'border-l-4 border-l-chalk': chosen.has(r.line.item),
        }"
      >
        <tr class="align-baseline max-md:flex max-md:flex-wrap max-md:justify-end max-md:pb-1">
          <td class="px-1 max-md:w-full">
            <button
              class="w-full pointer-fine:min-h-8 py-1 text-left"
              type="button"
              :aria-expanded="open.has(r.id)"
              @click="press(r)"
            >
              {{ r.name }}
            </button>
          </td>
          <td class="px-1 text-right font-bold whitespace-nowrap md:w-24">
            {{ quantityWords(r.quantity, r.line.unit) }}
          </td>
          <td
            v-if="r.toBuy !== null"
            class="flex-1 px-1 text-right whitespace-nowrap md:w-32"
            :class="{ 'text-quiet': r.toBuy === 0 }"
          >
            {{ toBuyWords(r.line, r.toBuy, coils.get(r.line.item) ?? 0) }}
          </td>
          <td class="px-1 text-right whitespace-nowrap max-md:min-w-24 md:w-32">
            <span
              v-if="r.cents === null"
              class="rounded-sm border border-dashed border-trouble px-1 text-sm text-trouble"
              >no price</span
            ><template v-else-if="!isTail(r.line.item)"
              ><span v-if="isInvented(r.line.item)" class="mr-1 text-sm text-quiet">invented</span
              >{{ moneyWords(r.cents) }}</template
            >
          </td>
        </tr>
        <tr v-if="open.has(r.id)" class="max-md:block">
          <td class="px-1 max-md:block" :colspan="shownHeads.length"><LineDetail :line="r.line" /></td>
        </tr>
      </tbody>
    </template>
  </table>
  <p v-if="groups.length === 0 && find !== ''" class="my-4 text-quiet" role="status">
    Nothing on the list has “{{ find }}” in its name.
  </p>
</template>
