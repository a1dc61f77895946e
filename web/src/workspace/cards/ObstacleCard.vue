<script setup lang="ts">
import TextField from '../../fields/TextField.vue';
import { isChase, type Obstacle } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import CardHead from './CardHead.vue';
import LengthField from '../../fields/LengthField.vue';
import { atFromLeft, fromLeft, wallName, wallSeen } from './onWall.ts';

const session = useSession();
const selection = useSelection();
const id = computed(() => selection.chosenId);
const obstacle = computed(() => session.opened.obstacles[id.value]);
const wall = computed(() =>
  obstacle.value
    ? wallSeen(session.unrolled, obstacle.value.wall, obstacle.value.at + obstacle.value.width / 2)
    : undefined,
);
const set = (changes: Partial<Obstacle>) => session.edit('setObstacle', { obstacle: id.value, changes });
const moveTo = (left: number) => {
  if (wall.value && obstacle.value) set({ at: atFromLeft(wall.value, left, obstacle.value.width) });
};
</script>

<template>
  <div v-if="obstacle" class="mb-4 border-b-2 border-ink pb-3" data-card>
    <CardHead
      :title="obstacle.kind"
      :says="`in ${wallName(session.opened, session.unrolled, obstacle.wall)}; ${isChase(obstacle) ? 'cable goes up and down in it, from level to level where one stands over the other; boxes keep clear of it' : 'boxes, holes and runs keep clear of it'}`"
    />
    <div class="grid grid-cols-3 gap-2">
      <TextField
        label="What it is"
        :model-value="obstacle.kind"
        @update:model-value="(v) => set({ kind: v })"
      />
      <LengthField
        v-if="wall"
        label="From the left corner"
        :model-value="fromLeft(wall, obstacle.at, obstacle.width)"
        @update:model-value="moveTo"
      />
      <LengthField
        label="Width"
        :model-value="obstacle.width"
        @update:model-value="(width) => set({ width })"
      />
      <LengthField label="Low side" :model-value="obstacle.low" @update:model-value="(low) => set({ low })" />
      <LengthField
        label="High side"
        :model-value="obstacle.high"
        @update:model-value="(high) => set({ high })"
      />
    </div>
    <button
      class="key mt-2"
      type="button"
      @click="session.edit('removeObstacle', { obstacle: id }) && selection.choose(null)"
    >
      Delete
    </button>
  </div>
</template>
