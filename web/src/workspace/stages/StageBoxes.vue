<script setup lang="ts">
import ChoiceField from '../../fields/ChoiceField.vue';
import { boxNumber, deviceWords, formatLength, ruleBook } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import HouseHeight from './HouseHeight.vue';
import StoryPoles from './StoryPoles.vue';
import { boxParts } from '../entry/order.ts';
import { wallName } from '../cards/onWall.ts';
import BoxCatalogue from './BoxCatalogue.vue';
import LightRows from './LightRows.vue';

const session = useSession();
const selection = useSelection();
const kindOf = (box: string) => {
  const held = Object.values(session.opened.devices).find((d) => d.box === box);
  return held ? deviceWords(held.kind) : 'empty';
};
const ceilings = computed(() =>
  Object.entries(session.shown?.ceilings ?? {}).filter(([, c]) => c.room === selection.room),
);
const rules = computed(() => ruleBook(session.opened.rules.values));
const letter = (wall: string, side: string) =>
  session.unrolled?.walls.find((w) => w.wall === wall && w.side === side)?.letter ?? '';
/** Marks of the room in hand, in the order someone turning to the right nails them. */
const marks = computed(() => {
  const place = (m: { wall: string; side: string; at: number }) => {
    const wall = session.unrolled?.walls.find((w) => w.wall === m.wall && w.side === m.side);
    return wall ? wall.x + (m.at - wall.origin) * wall.sign : null;
  };
  return Object.entries(session.shown?.marks ?? {})
    .flatMap((entry) => {
      const x = place(entry[1]);
      return x === null ? [] : [{ entry, x }];
    })
    .sort((a, b) => a.x - b.x)
    .map(({ entry }) => entry);
});
const proof = computed(() =>
  selection.room ? (session.shown?.rooms[selection.room]?.spaces ?? []).filter((s) => s.required) : [],
);
</script>

<template>
  <div>
    <div class="grid grid-cols-[1fr_auto] gap-2">
      <button
        class="key key-main justify-center"
        type="button"
        @click="session.edit('propose', { only: ['boxes'] })"
      >
        Place boxes <kbd class="text-sm opacity-80">B</kbd>
      </button>
      <button class="key" type="button" @click="selection.keep()">Keep <kbd class="text-sm">K</kbd></button>
    </div>
    <div class="mt-2 flex flex-wrap items-center gap-2">
      <span class="text-sm text-quiet">or only</span>
      <button
        v-for="part in boxParts"
        :key="part"
        class="key"
        type="button"
        @click="session.edit('propose', { only: [part] })"
      >
        {{ part }}
      </button>
    </div>
    <ChoiceField
      class="mt-2"
      label="At corners"
      :model-value="rules('spacing.corners')"
      :options="[
        { value: 'around', says: 'measure around the corner (code)' },
        { value: 'each-wall', says: 'each straight wall by itself, code checked too' },
      ]"
      @update:model-value="
        (v) =>
          session.edit('setRule', {
            rule: 'spacing.corners',
            value: v,
          })
      "
    />
    <div v-for="(s, i) in proof" :key="i" class="row">
      <span>{{ formatLength(s.length) }} of floor line, {{ s.receptacles.length }} on it</span>
      <b>{{ s.farthest ? `farthest ${formatLength(s.farthest.distance)}` : 'none yet' }}</b>
    </div>
    <LightRows />
    <h2 class="heading print:hidden">House heights</h2>
    <HouseHeight rule="height.receptacle" label="Receptacles" />
    <HouseHeight rule="height.switch" label="Switches" />
    <HouseHeight rule="height.counter" label="Over counters" />
    <HouseHeight rule="height.outsideLight" label="Outside lights" />
    <h2 class="heading">Marks</h2>
    <p class="text-sm text-quiet">Bottom of box from the subfloor.</p>
    <button
      v-for="[id, m] in marks"
      :key="id"
      type="button"
      class="row w-full text-left hover:bg-chalk-soft"
      @click="selection.choose({ kind: 'box', id: session.nowOf(String(id)) })"
    >
      <span
        ><b>{{ boxNumber(String(id)) }}</b> · wall {{ letter(m.wall, m.side) }} · stud {{ m.stud }},
        {{ m.studSide }} face</span
      >
      <b>{{ formatLength(m.bottomFromSubfloor) }}</b>
    </button>
    <template v-if="ceilings.length > 0">
      <h2 class="heading">On the ceiling</h2>
      <button
        v-for="[id, c] in ceilings"
        :key="id"
        type="button"
        class="row w-full text-left hover:bg-chalk-soft"
        @click="selection.choose({ kind: 'box', id: session.nowOf(id) })"
      >
        <span
          ><b>{{ boxNumber(id) }}</b> · {{ kindOf(id) }}</span
        >
        <b>{{
          c.from
            .map(
              (f) => `${formatLength(f.distance)} from ${wallName(session.opened, session.unrolled, f.wall)}`,
            )
            .join(', ')
        }}</b>
      </button>
    </template>
    <StoryPoles />
    <BoxCatalogue />
  </div>
</template>
