<script setup lang="ts">
import ChoiceField from '../../fields/ChoiceField.vue';
import { type Bore, formatLength, hasWay, namesOf } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import LengthField from '../../fields/LengthField.vue';
import CircuitOrder from '../circuits/CircuitOrder.vue';
import RunThrough from './RunThrough.vue';
import RunWays from './RunWays.vue';

const session = useSession();
const names = computed(() => namesOf(session.opened));
const selection = useSelection();
const id = computed(() => selection.chosenId);
const run = computed(() => session.opened.runs[id.value]);
type Laid = NonNullable<typeof session.result>['runs'][string];
/** As it lies; of a cable that has just taken another's place, as that lay until it is worked out. */
const laid = computed<Laid | undefined>(
  (before) => session.result?.runs[id.value] ?? (session.answered === session.plan ? undefined : before),
);
const title = computed(() =>
  run.value ? `${names.value.end(run.value.from)} → ${names.value.end(run.value.to)}` : '',
);
const isOrdered = computed(() => (session.result?.circuits[run.value?.circuit ?? '']?.drops.length ?? 0) > 0);
const circuit = computed(() => session.opened.circuits[run.value?.circuit ?? '']);
/** Where a hole is, as it is marked: a stud by its number and height, a plate by how far along its wall. */
function placeOfHole(b: Bore): string {
  if (b.role === 'top-plate' || b.role === 'bottom-plate')
    return `${b.role === 'top-plate' ? 'top' : 'bottom'} plate, ${formatLength(b.at)} along`;
  const upright = b.number === null ? b.role : `stud ${b.number}`;
  return `${upright}, ${formatLength(b.z)} up`;
}
/** What there is to know of a hole besides its place. */
function holeWords(b: Bore): string {
  const parts = [
    `${formatLength(b.diameter)} hole${b.isThere ? ' that is there' : ''}`,
    `${formatLength(b.edge)} of wood left`,
    ...(b.cables > 1 ? [`${b.cables} cables`] : []),
    ...(b.plates > 0 ? [`${b.plates} ${b.plates === 1 ? 'plate' : 'plates'}`] : []),
    ...(b.avoids === null ? [] : [`clear of ${names.value.end(b.avoids)}`]),
  ];
  return parts.join(', ');
}
/** The slots it takes in the boxes at its ends. */
const entries = computed(() =>
  [run.value?.from, run.value?.to].flatMap((box) => {
    const entry = session.result?.makeup[box ?? '']?.entries.find((e) => e.run === id.value);
    if (!box || !entry) return [];
    return [
      { box, says: entry.slot === null ? 'no slot left' : `${entry.side}, slot ${entry.slot} from the left` },
    ];
  }),
);
const smallestEdge = computed(() => Math.min(...(laid.value?.bores.map((b) => b.edge) ?? [])));
</script>

<template>
  <div v-if="run && laid" class="mb-4 border-b-2 border-ink pb-3" data-card>
    <div class="flex items-start justify-between gap-2">
      <p class="text-quiet">{{ title }} · {{ laid.cable }} · {{ circuit?.name ?? 'no circuit' }}</p>
      <button class="key" type="button" aria-label="Close" @click="selection.choose(null)">✕</button>
    </div>
    <p v-if="hasWay(laid)">
      <span class="figure">{{ formatLength(laid.length.told) }}</span> to cut
    </p>
    <p v-else class="text-trouble">It finds no way: nothing is cut for it yet.</p>
    <div v-for="l in session.result?.labels.filter((x) => x.run === id)" :key="l.end" class="row">
      <span>Label at {{ names.end(l.end) }}</span
      ><b>{{ l.text }}</b>
    </div>
    <div v-for="e in entries" :key="e.box" class="row">
      <span>Into {{ names.end(e.box) }}</span
      ><b>{{ e.says }}</b>
    </div>
    <div class="row">
      <span>Along the run</span><b>{{ formatLength(laid.length.path) }}</b>
    </div>
    <div class="row">
      <span>Service loops</span><b>{{ formatLength(laid.length.loops) }}</b>
    </div>
    <div class="row">
      <span>Free ends</span><b>{{ formatLength(laid.length.ends) }}</b>
    </div>
    <div class="row">
      <span>Margin</span><b>{{ formatLength(laid.length.margin) }}</b>
    </div>
    <details>
      <summary class="row cursor-pointer">
        <span>Holes, {{ laid.bores.filter((b) => b.plate).length }} with a nail plate</span
        ><b>{{ laid.bores.length }}</b>
      </summary>
      <div v-for="b in laid.bores" :key="b.hole" class="row pl-4 text-sm">
        <span>{{ placeOfHole(b) }}</span><span>{{ holeWords(b) }}</span>
      </div>
      <p v-if="laid.bores.length > 0" class="text-sm text-quiet">
        Least wood left {{ formatLength(smallestEdge) }}. NEC 300.4 asks 1¼″ or a steel plate (from memory).
      </p>
    </details>
    <details>
      <summary class="row cursor-pointer">
        <span>Staples</span><b>{{ laid.staples }}</b>
      </summary>
      <p class="pl-4 text-sm">
        At {{ laid.stapled.map((s) => formatLength(s.along)).join(', ') || 'no place' }} along the cable.
        Bored framing holds the rest.
      </p>
    </details>
    <div v-for="g in laid.grooves" :key="g.wall" class="row">
      <span>Groove in foam block, {{ g.wedges }} wedges{{ g.guarded ? ', steel along it' : '' }}</span
      ><b>{{ formatLength(g.inches) }}</b>
    </div>
    <div v-for="g in laid.guarded" :key="g.wall" class="row">
      <span>In furring, steel along it</span><b>{{ formatLength(g.inches) }}</b>
    </div>
    <p v-for="(c, i) in laid.ceilings" :key="i" class="my-2 border-l-4 border-chalk p-2">
      Across a closed {{ c.of }} past {{ c.joists }} joists: fished {{ c.fishMinutes }} min, a strip opened
      {{ c.openMinutes }} min. Which of the two is said where the level or the room is walked.
    </p>
    <div v-for="c in laid.closed" :key="c.wall" class="my-2 border-l-4 border-chalk p-2">
      Past {{ c.studs }} studs of a closed wall: fished {{ c.fishMinutes }} min, a strip opened
      {{ c.openMinutes }} min.
      <div class="mt-1 flex gap-2">
        <button
          v-for="how in ['fish', 'open'] as const"
          :key="how"
          class="key"
          type="button"
          :aria-pressed="c.how === how"
          :class="{ 'key-main': c.how === how }"
          @click="session.edit('setWalls', { walls: [c.wall], changes: { access: how } })"
        >
          {{ how === 'fish' ? 'Fish it' : 'Open a strip' }}
        </button>
      </div>
      <p class="text-sm text-quiet">Asbestos or lead in old finishes: stop and test before cutting.</p>
    </div>
    <RunWays :run="id" />
    <ChoiceField
      class="mt-2"
      label="Way"
      :model-value="run.way"
      :options="[
        { value: 'auto', says: 'cheapest' },
        { value: 'wall', says: 'stay in the wall' },
        { value: 'over', says: 'over the plates' },
        { value: 'under', says: 'under the floor' },
        { value: 'surface', says: 'on the surface' },
      ]"
      @update:model-value="(v) => session.edit('setRunWay', { run: id, way: v })"
    />
    <RunThrough v-if="laid.length.path > 0" :run="id" />
    <LengthField
      v-if="circuit && laid.length.path > 0"
      class="mt-2"
      :label="`Splice box so far from ${names.end(run.from)}, of ${formatLength(laid.length.path)}`"
      :model-value="null"
      @update:model-value="(v) => session.edit('spliceRun', { run: id, along: v })"
    />
    <details v-if="run.circuit && isOrdered" class="my-2">
      <summary class="row cursor-pointer"><span>Order of this circuit</span><b>by hand</b></summary>
      <CircuitOrder :circuit="run.circuit" />
    </details>
    <button
      class="key mt-2 w-full justify-center"
      type="button"
      :aria-pressed="run.pinned"
      @click="session.edit('pinRuns', { runs: [id], pinned: !run.pinned })"
    >
      {{ run.pinned ? 'Pinned: let it go' : 'Pin it as it is' }}
    </button>
  </div>
</template>
