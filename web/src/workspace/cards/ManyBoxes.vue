<script setup lang="ts">
import { useJob } from '../../stores/job.ts';

/** What can be done with several boxes at once; nothing while only one is chosen. */
defineProps<{ linesUp?: boolean }>();
const job = useJob();
</script>

<template>
  <div v-if="job.picked.length > 1" class="mt-2 flex flex-wrap gap-2 bg-chalk-soft p-2">
    <b class="w-full">{{ job.picked.length }} boxes chosen</b>
    <button v-if="linesUp" class="key" type="button" @click="job.edit('alignBoxes', { boxes: job.picked })">
      Line up by their screws
    </button>
    <button class="key" type="button" @click="job.edit('keepBoxes', { boxes: job.picked })">Pin all</button>
    <button
      class="key"
      type="button"
      @click="job.edit('removeBoxes', { boxes: job.picked }) && job.choose(null)"
    >
      Delete all
    </button>
  </div>
</template>
