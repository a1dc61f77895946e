<script setup lang="ts">
import { computed, defineAsyncComponent, onBeforeUnmount, onMounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import type { AwayJob, Job, JobAboutChanges, JobSummary, ListedJob } from '@fieldchalk/contracts';
import TextField from '../fields/TextField.vue';
import { isFound } from '../home/cardWords.ts';
import JobCard from '../home/JobCard.vue';
import { useAttempt } from '../people/attempt.ts';
import { call } from '../session/api.ts';
import { useWho } from '../stores/who.ts';

const JobDetails = defineAsyncComponent(() => import('../home/JobDetails.vue'));
const router = useRouter();
const who = useWho();
const jobs = shallowRef<readonly ListedJob[] | null>(null);
const away = shallowRef<readonly AwayJob[]>([]);
const [name, typed] = [ref(''), ref('')];
const { says, attempt, isBusy } = useAttempt();
const told = useAttempt();

async function fetchJobs() {
  jobs.value = await call<ListedJob[]>('GET', '/jobs');
  if (who.leads) away.value = await call<AwayJob[]>('GET', '/away-jobs');
}
onMounted(() =>
  attempt(async () => {
    // What one may do here may be another than when the window was opened.
    await who.enter();
    await fetchJobs();
  }),
);
// Others went on meanwhile; without the server what is shown stays.
const look = () => void fetchJobs().catch(() => undefined);
onMounted(() => window.addEventListener('focus', look));
onBeforeUnmount(() => window.removeEventListener('focus', look));

const found = computed(() => (jobs.value ?? []).filter((job) => isFound(job, typed.value)));
const underWay = computed(() => found.value.filter((job) => !job.isArchived));
const archived = computed(() => found.value.filter((job) => job.isArchived));

const open = (job: Pick<Job, 'id'>, stage: string) => router.push(`/jobs/${job.id}/${stage}`);
function create() {
  if (name.value.trim() === '')
    return void (says.value = 'Job name: type what you call this job, like “Marl Street addition”.');
  const own = name.value.trim();
  // Enter pressed twice makes one.
  name.value = '';
  return attempt(async () => {
    try {
      await open(await call<Job>('POST', '/jobs', { name: own }), 'walk');
    } catch (error) {
      name.value ||= own;
      throw error;
    }
  });
}
const openExample = () =>
  attempt(async () => {
    await open(await call<JobSummary>('POST', '/example-jobs', {}), 'boxes');
  });
const doing = (work: () => Promise<unknown>) =>
  attempt(async () => {
    await work();
    await fetchJobs();
  });
const remove = ({ id }: ListedJob) => doing(() => call('DELETE', `/jobs/${id}`));
const archive = ({ id, isArchived }: ListedJob) =>
  doing(() => call('POST', `/jobs/${id}/archived`, { isArchived: !isArchived }));
const copy = ({ id, name }: ListedJob) =>
  doing(() => call('POST', `/jobs/${id}/copies`, { name: `${name.slice(0, 190)}, copy` }));
const bringBack = ({ id }: AwayJob) => doing(() => call('POST', `/away-jobs/${id}`, {}));
const described = shallowRef<ListedJob | null>(null);
const describe = (about: JobAboutChanges) =>
  told.attempt(async () => {
    await call('POST', `/jobs/${described.value?.id ?? ''}/about`, about);
    described.value = null;
    await fetchJobs();
  });
/** Does something with the job whose sheet is open, and closes it. */
function withDescribed(act: (job: ListedJob) => unknown) {
  const job = described.value;
  stopDescribing();
  if (job) act(job);
}
function stopDescribing() {
  described.value = null;
  told.says.value = '';
}
const day = (at: number) => new Date(at).toLocaleDateString([], { dateStyle: 'medium' });
</script>

<template>
  <main class="mx-auto max-w-6xl p-8 max-md:p-4">
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
    <div class="mt-8 mb-3 flex items-end gap-4">
      <h2 class="flex-1 text-xl font-bold">Jobs</h2>
      <div v-if="(jobs?.length ?? 0) > 3" class="w-64">
        <label class="text-sm text-quiet" for="find">Find by name, address or customer</label>
        <input id="find" v-model="typed" class="field" type="search" />
      </div>
    </div>
    <section v-if="jobs?.length === 0" class="border border-rule bg-sheet p-6 text-lg">
      <template v-if="who.leads">
        <p><b>No jobs yet.</b> Three ways to begin:</p>
        <ol class="mt-3 grid gap-4 md:grid-cols-3">
          <li>
            <b>The first room.</b> Name the job above and press Enter; then walk round the first room, wall by
            wall.
          </li>
          <li>
            <b>A drawing you have.</b>
            <RouterLink class="underline underline-offset-4" to="/import"
              >Read a drawing or plan file</RouterLink
            >: DXF, IFC, a list of rooms, or a plan saved here.
          </li>
          <li>
            <b>A job to try things on.</b>
            <button class="key mt-2" type="button" :disabled="isBusy" @click="openExample">
              {{ isBusy ? 'Opening…' : 'Open the example job' }}
            </button>
          </li>
        </ol>
      </template>
      <p v-else class="text-quiet">No job is given to you yet. Ask your lead.</p>
    </section>
    <p v-else-if="found.length === 0 && typed" class="text-quiet">
      No job has “{{ typed }}” in its name, address or customer.
    </p>
    <div class="grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
      <JobCard v-for="j in underWay" :key="j.id" :job="j" :leads="who.leads" @more="described = j" />
    </div>
    <details v-if="archived.length > 0" class="mt-8" :open="typed !== ''">
      <summary class="cursor-pointer text-xl font-bold">Archive ({{ archived.length }})</summary>
      <div class="mt-3 grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
        <JobCard v-for="j in archived" :key="j.id" :job="j" :leads="who.leads" @more="described = j" />
      </div>
    </details>
    <template v-if="away.length > 0">
      <h2 class="mt-8 mb-2 text-xl font-bold">Deleted</h2>
      <div v-for="j in away" :key="j.id" class="row" :data-away="j.name">
        <span
          >{{ j.name }} <span class="text-quiet">goes for good on {{ day(j.goesAt) }}</span></span
        >
        <button class="key" type="button" @click="bringBack(j)">Bring back</button>
      </div>
    </template>
    <JobDetails
      v-if="described"
      :name="described.name"
      :about="described.about"
      :trouble="told.says.value"
      @save="describe"
      @close="stopDescribing"
    >
      <button class="key" type="button" @click="withDescribed(copy)">Copy</button>
      <button class="key" type="button" @click="withDescribed(archive)">
        {{ described.isArchived ? 'Take out of the archive' : 'Archive' }}
      </button>
      <button class="key" type="button" @click="withDescribed(remove)">Delete (kept 30 days)</button>
    </JobDetails>
  </main>
</template>
