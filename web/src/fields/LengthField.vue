<script setup lang="ts">
import FieldProblem from './FieldProblem.vue';
import { parseLength, typedLength } from '@fieldchalk/core';
import { nextTick, ref, useId, watch } from 'vue';

/** A length that is typed as it is said. What cannot be read stays in the field with the way out; Escape brings the old one back. */
const props = defineProps<{
  label: string;
  modelValue: number | null;
  hideLabel?: boolean;
  refuse?: string;
}>();
const emit = defineEmits<{ 'update:modelValue': [inches: number] }>();
const id = useId();
const text = ref('');
const problem = ref('');
const show = () => (props.modelValue === null ? '' : typedLength(props.modelValue));
watch(
  () => props.modelValue,
  () => (text.value = show()),
  { immediate: true },
);

function take() {
  if (text.value === show()) return void (problem.value = '');
  const read = parseLength(text.value);
  problem.value = read.ok ? '' : read.problem;
  if (!read.ok) return;
  emit('update:modelValue', read.inches);
  // A field that keeps no value of its own is for the next length.
  void nextTick(() => props.modelValue === null && (text.value = ''));
}
function back() {
  text.value = show();
  problem.value = '';
}
</script>

<template>
  <div class="min-w-0">
    <label :for="id" :class="hideLabel ? 'sr-only' : 'text-sm text-quiet'">{{ label }}</label>
    <input
      :id="id"
      v-model="text"
      class="field"
      autocomplete="off"
      data-length
      :aria-invalid="problem !== ''"
      :aria-describedby="problem ? `${id}p` : undefined"
      @change="take"
      @keydown.enter.prevent="take"
      @keydown.escape="back"
    />
    <FieldProblem v-if="problem" :id="`${id}p`" :says="problem" />
  </div>
</template>
