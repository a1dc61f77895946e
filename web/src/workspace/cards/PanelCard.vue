<script setup lang="ts">
import { ampsByFeeder, freeSpaces, type Panel } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import LengthField from '../LengthField.vue';

const session = useSession();
const selection = useSelection();
const id = computed(() => selection.chosen!.id);
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
const value = (event: Event) => (event.target as HTMLInputElement).value;
const count = (event: Event) => Number(value(event));
const set = (changes: Partial<Omit<Panel, 'on'>>) => session.edit('setPanel', { panel: id.value, changes });
const feed = (changes: Partial<NonNullable<Panel['feeder']>>) =>
  set({ feeder: { ...panel.value!.feeder!, ...changes } });
const others = computed(() => Object.entries(session.opened.panels).filter(([other]) => other !== id.value));
/** Spaces of the feeding panel where a two-pole breaker fits, with the one it has. */
const feederSpaces = computed(() => {
  const { source, feeder } = panel.value!;
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
      <label class="text-sm text-quiet"
        >Name<input
          v-shown="panel.name"
          class="field text-base"
          maxlength="200"
          @change="session.edit('setPanel', { panel: id, changes: { name: value($event) } })"
      /></label>
      <label class="text-sm text-quiet"
        >Amperes<input
          v-shown="panel.amps"
          class="field text-base"
          type="number"
          min="1"
          @change="session.edit('setPanel', { panel: id, changes: { amps: count($event) } })"
      /></label>
      <label class="text-sm text-quiet"
        >Spaces<input
          v-shown="panel.spaces"
          class="field text-base"
          type="number"
          min="1"
          @change="session.edit('setPanel', { panel: id, changes: { spaces: count($event) } })"
      /></label>
      <LengthField
        v-if="fromLeft !== null"
        :label="`From left, wall ${wall!.letter}`"
        :model-value="fromLeft"
        @update:model-value="moveTo"
      />
      <LengthField
        label="Then away"
        :model-value="panel.on.away"
        @update:model-value="(away) => session.edit('setPanel', { panel: id, changes: {}, on: { away } })"
      />
      <label class="text-sm text-quiet"
        >Cable leaves<select
          class="field text-base"
          :value="panel.on.leaves"
          @change="
            session.edit('setPanel', { panel: id, changes: {}, on: { leaves: value($event) as 'below' } })
          "
        >
          <option value="below">down</option>
          <option value="above">up</option>
        </select></label
      >
    </div>
    <div class="mt-2 grid grid-cols-2 gap-2">
      <label class="text-sm text-quiet"
        >Fed by<select
          class="field text-base"
          :value="panel.source"
          @change="
            set({
              source: value($event),
              ...(value($event) in session.opened.panels && !panel.feeder
                ? { feeder: { space: null, amps: 60, gauge: '6' } }
                : {}),
            })
          "
        >
          <option value="service">the service</option>
          <option value="standby">standby supply</option>
          <option v-for="[other, p] in others" :key="other" :value="other">{{ p.name || other }}</option>
        </select></label
      >
      <label class="text-sm text-quiet"
        >Legs<select class="field text-base" :value="panel.legs" @change="set({ legs: count($event) as 1 })">
          <option :value="2">two, 120/240 V</option>
          <option :value="1">one, 120 V</option>
        </select></label
      >
      <label class="text-sm text-quiet"
        >Lowest spaces that take half breakers<input
          v-shown="panel.tandems"
          class="field text-base"
          type="number"
          min="0"
          max="84"
          @change="set({ tandems: count($event) })"
      /></label>
      <label class="text-sm text-quiet"
        >Where it stands<select
          class="field text-base"
          :value="panel.place"
          @change="set({ place: value($event) as 'auto' })"
        >
          <option value="auto">as its wall says</option>
          <option value="clear">a place that is allowed</option>
          <option value="bathroom">in a bathroom</option>
          <option value="clothes-closet">in a clothes closet</option>
          <option value="over-stairs">over the steps of a stair</option>
        </select></label
      >
    </div>
    <div v-if="panel.feeder" class="mt-2 grid grid-cols-3 gap-2">
      <label class="text-sm text-quiet"
        >Its feeder in space<select
          class="field text-base"
          :value="panel.feeder.space ?? ''"
          @change="feed({ space: value($event) === '' ? null : count($event) })"
        >
          <option value="">none yet</option>
          <option v-for="s in feederSpaces" :key="s" :value="s">{{ s }} and {{ s + 2 }}</option>
        </select></label
      >
      <label class="text-sm text-quiet"
        >Feeder, A<input
          v-shown="panel.feeder.amps"
          class="field text-base"
          type="number"
          min="1"
          max="400"
          @change="feed({ amps: count($event) })"
      /></label>
      <label class="text-sm text-quiet"
        >Its copper, AWG<select
          class="field text-base"
          :value="panel.feeder.gauge"
          @change="feed({ gauge: value($event) as '6' })"
        >
          <option v-for="(amps, g) in ampsByFeeder" :key="g" :value="g">{{ g }}, {{ amps }} A</option>
        </select></label
      >
    </div>
    <div class="mt-2 grid grid-cols-3 gap-2">
      <LengthField
        label="Clear in front, wide"
        :model-value="panel.clear.width ?? null"
        @update:model-value="(width) => set({ clear: { ...panel!.clear, width } })"
      />
      <LengthField
        label="deep"
        :model-value="panel.clear.depth ?? null"
        @update:model-value="(depth) => set({ clear: { ...panel!.clear, depth } })"
      />
      <LengthField
        label="high"
        :model-value="panel.clear.height ?? null"
        @update:model-value="(height) => set({ clear: { ...panel!.clear, height } })"
      />
    </div>
    <p class="mt-2 text-sm text-quiet">
      Keep 30 in. wide, 36 in. deep and 78 in. high clear in front of it: NEC 110.26 (from memory).
    </p>
  </div>
</template>
