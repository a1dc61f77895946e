<script setup lang="ts">
import { openingKinds, type Opening } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import CardHead from './CardHead.vue';
import LengthField from '../LengthField.vue';
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
const id = computed(() => selection.chosen!.id);
const opening = computed(() => session.opened.openings[id.value]);
const wall = computed(() =>
  opening.value
    ? wallSeen(session.unrolled, opening.value.wall, opening.value.at + opening.value.width / 2)
    : undefined,
);
const set = (changes: Partial<Opening>) => session.edit('setOpening', { opening: id.value, changes });
const text = (event: Event) => (event.target as HTMLSelectElement).value;
</script>

<template>
  <div v-if="opening" class="mb-4 border-b-2 border-ink pb-3" data-card>
    <CardHead :title="openingName(opening.kind)" :says="`wall ${wallName(session.unrolled, opening.wall)}`" />
    <div class="grid grid-cols-3 gap-2">
      <label class="text-sm text-quiet"
        >Kind<select
          class="field text-base"
          :value="opening.kind"
          @change="set({ kind: text($event) as Opening['kind'] })"
        >
          <option v-for="k in openingKinds" :key="k" :value="k">{{ openingName(k) }}</option>
        </select></label
      >
      <LengthField
        v-if="wall"
        label="From the left corner"
        :model-value="fromLeft(wall, opening.at, opening.width)"
        @update:model-value="(v) => set({ at: atFromLeft(wall!, v, opening!.width) })"
      />
      <LengthField
        label="Width"
        :model-value="opening.width"
        @update:model-value="(width) => set({ width })"
      />
      <LengthField label="Head" :model-value="opening.head" @update:model-value="(head) => set({ head })" />
      <LengthField label="Sill" :model-value="opening.sill" @update:model-value="(sill) => set({ sill })" />
      <template v-if="opening.kind === 'door' && wall">
        <label class="text-sm text-quiet"
          >Hinge<select
            class="field text-base"
            :value="hingeHand(opening, wall)"
            @change="set({ hinge: hingeEnd(text($event), wall!) })"
          >
            <option>left</option>
            <option>right</option>
          </select></label
        >
        <label class="text-sm text-quiet"
          >Swing<select
            class="field text-base"
            :value="swingsIn(opening, wall) ? 'in' : 'out'"
            @change="set({ swing: swingSide(text($event) === 'in', wall!) })"
          >
            <option value="in">into this room</option>
            <option value="out">out of it</option>
          </select></label
        >
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
