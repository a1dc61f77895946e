<script setup lang="ts">
import { useTrouble } from './stores/trouble.ts';

/** Over everything: what went wrong, and that the work is safe. */
const trouble = useTrouble();
const reload = () => window.location.reload();
</script>

<template>
  <div
    v-if="trouble.last"
    class="fixed inset-x-0 top-0 z-30 flex flex-wrap items-center gap-3 border-b-4 border-trouble bg-sheet px-4 py-2 text-ink shadow-lg"
    role="alert"
    data-trouble
  >
    <p class="flex-1">
      <b>That did not work: {{ trouble.last.message }}.</b> Your work is kept; it has been written to the log.
    </p>
    <button class="key" type="button" @click="reload">Load the page again</button>
    <button class="key" type="button" @click="trouble.clear()">Go on</button>
  </div>
</template>
