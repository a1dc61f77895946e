<script setup lang="ts">
import { accesses } from '../closedFraming.ts';
import CheckField from '../../fields/CheckField.vue';
import TextField from '../../fields/TextField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import {
  entryOf,
  formatLength,
  framingNames,
  type Layer,
  must,
  readWalk,
  type RoomUse,
  roomUses,
  type Side,
  type Wall,
  sentence,
} from '@fieldchalk/core';
import { computed, ref } from 'vue';
import { useGesture } from '../../stores/gesture.ts';
import { onceReady } from '../../stores/onceReady.ts';
import { useSession } from '../../stores/session.ts';
import { wildLength, wildMove } from '../wild.ts';
import { useSelection } from '../../stores/selection.ts';
import { useWalk } from '../../stores/walk.ts';
import CardHead from './CardHead.vue';
import LayerList from './LayerList.vue';
import LengthField from '../../fields/LengthField.vue';
import { roomsAt, wallName, wallSeen } from './onWall.ts';

const session = useSession();
const gesture = useGesture();
const selection = useSelection();
const walk = useWalk();
const id = computed(() => selection.chosenId);
const wall = computed(() => session.opened.walls[id.value]);
const many = computed(() => selection.picked.length);
const span = computed(() => {
  const { from, to } = must(wall.value, 'the wall');
  const [a, b] = [entryOf(session.opened.points, from), entryOf(session.opened.points, to)];
  return Math.hypot(b.x - a.x, b.y - a.y);
});
const seen = computed(() => wallSeen(session.unrolled, id.value, span.value / 2));
const leg = computed(() => {
  const read = selection.room ? readWalk(session.opened, selection.room) : null;
  return read?.walk.legs.find((l) => l.wall === id.value);
});
const set = (changes: Partial<Omit<Wall, 'from' | 'to'>>) =>
  session.edit('setWalls', { walls: selection.picked, changes });
/** Positive moves the wall away from the room in hand. */
const called = computed(() => sentence(wallName(session.opened, session.unrolled, id.value)));
const moveOut = (by: number) =>
  gesture.make(
    'moveWall',
    { wall: id.value, offset: by * (seen.value?.side === 'left' ? -1 : 1) },
    wildMove(called.value, by),
  );
const setLength = (length: number, was: number) =>
  gesture.make(
    'setWallLength',
    { room: must(selection.room, 'the room in hand'), wall: id.value, length },
    wildLength(called.value, was, length),
  );
const side = computed(() => seen.value?.side ?? 'left');
const setLayers = (layers: Layer[]) =>
  session.edit('setLayers', { walls: selection.picked, side: side.value, layers });
const roomName = ref('');
const use = ref<RoomUse>('closet');
const roomBehind = onceReady((wall: string, side: Side | undefined) => {
  if (!side) return;
  const before = Object.keys(session.opened.rooms);
  const behind = { wall, side };
  if (!session.edit('startRoom', { name: roomName.value || 'Room', use: use.value, behind })) return;
  walk.turn = 0;
  const added = Object.keys(session.opened.rooms).find((r) => !before.includes(r));
  if (added) selection.chooseRoom(added);
});
const inLine = computed(() => {
  const { from, to } = must(wall.value, 'the wall');
  return Object.keys(session.opened.walls).filter((o) => {
    const w = entryOf(session.opened.walls, o);
    return o !== id.value && [w.from, w.to].some((p) => p === from || p === to);
  });
});
</script>

<template>
  <div v-if="wall" class="mb-4 border-b-2 border-ink pb-3" data-card>
    <CardHead
      :title="many > 1 ? `${many} walls` : called"
      :says="`${formatLength(span)} between centres · ${roomsAt(session.opened, session.shown?.rooms ?? {}, id).join(' and ') || 'no room yet'}`"
    />
    <div class="grid grid-cols-3 gap-2">
      <LengthField
        v-if="leg && selection.room"
        :key="gesture.left"
        label="Length, face to face"
        :model-value="leg.length"
        @update:model-value="(length) => setLength(length, leg?.length ?? length)"
      />
      <LengthField label="Move out by" :model-value="null" @update:model-value="moveOut" />
      <LengthField label="Move in by" :model-value="null" @update:model-value="(v) => moveOut(-v)" />
      <ChoiceField
        label="Framing"
        :model-value="wall.framing"
        :options="framingNames"
        @update:model-value="(framing) => set({ framing })"
      />
      <ChoiceField
        label="Spacing"
        :model-value="wall.spacing"
        :options="[12, 16, 19.2, 24].map((s) => ({ value: s, says: `${s} oc` }))"
        @update:model-value="(spacing) => set({ spacing })"
      />
      <ChoiceField
        label="Layout from"
        :model-value="wall.layoutFrom"
        :options="[
          { value: seen?.sign === -1 ? 'to' : 'from', says: 'left end' },
          { value: seen?.sign === -1 ? 'from' : 'to', says: 'right end' },
        ]"
        @update:model-value="(v) => set({ layoutFrom: v })"
      />
      <ChoiceField
        label="Cover"
        :model-value="wall.cover"
        :options="[
          { value: 'open', says: 'open framing' },
          { value: 'closed', says: 'closed, existing' },
        ]"
        @update:model-value="(v) => set({ cover: v })"
      />
      <ChoiceField
        v-if="wall.cover === 'closed'"
        label="Cable may"
        :model-value="wall.access"
        :options="accesses"
        @update:model-value="(way) => set({ access: way })"
      />
      <ChoiceField
        label="Rated"
        :model-value="wall.rated"
        :options="[
          { value: 'none', says: 'not rated' },
          { value: 'fire', says: 'for fire' },
          { value: 'sound', says: 'against sound' },
        ]"
        @update:model-value="(v) => set({ rated: v })"
      />
      <LengthField
        label="Height, if low"
        :model-value="wall.height ?? null"
        @update:model-value="(height) => set({ height })"
      />
    </div>
    <div class="mt-2 flex flex-wrap gap-x-4 gap-y-1">
      <CheckField
        label="bearing"
        :model-value="wall.bearing"
        @update:model-value="(bearing) => set({ bearing })"
      />
      <CheckField
        label="outside"
        :model-value="wall.exterior"
        @update:model-value="(exterior) => set({ exterior })"
      />
      <CheckField
        label="locked"
        :model-value="wall.locked"
        @update:model-value="(locked) => set({ locked })"
      />
    </div>
    <LayerList
      :title="`Finish on this side: ${formatLength(wall.finish[side])}`"
      :layers="wall.layers[side]"
      @change="setLayers"
    />
    <div class="mt-2 grid grid-cols-[1fr_7rem_auto] items-end gap-2">
      <TextField v-model="roomName" label="Room behind it" />
      <ChoiceField v-model="use" label="Use of the room behind" hide-label :options="roomUses" />
      <button class="key" type="button" :disabled="!seen" @click="roomBehind(id, seen?.side)">Walk it</button>
    </div>
    <div class="mt-2 flex flex-wrap gap-2">
      <button class="key" type="button" @click="session.edit('splitWall', { wall: id, at: span / 2 })">
        Split in half
      </button>
      <button
        v-for="other in inLine"
        :key="other"
        class="key"
        type="button"
        @click="session.edit('joinWalls', { walls: [id, other] })"
      >
        Join with {{ wallName(session.opened, session.unrolled, other) }}
      </button>
      <button
        class="key"
        type="button"
        @click="session.edit('copyWalls', { walls: selection.picked, by: { x: 0, y: 24 } })"
      >
        Copy
      </button>
      <button
        class="key"
        type="button"
        @click="session.edit('removeWalls', { walls: selection.picked }) && selection.choose(null)"
      >
        Delete
      </button>
    </div>
  </div>
</template>
