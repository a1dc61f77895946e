<script setup lang="ts">
import { X } from '@lucide/vue';
import DayField from '../../fields/DayField.vue';
import { dayWords } from './scheduleDays.ts';

/** Days, one key each to take it out again, and a field for one more. */
const props = defineProps<{ label: string; days: readonly string[] }>();
const emit = defineEmits<{ update: [days: string[]] }>();
function add(day: string) {
  if (day !== '' && !props.days.includes(day)) emit('update', [...props.days, day].sort());
}
</script>

<template>
  <div class="flex flex-wrap items-end gap-1.5">
    <DayField class="w-40" clears :label="label" model-value="" @update:model-value="add" />
    <button
      v-for="day in days"
      :key="day"
      class="key"
      type="button"
      :aria-label="`${label} ${dayWords(day)} no more`"
      @click="
        emit(
          'update',
          days.filter((d) => d !== day),
        )
      "
    >
      {{ dayWords(day) }} <X :size="14" aria-hidden="true" />
    </button>
  </div>
</template>
