<script setup lang="ts">
import { useId } from 'vue';

/** A password or the like: typed once, and shown while one asks to see it. */
defineProps<{ label: string; modelValue: string; autocomplete: 'current-password' | 'new-password' }>();
const emit = defineEmits<{ 'update:modelValue': [text: string] }>();
const id = useId();
</script>

<template>
  <div class="min-w-0">
    <label :for="id" class="text-sm text-quiet">{{ label }}</label>
    <input
      :id="id"
      class="field min-h-11 text-base"
      type="password"
      maxlength="200"
      :autocomplete="autocomplete"
      :value="modelValue"
      @input="emit('update:modelValue', ($event.target as HTMLInputElement).value)"
    />
  </div>
</template>
