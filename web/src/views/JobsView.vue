<script setup lang="ts">
import TextField from '../fields/TextField.vue';
import { onMounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import type { AwayJob, Job, JobSummary } from '@fieldchalk/contracts';
import { useAttempt } from '../people/attempt.ts';
import { call } from '../session/api.ts';
import { useWho } from '../stores/who.ts';

const router = useRouter();
const who = useWho();
const jobs = shallowRef<JobSummary[] | null>(null);
const away = shallowRef<readonly AwayJob[]>([]);
const name = ref('');
const { says, attempt } = useAttempt();

async function fetchJobs() {
  jobs.value = await call<JobSummary[]>('GET', '/jobs');
  if (who.leads) away.value = await call<AwayJob[]>('GET', '/away-jobs');
}
onMounted(() =>
  attempt(async () => {
    // What one may do here may be another than when the window was opened.
    await who.enter();
    await fetchJobs();
  }),
);

function create() {
  if (name.value.trim() === '')
    return void (says.value = 'Job name: type what you call this job, like “Marl Street addition”.');
  return attempt(async () => {
    const job = await call<Job>('POST', '/jobs', { name: name.value.trim() });
    await router.push(`/jobs/${job.id}/walk`);
  });
}
const doing = (work: () => Promise<unknown>) =>
  attempt(async () => {
    await work();
    await fetchJobs();
  });
const putAway = ({ id }: JobSummary) => doing(() => call('DELETE', `/jobs/${id}`));
const bringBack = ({ id }: JobSummary) => doing(() => call('POST', `/away-jobs/${id}`, {}));
const day = (at: number) => new Date(at).toLocaleDateString([], { dateStyle: 'medium' });
</script>

<template>
  <main class="mx-auto max-w-3xl p-8 max-md:p-4">
    <p class="flex flex-wrap justify-end gap-4 text-sm">
      <span class="flex-1 text-quiet">{{ who.person?.company }}</span>
      <RouterLink v-if="who.leads" class="underline-offset-4 hover:underline" to="/people">People</RouterLink>
      <RouterLink v-if="who.person" class="underline-offset-4 hover:underline" to="/own">{{
        who.person.name
      }}</RouterLink>
    </p>
    <h1 class="text-4xl font-bold">Field Chalk</h1>
    <p class="mt-1 mb-6 text-lg text-quiet">
      Describe the space once; get every box mark, circuit, run, hole, cut and list.
    </p>
    <form v-if="who.leads" class="flex flex-wrap items-end gap-2" @submit.prevent="create">
      <TextField v-model="name" class="min-w-48 flex-1" autofocus label="Job name" />
      <button class="key key-main" type="submit">New job</button>
      <RouterLink class="key" to="/import">Read a drawing or plan file</RouterLink>
      <RouterLink class="key" to="/rules">House rules</RouterLink>
    </form>
    <p v-if="says" role="alert" class="mt-3 border-l-4 border-trouble bg-sheet p-3">{{ says }}</p>
    <h2 class="mt-8 mb-2 text-xl font-bold">Jobs</h2>
    <p v-if="jobs?.length === 0" class="text-quiet">
      {{
        who.leads
          ? 'No jobs yet. Name one above and press Enter.'
          : 'No job is given to you yet. Ask your lead.'
      }}
    </p>
    <div v-for="j in jobs ?? []" :key="j.id" class="flex items-stretch gap-2" :data-job="j.name">
      <RouterLink
        :to="who.leads ? `/jobs/${j.id}/boxes` : `/crew/${j.id}`"
        class="row min-w-0 flex-1 bg-sheet px-3 py-3! text-lg hover:bg-chalk-soft"
      >
        <b>{{ j.name }}</b><span class="text-sm text-quiet"
          >{{ j.revision }} changes · {{ day(j.changedAt) }}</span
        >
      </RouterLink>
      <button
        v-if="who.leads"
        class="px-2 text-sm text-quiet underline-offset-4 hover:underline"
        type="button"
        :aria-label="`Put ${j.name} away`"
        @click="putAway(j)"
      >
        Put away
      </button>
    </div>
    <template v-if="away.length > 0">
      <h2 class="mt-8 mb-2 text-xl font-bold">Put away</h2>
      <div v-for="j in away" :key="j.id" class="row" :data-away="j.name">
        <span
          >{{ j.name }} <span class="text-quiet">goes for good on {{ day(j.goesAt) }}</span></span
        >
        <button class="key" type="button" @click="bringBack(j)">Bring back</button>
      </div>
    </template>
  </main>
</template>
