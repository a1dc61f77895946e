<script setup lang="ts">
import { aroundRoom, entryOf, isLevelBelowGrade, type Room } from '@fieldchalk/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { overheads, underfoots } from '../closedFraming.ts';
import HollowChoice from './HollowChoice.vue';

/** What is over and under one room, where it is not what its level has, and what cable may do with a closed ceiling or floor. */
const props = defineProps<{ room: string }>();
const session = useSession();
const room = computed(() => session.opened.rooms[props.room]);
const level = computed(() => entryOf(session.opened.levels, room.value?.level ?? ''));
const around = computed(() => room.value && aroundRoom(session.opened, room.value));
const set = (
  changes: Partial<Pick<Room, 'above' | 'ceilingAccess' | 'below' | 'floorAccess' | 'belowGrade'>>,
) => session.edit('setRoom', { room: props.room, changes });
const asLevel = (has: string) => ({ value: null, says: `as its level: ${has}` });
</script>

<template>
  <div v-if="room && around" class="mb-2 grid grid-cols-2 gap-2">
    <HollowChoice
      label="Over this room"
      :has="room.above ?? null"
      :options="[asLevel(level.above), ...overheads]"
      :is-closed="around.above === 'closed'"
      closed="Its ceiling"
      :access="around.ceilingAccess"
      @has="(v) => set({ above: v ?? undefined })"
      @access="(v) => set({ ceilingAccess: v })"
    />
    <HollowChoice
      label="Under this room"
      :has="room.below ?? null"
      :options="[asLevel(level.below), ...underfoots]"
      :is-closed="around.below === 'closed'"
      closed="Its floor"
      :access="around.floorAccess"
      @has="(v) => set({ below: v ?? undefined })"
      @access="(v) => set({ floorAccess: v })"
    />
    <ChoiceField
      label="Ground outside"
      :model-value="room.belowGrade ?? null"
      :options="[
        asLevel(isLevelBelowGrade(session.opened, room.level) ? 'below grade' : 'above grade'),
        { value: false, says: 'above grade' },
        { value: true, says: 'below grade' },
      ]"
      @update:model-value="(v) => set({ belowGrade: v ?? undefined })"
    />
  </div>
</template>
