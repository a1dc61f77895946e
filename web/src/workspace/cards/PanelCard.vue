<script setup lang="ts">
import { computed } from 'vue';
import { useJob } from '../../stores/job.ts';
import LengthField from '../LengthField.vue';

const job = useJob();
const id = computed(() => job.selection!.id);
const panel = computed(() => job.plan!.panels[id.value]);
const wall = computed(() =>
  job.unrolled?.walls.find((w) => w.wall === panel.value?.on.wall && w.side === panel.value.on.side),
);
const fromLeft = computed(() =>
  panel.value && wall.value ? (panel.value.on.at - wall.value.origin) * wall.value.sign : null,
);
const moveTo = (left: number) =>
  wall.value &&
  job.edit('setPanel', {
    panel: id.value,
    changes: {},
    on: { at: wall.value.origin + left * wall.value.sign },
  });
const value = (event: Event) => (event.target as HTMLInputElement).value;
const count = (event: Event) => Number(value(event));
</script>

<template>
  <div v-if="panel" class="mb-4 border-b-2 border-ink pb-3" data-card>
    <div class="flex items-start justify-between gap-2">
      <p class="figure">{{ panel.name || 'Panel' }}</p>
      <button class="key" type="button" aria-label="Close" @click="job.choose(null)">✕</button>
    </div>
    <div class="grid grid-cols-3 gap-2">
      <label class="text-sm text-quiet"
        >Name<input
          class="field text-base"
          maxlength="200"
          :value="panel.name"
          @change="job.edit('setPanel', { panel: id, changes: { name: value($event) } })"
      /></label>
      <label class="text-sm text-quiet"
        >Amperes<input
          class="field text-base"
          type="number"
          min="1"
          :value="panel.amps"
          @change="job.edit('setPanel', { panel: id, changes: { amps: count($event) } })"
      /></label>
      <label class="text-sm text-quiet"
        >Spaces<input
          class="field text-base"
          type="number"
          min="1"
          :value="panel.spaces"
          @change="job.edit('setPanel', { panel: id, changes: { spaces: count($event) } })"
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
        @update:model-value="(away) => job.edit('setPanel', { panel: id, changes: {}, on: { away } })"
      />
      <label class="text-sm text-quiet"
        >Cable leaves<select
          class="field text-base"
          :value="panel.on.leaves"
          @change="job.edit('setPanel', { panel: id, changes: {}, on: { leaves: value($event) as 'below' } })"
        >
          <option value="below">down</option>
          <option value="above">up</option>
        </select></label
      >
    </div>
    <p class="mt-2 text-sm text-quiet">
      Keep 30 in. wide, 36 in. deep and 78 in. high clear in front of it: NEC 110.26 (from memory).
    </p>
  </div>
</template>
