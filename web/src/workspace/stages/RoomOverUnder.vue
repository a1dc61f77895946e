<script setup lang="ts">
import ChoiceField from '../../fields/ChoiceField.vue';
import { entryOf, type Room } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { accesses, overheads, underfoots } from '../closedFraming.ts';

/** What is over and under one room, where it is not what its level has, and what cable may do with a closed ceiling or floor. */
const props = defineProps<{ room: string }>();
const session = useSession();
const room = computed(() => session.opened.rooms[props.room]);
const level = computed(() => entryOf(session.opened.levels, room.value?.level ?? ''));
const set = (changes: Partial<Pick<Room, 'above' | 'ceilingAccess' | 'below' | 'floorAccess'>>) =>
  session.edit('setRoom', { room: props.room, changes });
const asLevel = (has: string) => ({ value: null, says: `as its level: ${has}` });
const isClosed = computed(() => (room.value?.above ?? level.value.above) === 'closed');
const isFloorClosed = computed(() => (room.value?.below ?? level.value.below) === 'closed');
</script>

<template>
  <div v-if="room" class="mb-2 grid grid-cols-2 gap-2">
    <ChoiceField
      label="Over this room"
      :model-value="room.above ?? null"
      :options="[asLevel(level.above), ...overheads]"
      @update:model-value="(v) => set({ above: v ?? undefined })"
    />
    <ChoiceField
      v-if="isClosed"
      label="Its ceiling: cable may"
      :model-value="room.ceilingAccess ?? level.ceilingAccess"
      :options="accesses"
      @update:model-value="(v) => set({ ceilingAccess: v })"
    />
    <ChoiceField
      label="Under this room"
      :model-value="room.below ?? null"
      :options="[asLevel(level.below), ...underfoots]"
      @update:model-value="(v) => set({ below: v ?? undefined })"
    />
    <ChoiceField
      v-if="isFloorClosed"
      label="Its floor: cable may"
      :model-value="room.floorAccess ?? level.floorAccess"
      :options="accesses"
      @update:model-value="(v) => set({ floorAccess: v })"
    />
  </div>
</template>
