<script setup lang="ts">
import { nextTick, useTemplateRef } from 'vue';

/** Yes or no, with its words beside it. What is refused goes back to what is. */
const props = defineProps<{ label: string; modelValue: boolean }>();
const emit = defineEmits<{ 'update:modelValue': [value: boolean] }>();
const box = useTemplateRef('box');
async function change() {
  if (!box.value) return;
  emit('update:modelValue', box.value.checked);
  await nextTick();
  box.value.checked = props.modelValue;
}
</script>

<template>
  <label class="flex items-center gap-2">
    <input ref="box" type="checkbox" class="h-5 w-5 shrink-0" :checked="modelValue" @change="change" />
    {{ label }}
  </label>
</template>
