<script setup lang="ts">
import ChoiceField from '../../fields/ChoiceField.vue';
import { openingKinds, type Opening } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import CardHead from './CardHead.vue';
import LengthField from '../../fields/LengthField.vue';
import {
  atFromLeft,
  fromLeft,
  hingeEnd,
  hingeHand,
  openingName,
  swingsIn,
  swingSide,
  wallName,
  wallSeen,
} from './onWall.ts';

const session = useSession();
const selection = useSelection();
const id = computed(() => selection.chosenId);
const opening = computed(() => session.opened.openings[id.value]);
const wall = computed(() =>
  opening.value
    ? wallSeen(session.unrolled, opening.value.wall, opening.value.at + opening.value.width / 2)
    : undefined,
);
const set = (changes: Partial<Opening>) => session.edit('setOpening', { opening: id.value, changes });
const moveTo = (left: number) => {
  if (wall.value && opening.value) set({ at: atFromLeft(wall.value, left, opening.value.width) });
};
</script>

<template>
  <div v-if="opening" class="mb-4 border-b-2 border-ink pb-3" data-card>
    <CardHead
      :title="openingName(opening.kind)"
      :says="wallName(session.opened, session.unrolled, opening.wall)"
    />
    <div class="grid grid-cols-3 gap-2">
      <ChoiceField
        label="Kind"
        :model-value="opening.kind"
        :options="openingKinds.map((k) => ({ value: k, says: openingName(k) }))"
        @update:model-value="(v) => set({ kind: v })"
      />
      <LengthField
        v-if="wall"
        label="From the left corner"
        :model-value="fromLeft(wall, opening.at, opening.width)"
        @update:model-value="moveTo"
      />
      <LengthField
        label="Width"
        :model-value="opening.width"
        @update:model-value="(width) => set({ width })"
      />
      <LengthField label="Head" :model-value="opening.head" @update:model-value="(head) => set({ head })" />
      <LengthField label="Sill" :model-value="opening.sill" @update:model-value="(sill) => set({ sill })" />
      <template v-if="opening.kind === 'door' && wall">
        <ChoiceField
          label="Hinge"
          :model-value="hingeHand(opening, wall)"
          :options="['left', 'right']"
          @update:model-value="(v) => wall && set({ hinge: hingeEnd(v, wall) })"
        />
        <ChoiceField
          label="Swing"
          :model-value="swingsIn(opening, wall) ? 'in' : 'out'"
          :options="[
            { value: 'in', says: 'into this room' },
            { value: 'out', says: 'out of it' },
          ]"
          @update:model-value="(v) => wall && set({ swing: swingSide(v === 'in', wall) })"
        />
      </template>
    </div>
    <button
      class="key mt-2"
      type="button"
      @click="session.edit('removeOpening', { opening: id }) && selection.choose(null)"
    >
      Delete
    </button>
  </div>
</template>
