<script setup lang="ts">
import TextField from '../fields/TextField.vue';
import { onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import type { Job, JobSummary } from '@fieldchalk/contracts';
import { call } from '../session/api.ts';

const router = useRouter();
const jobs = ref<JobSummary[] | null>(null);
const name = ref('');
const says = ref('');

async function attempt(work: () => Promise<void>) {
  says.value = '';
  try {
    await work();
  } catch (error) {
    says.value = (error as Error).message;
  }
}
onMounted(() => attempt(async () => void (jobs.value = await call<JobSummary[]>('GET', '/jobs'))));

function create() {
  if (name.value.trim() === '')
    return void (says.value = 'Job name: type what you call this job, like “Marl Street addition”.');
  return attempt(async () => {
    const job = await call<Job>('POST', '/jobs', { name: name.value.trim() });
    await router.push(`/jobs/${job.id}/walk`);
  });
}
</script>

<template>
  <main class="mx-auto max-w-3xl p-8">
    <h1 class="text-4xl font-bold">Field Chalk</h1>
    <p class="mt-1 mb-6 text-lg text-quiet">
      Describe the space once; get every box mark, circuit, run, hole, cut and list.
    </p>
    <form class="flex items-end gap-2" @submit.prevent="create">
      <TextField v-model="name" class="flex-1" autofocus label="Job name" />
      <button class="key key-main" type="submit">New job</button>
      <RouterLink class="key" to="/import">Read a drawing or plan file</RouterLink>
      <RouterLink class="key" to="/rules">House rules</RouterLink>
    </form>
    <p v-if="says" role="alert" class="mt-3 border-l-4 border-trouble bg-sheet p-3">{{ says }}</p>
    <h2 class="mt-8 mb-2 text-xl font-bold">Jobs</h2>
    <p v-if="jobs?.length === 0" class="text-quiet">No jobs yet. Name one above and press Enter.</p>
    <RouterLink
      v-for="j in jobs ?? []"
      :key="j.id"
      :to="`/jobs/${j.id}/boxes`"
      class="row bg-sheet px-3 py-3! text-lg hover:bg-chalk-soft"
    >
      <b>{{ j.name }}</b><span class="text-sm text-quiet"
        >{{ j.revision }} changes · {{ new Date(Number(j.changedAt)).toLocaleDateString() }}</span
      >
    </RouterLink>
  </main>
</template>
