<script setup lang="ts">
import type { Component } from 'vue';
import { useJob } from '../stores/job.ts';
import FindingsList from './FindingsList.vue';
import SelectionCard from './cards/SelectionCard.vue';

/** Beside the plan: news, the why of what is chosen, the stage's tools, and what is open. */
defineProps<{ panel: Component }>();
const job = useJob();
</script>

<template>
  <aside class="h-full min-h-0 overflow-y-auto bg-sheet px-4 py-3" aria-label="Work and reasons" tabindex="0">
    <p v-if="job.notice" role="alert" class="mb-3 border-l-4 border-chalk bg-chalk-soft p-2">
      {{ job.notice }}
    </p>
    <div v-if="job.problems.length > 0" role="alert" class="mb-3 border-l-4 border-trouble p-2">
      <p v-for="p in job.problems" :key="p.path">
        <b>{{ p.path }}</b> {{ p.message }}
      </p>
    </div>
    <template v-if="job.plan">
      <SelectionCard />
      <component :is="panel" />
      <FindingsList />
    </template>
  </aside>
</template>
