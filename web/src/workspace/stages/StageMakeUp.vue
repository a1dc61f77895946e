<script setup lang="ts">
import { boundedRooms, boxNumber, compareIds, deviceWords, entryOf, roomOfBox } from '@fieldchalk/core';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';
import { boxMadeUp } from '../frame/inHand.ts';
import NothingThere from '../NothingThere.vue';

/** The boxes that cable comes into, room by room: which is made up is chosen here. */
const session = useSession();
const selection = useSelection();
const route = useRoute();
const held = (box: string) =>
  Object.values(session.drawn.devices)
    .filter((d) => d.box === box)
    .sort((a, b) => a.slot - b.slot)
    .map((d) => deviceWords(d.kind))
    .join(', ') || 'splices';
const groups = computed(() => {
  if (!session.answered) return [];
  const rooms = new Map<string, string[]>();
  const seen = boundedRooms(session.drawn);
  for (const box of Object.keys(session.result?.makeup ?? {}).sort(compareIds)) {
    const room = roomOfBox(entryOf(session.drawn.boxes, box), seen);
    const name = (room && session.drawn.rooms[room]?.name) || 'Outside the rooms';
    rooms.set(name, [...(rooms.get(name) ?? []), box]);
  }
  const here = session.drawn.rooms[selection.room ?? '']?.name;
  return [...rooms].sort(([a], [b]) => Number(b === here) - Number(a === here));
});
const inHand = computed(() => boxMadeUp(session, selection));
const isMade = (box: string) => session.done.get(`makeup ${box}`) ?? false;
const joints = (box: string) => entryOf(session.result?.makeup ?? {}, box).joints.length;
</script>

<template>
  <div>
    <RouterLink class="key" :to="`/jobs/${String(route.params['job'])}/makeup`"
      >All sheets, to print</RouterLink
    >
    <NothingThere v-if="groups.length === 0" class="my-4">
      No cable comes into any box yet: assign circuits and lay the runs first.
    </NothingThere>
    <div v-for="[name, boxes] in groups" :key="name">
      <h2 class="heading">{{ name }}</h2>
      <button
        v-for="box in boxes"
        :key="box"
        type="button"
        class="row w-full text-left hover:bg-chalk-soft"
        :class="{ 'bg-chalk-soft': inHand === box }"
        :aria-pressed="inHand === box"
        @click="selection.choose({ kind: 'box', id: session.nowOf(box) })"
      >
        <span
          ><b>{{ isMade(box) ? '✓ ' : '' }}{{ boxNumber(box) }}</b> · {{ held(box) }}</span
        ><span class="whitespace-nowrap text-quiet">{{ joints(box) }} joints</span>
      </button>
    </div>
  </div>
</template>
