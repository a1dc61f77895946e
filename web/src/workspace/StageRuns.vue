<script setup lang="ts">
import { formatLength, type Plan } from '@fieldchalk/core';
import { computed } from 'vue';
import { useJob } from '../stores/job.ts';

const job = useJob();
const runs = computed(() => Object.entries(job.result?.runs ?? {}));
const endName = (id: string | null) =>
  id === null
    ? 'open end'
    : job.plan!.panels[id]
      ? job.plan!.panels[id].name || 'panel'
      : `box ${id.replace(/^\D+/, '')}`;
type Way = Plan['runs'][string]['way'];
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
    <details v-for="[id, r] in runs" :key="id" class="border-b border-rule py-1" :data-run="id">
      <summary class="row cursor-pointer border-0">
        <span
          >{{ endName(job.plan!.runs[id]?.from ?? null) }} → {{ endName(job.plan!.runs[id]?.to ?? null) }} ·
          {{ r.cable }} · {{ r.way ?? 'no way' }}</span
        ><b>cut {{ formatLength(r.length.cut) }}</b>
      </summary>
      <div class="row pl-4 text-sm">
        <span>Along the run</span><span>{{ formatLength(r.length.path) }}</span>
      </div>
      <div class="row pl-4 text-sm">
        <span>Service loops</span><span>{{ formatLength(r.length.loops) }}</span>
      </div>
      <div class="row pl-4 text-sm">
        <span>Free ends</span><span>{{ formatLength(r.length.ends) }}</span>
      </div>
      <div class="row pl-4 text-sm">
        <span>Margin</span><span>{{ formatLength(r.length.margin) }}</span>
      </div>
      <div class="row pl-4 text-sm">
        <span>Holes and staples</span><span>{{ r.bores.length }} and {{ r.staples }}</span>
      </div>
      <label class="block pl-4 text-sm text-quiet"
        >Way
        <select
          class="field text-base"
          :value="job.plan!.runs[id]?.way"
          @change="job.edit('setRunWay', { run: id, way: ($event.target as HTMLSelectElement).value as Way })"
        >
          <option value="auto">cheapest</option>
          <option value="wall">stay in the wall</option>
          <option value="over">over the plates</option>
          <option value="under">under the floor</option>
          <option value="surface">on the surface</option>
        </select>
      </label>
    </details>
    <p class="mt-3 text-sm text-quiet">
      Eye protection for drilling. No holes in engineered trusses or beams without their maker’s or an
      engineer’s word.
    </p>
  </div>
</template>
