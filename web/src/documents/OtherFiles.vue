<script setup lang="ts">
import { Download } from '@lucide/vue';
import { entryOf } from '@fieldchalk/core';
import { computed, ref } from 'vue';
import { download, saveLists } from '../download.ts';
import { useSession } from '../stores/session.ts';

/** The job for other programs: levels as drawings, lists as a workbook, the plan itself. All but IFC are made in the window, and need no network. */
defineProps<{ job: string }>();
const session = useSession();
const levels = computed(() =>
  Object.entries(session.plan?.levels ?? {}).sort(([, a], [, b]) => a.elevation - b.elevation),
);
const name = computed(() => session.plan?.job.name ?? 'Job');
const problem = ref('');
async function save(make: () => Promise<void>) {
  problem.value = '';
  await make().catch(() => (problem.value = 'This could not be made. Check the connection and try again.'));
}
const drawing = (level: string) =>
  save(async () => {
    const { planDxf } = await import('@fieldchalk/core/drawings');
    const { drawn, result } = session;
    if (!result) return;
    const says = entryOf(drawn.levels, level).name || level;
    download(`${name.value}, ${says}.dxf`, planDxf(drawn, result, level), 'image/vnd.dxf');
  });
const lists = () => save(() => saveLists(`${name.value}, lists.xlsx`, session.drawn, session.result));
const plan = () =>
  save(() => {
    download(`${name.value}.json`, JSON.stringify(session.opened, null, 2), 'application/json');
    return Promise.resolve();
  });
</script>

<template>
  <section aria-label="For other programs">
    <h3 class="heading">For other programs</h3>
    <div class="flex flex-wrap gap-2">
      <button
        v-for="[id, level] in levels"
        :key="id"
        class="key"
        type="button"
        :disabled="!session.result"
        @click="drawing(id)"
      >
        <Download :size="18" aria-hidden="true" /> {{ level.name || id }}, DXF
      </button>
      <a class="key" :href="`/api/jobs/${job}/ifc`" download>
        <Download :size="18" aria-hidden="true" /> House, IFC
      </a>
      <button class="key" type="button" :disabled="!session.result" @click="lists">
        <Download :size="18" aria-hidden="true" /> Lists, XLSX
      </button>
      <button class="key" type="button" @click="plan">
        <Download :size="18" aria-hidden="true" /> Plan, JSON
      </button>
    </div>
    <p v-if="problem" role="alert" class="mt-2 border-l-4 border-trouble p-2">{{ problem }}</p>
  </section>
</template>
