<script setup lang="ts">
import { useJob } from '../../stores/job.ts';

defineProps<{ title: string; says?: string }>();
const job = useJob();
</script>

<template>
  <div class="flex items-start justify-between gap-2">
    <div>
      <p class="text-2xl font-bold">{{ title }}</p>
      <p v-if="says" class="mb-2 text-sm text-quiet">{{ says }}</p>
    </div>
    <button class="key" type="button" aria-label="Close" @click="job.choose(null)">✕</button>
  </div>
</template>
