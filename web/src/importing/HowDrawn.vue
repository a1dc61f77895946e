<script setup lang="ts">
import { formatLength } from '@fieldchalk/core';
import type { DrawingUnderstood } from '@fieldchalk/core/import';
import CheckField from '../fields/CheckField.vue';
import ChoiceField from '../fields/ChoiceField.vue';
import type { DrawingSaid } from './importFile.ts';

/** How a drawing was taken to be drawn, to be said otherwise: its unit, what shows walls, what a gap in one is, and on which layers they are. */
const props = defineProps<{
  understood: DrawingUnderstood;
  /** Whether nothing could be read that way, so that it must be said otherwise. */
  isOpen: boolean;
}>();
const emit = defineEmits<{ say: [said: DrawingSaid] }>();
const units = ['inches', 'feet', 'millimetres', 'centimetres', 'metres'] as const;
function setLayer(name: string, on: boolean) {
  const layers = props.understood.layers.filter((l) => (l.name === name ? on : l.walls)).map((l) => l.name);
  if (layers.length > 0) emit('say', { layers });
}
</script>

<template>
  <fieldset class="mt-3 border border-rule bg-sheet p-3">
    <legend class="px-1 font-bold">How it is drawn</legend>
    <div class="flex flex-wrap items-end gap-3">
      <label class="text-sm text-quiet"
        >The drawing’s unit<select
          class="field text-base"
          :value="understood.scale.unit ?? ''"
          @change="emit('say', { unit: ($event.target as HTMLSelectElement).value })"
        >
          <option v-if="!understood.scale.unit" value="">
            {{ formatLength(understood.scale.inchesPerUnit) }} a unit
          </option>
          <option v-for="u in units" :key="u">{{ u }}</option>
        </select></label
      >
      <ChoiceField
        label="A wall is drawn as"
        :model-value="understood.drawn.walls"
        :options="[
          { value: 'pairs', says: 'two lines, its faces' },
          { value: 'single', says: 'one line, its middle' },
        ]"
        @update:model-value="(walls) => emit('say', { walls })"
      />
      <ChoiceField
        label="A gap in a wall with nothing in it is"
        :model-value="understood.drawn.gaps"
        :options="[
          { value: 'doors', says: 'a doorway' },
          { value: 'open', says: 'where the wall ends' },
        ]"
        @update:model-value="(gaps) => emit('say', { gaps })"
      />
      <span v-if="understood.drawn.plainGaps > 0" class="pb-2 text-quiet" data-plain-gaps
        >{{ understood.drawn.plainGaps }} of them</span
      >
    </div>
    <details class="mt-2" :open="isOpen">
      <summary class="cursor-pointer font-bold">Layers that hold the walls</summary>
      <div v-for="l in understood.layers" :key="l.name" class="row">
        <CheckField
          :label="l.name"
          :model-value="l.walls"
          @update:model-value="(walls) => setLayer(l.name, walls)"
        />
        <span class="text-quiet">{{ l.lines }} lines</span>
      </div>
    </details>
  </fieldset>
</template>
