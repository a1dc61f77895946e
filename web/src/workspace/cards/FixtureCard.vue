<script setup lang="ts">
import { fixtureKinds, type Fixture } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import CardHead from './CardHead.vue';
import LengthField from '../LengthField.vue';
import { atFromLeft, fromLeft, wallName, wallSeen } from './onWall.ts';

const session = useSession();
const selection = useSelection();
const id = computed(() => selection.chosen!.id);
const fixture = computed(() => session.opened.fixtures[id.value]);
const wall = computed(() =>
  fixture.value?.wall
    ? wallSeen(session.unrolled, fixture.value.wall, fixture.value.at + fixture.value.width / 2)
    : undefined,
);
const set = (changes: Partial<Fixture>) => session.edit('setFixture', { fixture: id.value, changes });
const text = (event: Event) => (event.target as HTMLSelectElement).value;
</script>

<template>
  <div v-if="fixture" class="mb-4 border-b-2 border-ink pb-3" data-card>
    <CardHead
      :title="fixture.label || fixture.kind"
      :says="
        fixture.wall ? `wall ${wallName(session.unrolled, fixture.wall)}` : 'on no wall; drag it on the plan'
      "
    />
    <div class="grid grid-cols-3 gap-2">
      <label class="text-sm text-quiet"
        >Kind<select
          class="field text-base"
          :value="fixture.kind"
          @change="set({ kind: text($event) as Fixture['kind'] })"
        >
          <option v-for="k in fixtureKinds" :key="k">{{ k }}</option>
        </select></label
      >
      <LengthField
        v-if="wall"
        label="From the left corner"
        :model-value="fromLeft(wall, fixture.at, fixture.width)"
        @update:model-value="(v) => set({ at: atFromLeft(wall!, v, fixture!.width) })"
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
      <label class="text-sm text-quiet"
        >Load, VA<input
          v-shown="fixture.va"
          class="field text-base"
          type="number"
          min="0"
          @change="set({ va: Number(text($event)) })"
      /></label>
      <label class="text-sm text-quiet"
        >Label<input
          v-shown="fixture.label"
          class="field text-base"
          maxlength="200"
          @change="set({ label: text($event) })"
      /></label>
      <label v-if="!fixture.wall" class="text-sm text-quiet"
        >Turn °<input
          v-shown="fixture.turn"
          class="field text-base"
          type="number"
          step="any"
          @change="set({ turn: Number(text($event)) })"
      /></label>
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
