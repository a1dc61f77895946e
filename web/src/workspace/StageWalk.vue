<script setup lang="ts">
import {
  formatLength,
  readWalk,
  roomUses,
  walkClosure,
  wallLetter,
  type Opening,
  type RoomUse,
} from '@fieldchalk/core';
import { computed, ref } from 'vue';
import { useJob } from '../stores/job.ts';
import { useWalk } from '../stores/walk.ts';
import LengthField from './LengthField.vue';

const job = useJob();
const turning = useWalk();
const name = ref('');
const use = ref<RoomUse>('bedroom');
const walk = computed(() => (job.plan && job.room ? readWalk(job.plan, job.room) : null));
const legs = computed(() => walk.value?.walk.legs ?? []);
const gap = computed(() =>
  walk.value && !walk.value.closed && legs.value.length > 1 ? walkClosure(walk.value.walk) : null,
);
const room = computed(() => (job.room ? job.plan?.rooms[job.room] : null));

function start() {
  const known = Object.keys(job.plan!.rooms);
  if (!job.edit('startRoom', { name: name.value || 'Room', use: use.value })) return;
  const added = Object.keys(job.plan!.rooms).find((id) => !known.includes(id));
  if (added) job.chooseRoom(added);
  turning.turn = 0;
  name.value = '';
}
const openings = computed(() =>
  Object.entries(job.plan?.openings ?? {}).filter(([, o]) => legs.value.some((l) => l.wall === o.wall)),
);
function letterOf(wall: string) {
  return (
    job.unrolled?.walls.find((w) => w.wall === wall)?.letter ??
    wallLetter(legs.value.findIndex((l) => l.wall === wall))
  );
}
function fromLeft(id: string): number {
  const o = job.plan!.openings[id]!;
  const wall = job.unrolled?.walls.find((w) => w.wall === o.wall);
  if (!wall) return o.at;
  return wall.sign === 1 ? o.at - wall.origin : wall.origin - o.at - o.width;
}
function setFromLeft(id: string, value: number) {
  const o = job.plan!.openings[id]!;
  const wall = job.unrolled!.walls.find((w) => w.wall === o.wall)!;
  job.edit('setOpening', {
    opening: id,
    changes: { at: wall.sign === 1 ? wall.origin + value : wall.origin - value - o.width },
  });
}
const ribbonWall = (o: Opening) => job.unrolled?.walls.find((w) => w.wall === o.wall);
const hingeSide = (o: Opening) => ((o.hinge === 'from') === (ribbonWall(o)?.sign === 1) ? 'left' : 'right');
const swings = (o: Opening) => (o.swing === ribbonWall(o)?.side ? 'in' : 'out');
function setHinge(id: string, side: string) {
  const forward = ribbonWall(job.plan!.openings[id]!)?.sign === 1;
  job.edit('setOpening', { opening: id, changes: { hinge: (side === 'left') === forward ? 'from' : 'to' } });
}
function setSwing(id: string, way: string) {
  const inward = ribbonWall(job.plan!.openings[id]!)?.side ?? 'left';
  job.edit('setOpening', {
    opening: id,
    changes: { swing: way === 'in' ? inward : inward === 'left' ? 'right' : 'left' },
  });
}
const turnWords = (turn: number) =>
  turn === 90 ? 'turn right' : turn === -90 ? 'turn left' : `turn ${Math.round(turn * 10) / 10}°`;
function setTurn(wall: string, event: Event) {
  const turn = Number((event.target as HTMLInputElement).value);
  if (Number.isFinite(turn)) job.edit('setTurn', { room: job.room!, wall, turn });
}
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
    <div v-if="room && legs.length === 0" class="my-2 rounded-sm border-l-4 border-chalk bg-chalk-soft p-3">
      Stand in the corner left of the door and type the first wall in the <b>chalk</b> line below, as the tape
      reads it: <b>12'6-1/2" right</b>. Right or left is the turn after it.
    </div>
    <form v-if="!room || walk?.closed" class="grid grid-cols-2 gap-2" @submit.prevent="start">
      <label class="text-sm text-quiet"
        >Room name<input v-model="name" class="field text-base" maxlength="200"
      /></label>
      <label class="text-sm text-quiet"
        >Use<select v-model="use" class="field text-base">
          <option v-for="u in roomUses" :key="u">{{ u }}</option>
        </select></label
      >
      <button class="key key-main col-span-2 justify-center" type="submit">Start a room</button>
    </form>
    <template v-if="room && legs.length > 0 && job.room">
      <h2 class="heading">{{ room.name }}, as walked</h2>
      <ol>
        <li
          v-for="(leg, i) in legs"
          :key="leg.wall"
          class="grid grid-cols-[4.5rem_1fr_6rem] items-center gap-2 border-b border-rule py-1"
        >
          <b>Wall {{ letterOf(leg.wall!) }}</b>
          <LengthField
            :label="`Length of wall ${letterOf(leg.wall!)}`"
            hide-label
            :model-value="leg.length"
            @update:model-value="
              (length) => job.edit('setWallLength', { room: job.room!, wall: leg.wall!, length })
            "
          />
          <span v-if="i === legs.length - 1 && !walk!.closed" />
          <span v-else-if="walk!.closed" class="text-sm text-quiet">{{ turnWords(leg.turn) }}</span>
          <label v-else class="text-sm text-quiet"
            >turn °<input
              class="field"
              type="number"
              step="any"
              :aria-label="`Turn after wall ${letterOf(leg.wall!)}, degrees to the right`"
              :value="leg.turn"
              @change="setTurn(leg.wall!, $event)"
          /></label>
        </li>
      </ol>
      <div v-if="gap" class="my-3 border-l-4 border-trouble bg-sheet p-3" data-closure>
        <p v-if="gap.distance > 24 || legs.length < 3">
          <b>{{ formatLength(gap.distance) }}</b> to the corner where you started: {{ gapWords }}.
        </p>
        <p v-else>
          <b>Does not close by {{ formatLength(gap.distance) }}</b> at wall {{ letterOf(legs[0]!.wall!) }}’s
          first corner: {{ gapWords }}.
        </p>
        <div class="mt-2 flex flex-wrap gap-2">
          <template v-if="legs.length > 2 && gap.distance < 60">
            <button
              class="key"
              type="button"
              @click="job.edit('closeRoom', { room: job.room!, closing: 'square' })"
            >
              Square it
            </button>
            <button
              class="key"
              type="button"
              @click="job.edit('closeRoom', { room: job.room!, closing: 'distribute' })"
            >
              Spread the error
            </button>
          </template>
          <button
            v-if="legs.length > 1"
            class="key"
            type="button"
            @click="job.edit('closeRoom', { room: job.room!, closing: 'last-wall' })"
          >
            Close with a last wall
          </button>
        </div>
      </div>
      <h2 class="heading">Doors and windows</h2>
      <p v-if="openings.length === 0" class="text-quiet">
        Type <b>door 32 at 14 wall C hinge left swing in</b> or <b>window 48 at 5' wall A sill 36 head 80</b>.
        “At” is from the wall’s left corner, as you face it.
      </p>
      <div v-for="[id, o] in openings" :key="id" class="border-b border-rule py-2">
        <div class="flex items-center justify-between">
          <b>{{ o.kind }} · wall {{ letterOf(o.wall) }}</b
          ><button
            class="key"
            type="button"
            :aria-label="`Remove ${o.kind} on wall ${letterOf(o.wall)}`"
            @click="job.edit('removeOpening', { opening: id })"
          >
            Remove
          </button>
        </div>
        <div class="grid grid-cols-4 gap-2">
          <LengthField
            label="From left"
            :model-value="fromLeft(id)"
            @update:model-value="(v) => setFromLeft(id, v)"
          />
          <LengthField
            label="Width"
            :model-value="o.width"
            @update:model-value="(width) => job.edit('setOpening', { opening: id, changes: { width } })"
          />
          <LengthField
            label="Head"
            :model-value="o.head"
            @update:model-value="(head) => job.edit('setOpening', { opening: id, changes: { head } })"
          />
          <LengthField
            label="Sill"
            :model-value="o.sill"
            @update:model-value="(sill) => job.edit('setOpening', { opening: id, changes: { sill } })"
          />
          <template v-if="o.kind === 'door'">
            <label class="col-span-2 text-sm text-quiet"
              >Hinge<select
                class="field text-base"
                :value="hingeSide(o)"
                @change="setHinge(id, ($event.target as HTMLSelectElement).value)"
              >
                <option>left</option>
                <option>right</option>
              </select></label
            >
            <label class="col-span-2 text-sm text-quiet"
              >Swing<select
                class="field text-base"
                :value="swings(o)"
                @change="setSwing(id, ($event.target as HTMLSelectElement).value)"
              >
                <option value="in">into this room</option>
                <option value="out">out of it</option>
              </select></label
            >
          </template>
        </div>
      </div>
      <h2 class="heading">Walls</h2>
      <div
        v-for="leg in legs"
        :key="leg.wall"
        class="grid grid-cols-[3.7rem_4.4rem_5rem_6rem_1fr] items-center gap-2 py-1"
      >
        <b>Wall {{ letterOf(leg.wall!) }}</b>
        <select
          class="field"
          :aria-label="`Framing of wall ${letterOf(leg.wall!)}`"
          :value="job.plan!.walls[leg.wall!]?.framing"
          @change="
            job.edit('setWall', {
              wall: leg.wall!,
              changes: { framing: ($event.target as HTMLSelectElement).value as '2x4' },
            })
          "
        >
          <option>2x4</option>
          <option>2x6</option>
          <option>2x8</option>
        </select>
        <select
          class="field"
          :aria-label="`Spacing in wall ${letterOf(leg.wall!)}`"
          :value="job.plan!.walls[leg.wall!]?.spacing"
          @change="
            job.edit('setWall', {
              wall: leg.wall!,
              changes: { spacing: Number(($event.target as HTMLSelectElement).value) },
            })
          "
        >
          <option :value="16">16 oc</option>
          <option :value="24">24 oc</option>
        </select>
        <select
          class="field"
          :aria-label="`Layout of wall ${letterOf(leg.wall!)} starts`"
          :value="job.plan!.walls[leg.wall!]?.layoutFrom"
          @change="
            job.edit('setWall', {
              wall: leg.wall!,
              changes: { layoutFrom: ($event.target as HTMLSelectElement).value as 'from' },
            })
          "
        >
          <option value="from">from left</option>
          <option value="to">from right</option>
        </select>
        <label class="text-sm"
          ><input
            type="checkbox"
            :checked="job.plan!.walls[leg.wall!]?.exterior"
            @change="
              job.edit('setWall', {
                wall: leg.wall!,
                changes: { exterior: ($event.target as HTMLInputElement).checked },
              })
            "
          />
          ext.</label
        >
      </div>
    </template>
  </div>
</template>
