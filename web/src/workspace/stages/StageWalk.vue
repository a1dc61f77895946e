<script setup lang="ts">
import NumberField from '../../fields/NumberField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import TextField from '../../fields/TextField.vue';
import {
  entryOf,
  formatLength,
  isLevelBelowGrade,
  must,
  type Room,
  readWalk,
  type RoomUse,
  roomUses,
  useNamed,
  walkClosure,
  wallLetter,
  nth,
} from '@fieldchalk/core';
import { computed, ref, watch } from 'vue';
import { useGesture } from '../../stores/gesture.ts';
import { onceReady } from '../../stores/onceReady.ts';
import { useSession } from '../../stores/session.ts';
import { wildLength } from '../wild.ts';
import { useSelection } from '../../stores/selection.ts';
import { useWalk } from '../../stores/walk.ts';
import LengthField from '../../fields/LengthField.vue';
import CheckField from '../../fields/CheckField.vue';
import { overheads, underfoots } from '../closedFraming.ts';
import LevelCard from './LevelCard.vue';
import RoomOverUnder from './RoomOverUnder.vue';
import RoomThings from './RoomThings.vue';

const session = useSession();
const gesture = useGesture();
const selection = useSelection();
const turning = useWalk();
const name = ref('');
const use = ref<RoomUse>('bedroom');
/** A name tells what the room is for, until somebody says otherwise. */
const isUseSaid = ref(false);
watch(name, (words) => {
  const told = useNamed(words);
  if (told && !isUseSaid.value) use.value = told;
});
function sayUse(said: RoomUse) {
  use.value = said;
  isUseSaid.value = true;
}
/** What is over and under the room to start, and whether it lies below grade, where that is not as its level. */
const around = ref<Partial<Pick<Room, 'above' | 'below' | 'belowGrade'>>>({});
const isBelow = computed(() => isLevelBelowGrade(session.opened, selection.level ?? ''));
const levelNow = computed(() => session.opened.levels[selection.level ?? '']);
const walk = computed(() => (session.plan && selection.room ? readWalk(session.plan, selection.room) : null));
const legs = computed(() => walk.value?.walk.legs ?? []);
/** Legs along a wall; around the end of one there are others, which nobody measures. */
const walled = computed(() => legs.value.flatMap((l) => (l.wall ? [{ ...l, wall: l.wall }] : [])));
const gap = computed(() =>
  walk.value && !walk.value.closed && legs.value.length > 1 ? walkClosure(walk.value.walk) : null,
);
/** Still on the way round: nothing is wrong yet. */
const isUnderWay = computed(() => gap.value !== null && (gap.value.distance > 24 || legs.value.length < 3));
const rooms = computed(() =>
  Object.entries(session.opened.rooms).filter(([, r]) => r.level === selection.level),
);
const room = computed(() => (selection.room ? session.plan?.rooms[selection.room] : null));

const start = onceReady(() => {
  const known = Object.keys(session.opened.rooms);
  if (
    !session.edit('startRoom', {
      name: name.value || 'Room',
      use: use.value,
      level: must(selection.level, 'the level in hand'),
      ...around.value,
    })
  )
    return;
  const added = Object.keys(session.opened.rooms).find((id) => !known.includes(id));
  if (added) selection.chooseRoom(added);
  isUseSaid.value = false;
  turning.turn = 0;
  // Its first wall is typed next.
  document.querySelector<HTMLInputElement>('[data-entry]')?.focus();
  name.value = '';
  around.value = {};
});
function letterOf(wall: string) {
  return (
    session.unrolled?.walls.find((w) => w.wall === wall)?.letter ??
    wallLetter(legs.value.findIndex((l) => l.wall === wall))
  );
}
const roomInHand = () => must(selection.room, 'the room in hand');
const setRoom = (changes: { name?: string; use?: RoomUse }) =>
  session.edit('setRoom', { room: roomInHand(), changes });
/** A copy beside the room; mirrored left to right when asked. */
function copyRoom(mirrored: boolean) {
  const xs = (session.unrolled?.walls ?? []).flatMap((w) => {
    const wall = entryOf(session.opened.walls, w.wall);
    return [entryOf(session.opened.points, wall.from).x, entryOf(session.opened.points, wall.to).x];
  });
  const by = { x: Math.max(...xs) - Math.min(...xs) + 36, y: 0 };
  session.edit('copyRoom', { room: roomInHand(), by, mirrored });
}
const turnWords = (turn: number) =>
  turn === 90 ? 'turn right' : turn === -90 ? 'turn left' : `turn ${Math.round(turn * 10) / 10}°`;
function setTurn(wall: string, turn: number) {
  if (selection.room) session.edit('setTurn', { room: selection.room, wall, turn });
}
const setLength = (wall: string, length: number, was: number) =>
  gesture.make(
    'setWallLength',
    { room: roomInHand(), wall, length },
    wildLength(`Wall ${letterOf(wall)}`, was, length),
  );
const offBy = (v: number, plus: string, minus: string) =>
  Math.abs(v) < 1 / 32 ? '' : `${formatLength(Math.abs(v))} ${v > 0 ? plus : minus}`;
const gapWords = computed(() =>
  gap.value
    ? [offBy(gap.value.gap.x, 'to the right', 'to the left'), offBy(gap.value.gap.y, 'up', 'down')]
        .filter(Boolean)
        .join(' and ')
    : '',
);
</script>

<template>
  <div>
    <div
      v-if="rooms.length > 1"
      class="mb-2 flex flex-wrap gap-1"
      role="group"
      aria-label="Rooms of this level"
    >
      <button
        v-for="[id, r] in rooms"
        :key="id"
        type="button"
        class="key"
        :class="{ 'key-main': id === selection.room }"
        :aria-pressed="id === selection.room"
        @click="selection.chooseRoom(id)"
      >
        {{ r.name || id }}
      </button>
    </div>
    <div v-if="room && legs.length === 0" class="my-2 rounded-sm border-l-4 border-chalk bg-chalk-soft p-3">
      Stand in the corner left of the door and type the first wall in the <b>chalk</b> line below, as the tape
      reads it: <b>12'6-1/2" right</b>. Right or left is the turn after it.
    </div>
    <form v-if="!room || walk?.closed" class="grid grid-cols-2 gap-2" @submit.prevent="start">
      <TextField v-model="name" label="Room name" />
      <ChoiceField label="Use" :model-value="use" :options="roomUses" @update:model-value="sayUse" />
      <ChoiceField
        v-if="levelNow"
        label="Over it"
        :model-value="around.above ?? null"
        :options="[{ value: null, says: `as its level: ${levelNow.above}` }, ...overheads]"
        @update:model-value="(v) => (around = { ...around, above: v ?? undefined })"
      />
      <ChoiceField
        v-if="levelNow"
        label="Under it"
        :model-value="around.below ?? null"
        :options="[{ value: null, says: `as its level: ${levelNow.below}` }, ...underfoots]"
        @update:model-value="(v) => (around = { ...around, below: v ?? undefined })"
      />
      <CheckField
        class="col-span-2"
        label="Below grade: part of a basement, finished or not"
        :model-value="around.belowGrade ?? isBelow"
        @update:model-value="(v) => (around = { ...around, belowGrade: v === isBelow ? undefined : v })"
      />
      <button class="key key-main col-span-2 justify-center" type="submit">Start a room</button>
    </form>
    <template v-if="room && legs.length > 0 && selection.room">
      <h2 class="heading">{{ room.name }}, as walked</h2>
      <div class="mb-1 grid grid-cols-[1fr_7.5rem_auto_auto] items-end gap-2">
        <TextField label="Name" :model-value="room.name" @update:model-value="(v) => setRoom({ name: v })" />
        <ChoiceField
          label="Use"
          aria-label="Use of this room"
          :model-value="room.use"
          :options="roomUses"
          @update:model-value="(v) => setRoom({ use: v })"
        />
        <button v-if="walk?.closed" class="key" type="button" @click="copyRoom(false)">Copy</button>
        <button v-if="walk?.closed" class="key" type="button" @click="copyRoom(true)">Mirror</button>
      </div>
      <RoomOverUnder :room="selection.room" />
      <ol>
        <li
          v-for="(leg, i) in walled"
          :key="leg.wall"
          class="grid grid-cols-[4.5rem_1fr_6rem] items-center gap-2 border-b border-rule py-1"
        >
          <button
            type="button"
            class="text-left font-bold hover:underline"
            @click="selection.choose({ kind: 'wall', id: leg.wall })"
          >
            Wall {{ letterOf(leg.wall) }}
          </button>
          <LengthField
            :key="`${leg.wall} ${gesture.left}`"
            :label="`Length of wall ${letterOf(leg.wall)}`"
            hide-label
            :model-value="leg.length"
            @update:model-value="(length) => setLength(leg.wall, length, leg.length)"
          />
          <span v-if="i === walled.length - 1 && !walk?.closed" />
          <span v-else-if="walk?.closed" class="text-sm text-quiet">{{ turnWords(leg.turn) }}</span>
          <NumberField
            v-else
            label="turn °"
            :aria-label="`Turn after wall ${letterOf(leg.wall)}, degrees to the right`"
            :model-value="leg.turn"
            @update:model-value="(turn) => setTurn(leg.wall, turn)"
          />
        </li>
      </ol>
      <div
        v-if="gap"
        class="my-3 border-l-4 bg-sheet p-3"
        :class="isUnderWay ? 'border-rule' : 'border-trouble'"
        data-closure
      >
        <button
          class="key float-right"
          type="button"
          @click="session.edit('walkBack', { room: roomInHand() })"
        >
          Take the last wall back
        </button>
        <p v-if="isUnderWay">
          <b>{{ formatLength(gap.distance) }}</b> to the corner where you started: {{ gapWords }}.
        </p>
        <p v-else>
          <b>Does not close by {{ formatLength(gap.distance) }}</b> at wall
          {{ letterOf(nth(walled, 0).wall) }}’s first corner: {{ gapWords }}.
        </p>
        <div class="mt-2 flex flex-wrap gap-2">
          <template v-if="legs.length > 2 && gap.distance < 60">
            <button
              class="key"
              type="button"
              @click="session.edit('closeRoom', { room: roomInHand(), closing: 'square' })"
            >
              Square it
            </button>
            <button
              class="key"
              type="button"
              @click="session.edit('closeRoom', { room: roomInHand(), closing: 'distribute' })"
            >
              Spread the error
            </button>
          </template>
          <button
            v-if="legs.length > 1"
            class="key"
            type="button"
            @click="session.edit('closeRoom', { room: roomInHand(), closing: 'last-wall' })"
          >
            Close with a last wall
          </button>
        </div>
      </div>
      <RoomThings />
      <button class="key mt-2" type="button" @click="session.edit('removeRoom', { room: roomInHand() })">
        Delete this room, keep its walls
      </button>
    </template>
    <LevelCard />
  </div>
</template>
