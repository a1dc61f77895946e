<script setup lang="ts">
import TextField from '../../fields/TextField.vue';
import NumberField from '../../fields/NumberField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import { fixtureKinds, type Fixture } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import CardHead from './CardHead.vue';
import LengthField from '../../fields/LengthField.vue';
import { atFromLeft, fromLeft, wallName, wallSeen } from './onWall.ts';

const session = useSession();
const selection = useSelection();
const id = computed(() => selection.chosenId);
const fixture = computed(() => session.opened.fixtures[id.value]);
const wall = computed(() =>
  fixture.value?.wall
    ? wallSeen(session.unrolled, fixture.value.wall, fixture.value.at + fixture.value.width / 2)
    : undefined,
);
const set = (changes: Partial<Fixture>) => session.edit('setFixture', { fixture: id.value, changes });
const moveTo = (left: number) => {
  if (wall.value && fixture.value) set({ at: atFromLeft(wall.value, left, fixture.value.width) });
};
</script>

<template>
  <div v-if="fixture" class="mb-4 border-b-2 border-ink pb-3" data-card>
    <CardHead
      :title="fixture.label || fixture.kind"
      :says="
        fixture.wall
          ? wallName(session.opened, session.unrolled, fixture.wall)
          : 'on no wall; drag it on the plan'
      "
    />
    <div class="grid grid-cols-3 gap-2">
      <ChoiceField
        label="Kind"
        :model-value="fixture.kind"
        :options="fixtureKinds"
        @update:model-value="(v) => set({ kind: v })"
      />
      <LengthField
        v-if="wall"
        label="From the left corner"
        :model-value="fromLeft(wall, fixture.at, fixture.width)"
        @update:model-value="moveTo"
      />
      <LengthField
        label="Width"
        :model-value="fixture.width"
        @update:model-value="(width) => set({ width })"
      />
      <LengthField
        label="Depth"
        :model-value="fixture.depth"
        @update:model-value="(depth) => set({ depth })"
      />
      <NumberField
        label="Load, VA"
        :model-value="fixture.va"
        :min="0"
        whole
        @update:model-value="(v) => set({ va: v })"
      />
      <TextField label="Label" :model-value="fixture.label" @update:model-value="(v) => set({ label: v })" />
      <NumberField
        v-if="!fixture.wall"
        label="Turn °"
        :model-value="fixture.turn"
        @update:model-value="(v) => set({ turn: v })"
      />
    </div>
    <button
      class="key mt-2"
      type="button"
      @click="session.edit('removeFixture', { fixture: id }) && selection.choose(null)"
    >
      Delete
    </button>
  </div>
</template>
