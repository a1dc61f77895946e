<script setup lang="ts">
import NumberField from '../../fields/NumberField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import TextField from '../../fields/TextField.vue';
import { type Level, must } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import { accesses, overheads, underfoots } from '../closedFraming.ts';
import LayerList from '../cards/LayerList.vue';
import LengthField from '../../fields/LengthField.vue';

/** The level in hand: its height, what lies over and under it, its joists and floor. */
const session = useSession();
const selection = useSelection();
const level = computed(() => session.opened.levels[selection.level ?? '']);
const set = (changes: Partial<Omit<Level, 'joists'>>, joists?: Partial<Level['joists']>) =>
  session.edit('setLevel', {
    level: must(selection.level, 'the level in hand'),
    changes,
    ...(joists ? { joists } : {}),
  });
</script>

<template>
  <details v-if="level" class="mt-3">
    <summary class="cursor-pointer font-bold">
      Level {{ level.name || selection.level }}: {{ level.above }} above, {{ level.below }} below
    </summary>
    <div class="mt-1 grid grid-cols-3 gap-2">
      <TextField label="Name" :model-value="level.name" @update:model-value="(v) => set({ name: v })" />
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
      <ChoiceField
        label="Above"
        :model-value="level.above"
        :options="overheads"
        @update:model-value="(v) => set({ above: v })"
      />
      <ChoiceField
        v-if="level.above === 'closed'"
        label="Its ceiling: cable may"
        :model-value="level.ceilingAccess"
        :options="accesses"
        @update:model-value="(v) => set({ ceilingAccess: v })"
      />
      <ChoiceField
        label="Below"
        :model-value="level.below"
        :options="underfoots"
        @update:model-value="(v) => set({ below: v })"
      />
      <ChoiceField
        v-if="level.below === 'closed'"
        label="Its floor: cable may"
        :model-value="level.floorAccess"
        :options="accesses"
        @update:model-value="(v) => set({ floorAccess: v })"
      />
      <NumberField
        label="Joists run °"
        :model-value="level.joists.direction"
        @update:model-value="(v) => set({}, { direction: v })"
      />
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
