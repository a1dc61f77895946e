<script setup lang="ts">
import TextField from '../fields/TextField.vue';
import ChoiceField from '../fields/ChoiceField.vue';
import {
  editions,
  emptyRules,
  type Height,
  formatLength,
  heightWords,
  must,
  nth,
  type Plan,
  readRulesText,
  type Rule,
  type RuleChange,
  ruleCatalogue,
  ruleChanges,
  type RuleId,
  ruleIds,
  type RulesFile,
  withRule,
  withRuleChanges,
  groupOfRule,
  ruleGroups,
  type RuleGroup,
} from '@fieldchalk/core';
import { computed, onMounted, onUnmounted, ref, shallowRef } from 'vue';
import { download } from '../download.ts';
import { useRoute } from 'vue-router';
import RuleField from '../rules/RuleField.vue';
import { effectWords, WhatIf, type Effect } from '../rules/whatIf.ts';
import type { Job, JobSummary } from '@fieldchalk/contracts';
import { CompanyRules } from '../rules/companyRules.ts';
import { call, Refusal } from '../session/api.ts';
import { useSession } from '../stores/session.ts';

/** House rules: the company's, or one job's. A change shows what it would do before it is taken. */
const route = useRoute();
const jobId = route.params['job'] ? String(route.params['job']) : null;
const session = useSession();
const company = shallowRef<RulesFile>(emptyRules());
const jobs = ref<JobSummary[]>([]);
const tried = ref('');
const says = ref('');
const find = ref('');
const pending = shallowRef<{ rules: RulesFile; about: readonly RuleId[]; reason: string } | null>(null);
const effect = shallowRef<Effect | null>(null);
const isWorking = ref(false);
/** Until the rules have come none can be set: what is set stands on all the others. */
const isRead = ref(false);
let whatIf: WhatIf | null = null;

const rules = computed<RulesFile>(() =>
  jobId
    ? ({
        ...emptyRules(),
        ...(session.plan?.rules ?? {}),
        format: 'fieldchalk.rules',
        version: 1,
      } as RulesFile)
    : company.value,
);
const shown = computed(() => pending.value?.rules ?? rules.value);
const valueOf = (set: RulesFile, id: RuleId) =>
  Object.hasOwn(set.values, id) ? set.values[id] : ruleCatalogue[id].default;
const groups = computed(() => {
  const words = find.value.toLowerCase();
  const wanted = ruleIds.filter((id) => {
    const rule = ruleCatalogue[id] as Rule;
    return `${id} ${rule.title} ${rule.says} ${rule.source}`.toLowerCase().includes(words);
  });
  const map = new Map<RuleGroup, RuleId[]>();
  for (const id of wanted) {
    const group = groupOfRule(id);
    map.set(group, [...(map.get(group) ?? []), id]);
  }
  return [...map];
});
function words(id: RuleId, value: unknown): string {
  const rule = ruleCatalogue[id] as Rule;
  if (rule.unit === 'height') return heightWords(value as Height);
  if (rule.unit === 'cents' && typeof value === 'number') return `$${(value / 100).toFixed(2)}`;
  if (rule.unit === 'in' && typeof value === 'number') return formatLength(value);
  const school = rule.schools?.find((s) => s.value === value);
  return school
    ? school.says
    : `${String(value)}${typeof value === 'number' && rule.unit !== 'choice' && rule.unit !== 'count' ? ` ${rule.unit}` : ''}`;
}

async function attempt(work: () => Promise<unknown>) {
  says.value = '';
  try {
    await work();
  } catch (error) {
    says.value = (error as Error).message;
  }
}
onMounted(() =>
  attempt(async () => {
    company.value = await companyRules.open();
    try {
      if (!jobId) jobs.value = await call<JobSummary[]>('GET', '/jobs');
      tried.value = jobs.value[0]?.id ?? '';
    } finally {
      isRead.value = true;
    }
  }),
);
onUnmounted(() => {
  whatIf?.stop();
  companyRules.close();
});

async function planToTry(): Promise<Plan | null> {
  if (jobId) return session.plan;
  return tried.value ? (await call<Job>('GET', `/jobs/${tried.value}`)).plan : null;
}
/** Holds a change back and works out what it would do. */
async function consider(next: RulesFile, about: readonly RuleId[], reason?: string) {
  pending.value = {
    rules: next,
    about,
    reason: reason ?? (about.length === 1 ? (next.reasons[nth(about, 0)] ?? '') : ''),
  };
  effect.value = null;
  isWorking.value = true;
  await attempt(async () => {
    whatIf?.stop();
    const plan = await planToTry();
    whatIf = plan ? new WhatIf(plan) : null;
    const own = (await whatIf?.effectOf(next)) ?? null;
    if (pending.value?.rules === next) effect.value = own;
  });
  if (pending.value?.rules === next) isWorking.value = false;
}
const change = (id: RuleId, value: unknown) =>
  consider(withRule(rules.value, id, value, rules.value.reasons[id] ?? ''), [id]);
const differing = (from: RulesFile) =>
  ruleIds.filter((id) => JSON.stringify(valueOf(from, id)) !== JSON.stringify(valueOf(rules.value, id)));
function takeCompany() {
  const differs = differing(company.value);
  if (differs.length === 0) return void (says.value = 'This job says the same as the company.');
  return consider({ ...company.value }, differs);
}
function leave() {
  pending.value = effect.value = null;
}
const isTaking = ref(false);
async function take() {
  const held = must(pending.value, 'the change asked about');
  const { rules: next, about, reason } = held;
  const [only] = about;
  const kept = about.length === 1 && only ? withRule(next, only, valueOf(next, only), reason) : next;
  isTaking.value = true;
  await attempt(async () => {
    if (jobId) {
      // Where it cannot be done it is told, and stays asked about.
      const { values, reasons } = kept;
      if (!(await session.whenLoaded(() => session.edit('setRules', { values, reasons })))) return;
    } else if (!(await takeForCompany(kept))) return;
    // Another may be asked about by then.
    if (pending.value === held) leave();
  });
  isTaking.value = false;
}
/** Sets the company's rules anew. Where someone else set the same one first, theirs is shown, and this one is asked about again on top of it. */
async function takeForCompany(kept: RulesFile): Promise<boolean> {
  const changes = ruleChanges(company.value, kept);
  if (changes.length === 0) return true;
  try {
    company.value = await companyRules.take(changes);
    return true;
  } catch (error) {
    const newest = error instanceof Refusal ? (error.body['rules'] as RulesFile | undefined) : undefined;
    if (!newest) throw error;
    await standOn(newest, changes);
    return false;
  }
}
const companyRules = new CompanyRules((now, before) => {
  const held = pending.value;
  // A job has rules of its own; the company’s are only shown beside them.
  if (jobId || !held) company.value = now;
  else void standOn(now, ruleChanges(before, held.rules), held.reason);
});
/** The company's rules have become others: a change held back is asked about again on top of them, and said is what both set. */
async function standOn(newest: RulesFile, changes: readonly RuleChange[], reason?: string) {
  const { rules, otherwise } = withRuleChanges(newest, changes);
  company.value = newest;
  await consider(
    rules,
    changes.map(({ rule }) => rule as RuleId),
    reason,
  );
  const both = otherwise.map((id) => id as RuleId);
  if (both.length > 0)
    says.value = `Someone else set this meanwhile: ${both
      .map((id) => `${ruleCatalogue[id].title} is ${words(id, valueOf(newest, id))} now`)
      .join('; ')}. Take it to put yours in its place, or leave theirs.`;
}
const saveFile = () => download('house-rules.json', JSON.stringify(rules.value, null, 2), 'application/json');
async function openFile(event: Event) {
  const input = event.target as HTMLInputElement;
  const text = (await input.files?.[0]?.text()) ?? '';
  input.value = '';
  const read = readRulesText(text);
  if (!read.ok) return void (says.value = read.problems.map((p) => `${p.path}: ${p.message}`).join('; '));
  const differs = differing(read.rules);
  if (differs.length === 0) return void (says.value = 'The file says the same as these rules.');
  await consider(read.rules, differs);
}
</script>

<template>
  <component :is="jobId ? 'section' : 'main'" class="mx-auto max-w-5xl p-6" :class="{ 'pb-40': !jobId }">
    <RouterLink v-if="!jobId" to="/" class="text-quiet underline-offset-4 hover:underline">Jobs</RouterLink>
    <component :is="jobId ? 'h2' : 'h1'" class="text-3xl font-bold">{{
      jobId ? 'Rules of this job' : 'House rules'
    }}</component>
    <p class="mb-3 text-quiet">
      <template v-if="jobId"
        >This job’s own rules, begun from the company’s. Code figures are from memory; local code
        decides.</template
      >
      <template v-else
        >New jobs start with these. Jobs that are there keep theirs until you take the company’s over in them.
        Code figures are from memory; local code decides.</template
      >
    </p>
    <p v-if="session.failure" role="alert" class="mb-3 border-l-4 border-trouble bg-sheet p-3">
      {{ session.failure }}
    </p>
    <p v-if="!isRead && !says && !session.failure" class="text-quiet">Reading the rules…</p>
    <div v-if="isRead" class="mb-3 flex flex-wrap items-end gap-2">
      <label class="flex-1 text-sm text-quiet"
        >Find a rule<input v-model="find" type="search" class="field text-base"
      /></label>
      <ChoiceField
        v-if="jobId && session.plan"
        label="Code edition here"
        :model-value="session.plan.rules.edition"
        :options="editions.map((e) => ({ value: e, says: `NEC ${e}` }))"
        @update:model-value="(edition) => session.edit('setEdition', { edition })"
      />
      <ChoiceField
        v-if="!jobId && jobs.length > 0"
        v-model="tried"
        label="Show effects on"
        :options="jobs.map((j) => ({ value: j.id, says: j.name }))"
      />
      <button v-if="jobId" class="key" type="button" @click="takeCompany">Take the company’s</button>
      <button class="key" type="button" @click="saveFile">Save to a file</button>
      <label class="key cursor-pointer focus-within:outline-3 focus-within:outline-chalk"
        >Read from a file<input type="file" accept=".json" class="sr-only" @change="openFile"
      /></label>
    </div>
    <p v-if="says" role="alert" class="mb-3 border-l-4 border-trouble bg-sheet p-3">{{ says }}</p>
    <section v-for="[group, ids] in isRead ? groups : []" :key="group" class="mb-4 bg-sheet p-3">
      <h2 class="text-xl font-bold">{{ ruleGroups[group] }}</h2>
      <div
        v-for="id in ids"
        :key="id"
        class="grid grid-cols-[1fr_20rem] gap-4 border-b border-rule py-2 max-md:grid-cols-1"
        :data-rule="id"
      >
        <div>
          <b>{{ ruleCatalogue[id].title }}</b>
          <span v-if="Object.hasOwn(shown.values, id)" class="ml-2 bg-chalk-soft px-1 text-sm">changed</span>
          <p class="text-sm">{{ ruleCatalogue[id].says }}</p>
          <p class="text-sm text-quiet">
            default {{ words(id, ruleCatalogue[id].default) }} · {{ ruleCatalogue[id].source }}
          </p>
          <p
            v-if="jobId && JSON.stringify(valueOf(company, id)) !== JSON.stringify(valueOf(rules, id))"
            class="text-sm"
          >
            Company: {{ words(id, valueOf(company, id)) }}
          </p>
          <p v-if="rules.reasons[id]" class="text-sm">Why: {{ rules.reasons[id] }}</p>
        </div>
        <div class="flex items-start gap-2">
          <RuleField
            :id="id"
            class="flex-1"
            :model-value="valueOf(shown, id)"
            @update:model-value="(v) => change(id, v)"
          />
          <button
            v-if="Object.hasOwn(rules.values, id)"
            class="key"
            type="button"
            :aria-label="`Back to the default of ${ruleCatalogue[id].title}`"
            @click="change(id, ruleCatalogue[id].default)"
          >
            ↺
          </button>
        </div>
      </div>
    </section>
    <div
      v-if="pending"
      :class="jobId ? 'sticky' : 'fixed inset-x-0'"
      class="bottom-0 border-t-2 border-ink bg-sheet p-4"
      role="region"
      aria-label="What this would change"
      data-pending
    >
      <div class="mx-auto flex max-w-5xl flex-wrap items-end gap-4">
        <div class="min-w-64 flex-1">
          <b>{{
            pending.about.length === 1
              ? ruleCatalogue[nth(pending.about, 0)].title
              : `${pending.about.length} rules`
          }}</b>
          <p v-if="!effect" class="text-quiet">
            <template v-if="isWorking">Working out what it would change…</template>
            <template v-else-if="jobId || tried">
              What it would change cannot be told: the job does not take these rules.
            </template>
            <template v-else>There is no job to show an effect on.</template>
          </p>
          <ul v-else class="max-h-32 overflow-y-auto">
            <li v-for="line in effectWords(effect)" :key="line">{{ line }}</li>
          </ul>
        </div>
        <TextField
          v-if="pending.about.length === 1"
          v-model="pending.reason"
          class="w-72"
          label="Reason"
          :maxlength="1000"
        />
        <button class="key key-main" type="button" :disabled="isTaking" @click="take">Take it</button>
        <button class="key" type="button" @click="leave">Leave it</button>
      </div>
    </div>
  </component>
</template>
