<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import { useJob } from '../stores/job.ts';

const job = useJob();
const findings = computed(() => job.result?.findings ?? []);
const shape = { error: '✕', warning: '▲', note: '•' } as const;
const list = ref<HTMLElement | null>(null);
watch(
  () => job.finding,
  async (index) => {
    await nextTick();
    if (index !== null) list.value?.children[index + 1]?.scrollIntoView({ block: 'nearest' });
  },
);
</script>

<template>
  <section v-if="findings.length > 0" ref="list" aria-label="Findings" class="mt-4">
    <h2 class="heading">Open <span class="text-sm font-normal text-quiet">N steps through</span></h2>
    <div
      v-for="(f, i) in findings"
      :key="i"
      class="mb-2 border-l-4 py-1 pl-3"
      :class="[
        f.level === 'note' ? 'border-quiet' : 'border-trouble',
        { 'bg-chalk-soft': job.finding === i },
      ]"
      :data-finding="f.rule"
    >
      <button type="button" class="text-left" @click="job.showFinding(i)">
        <b>{{ shape[f.level] }} {{ f.says }}</b>
      </button>
      <p class="text-sm">{{ f.fix }}</p>
      <p class="text-sm text-quiet">{{ f.source }}</p>
      <button v-for="(x, k) in f.fixes" :key="x.label" type="button" class="key my-1" @click="job.fix(f, k)">
        {{ x.label }}
      </button>
    </div>
  </section>
</template>
