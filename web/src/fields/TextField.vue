<script setup lang="ts">
import { useId } from 'vue';
import FieldProblem from './FieldProblem.vue';

/** A line of words, taken when it is left or Enter is pressed. */
withDefaults(
  defineProps<{
    label: string;
    modelValue: string;
    hideLabel?: boolean;
    maxlength?: number;
    /** Why what was typed was not taken. */
    problem?: string;
  }>(),
  { maxlength: 200, problem: '' },
);
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
      :aria-invalid="problem !== ''"
      :aria-describedby="problem ? `${id}p` : undefined"
      @change="emit('update:modelValue', ($event.target as HTMLInputElement).value)"
    />
    <FieldProblem v-if="problem" :id="`${id}p`" :says="problem" />
  </div>
</template>
