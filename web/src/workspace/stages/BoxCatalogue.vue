<script setup lang="ts">
import { boxModels, catalogueOf } from '@fieldchalk/core';
import { computed, defineAsyncComponent, ref } from 'vue';
import { useSession } from '../../stores/session.ts';

const NewModel = defineAsyncComponent(() => import('./NewModel.vue'));
/** The models boxes are chosen from. Anyone can add one as it is stamped and measured. */
const session = useSession();
const catalogue = computed(() => Object.entries(catalogueOf(session.opened)));
const adding = ref(false);
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
    <NewModel v-else @done="adding = false" />
  </details>
</template>
