<script setup lang="ts">
import { useId } from 'vue';

/** A line of words, taken when it is left or Enter is pressed. */
withDefaults(defineProps<{ label: string; modelValue: string; hideLabel?: boolean; maxlength?: number }>(), {
  maxlength: 200,
});
const emit = defineEmits<{ 'update:modelValue': [text: string] }>();
defineOptions({ inheritAttrs: false });
const id = useId();
</script>

<template>
  <div :class="['min-w-0', $attrs['class']]">
    <label :for="id" :class="hideLabel ? 'sr-only' : 'text-sm text-quiet'">{{ label }}</label>
    <input
      :id="id"
      v-shown="modelValue"
      v-bind="{ ...$attrs, class: undefined }"
      class="field text-base"
      :maxlength="maxlength"
      @change="emit('update:modelValue', ($event.target as HTMLInputElement).value)"
    />
  </div>
</template>
