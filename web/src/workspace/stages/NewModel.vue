<script setup lang="ts">
import type { EditArgs } from '@fieldchalk/core';
import { reactive } from 'vue';
import CheckField from '../../fields/CheckField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import LengthField from '../../fields/LengthField.vue';
import NumberField from '../../fields/NumberField.vue';
import TextField from '../../fields/TextField.vue';
import { onceReady } from '../../stores/onceReady.ts';
import { useSession } from '../../stores/session.ts';

/** A box model as it is stamped and measured, for the catalogue of the job. */
const emit = defineEmits<{ done: [] }>();
const session = useSession();
const blank = () => ({
  name: '',
  gangs: 1,
  volume: null as number | null,
  width: 2.25 as number | null,
  height: 3.25 as number | null,
  depth: null as number | null,
  material: 'plastic' as const,
  clamps: 'none' as const,
  mount: 'new-work' as const,
  fanRated: false,
  mostCables: null as number | null,
});
const model = reactive(blank());
const add = onceReady(() => {
  const { volume, width, height, depth, mostCables, ...rest } = model;
  const sizes = { volume, width, height, depth, mostCables };
  const given = Object.fromEntries(
    Object.entries(sizes).filter(([, v]) => v !== null && v !== ('' as never)),
  );
  // What is not typed yet is refused by its name.
  if (!session.edit('addModel', { ...rest, ...given } as EditArgs<'addModel'>)) return;
  Object.assign(model, blank());
  emit('done');
});
</script>

<template>
  <form class="mt-2 grid grid-cols-3 items-end gap-2" @submit.prevent="add">
    <TextField v-model="model.name" class="col-span-3" label="Name" />
    <NumberField v-model="model.gangs" label="Gangs" :min="1" :max="8" whole />
    <NumberField v-model="model.volume" label="Volume, in³" :min="0" />
    <NumberField v-model="model.mostCables" label="Cables at most" :min="1" whole />
    <LengthField v-model="model.width" label="Width" />
    <LengthField v-model="model.height" label="Height" />
    <LengthField v-model="model.depth" label="Depth" />
    <ChoiceField v-model="model.material" label="Of" :options="['plastic', 'metal']" />
    <ChoiceField v-model="model.clamps" label="Clamps" :options="['none', 'internal', 'external']" />
    <ChoiceField
      v-model="model.mount"
      label="For"
      :options="[
        { value: 'new-work', says: 'open walls' },
        { value: 'old-work', says: 'closed walls' },
        { value: 'ceiling', says: 'ceilings' },
      ]"
    />
    <CheckField v-model="model.fanRated" class="col-span-2" label="holds a fan" />
    <button class="key key-main justify-center" type="submit">Add</button>
  </form>
</template>
