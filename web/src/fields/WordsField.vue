<script setup lang="ts">
import { useId } from 'vue';

/** Several lines of words, taken when the field is left. */
withDefaults(defineProps<{ label: string; modelValue: string; rows?: number; maxlength?: number }>(), {
  rows: 3,
  maxlength: 1000,
});
const emit = defineEmits<{ 'update:modelValue': [text: string] }>();
const id = useId();
</script>

<template>
  <div class="min-w-0">
    <label :for="id" class="text-sm text-quiet">{{ label }}</label>
    <textarea
      :id="id"
      v-shown="modelValue"
      class="field py-1 text-base"
      :rows="rows"
      :maxlength="maxlength"
      @change="emit('update:modelValue', ($event.target as HTMLTextAreaElement).value)"
    />
  </div>
</template>
