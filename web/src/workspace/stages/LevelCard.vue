<script setup lang="ts">
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import TextField from '../../fields/TextField.vue';
import { type Level, must } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import { overheads, underfoots } from '../closedFraming.ts';
import HollowChoice from './HollowChoice.vue';
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
      <HollowChoice
        label="Above"
        :has="level.above"
        :options="overheads"
        :is-closed="level.above === 'closed'"
        closed="Closed ceilings"
        :access="level.ceilingAccess"
        @has="(v) => set({ above: v })"
        @access="(v) => set({ ceilingAccess: v })"
      />
      <HollowChoice
        label="Below"
        :has="level.below"
        :options="underfoots"
        :is-closed="level.below === 'closed'"
        closed="Closed floors"
        :access="level.floorAccess"
        @has="(v) => set({ below: v })"
        @access="(v) => set({ floorAccess: v })"
      />
      <ChoiceField
        label="Ground outside"
        :model-value="level.belowGrade ?? null"
        :options="[
          { value: null, says: 'by the levels over it' },
          { value: false, says: 'above grade' },
          { value: true, says: 'below grade' },
        ]"
        @update:model-value="(v) => set({ belowGrade: v ?? undefined })"
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
