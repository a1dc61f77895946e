<script setup lang="ts">
import { formatLength } from '@fieldchalk/core';
import { computed } from 'vue';
import { useJob } from '../../stores/job.ts';
import { endName } from '../names.ts';

const job = useJob();
const runs = computed(() => Object.entries(job.result?.runs ?? {}));
</script>

<template>
  <div>
    <button
      class="key key-main w-full justify-center"
      type="button"
      @click="job.edit('propose', { only: ['runs'] })"
    >
      Lay the runs <kbd class="text-sm opacity-80">R</kbd>
    </button>
    <button class="key mt-2 w-full justify-center" type="button" @click="job.edit('clearRuns', {})">
      Take them up
    </button>
    <button
      v-for="[id, r] in runs"
      :key="id"
      type="button"
      class="row w-full text-left hover:bg-chalk-soft"
      :class="{ 'bg-chalk-soft': job.selection?.id === id }"
      :data-run="id"
      @click="job.choose({ kind: 'run', id })"
    >
      <span
        >{{ endName(job.plan!, job.plan!.runs[id]?.from ?? null) }} →
        {{ endName(job.plan!, job.plan!.runs[id]?.to ?? null) }} · {{ r.cable }} ·
        {{ r.way ?? 'no way' }}</span
      ><b>cut {{ formatLength(r.length.cut) }}</b>
    </button>
    <p class="mt-3 text-sm text-quiet">
      Eye protection for drilling. No holes in engineered trusses or beams without their maker’s or an
      engineer’s word.
    </p>
  </div>
</template>
