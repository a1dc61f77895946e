<script setup lang="ts">
import { boxModels, catalogueOf } from '@fieldchalk/core';
import { computed, reactive, ref } from 'vue';
import { useSession } from '../../stores/session.ts';
import LengthField from '../LengthField.vue';

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
  if (!session.edit('addModel', { ...rest, ...given })) return;
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
      <label class="col-span-3 text-sm text-quiet"
        >Name<input v-model="model.name" class="field text-base" maxlength="200"
      /></label>
      <label class="text-sm text-quiet"
        >Gangs<input v-model.number="model.gangs" class="field text-base" type="number" min="1" max="8"
      /></label>
      <label class="text-sm text-quiet"
        >Volume, in³<input
          v-model.number="model.volume"
          class="field text-base"
          type="number"
          min="0"
          step="0.1"
      /></label>
      <label class="text-sm text-quiet"
        >Cables at most<input v-model.number="model.mostCables" class="field text-base" type="number" min="1"
      /></label>
      <LengthField v-model="model.width" label="Width" />
      <LengthField v-model="model.height" label="Height" />
      <LengthField v-model="model.depth" label="Depth" />
      <label class="text-sm text-quiet"
        >Of<select v-model="model.material" class="field text-base">
          <option>plastic</option>
          <option>metal</option>
        </select></label
      >
      <label class="text-sm text-quiet"
        >Clamps<select v-model="model.clamps" class="field text-base">
          <option>none</option>
          <option>internal</option>
          <option>external</option>
        </select></label
      >
      <label class="text-sm text-quiet"
        >For<select v-model="model.mount" class="field text-base">
          <option value="new-work">open walls</option>
          <option value="old-work">closed walls</option>
          <option value="ceiling">ceilings</option>
        </select></label
      >
      <label class="col-span-2 flex items-center gap-2"
        ><input v-model="model.fanRated" type="checkbox" class="h-5 w-5" /> holds a fan</label
      >
      <button class="key key-main justify-center" type="submit">Add</button>
    </form>
  </details>
</template>
