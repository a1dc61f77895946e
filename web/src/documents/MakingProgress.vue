<script setup lang="ts">
import { shareOf, type SheetsProgress } from './makeSheets.ts';

/** How far the server is with pages, and what went wrong with them. */
defineProps<{ progress: SheetsProgress | null; words: string; problem: string }>();
</script>

<template>
  <div v-if="progress" class="mb-3" role="status">
    <progress class="h-2 w-full accent-chalk" :value="shareOf(progress)" :aria-label="words" />
    <p class="text-sm text-quiet">{{ words }}</p>
  </div>
  <p v-if="problem" role="alert" class="mb-3 border-l-4 border-trouble p-2">{{ problem }}</p>
</template>
