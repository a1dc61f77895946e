<script setup lang="ts">
import { boxNumber, isOnWall, must, wallSegment } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import LengthField from '../../fields/LengthField.vue';
import BoxBody from './BoxBody.vue';
import BoxDevices from './BoxDevices.vue';
import CardHead from './CardHead.vue';
import ManyBoxes from './ManyBoxes.vue';
import { wallName } from './onWall.ts';

/** A box on a ceiling or in a floor: where it is from the walls, what it holds, what it is. */
const session = useSession();
const selection = useSelection();
const id = computed(() => selection.chosenId);
const box = computed(() => session.plan?.boxes[id.value] ?? null);
const mark = computed(() => session.shown?.ceilings[session.drawnId(id.value)]);
const isCeiling = computed(() => box.value !== null && 'ceiling' in box.value.on);
const room = computed(() => {
  const on = box.value?.on;
  if (!on || isOnWall(on)) return '';
  const of = 'ceiling' in on ? on.ceiling : on.floor;
  return session.opened.rooms[of]?.name || of;
});
/** Moves the box square to one wall until it is so far from it. */
function setDistance(wall: string, was: number, now: number) {
  const on = must(box.value, 'the box').on;
  const line = wallSegment(session.opened, wall);
  if (isOnWall(on) || !line) return;
  const off = (on.x - line.a.x) * -line.u.y + (on.y - line.a.y) * line.u.x;
  const by = (off > 0 ? 1 : -1) * (now - was);
  session.edit('moveFlatBox', { box: id.value, x: on.x - line.u.y * by, y: on.y + line.u.x * by });
}
</script>

<template>
  <div v-if="box" class="mb-4 border-b-2 border-ink pb-3" data-card>
    <CardHead
      :title="`Box ${boxNumber(id)}`"
      :says="`${isCeiling ? 'Ceiling' : 'Floor'} of ${room}. Distances are from the walls’ framing to the middle of the box.`"
    />
    <div class="grid grid-cols-2 gap-2">
      <LengthField
        v-for="f in mark?.from ?? []"
        :key="f.wall"
        :label="`From ${wallName(session.opened, session.unrolled, f.wall)}`"
        :model-value="f.distance"
        @update:model-value="(now) => setDistance(f.wall, f.distance, now)"
      />
    </div>
    <p v-if="box.reason" class="text-sm">{{ box.reason }}</p>
    <BoxDevices :box="id" />
    <BoxBody :box="id" />
    <ManyBoxes />
  </div>
</template>
