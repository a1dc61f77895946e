<script setup lang="ts">
import CheckField from '../../fields/CheckField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import type { Layer } from '@fieldchalk/core';
import LengthField from '../../fields/LengthField.vue';

/** Layers of a finish, from the framing outwards; their sum is what box faces and heights follow. */
const props = defineProps<{ title: string; layers: readonly Layer[] }>();
const emit = defineEmits<{ change: [layers: Layer[]] }>();
const usual: readonly Layer[] = [
  { name: 'drywall 1/2', thickness: 0.5, combustible: false },
  { name: 'drywall 5/8', thickness: 0.625, combustible: false },
  { name: 'tile on backer', thickness: 0.875, combustible: false },
  { name: 'plywood 1/2', thickness: 0.5, combustible: true },
  { name: 'panelling 3/4', thickness: 0.75, combustible: true },
  { name: 'strapping 3/4', thickness: 0.75, combustible: true },
  { name: 'siding', thickness: 0.625, combustible: true },
  { name: 'wood floor 3/4', thickness: 0.75, combustible: true },
];
const copy = () => props.layers.map((l) => ({ ...l }));
const change = (i: number, changes: Partial<Layer>) =>
  emit(
    'change',
    copy().map((l, k) => (k === i ? { ...l, ...changes } : l)),
  );
function add(i: number) {
  const layer = usual[i];
  if (layer) emit('change', [...copy(), { ...layer }]);
}
</script>

<template>
  <details class="mt-2">
    <summary class="cursor-pointer font-bold">{{ title }}</summary>
    <div
      v-for="(l, i) in layers"
      :key="i"
      class="grid grid-cols-[1fr_6rem_auto_auto] items-center gap-2 py-1"
    >
      <span>{{ l.name }}</span>
      <LengthField
        :label="`Thickness of ${l.name}`"
        hide-label
        :model-value="l.thickness"
        @update:model-value="(thickness) => change(i, { thickness })"
      />
      <CheckField
        class="text-sm"
        label="combustible"
        :model-value="l.combustible"
        @update:model-value="(combustible) => change(i, { combustible })"
      />
      <button
        class="key"
        type="button"
        :aria-label="`Remove ${l.name}`"
        @click="
          emit(
            'change',
            copy().filter((_, k) => k !== i),
          )
        "
      >
        ✕
      </button>
    </div>
    <ChoiceField
      class="mt-1"
      label="Add a layer"
      hide-label
      :model-value="-1"
      :options="[{ value: -1, says: 'add a layer…' }, ...usual.map((l, i) => ({ value: i, says: l.name }))]"
      @update:model-value="add"
    />
  </details>
</template>
