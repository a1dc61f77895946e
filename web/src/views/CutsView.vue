<script setup lang="ts">
import { cables, type CutToPull, entryOf, formatLength } from '@fieldchalk/core';
import { computed } from 'vue';
import ChoiceField from '../fields/ChoiceField.vue';
import { jacketColours } from '../workspace/ribbon/jackets.ts';
import NothingThere from '../workspace/NothingThere.vue';
import PrintPage from './PrintPage.vue';
import { useRoomAsked } from './roomAsked.ts';

/** The cut list: every cable in the order it is pulled, how long it is cut, where it starts, and what is written on both ends. */
const { session, room, rooms, names } = useRoomAsked();
const cuts = computed(() =>
  (session.result?.cuts ?? []).filter((c) => room.value === '' || c.rooms.includes(room.value)),
);
/** Cuts in their order, with their number in it, by circuit. */
const sections = computed(() => {
  const list: { key: string; title: string; cuts: { number: number; cut: CutToPull }[] }[] = [];
  cuts.value.forEach((cut, i) => {
    const key = cut.circuit ?? '';
    const open = list.at(-1);
    const section = open?.key === key ? open : { key, title: titleOf(cut.circuit), cuts: [] };
    if (section !== open) list.push(section);
    section.cuts.push({ number: i + 1, cut });
  });
  return list;
});
const titleOf = (circuit: string | null) =>
  circuit === null ? 'Data and what is on no circuit' : session.opened.circuits[circuit]?.name || circuit;
const totals = computed(() => {
  const sums = new Map<string, { inches: number; count: number }>();
  for (const { cable, cut } of cuts.value) {
    const sum = sums.get(cable) ?? { inches: 0, count: 0 };
    sums.set(cable, { inches: sum.inches + cut, count: sum.count + 1 });
  }
  return [...sums];
});
const colourOf = (cable: string) => jacketColours[entryOf(cables, cable).jacket];
</script>

<template>
  <PrintPage title="Cut list">
    <div class="mb-3 flex flex-wrap items-end gap-4">
      <ChoiceField v-model="room" class="w-56 print:hidden" label="Room" :options="rooms" />
      <p v-for="[cable, t] in totals" :key="cable" class="text-lg">
        <b>{{ cable }}</b> {{ t.count }} {{ t.count === 1 ? 'cut' : 'cuts' }}, {{ formatLength(t.inches) }}
      </p>
    </div>
    <NothingThere v-if="cuts.length === 0" class="text-lg">
      No cable here yet. Lay the runs first, or choose another room.
    </NothingThere>
    <div class="gap-10 lg:columns-2 print:columns-2">
      <section v-for="s in sections" :key="s.key + s.cuts[0]?.cut.run" class="mb-5 break-inside-avoid">
        <h2 class="heading">{{ s.title }}</h2>
        <ol>
          <li
            v-for="{ number, cut } in s.cuts"
            :key="cut.run"
            class="grid grid-cols-[2.5rem_7rem_1fr] items-baseline gap-x-3 border-b border-rule py-1.5"
            :data-cut="cut.run"
          >
            <span class="text-quiet">{{ session.done.get(`pull ${cut.run}`) ? '✓' : number }}</span>
            <span>
              <span class="figure text-2xl">{{ formatLength(cut.cut) }}</span>
              <span class="block whitespace-nowrap text-sm">
                <span
                  class="mr-1 inline-block h-3 w-5 rounded-full border border-ink align-middle"
                  :style="{ background: colourOf(cut.cable) }"
                ></span
                >{{ cut.cable }}
              </span>
            </span>
            <span class="min-w-0">
              from <b>{{ names.end(cut.from) }}</b> to <b>{{ names.end(cut.to) }}</b>
              <span v-if="cut.labels[0]" class="block text-sm"
                >here “{{ cut.labels[0] }}”, there “{{ cut.labels[1] }}”</span
              >
            </span>
          </li>
        </ol>
      </section>
    </div>
    <p class="text-sm text-quiet">
      Lengths have their loops, free ends and panel tails in them. Measure the first of each kind in place
      before cutting the rest.
    </p>
  </PrintPage>
</template>
