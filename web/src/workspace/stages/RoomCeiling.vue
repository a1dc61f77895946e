<script setup lang="ts">
import ChoiceField from '../../fields/ChoiceField.vue';
import { entryOf, type Room } from '@fieldchalk/core';
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import { accesses, overheads } from '../closedFraming.ts';

/** What is over one room, where it is not what is over its level, and what cable may do with a closed ceiling. */
const props = defineProps<{ room: string }>();
const session = useSession();
const room = computed(() => session.opened.rooms[props.room]);
const level = computed(() => entryOf(session.opened.levels, room.value?.level ?? ''));
const set = (changes: Partial<Pick<Room, 'above' | 'ceilingAccess'>>) =>
  session.edit('setRoom', { room: props.room, changes });
const asLevel = computed(() => ({ value: null, says: `as its level: ${level.value.above}` }));
const isClosed = computed(() => (room.value?.above ?? level.value.above) === 'closed');
</script>

<template>
  <div v-if="room" class="mb-2 grid grid-cols-2 gap-2">
    <ChoiceField
      label="Over this room"
      :model-value="room.above ?? null"
      :options="[asLevel, ...overheads]"
      @update:model-value="(v) => set({ above: v ?? undefined })"
    />
    <ChoiceField
      v-if="isClosed"
      label="Cable may"
      :model-value="room.ceilingAccess ?? level.ceilingAccess"
      :options="accesses"
      @update:model-value="(v) => set({ ceilingAccess: v })"
    />
  </div>
</template>
