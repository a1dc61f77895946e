<script setup lang="ts">
import ChoiceField from '../../fields/ChoiceField.vue';
import { entryOf, type Fixture, fixtureKinds, formatLength, must, type Opening } from '@fieldchalk/core';
import { computed, ref } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import type { Kind } from '../../stores/selection.ts';
import LengthField from '../../fields/LengthField.vue';
import { atFromLeft, fromLeft, openingName, wallName, wallSeen } from '../cards/onWall.ts';

/** What stands on the walls of the room in hand: doors and windows, fixtures, things in the way. */
const session = useSession();
const selection = useSelection();
const walls = computed(() => session.unrolled?.walls ?? []);
const here = computed(() => new Set(walls.value.map((w) => w.wall)));
const openings = computed(() =>
  Object.entries(session.opened.openings).filter(([, o]) => here.value.has(o.wall)),
);
const fixtures = computed(() =>
  Object.entries(session.opened.fixtures).filter(([, f]) => f.room === selection.room),
);
const obstacles = computed(() =>
  Object.entries(session.opened.obstacles).filter(([, x]) => here.value.has(x.wall)),
);
function left(wall: string, at: number, width: number): string {
  const seen = wallSeen(session.unrolled, wall, at + width / 2);
  return seen ? formatLength(fromLeft(seen, at, width)) : '';
}
const openingWords = (o: Opening) =>
  `${openingName(o.kind)} ${formatLength(o.width)} · ${wallName(session.opened, session.unrolled, o.wall)}, ${left(o.wall, o.at, o.width)} from its left corner`;
const heights = (o: Opening) =>
  o.sill > 0 ? `sill ${formatLength(o.sill)}, head ${formatLength(o.head)}` : `head ${formatLength(o.head)}`;
const letter = ref('');
const at = ref<number | null>(0);
const width = ref<number | null>(36);
/** What stands in walls in the way of boxes and cable. */
const obstacleKinds = ['pipe', 'duct', 'post', 'beam', 'fire block', 'chase'] as const;
type ObstacleKind = (typeof obstacleKinds)[number];
const isInWall = (k: string): k is ObstacleKind => (obstacleKinds as readonly string[]).includes(k);
const kind = ref<Fixture['kind'] | ObstacleKind>('counter');
function add() {
  const wall = walls.value.find((w) => w.letter === (letter.value || walls.value[0]?.letter));
  const room = must(selection.room, 'the room in hand');
  const { x, y } = entryOf(session.opened.rooms, room);
  if (kind.value === 'island')
    return session.edit('addFixture', {
      room,
      kind: 'island',
      width: width.value ?? 36,
      depth: 36,
      x,
      y: y - 24,
    });
  if (!wall) return false;
  const place = {
    wall: wall.wall,
    at: atFromLeft(wall, at.value ?? 0, width.value ?? 24),
    width: width.value ?? 24,
  };
  if (isInWall(kind.value)) return session.edit('addObstacle', { ...place, kind: kind.value });
  return session.edit('addFixture', { room, kind: kind.value, side: wall.side, ...place });
}
const choose = (kind: Kind, id: string) => selection.choose({ kind, id });
</script>

<template>
  <h2 class="heading">Doors and windows</h2>
  <p v-if="openings.length === 0" class="text-quiet">
    Type <b>door 32 at 14 wall C hinge left swing in</b> or <b>window 48 at 5' wall A sill 36 head 80</b>.
    “At” is from the wall’s left corner, as you face it.
  </p>
  <button
    v-for="[id, o] in openings"
    :key="id"
    type="button"
    class="row w-full text-left hover:bg-chalk-soft"
    :class="{ 'bg-chalk-soft': selection.chosen?.id === id }"
    :data-row="id"
    @click="choose('opening', id)"
  >
    <span>{{ openingWords(o) }}</span><span class="text-sm text-quiet">{{ heights(o) }}</span>
  </button>
  <h2 class="heading">Fixtures, and what is in the way</h2>
  <button
    v-for="[id, f] in fixtures"
    :key="id"
    type="button"
    class="row w-full text-left hover:bg-chalk-soft"
    :data-row="id"
    @click="choose('fixture', id)"
  >
    <span
      >{{ f.label || f.kind }} {{ formatLength(f.width)
      }}<template v-if="f.wall">
        · {{ wallName(session.opened, session.unrolled, f.wall) }} at
        {{ left(f.wall, f.at, f.width) }}</template
      ></span
    ><span v-if="f.va" class="text-sm text-quiet">{{ f.va }} VA</span>
  </button>
  <button
    v-for="[id, x] in obstacles"
    :key="id"
    type="button"
    class="row w-full text-left hover:bg-chalk-soft"
    :data-row="id"
    @click="choose('obstacle', id)"
  >
    <span
      >{{ x.kind }} {{ formatLength(x.width) }} · in
      {{ wallName(session.opened, session.unrolled, x.wall) }} at {{ left(x.wall, x.at, x.width) }}</span
    >
  </button>
  <form
    class="mt-2 grid grid-cols-2 items-end gap-2 md:grid-cols-[1fr_4rem_5rem_5rem_auto]"
    @submit.prevent="add"
  >
    <ChoiceField
      v-model="kind"
      label="Add"
      :options="[
        ...fixtureKinds,
        ...obstacleKinds.map((value) => ({
          value,
          says: value === 'chase' ? 'chase for cable' : `in the wall: ${value}`,
        })),
      ]"
    />
    <ChoiceField v-model="letter" label="Wall" :options="walls.map((w) => w.letter)" />
    <LengthField v-model="at" label="From left corner" />
    <LengthField v-model="width" label="Wide" />
    <button class="key" type="submit">Add</button>
  </form>
</template>
