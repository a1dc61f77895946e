<script setup lang="ts">
import CheckField from '../../fields/CheckField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import TextField from '../../fields/TextField.vue';
import { boxModels, catalogueOf, type EditArgs } from '@fieldchalk/core';
import { computed, reactive, ref } from 'vue';
import { useSession } from '../../stores/session.ts';
import LengthField from '../../fields/LengthField.vue';

/** The models boxes are chosen from. Anyone can add one as it is stamped and measured. */
const session = useSession();
const catalogue = computed(() => Object.entries(catalogueOf(session.opened)));
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
const adding = ref(false);
function add() {
  const { volume, width, height, depth, mostCables, ...rest } = model;
  const sizes = { volume, width, height, depth, mostCables };
  const given = Object.fromEntries(
    Object.entries(sizes).filter(([, v]) => v !== null && v !== ('' as never)),
  );
  // What is not typed yet is refused by its name.
  if (!session.edit('addModel', { ...rest, ...given } as EditArgs<'addModel'>)) return;
  Object.assign(model, blank());
  adding.value = false;
}
</script>

<template>
  <details data-catalogue>
    <summary class="heading cursor-pointer">
      Box catalogue <span class="text-sm font-normal text-quiet">{{ catalogue.length }} models</span>
    </summary>
    <div v-for="[id, m] in catalogue" :key="id" class="row text-sm">
      <span
        >{{ m.name }}<template v-if="m.fanRated"> · fan</template
        ><template v-if="m.mostCables"> · {{ m.mostCables }} cable</template
        ><template v-if="m.byHand"> · by hand only</template></span
      >
      <span class="flex items-center gap-2"
        >{{ m.volume ? `${m.volume} in³` : 'open' }}, {{ m.depth }} deep<button
          v-if="!(id in boxModels)"
          class="key"
          type="button"
          :aria-label="`Take ${m.name} out`"
          @click="session.edit('removeModel', { model: id })"
        >
          ✕
        </button></span
      >
    </div>
    <button v-if="!adding" class="key mt-2" type="button" @click="adding = true">Add a model…</button>
    <form v-else class="mt-2 grid grid-cols-3 items-end gap-2" @submit.prevent="add">
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
  </details>
</template>
