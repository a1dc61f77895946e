<script setup lang="ts">
import {
  actualsByKind,
  basisOf,
  compareIds,
  type Evidence,
  expectedBy,
  evidenceOf,
  formatLength,
  type KindActual,
  namesOf,
  type ProposedRule,
  proposedRules,
  ruleCatalogue,
  type RulesFile,
  type WorkStage,
  workStages,
  editStep,
} from '@fieldchalk/core';
import type { CompanyEvidence } from '@fieldchalk/contracts';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { useRoute } from 'vue-router';
import ChoiceField from '../../fields/ChoiceField.vue';
import FieldProblem from '../../fields/FieldProblem.vue';
import NumberField from '../../fields/NumberField.vue';
import RemoveKey from '../../fields/RemoveKey.vue';
import { refusalWords } from '../../people/attempt.ts';
import { call } from '../../session/api.ts';
import { onceReady } from '../../stores/onceReady.ts';
import { useSession } from '../../stores/session.ts';
import { today } from '../../words/today.ts';
import { actualWords, kindWords, ratioWords, sureWords } from './actualWords.ts';
import { stageWords } from './orderRows.ts';
import { readExtra } from './stockItems.ts';

/** What the job really took beside what was expected: cable by its jacket marks, hours, extra material; and what all jobs together say of the company’s minutes. */
const session = useSession();
const route = useRoute();
const job = computed(() => String(route.params['job']));
const names = computed(() => namesOf(session.drawn));
const runCalled = (id: string) => names.value.run(id);

const run = ref<string | null>(null);
const marks = ref<{ from: number | null; to: number | null }>({ from: null, to: null });
const runs = computed(
  () =>
    session.result?.cuts.map((c, i) => ({
      value: c.run,
      says: `${i + 1}. ${c.cable}, ${names.value.end(c.from)} to ${names.value.end(c.to)}, ${formatLength(c.cut)}`,
    })) ?? [],
);
/** What is not told yet of a length, or of hours. */
const lacking = ref('');
const lackingHours = ref('');
const addLength = onceReady(() => {
  const cut = session.result?.cuts.find((c) => c.run === run.value);
  const { from, to } = marks.value;
  lacking.value = cut ? '' : 'Choose the cable that was measured.';
  if (cut && (from === null || to === null)) lacking.value = 'Type the foot marks at both ends.';
  if (!cut || from === null || to === null) return;
  const expected = Math.round((cut.cut / 12) * 100) / 100;
  const done = session.edit('addActual', {
    ...{ kind: 'length', run: cut.run, item: `cable-${cut.cable}`, expected, from, to, on: today() },
    basis: basisOf({ kind: 'length', of: cut.cable }, session.drawn.rules.values),
  });
  if (done) marks.value = { from: null, to: null };
});

const stage = ref<WorkStage>('boxes');
const share = ref(100);
const spent = ref<number | null>(null);
const hoursOf = (of: WorkStage) => session.result?.hours.stages.find((s) => s.stage === of)?.hours ?? 0;
const stages = computed(() =>
  workStages.filter((s) => hoursOf(s) > 0).map((value) => ({ value, says: stageWords(value) })),
);
const addHours = onceReady(() => {
  lackingHours.value = spent.value === null ? 'Type the hours it took.' : '';
  if (spent.value === null) return;
  const expected = Math.round(hoursOf(stage.value) * share.value) / 100;
  const done = session.edit('addActual', {
    ...{ kind: 'hours', stage: stage.value, hours: spent.value, expected, on: today() },
    basis: basisOf({ kind: 'hours', of: stage.value }, session.drawn.rules.values),
  });
  if (done) spent.value = null;
});

const typed = ref('');
const problem = ref('');
const lines = computed(() => session.result?.takeoff.lines ?? []);
const addMaterial = onceReady(() => {
  const read = readExtra(typed.value, lines.value);
  problem.value = read.ok ? '' : read.problem;
  if (!read.ok) return;
  if (session.edit('addActual', { kind: 'material', ...read.stock, on: today() })) typed.value = '';
});

const itemCalled = (item: string) => lines.value.find((l) => l.item === item)?.name ?? item;
const entries = computed(() =>
  Object.entries(session.opened.actuals)
    .sort(([a], [b]) => compareIds(b, a))
    .map(([id, a]) => ({ id, on: a.on, ...actualWords(a, a.kind === 'length' ? runCalled : itemCalled) })),
);

const others = shallowRef<readonly Evidence[]>([]);
const trouble = ref('');
const rules = shallowRef<RulesFile | null>(null);
onMounted(async () => {
  try {
    const [told, house] = await Promise.all([
      call<CompanyEvidence>('GET', '/evidence'),
      call<RulesFile>('GET', '/rules'),
    ]);
    others.value = told.filter((e) => e.job !== job.value);
    rules.value = house;
  } catch (error) {
    trouble.value = (error as Error).message;
  }
});
const own = computed(() => evidenceOf(session.opened));
const kinds = computed((): { all: KindActual; here: KindActual | undefined }[] => {
  const here = actualsByKind(own.value);
  // All jobs are held against the company’s figures as they are now; this one against what was expected of it.
  const everywhere = expectedBy([...others.value, ...own.value], rules.value?.values ?? {});
  return actualsByKind(everywhere).map((all) => ({
    all,
    here: here.find((k) => k.kind === all.kind && k.of === all.of),
  }));
});
const proposed = computed(() =>
  rules.value
    ? proposedRules(
        kinds.value.map((k) => k.all),
        rules.value.values,
      )
    : [],
);
const reason = ({ from }: ProposedRule) =>
  `From ${from.count} entries of what jobs took: ${ratioWords(from)} (${sureWords[from.sure]}).`;
/** What was just set for the company; this job keeps its own figures until they are set here too. */
const setNow = shallowRef<readonly ProposedRule[]>([]);
async function takeForCompany() {
  const house = rules.value;
  if (!house) return;
  trouble.value = '';
  const all = proposed.value;
  const changes = all.map((p) => ({
    rule: p.rule,
    saw: { value: house.values[p.rule] ?? null, reason: house.reasons[p.rule] ?? '' },
    set: { value: p.proposed, reason: reason(p) },
  }));
  try {
    rules.value = await call<RulesFile>('POST', '/rules/changes', { changes });
    setNow.value = all;
  } catch (error) {
    trouble.value = refusalWords(error);
  }
}
function takeHere(all: readonly ProposedRule[]) {
  setNow.value = [];
  session.editAll(
    'set rules',
    all.map((p) => editStep('setRule', { rule: p.rule, value: p.proposed, reason: reason(p) })),
  );
}
</script>

<template>
  <section aria-label="Actual">
    <div class="grid gap-4 lg:grid-cols-2">
      <form class="flex flex-wrap content-start items-end gap-2" @submit.prevent="addLength">
        <ChoiceField
          v-model="run"
          class="w-full"
          label="Cable, by the foot marks on its jacket"
          :options="runs"
        />
        <NumberField
          v-model="marks.from"
          class="w-24"
          label="Mark at one end"
          optional
          :min="0"
          :max="100000"
        />
        <NumberField v-model="marks.to" class="w-24" label="At the other" optional :min="0" :max="100000" />
        <button class="key" :disabled="!session.result">Tell the length</button>
        <FieldProblem v-if="lacking" id="length-problem" class="w-full" :says="lacking" />
      </form>
      <div class="grid content-start gap-2">
        <form class="flex flex-wrap items-end gap-2" @submit.prevent="addHours">
          <ChoiceField v-model="stage" class="w-36" label="Hours of" :options="stages" />
          <NumberField v-model="share" class="w-24" label="Part of it, %" :min="1" :max="100" />
          <NumberField v-model="spent" class="w-24" label="Hours it took" optional :min="0" :max="10000" />
          <button class="key" :disabled="!session.result">Tell the hours</button>
          <FieldProblem v-if="lackingHours" id="hours-problem" class="w-full" :says="lackingHours" />
        </form>
        <form class="flex flex-wrap items-end gap-2" @submit.prevent="addMaterial">
          <label class="min-w-40 flex-1">
            <span class="text-sm text-quiet">Extra material: name or code, and how much</span>
            <input
              v-model="typed"
              class="field text-base"
              autocomplete="off"
              placeholder="14/2 20 ft"
              :aria-invalid="problem !== ''"
            />
          </label>
          <button class="key" :disabled="!session.result">Tell the material</button>
          <FieldProblem v-if="problem" id="extra-problem" class="w-full" :says="problem" />
        </form>
      </div>
    </div>
    <p v-if="trouble" role="alert" class="mt-3 border-l-4 border-trouble pl-3">{{ trouble }}</p>
    <template v-if="kinds.length > 0">
      <h2 class="heading">Against what was expected</h2>
      <table class="w-full">
        <thead class="text-left text-sm text-quiet">
          <tr>
            <td />
            <th class="px-1 font-normal" scope="col">This job</th>
            <th class="px-1 font-normal" scope="col">All jobs</th>
            <th class="px-1 text-right font-normal" scope="col">Entries</th>
            <th class="px-1 font-normal" scope="col">How sure</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="{ all, here } in kinds"
            :key="`${all.kind} ${all.of}`"
            class="border-b border-rule align-baseline"
            :data-kind="all.of"
          >
            <th class="py-1 text-left font-normal" scope="row">{{ kindWords(all) }}</th>
            <td class="px-1">{{ here ? ratioWords(here) : '' }}</td>
            <td class="px-1">{{ ratioWords(all) }}</td>
            <td class="px-1 text-right">{{ all.count }}</td>
            <td class="px-1">{{ sureWords[all.sure] }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <p v-if="setNow.length > 0" role="status" class="mt-3 border-l-4 border-chalk p-2" data-set>
      The company has them: jobs begun from now on take {{ setNow.length === 1 ? 'it' : 'them' }}. This one
      keeps its own.
      <button class="key ml-2" type="button" @click="takeHere(setNow)">Set them for this job too</button>
    </p>
    <section v-if="proposed.length > 0" class="mt-3 border-l-4 border-chalk pl-3" aria-label="Proposed">
      <p v-for="p in proposed" :key="p.rule">
        {{ ruleCatalogue[p.rule].title }}: <b>{{ p.proposed }}</b> instead of {{ p.now }}
        {{ ruleCatalogue[p.rule].unit }}
        <span class="text-sm text-quiet">{{ reason(p) }}</span>
      </p>
      <p class="mt-2 flex flex-wrap gap-2">
        <button class="key key-main" type="button" @click="takeForCompany">Set them for the company</button>
        <button class="key" type="button" @click="takeHere(proposed)">Set them for this job</button>
      </p>
    </section>
    <p v-if="proposed.length === 0 && entries.length === 0" class="my-4 max-w-prose text-quiet">
      Tell what the job really took as it comes in. From five entries of a kind on, here and on other jobs,
      new minutes and a margin on cut lengths are proposed.
    </p>
    <template v-if="entries.length > 0">
      <h2 class="heading">Told of this job</h2>
      <ul>
        <li
          v-for="e in entries"
          :key="e.id"
          class="flex flex-wrap items-center gap-2 border-b border-rule py-1"
          :data-actual="e.id"
        >
          <span class="min-w-40 flex-1"
            >{{ e.what }} <span class="text-sm text-quiet">{{ e.on }}</span></span
          >
          <span v-if="e.expected" class="text-quiet">expected {{ e.expected }}</span>
          <b>{{ e.took }}</b>
          <RemoveKey
            :says="`Take back ${e.what}, ${e.took}`"
            @remove="session.edit('removeActual', { actual: e.id })"
          />
        </li>
      </ul>
    </template>
  </section>
</template>
