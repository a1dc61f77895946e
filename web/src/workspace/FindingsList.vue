<script setup lang="ts">
import type { Finding } from '@fieldchalk/core';
import { computed } from 'vue';
import { useJob } from '../stores/job.ts';

const job = useJob();
const findings = computed(() => job.result?.findings ?? []);
const shape = { error: '✕', warning: '▲', note: '•' } as const;
function go(finding: Finding) {
  const box = finding.about.find((id) => job.plan?.boxes[id]);
  if (box) job.choose({ kind: 'box', id: box });
}
</script>

<template>
  <section v-if="findings.length > 0" aria-label="Findings" class="mt-4">
    <h2 class="heading">Open</h2>
    <div
      v-for="(f, i) in findings"
      :key="i"
      class="mb-2 border-l-4 bg-sheet py-1 pl-3"
      :class="f.level === 'note' ? 'border-quiet' : 'border-trouble'"
      :data-finding="f.rule"
    >
      <button type="button" class="text-left" @click="go(f)">
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
