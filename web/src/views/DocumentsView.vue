<script setup lang="ts">
import type { Issue, SheetsMade } from '@fieldchalk/contracts';
import { compareIds, type Plan, type SheetKind, sheetKinds, type SheetSet } from '@fieldchalk/core';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import LabelPrinter from '../documents/LabelPrinter.vue';
import { makeSheets } from '../documents/makeSheets.ts';
import { useMaking } from '../documents/making.ts';
import MakingProgress from '../documents/MakingProgress.vue';
import PdfKeys from '../documents/PdfKeys.vue';
import OtherFiles from '../documents/OtherFiles.vue';
import SheetOrder from '../documents/SheetOrder.vue';
import SheetPictures from '../documents/SheetPictures.vue';
import ChoiceField from '../fields/ChoiceField.vue';
import TextField from '../fields/TextField.vue';
import { call } from '../session/api.ts';
import { useSession } from '../stores/session.ts';
import { today } from '../words/today.ts';

/** Everything on paper: sets of sheets, what goes in and in what order, made by the server, saved, printed and issued. */
const session = useSession();
const route = useRoute();
const job = computed(() => String(route.params['job']));

/** Of a job that keeps no set yet: all sheets, on letter paper. */
const usual: SheetSet = { name: 'All sheets', sheets: [...sheetKinds], paper: 'letter', turned: 'landscape' };
const sets = computed(() =>
  Object.entries(session.plan?.sheetSets ?? {}).sort(([a], [b]) => compareIds(a, b)),
);
const chosen = ref<string | null>(null);
watch(
  sets,
  (now, before) => {
    const isThere = now.some(([id]) => id === chosen.value);
    const fresh = now.find(([id]) => before && !before.some(([old]) => old === id));
    if (!isThere || fresh) chosen.value = fresh?.[0] ?? now[0]?.[0] ?? null;
  },
  { immediate: true },
);
const set = computed((): SheetSet => sets.value.find(([id]) => id === chosen.value)?.[1] ?? usual);
function change(changes: Partial<SheetSet>) {
  if (chosen.value === null) session.edit('addSheetSet', { ...usual, ...changes });
  else session.edit('setSheetSet', { set: chosen.value, changes });
}
function add() {
  const { name } = set.value;
  session.edit('addSheetSet', {
    ...set.value,
    name: chosen.value === null ? name : `${name}, copy`.slice(0, 200),
  });
}
const remove = () => chosen.value !== null && session.edit('removeSheetSet', { set: chosen.value });

const { progress, problem, words: progressWords, run } = useMaking();
const made = shallowRef<SheetsMade | null>(null);
/** What the sheets were made of, to tell when that has gone on; an issue is of its day for good. */
const madeOf = shallowRef<{ plan: Plan | null; set: SheetSet } | null>(null);
const issueShown = shallowRef<Issue | null>(null);
const issues = shallowRef<readonly Issue[]>([]);
const fetchIssues = async () => {
  issues.value = await call<Issue[]>('GET', `/jobs/${job.value}/issues`).catch(() => issues.value);
};
/** What is pressed fast one after the other needs what makes changes at once: each press stands on the one before it. */
const isReady = ref(false);
onMounted(() => {
  void fetchIssues();
  session
    .prepare()
    .catch(() => undefined)
    .finally(() => (isReady.value = true));
});
const ofSet = computed(() => issues.value.filter((i) => i.set === chosen.value));
const isStale = computed(
  () =>
    madeOf.value !== null &&
    issueShown.value === null &&
    (madeOf.value.plan !== session.plan || madeOf.value.set !== set.value),
);
async function make(issue: Issue | null = null) {
  const of = { plan: session.plan, set: set.value };
  const { sheets, paper, turned } = set.value;
  const asked = issue
    ? { set: issue.set, number: issue.number }
    : { sheets: [...sheets], paper, turned, day: today(), set: chosen.value };
  const done = await run((told) => makeSheets(job.value, asked, told));
  if (!done) return;
  made.value = done;
  madeOf.value = of;
  issueShown.value = issue;
}
async function issueNow() {
  problem.value = '';
  try {
    const issue = await call<Issue>('POST', `/jobs/${job.value}/issues`, { set: chosen.value, day: today() });
    await fetchIssues();
    await make(issue);
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
const fileName = computed(() => {
  const what = issueShown.value
    ? `${issueShown.value.name}, issue ${issueShown.value.number}`
    : set.value.name;
  return `${session.plan?.job.name ?? 'Job'}, ${what}.pdf`;
});
const papers = [
  { value: 'letter', says: 'Letter' },
  { value: 'a4', says: 'A4' },
] as const;
const turns = ['landscape', 'portrait'] as const;
const orderOf = (sheets: SheetKind[]) => change({ sheets });
const isUnsent = computed(() => session.saving !== 'saved');
</script>

<template>
  <section class="mx-auto max-w-7xl p-4">
    <header class="mb-3 flex flex-wrap items-center gap-3">
      <h2 class="text-2xl font-bold">Documents</h2>
      <button
        class="key key-main"
        type="button"
        :disabled="progress !== null || set.sheets.length === 0 || isUnsent"
        @click="make()"
      >
        {{ made && !issueShown ? 'Make them again' : 'Make the sheets' }}
      </button>
      <PdfKeys v-if="made" :job="job" :made="made.made" :file="fileName" />
      <button
        v-if="chosen !== null"
        class="key"
        type="button"
        :disabled="progress !== null || set.sheets.length === 0 || isUnsent"
        @click="issueNow"
      >
        Issue as {{ (ofSet[0]?.number ?? 0) + 1 }}
      </button>
      <p v-if="isUnsent" class="text-sm text-quiet">Sheets are made once the last change is saved.</p>
    </header>
    <MakingProgress :progress="progress" :words="progressWords" :problem="problem" />
    <p v-if="issueShown" class="mb-3">
      <b>{{ issueShown.name }}, issue {{ issueShown.number }}</b> of {{ issueShown.day }}, as it was then.
    </p>
    <p v-else-if="isStale && !progress" class="mb-3 border-l-4 border-chalk p-2" role="status">
      The job or the set has changed since these were made.
    </p>
    <div class="grid gap-6 md:grid-cols-[20rem_minmax(0,1fr)]">
      <section aria-label="The set">
        <fieldset class="contents" :disabled="!isReady">
          <div class="mb-3 grid grid-cols-2 gap-2">
            <ChoiceField
              v-if="sets.length > 0"
              v-model="chosen"
              class="col-span-2"
              label="Set"
              :options="sets.map(([value, s]) => ({ value, says: s.name }))"
            />
            <TextField
              class="col-span-2"
              label="Called"
              :model-value="set.name"
              @update:model-value="(name) => change({ name })"
            />
            <ChoiceField
              label="Paper"
              :model-value="set.paper"
              :options="papers"
              @update:model-value="(paper) => change({ paper })"
            />
            <ChoiceField
              label="Turned"
              :model-value="set.turned"
              :options="turns"
              @update:model-value="(turned) => change({ turned })"
            />
          </div>
          <SheetOrder :model-value="set.sheets" @update:model-value="orderOf" />
          <div class="mt-3 flex flex-wrap gap-2">
            <button class="key" type="button" @click="add">
              {{ chosen === null ? 'Keep this set' : 'Another set' }}
            </button>
            <button v-if="chosen !== null" class="key" type="button" @click="remove">Keep it no more</button>
          </div>
        </fieldset>
        <LabelPrinter class="mt-5" :job="job" />
        <OtherFiles class="mt-5" :job="job" />
        <section v-if="ofSet.length > 0" class="mt-5" aria-label="Issued">
          <h3 class="heading">Issued</h3>
          <ul>
            <li v-for="i in ofSet" :key="i.number" class="flex items-center gap-2 border-b border-rule py-1">
              <span class="min-w-0 flex-1">
                <b>{{ i.number }}</b> · {{ i.day }}
                <span class="block text-sm text-quiet">{{ i.by ?? '' }}</span>
              </span>
              <button class="key" type="button" :disabled="progress !== null" @click="make(i)">Show</button>
            </li>
          </ul>
        </section>
      </section>
      <SheetPictures v-if="made" class="max-md:order-first" :job="job" :sheets="made" />
      <p v-else-if="!progress" class="max-w-prose text-lg text-quiet">
        Choose what goes in and press “Make the sheets”. They are drawn from the job as it is, in black and
        white, at builders’ scales; story poles and labels at true size. Issue a set when it goes out: the
        next one has clouds around what changed.
      </p>
    </div>
  </section>
</template>
