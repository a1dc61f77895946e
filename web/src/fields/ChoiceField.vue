<script setup lang="ts" generic="T extends string | number | boolean | null">
import { nextTick, useId } from 'vue';

/** One of a few. An option is a value, or a value with what it is called. The value chosen comes back as it was given, of its own type. */
type Option = T | { readonly value: T; readonly says: string };
const props = defineProps<{
  label: string;
  modelValue: T;
  options: readonly Option[];
  hideLabel?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: T] }>();
defineOptions({ inheritAttrs: false });
const id = useId();
const isNamed = (o: Option): o is { readonly value: T; readonly says: string } =>
  typeof o === 'object' && o !== null;
const valueOf = (o: Option): T => (isNamed(o) ? o.value : o);
const saysOf = (o: Option): string => (isNamed(o) ? o.says : String(o));
const keyOf = (value: T): string => String(value ?? '');
const indexNow = () => props.options.findIndex((o) => valueOf(o) === props.modelValue);

function take(event: Event) {
  const select = event.target as HTMLSelectElement;
  const chosen = props.options[select.selectedIndex];
  if (chosen !== undefined) emit('update:modelValue', valueOf(chosen));
  // What was refused does not stay chosen.
  void nextTick(() => (select.selectedIndex = indexNow()));
}
</script>

<template>
  <div :class="['min-w-0', $attrs['class']]">
    <label :for="id" :class="hideLabel ? 'sr-only' : 'text-sm text-quiet'">{{ label }}</label>
    <select
      :id="id"
      v-bind="{ ...$attrs, class: undefined }"
      class="field text-base"
      :value="keyOf(modelValue)"
      @change="take"
    >
      <option v-for="(o, i) in options" :key="i" :value="keyOf(valueOf(o))">{{ saysOf(o) }}</option>
    </select>
  </div>
</template>
