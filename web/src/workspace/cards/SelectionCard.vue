<script setup lang="ts">
import { computed } from 'vue';
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';
import { isOnWall } from '@fieldchalk/core';
import BoxCard from './BoxCard.vue';
import CeilingCard from './CeilingCard.vue';
import CircuitCard from './CircuitCard.vue';
import FixtureCard from './FixtureCard.vue';
import ObstacleCard from './ObstacleCard.vue';
import OpeningCard from './OpeningCard.vue';
import PanelCard from './PanelCard.vue';
import RunCard from './RunCard.vue';
import StudCard from './StudCard.vue';
import WallCard from './WallCard.vue';

/** The why of what is chosen. */
const selection = useSelection();
const session = useSession();
const cards = {
  circuit: CircuitCard,
  box: BoxCard,
  stud: StudCard,
  run: RunCard,
  panel: PanelCard,
  wall: WallCard,
  opening: OpeningCard,
  fixture: FixtureCard,
  obstacle: ObstacleCard,
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
