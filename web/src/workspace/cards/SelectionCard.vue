<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue';
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';
import { isOnWall } from '@fieldchalk/core';

/** The why of what is chosen. */
const selection = useSelection();
const session = useSession();
const CeilingCard = defineAsyncComponent(() => import('./CeilingCard.vue'));
/** Each is loaded when the first of its kind is chosen. */
const cards = {
  circuit: defineAsyncComponent(() => import('./CircuitCard.vue')),
  box: defineAsyncComponent(() => import('./BoxCard.vue')),
  stud: defineAsyncComponent(() => import('./StudCard.vue')),
  run: defineAsyncComponent(() => import('./RunCard.vue')),
  panel: defineAsyncComponent(() => import('./PanelCard.vue')),
  wall: defineAsyncComponent(() => import('./WallCard.vue')),
  opening: defineAsyncComponent(() => import('./OpeningCard.vue')),
  fixture: defineAsyncComponent(() => import('./FixtureCard.vue')),
  obstacle: defineAsyncComponent(() => import('./ObstacleCard.vue')),
} as const;
const card = computed(() => {
  const kind = selection.chosen?.kind;
  const box = kind === 'box' ? session.plan?.boxes[selection.chosenId] : undefined;
  if (box && !isOnWall(box.on)) return CeilingCard;
  return kind && kind in cards ? cards[kind as keyof typeof cards] : null;
});
/** Cables of a circuit share a card: one that is ordered by hand makes room for another, and what is open stays open. */
const key = computed(() => {
  const run = selection.chosen?.kind === 'run' ? session.plan?.runs[selection.chosenId] : undefined;
  if (run?.circuit) return `cable of ${session.keyOf(run.circuit)}`;
  return selection.chosen ? session.keyOf(selection.chosen.id) : undefined;
});
</script>

<template>
  <component :is="card" v-if="card" :key="key" />
</template>
