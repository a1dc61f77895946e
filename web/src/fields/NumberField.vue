<script setup lang="ts" generic="N extends number | null">
import FieldProblem from './FieldProblem.vue';
import { ref, useId } from 'vue';
import { readNumber } from './number.ts';

/** A number, taken when it is left or Enter is pressed. What cannot be taken stays in the field with the way out. */
const props = defineProps<{
  label: string;
  modelValue: N;
  min?: number;
  max?: number;
  whole?: boolean;
  /** Whether it may be left empty. */
  optional?: boolean;
  hideLabel?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: N] }>();
defineOptions({ inheritAttrs: false });
const id = useId();
const problem = ref('');

function take(event: Event) {
  const read = readNumber((event.target as HTMLInputElement).value, props);
  problem.value = read.ok ? '' : read.problem;
  // What an optional field may be empty of is in its own type.
  if (read.ok) emit('update:modelValue', read.value as N);
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
      type="text"
      inputmode="decimal"
      autocomplete="off"
      :aria-invalid="problem !== ''"
      :aria-describedby="problem ? `${id}p` : undefined"
      @change="take"
    />
    <FieldProblem v-if="problem" :id="`${id}p`" :says="problem" />
  </div>
</template>
