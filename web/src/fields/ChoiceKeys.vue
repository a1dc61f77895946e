<script setup lang="ts" generic="V extends string">
/** One of a few things, each a key of its own side by side. */
defineProps<{
  label: string;
  modelValue: V;
  options: readonly { readonly value: V; readonly says: string }[];
}>();
const emit = defineEmits<{ 'update:modelValue': [value: V] }>();
</script>

<template>
  <div class="flex flex-wrap" role="group" :aria-label="label">
    <button
      v-for="o in options"
      :key="o.value"
      class="key -ml-px first:ml-0"
      :class="{ 'bg-ink text-sheet': modelValue === o.value }"
      type="button"
      :aria-pressed="modelValue === o.value"
      @click="emit('update:modelValue', o.value)"
    >
      {{ o.says }}
    </button>
  </div>
</template>
