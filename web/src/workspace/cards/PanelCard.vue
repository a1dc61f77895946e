<script setup lang="ts">
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import TextField from '../../fields/TextField.vue';
import { ampsByFeeder, feederGauges, freeSpaces, type Panel } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import LengthField from '../../fields/LengthField.vue';

const session = useSession();
const selection = useSelection();
const id = computed(() => selection.chosenId);
const panel = computed(() => session.opened.panels[id.value]);
const wall = computed(() =>
  session.unrolled?.walls.find((w) => w.wall === panel.value?.on.wall && w.side === panel.value.on.side),
);
const fromLeft = computed(() =>
  panel.value && wall.value ? (panel.value.on.at - wall.value.origin) * wall.value.sign : null,
);
const moveTo = (left: number) =>
  wall.value &&
  session.edit('setPanel', {
    panel: id.value,
    changes: {},
    on: { at: wall.value.origin + left * wall.value.sign },
  });
const set = (changes: Partial<Omit<Panel, 'on'>>) => session.edit('setPanel', { panel: id.value, changes });
const setClear = (changes: Partial<Panel['clear']>) => set({ clear: { ...panel.value?.clear, ...changes } });
function feed(changes: Partial<NonNullable<Panel['feeder']>>) {
  const feeder = panel.value?.feeder;
  if (feeder) set({ feeder: { ...feeder, ...changes } });
}
const sources = [
  { value: 'service', says: 'the service' },
  { value: 'standby', says: 'standby supply' },
];
/** A panel fed from another gets a feeder to be bettered. */
function feedFrom(source: string) {
  const fresh = source in session.opened.panels && !panel.value?.feeder;
  set({ source, ...(fresh ? { feeder: { space: null, amps: 60, gauge: '6' } } : {}) });
}
const coppers = feederGauges.map((g) => ({ value: g, says: `${g}, ${ampsByFeeder[g]} A` }));
const others = computed(() => Object.entries(session.opened.panels).filter(([other]) => other !== id.value));
/** Spaces of the feeding panel where a two-pole breaker fits, with the one it has. */
const feederSpaces = computed(() => {
  const { source = '', feeder = undefined } = panel.value ?? {};
  if (!session.opened.panels[source]) return [];
  const free = freeSpaces(session.opened, source);
  const own = feeder?.space ?? null;
  return [...new Set([...(own === null ? [] : [own]), ...free.filter((s) => free.includes(s + 2))])].sort(
    (a, b) => a - b,
  );
});
</script>

<template>
  <div v-if="panel" class="mb-4 border-b-2 border-ink pb-3" data-card>
    <div class="flex items-start justify-between gap-2">
      <p class="figure">{{ panel.name || 'Panel' }}</p>
      <button class="key" type="button" aria-label="Close" @click="selection.choose(null)">✕</button>
    </div>
    <div class="grid grid-cols-3 gap-2">
      <TextField
        label="Name"
        :model-value="panel.name"
        @update:model-value="(v) => session.edit('setPanel', { panel: id, changes: { name: v } })"
      />
      <NumberField
        label="Amperes"
        :model-value="panel.amps"
        :min="1"
        whole
        @update:model-value="(v) => session.edit('setPanel', { panel: id, changes: { amps: v } })"
      />
      <NumberField
        label="Spaces"
        :model-value="panel.spaces"
        :min="1"
        whole
        @update:model-value="(v) => session.edit('setPanel', { panel: id, changes: { spaces: v } })"
      />
      <LengthField
        v-if="wall && fromLeft !== null"
        :label="`From left, wall ${wall.letter}`"
        :model-value="fromLeft"
        @update:model-value="moveTo"
      />
      <LengthField
        label="Cable from there to the panel"
        :model-value="panel.on.away"
        @update:model-value="(away) => session.edit('setPanel', { panel: id, changes: {}, on: { away } })"
      />
      <ChoiceField
        label="Cable leaves"
        :model-value="panel.on.leaves"
        :options="[
          { value: 'below', says: 'down' },
          { value: 'above', says: 'up' },
        ]"
        @update:model-value="(v) => session.edit('setPanel', { panel: id, changes: {}, on: { leaves: v } })"
      />
    </div>
    <div class="mt-2 grid grid-cols-2 gap-2">
      <ChoiceField
        label="Fed by"
        :model-value="panel.source"
        :options="[...sources, ...others.map(([other, p]) => ({ value: other, says: p.name || other }))]"
        @update:model-value="feedFrom"
      />
      <ChoiceField
        label="Legs"
        :model-value="panel.legs"
        :options="[
          { value: 2, says: 'two, 120/240 V' },
          { value: 1, says: 'one, 120 V' },
        ]"
        @update:model-value="(v) => set({ legs: v })"
      />
      <NumberField
        label="Lowest spaces that take half breakers"
        :model-value="panel.tandems"
        :min="0"
        :max="84"
        whole
        @update:model-value="(v) => set({ tandems: v })"
      />
      <ChoiceField
        label="Where it stands"
        :model-value="panel.place"
        :options="[
          { value: 'auto', says: 'as its wall says' },
          { value: 'clear', says: 'a place that is allowed' },
          { value: 'bathroom', says: 'in a bathroom' },
          { value: 'clothes-closet', says: 'in a clothes closet' },
          { value: 'over-stairs', says: 'over the steps of a stair' },
        ]"
        @update:model-value="(v) => set({ place: v })"
      />
    </div>
    <div v-if="panel.feeder" class="mt-2 grid grid-cols-3 gap-2">
      <ChoiceField
        label="Its feeder in space"
        :model-value="panel.feeder.space"
        :options="[
          { value: null, says: 'none yet' },
          ...feederSpaces.map((s) => ({ value: s, says: `${s} and ${s + 2}` })),
        ]"
        @update:model-value="(space) => feed({ space })"
      />
      <NumberField
        label="Feeder, A"
        :model-value="panel.feeder.amps"
        :min="1"
        :max="400"
        whole
        @update:model-value="(v) => feed({ amps: v })"
      />
      <ChoiceField
        label="Its copper, AWG"
        :model-value="panel.feeder.gauge"
        :options="coppers"
        @update:model-value="(gauge) => feed({ gauge })"
      />
    </div>
    <div class="mt-2 grid grid-cols-3 gap-2">
      <LengthField
        label="Clear in front, wide"
        :model-value="panel.clear.width ?? null"
        @update:model-value="(width) => setClear({ width })"
      />
      <LengthField
        label="deep"
        :model-value="panel.clear.depth ?? null"
        @update:model-value="(depth) => setClear({ depth })"
      />
      <LengthField
        label="high"
        :model-value="panel.clear.height ?? null"
        @update:model-value="(height) => setClear({ height })"
      />
    </div>
    <p class="mt-2 text-sm text-quiet">
      Keep 30 in. wide, 36 in. deep and 78 in. high clear in front of it: NEC 110.26 (from memory).
    </p>
  </div>
</template>
