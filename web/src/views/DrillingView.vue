<script setup lang="ts">
import { boundaryOfRoom, drillingWords, formatLength, type WallDrilling } from '@fieldchalk/core';
import { computed } from 'vue';
import ChoiceField from '../fields/ChoiceField.vue';
import NothingThere from '../workspace/NothingThere.vue';
import PrintPage from './PrintPage.vue';
import { useRoomAsked } from './roomAsked.ts';

/** The drilling list: wall by wall, which studs at which height with which bit, and where along the plates. */
const { session, room, rooms, names } = useRoomAsked();
const wallsOf = (id: string): string[] => [
  ...new Set(boundaryOfRoom(session.opened, id)?.faces.flatMap((f) => f.wall ?? [])),
];
/** Walls under the first room that sees them, each once; the rest under no room. */
const sections = computed(() => {
  const all = new Map((session.result?.drilling ?? []).map((d) => [d.wall, d]));
  const list: { key: string; title: string; walls: WallDrilling[] }[] = [];
  const asked = room.value === '' ? Object.keys(session.opened.rooms) : [room.value];
  for (const id of asked) {
    const walls = wallsOf(id).flatMap((w) => all.get(w) ?? []);
    for (const w of walls) all.delete(w.wall);
    const { name, use } = session.opened.rooms[id] ?? { name: '', use: '' };
    if (walls.length > 0) list.push({ key: id, title: name || use, walls });
  }
  if (room.value === '' && all.size > 0)
    list.push({ key: '', title: 'Walls of no room', walls: [...all.values()] });
  return list;
});
const totals = computed(() => {
  const bits = new Map<number, number>();
  for (const s of sections.value)
    for (const w of s.walls) for (const l of w.lines) bits.set(l.bit, (bits.get(l.bit) ?? 0) + l.count);
  return [...bits].sort((a, b) => a[0] - b[0]);
});
</script>

<template>
  <PrintPage title="Drilling list">
    <div class="mb-3 flex flex-wrap items-end gap-4">
      <ChoiceField v-model="room" class="w-56 print:hidden" label="Room" :options="rooms" />
      <p v-for="[bit, count] in totals" :key="bit" class="text-lg">
        <b>{{ formatLength(bit) }} bit</b> {{ count }} {{ count === 1 ? 'hole' : 'holes' }}
      </p>
    </div>
    <p class="mb-3 border-l-4 border-trouble pl-2 text-sm">
      Eye protection. No holes in engineered trusses or beams without their maker’s or an engineer’s word.
      Look behind the stud before the bit goes through.
    </p>
    <NothingThere v-if="sections.length === 0" class="text-lg">
      Nothing to drill here. Lay the runs first, or choose another room.
    </NothingThere>
    <div class="gap-10 lg:columns-2 print:columns-2">
      <section v-for="s in sections" :key="s.key" class="mb-5">
        <h2 class="heading">{{ s.title }}</h2>
        <div v-for="w in s.walls" :key="w.wall" class="mb-3 break-inside-avoid" :data-drilling="w.wall">
          <h3 class="font-bold">
            {{ names.wall(w.wall, s.key || undefined) }}
            <span class="font-normal text-quiet">{{ w.count }} {{ w.count === 1 ? 'hole' : 'holes' }}</span>
          </h3>
          <div
            v-for="(l, i) in w.lines.map((line) => ({ ...line, ...drillingWords(line) }))"
            :key="i"
            class="grid grid-cols-[9rem_1fr_auto] items-baseline gap-x-3 border-b border-rule py-1"
          >
            <b>{{ l.what }}</b>
            <span
              ><span class="figure text-xl">{{ l.where }}</span>
              <span class="block text-sm text-quiet">{{ l.also }}</span></span
            >
            <span class="text-right"
              >{{ formatLength(l.bit) }} bit<b v-if="l.count > 1"> × {{ l.count }}</b></span
            >
          </div>
        </div>
      </section>
    </div>
    <p class="text-sm text-quiet">
      Studs are numbered, and distances along plates measured, from the same end of their wall.
    </p>
  </PrintPage>
</template>
