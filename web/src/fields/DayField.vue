<script setup lang="ts">
import { useId } from 'vue';

/** A day as 2026-11-28, empty for none. Taken when the field is left or Enter is pressed: while its year is typed it is many days on the way. */
const props = defineProps<{
  label: string;
  modelValue: string;
  hideLabel?: boolean;
  /** It is for one day after another: empty again once one is taken. */
  clears?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [day: string] }>();
defineOptions({ inheritAttrs: false });
const id = useId();
function take(event: Event) {
  const input = event.target as HTMLInputElement;
  const { value } = input;
  if (value === props.modelValue) return;
  emit('update:modelValue', value);
  if (props.clears) input.value = '';
}
</script>

<template>
  <div :class="['min-w-0', $attrs['class']]">
    <label :for="id" :class="hideLabel ? 'sr-only' : 'text-sm text-quiet'">{{ label }}</label>
    <input
      :id="id"
      v-shown="modelValue"
      v-bind="{ ...$attrs, class: undefined }"
      class="field text-base"
      type="date"
      max="2199-12-31"
      @blur="take"
      @keydown.enter.prevent="take"
    />
  </div>
</template>
