<script setup lang="ts">
import { formatLength, storyPoles, storyPoleSvg } from '@fieldchalk/core';
import { Printer } from '@lucide/vue';
import { computed } from 'vue';
import { useSession } from '../stores/session.ts';

/** The story poles of a job as sheets to print at true scale, cut out and tape end to end. */
const session = useSession();
const sheets = computed(() => {
  const { answered: plan, result } = session;
  if (!plan || !result) return [];
  return storyPoles(plan, result.marks).map((pole) => ({
    says: `${pole.levels.map((l) => plan.levels[l]?.name || l).join(', ')}: ${formatLength(pole.floorFinish)} of floor`,
    pages: storyPoleSvg(pole, `${plan.job.name}, story pole`).map(
      (svg) => `data:image/svg+xml;utf8,${encodeURIComponent(svg)}`,
    ),
  }));
});
const print = () => window.print();
</script>

<template>
  <section class="mx-auto max-w-5xl p-4">
    <header class="flex flex-wrap items-center gap-4 print:hidden">
      <h2 class="text-2xl font-bold">Story pole</h2>
      <button class="key key-main" type="button" @click="print"><Printer :size="18" /> Print</button>
      <p class="text-quiet">At 100 %, no fitting to the page. Measure the 6 in. bar first.</p>
    </header>
    <p v-if="session.result && sheets.length === 0" class="my-4 text-lg">
      No boxes are placed yet: a story pole shows their marks.
    </p>
    <section v-for="s in sheets" :key="s.says" :aria-label="s.says">
      <h2 class="heading print:hidden">{{ s.says }}</h2>
      <img
        v-for="(src, i) in s.pages"
        :key="i"
        :src="src"
        :alt="`${s.says}, page ${i + 1} of ${s.pages.length}`"
        class="my-2 w-[8.5in] max-w-full border border-rule bg-white break-after-page print:my-0 print:h-[11in] print:max-w-none print:border-0"
      />
    </section>
  </section>
</template>
