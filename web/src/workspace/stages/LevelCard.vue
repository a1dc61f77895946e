<script setup lang="ts">
import type { Level } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import LayerList from '../cards/LayerList.vue';
import LengthField from '../LengthField.vue';

/** The level in hand: its height, what lies over and under it, its joists and floor. */
const session = useSession();
const selection = useSelection();
const level = computed(() => session.opened.levels[selection.level ?? '']);
const set = (changes: Partial<Omit<Level, 'joists'>>, joists?: Partial<Level['joists']>) =>
  session.edit('setLevel', { level: selection.level!, changes, ...(joists ? { joists } : {}) });
const text = (event: Event) => (event.target as HTMLSelectElement).value;
</script>

<template>
  <details v-if="level" class="mt-3">
    <summary class="cursor-pointer font-bold">
      Level {{ level.name || selection.level }}: {{ level.above }} above, {{ level.below }} below
    </summary>
    <div class="mt-1 grid grid-cols-3 gap-2">
      <label class="text-sm text-quiet"
        >Name<input
          v-shown="level.name"
          class="field text-base"
          maxlength="200"
          @change="set({ name: text($event) })"
      /></label>
      <LengthField
        label="Ceiling"
        :model-value="level.ceiling"
        @update:model-value="(ceiling) => set({ ceiling })"
      />
      <LengthField
        label="Floor finish"
        :model-value="level.floorFinish"
        @update:model-value="(floorFinish) => set({ floorFinish, floorLayers: [] })"
      />
      <label class="text-sm text-quiet"
        >Above<select
          class="field text-base"
          :value="level.above"
          @change="set({ above: text($event) as 'attic' })"
        >
          <option value="attic">attic</option>
          <option value="joists">joists</option>
          <option value="truss">trusses</option>
          <option value="closed">closed ceiling</option>
        </select></label
      >
      <label class="text-sm text-quiet"
        >Below<select
          class="field text-base"
          :value="level.below"
          @change="set({ below: text($event) as 'crawl' })"
        >
          <option value="crawl">crawl space</option>
          <option value="basement">basement</option>
          <option value="slab">slab</option>
          <option value="joists">joists</option>
        </select></label
      >
      <label class="text-sm text-quiet"
        >Joists run °<input
          v-shown="level.joists.direction"
          class="field text-base"
          type="number"
          step="any"
          @change="set({}, { direction: Number(text($event)) })"
      /></label>
      <LengthField
        label="Joist spacing"
        :model-value="level.joists.spacing"
        @update:model-value="(spacing) => set({}, { spacing })"
      />
      <LengthField
        label="Joist depth"
        :model-value="level.joists.depth"
        @update:model-value="(depth) => set({}, { depth })"
      />
    </div>
    <LayerList
      title="Floor layers"
      :layers="level.floorLayers"
      @change="(floorLayers) => set({ floorLayers })"
    />
    <LayerList
      title="Ceiling layers"
      :layers="level.ceilingLayers"
      @change="(ceilingLayers) => set({ ceilingLayers })"
    />
    <button class="key mt-2" type="button" @click="session.edit('addLevel', { name: 'Upper' })">
      Add a level above
    </button>
  </details>
</template>
