<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core';
import { computed, defineAsyncComponent } from 'vue';
import { useRoute } from 'vue-router';
import { usePanes } from '../stores/panes.ts';
import { useSelection } from '../stores/selection.ts';
import ErrorBoundary from '../workspace/ErrorBoundary.vue';
import { type Part, type Piece, pieces } from '../workspace/frame/layouts.ts';
import PaneTree from '../workspace/frame/PaneTree.vue';
import HousePane from '../workspace/HousePane.vue';
import OpenHere from '../workspace/OpenHere.vue';
import RibbonPane from '../workspace/ribbon/RibbonPane.vue';
import WorkPane from '../workspace/WorkPane.vue';

/** The stages of the work: in each its own panes, their sizes the user's. */
const selection = useSelection();
const panes = usePanes();
const route = useRoute();
/** What a stage has of its own is loaded with it. */
const panels = {
  walk: defineAsyncComponent(() => import('../workspace/stages/StageWalk.vue')),
  boxes: defineAsyncComponent(() => import('../workspace/stages/StageBoxes.vue')),
  circuits: defineAsyncComponent(() => import('../workspace/stages/StageCircuits.vue')),
  runs: defineAsyncComponent(() => import('../workspace/stages/StageRuns.vue')),
  'make-up': defineAsyncComponent(() => import('../workspace/stages/StageMakeUp.vue')),
  order: defineAsyncComponent(() => import('../workspace/order/StageOrder.vue')),
  crew: defineAsyncComponent(() => import('../workspace/stages/StageCrew.vue')),
  prove: defineAsyncComponent(() => import('../workspace/stages/StageProve.vue')),
};
const CoilBars = defineAsyncComponent(() => import('../workspace/order/CoilBars.vue'));
const MadeBox = defineAsyncComponent(() => import('../workspace/stages/MadeBox.vue'));
const panel = computed(() => panels[selection.stage]);
/** On a phone the panes are stacked; elsewhere their sizes are the user's. */
const isNarrow = useMediaQuery('(max-width: 767px)');
const alone = computed((): Piece | null => {
  const asked = String(route.query['pane'] ?? '');
  return asked in pieces ? (asked as Piece) : null;
});
const part = computed((): Part | null => (alone.value ? { piece: alone.value, size: 100 } : panes.shown));
/** The plan on top, the work under it, then what else the stage has; what is ordered is a list first. */
const stacked = computed(() => {
  const first = selection.stage === 'order' ? (['work', 'plan'] as const) : (['plan', 'work'] as const);
  return [...first, ...panes.list.map((p) => p.piece).filter((p) => p !== 'work' && p !== 'plan')];
});
</script>

<template>
  <div v-if="isNarrow && !alone" class="grid grid-cols-[minmax(0,1fr)]">
    <template v-for="piece in stacked" :key="piece">
      <ErrorBoundary v-if="piece === 'plan'" where="plan"><HousePane class="h-64" /></ErrorBoundary>
      <ErrorBoundary v-else-if="piece === 'ribbon'" where="unrolled room"
        ><RibbonPane class="h-96 border-t border-rule bg-ground pt-1"
      /></ErrorBoundary>
      <ErrorBoundary v-else-if="piece === 'work'" where="work and reasons"
        ><WorkPane :panel="panel"
      /></ErrorBoundary>
      <MadeBox v-else-if="piece === 'made'" class="h-[28rem]" />
      <CoilBars v-else-if="piece === 'coils'" />
      <OpenHere v-else-if="piece === 'open'" />
    </template>
  </div>
  <PaneTree
    v-else-if="part"
    :part="part"
    :keeps="`fieldchalk.panes.${selection.stage}.${panes.isUpright ? 'upright' : 'wide'}`"
  >
    <template #plan><HousePane class="h-full" /></template>
    <template #ribbon><RibbonPane class="h-full bg-ground pt-1" /></template>
    <template #work><WorkPane :panel="panel" /></template>
    <template #open><OpenHere class="h-full overflow-y-auto" /></template>
    <template #made><MadeBox class="h-full overflow-y-auto" /></template>
    <template #coils><CoilBars class="h-full overflow-y-auto" /></template>
  </PaneTree>
  <p v-else class="p-6 text-lg text-quiet">
    All panes are folded away. The button with three columns brings them back.
  </p>
</template>
