<script setup lang="ts">
import { useSelection } from '../../stores/selection.ts';

defineProps<{ title: string; says?: string }>();
const selection = useSelection();
</script>

<template>
  <div class="flex items-start justify-between gap-2">
    <div>
      <p class="text-2xl font-bold">{{ title }}</p>
      <p v-if="says" class="mb-2 text-sm text-quiet">{{ says }}</p>
    </div>
    <button class="key" type="button" aria-label="Close" @click="selection.choose(null)">✕</button>
  </div>
</template>
