<script setup lang="ts">
import { type Estimate, moneyWords, moreWords } from '@fieldchalk/core';
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import CheckField from '../fields/CheckField.vue';
import ChoiceField from '../fields/ChoiceField.vue';
import ComparedTable, { type ComparedRow } from '../offers/ComparedTable.vue';
import InkFigure from '../offers/InkFigure.vue';
import { OfferWork } from '../offers/offerWork.ts';
import { keptElsewhere, type KeptVersion, versionsOf } from '../offers/versionsKept.ts';
import { useSession } from '../stores/session.ts';
import type { Compared } from '../worker/answer.ts';
import { stageWords } from '../workspace/order/orderRows.ts';

/** Two versions of a job beside each other: what is otherwise in words, money, hours, material and the drawing. */
const session = useSession();
const route = useRoute();
const job = computed(() => String(route.params['job']));
const elsewhere = shallowRef<readonly KeptVersion[]>([]);
const isKnown = ref(false);
const problem = ref('');
onMounted(() => {
  keptElsewhere(job.value)
    .then((own) => (elsewhere.value = own))
    .catch((error: unknown) => (problem.value = (error as Error).message))
    .finally(() => (isKnown.value = true));
});
const versions = computed(() => (session.plan ? versionsOf(session.plan, elsewhere.value) : []));
const before = ref<string | null>(null);
const after = ref<string | null>('now');
watch(
  [versions, isKnown],
  ([all]) => {
    if (!isKnown.value || all.length === 0 || all.some((v) => v.value === before.value)) return;
    // What the job is most likely compared with: what was agreed or issued, else itself with an option.
    const kept = all.find((v) => /^(agreement|issue)/.test(v.value));
    const option = all.find((v) => v.value.startsWith('option'));
    before.value = kept?.value ?? 'now';
    after.value = kept ? 'now' : (option?.value ?? 'now');
  },
  { immediate: true },
);
const samePrices = ref(true);
const work = new OfferWork();
onBeforeUnmount(() => work.stop());
const compared = shallowRef<Compared | null>(null);
const isWorking = ref(false);
watch(
  [before, after, samePrices, () => session.plan],
  async () => {
    const { plan } = session;
    const [from, to] = [before, after].map((of) => versions.value.find((v) => v.value === of.value));
    if (!plan || !from || !to) return;
    isWorking.value = true;
    problem.value = '';
    try {
      const [earlier, later] = await Promise.all([from.load(plan), to.load(plan)]);
      const done = await work.compare(earlier, later, samePrices.value);
      if (!done) return;
      compared.value = done;
    } catch (error) {
      problem.value = (error as Error).message;
    }
    isWorking.value = false;
  },
  { immediate: true },
);
const comparison = computed(() => compared.value?.comparison ?? null);
const figures: readonly (readonly [keyof Estimate, string])[] = [
  ['material', 'Material'],
  ['labour', 'Labour'],
  ['cost', 'What it costs us'],
  ['overhead', 'Overhead'],
  ['profit', 'Profit'],
  ['tax', 'Sales tax'],
  ['price', 'What the customer is asked'],
];
const money = computed((): ComparedRow[] => {
  const own = comparison.value?.money;
  if (!own) return [];
  return figures.map(([key, name]) => {
    const [before, after] = [own.before[key], own.after[key]];
    return {
      ...{ key, name, before: moneyWords(before), after: moneyWords(after) },
      more: before === after ? '' : moreWords(after - before),
      isBold: key === 'price' || key === 'cost',
    };
  });
});
const amount = (n: number) => n.toLocaleString('en-US', { maximumFractionDigits: 2 });
function counted(before: number, after: number, unit = '') {
  const by = Math.round((after - before) * 100) / 100;
  const more = by === 0 ? '' : `${by > 0 ? '+' : '−'}${amount(Math.abs(by))} ${unit}`.trim();
  return { before: amount(before), after: amount(after), more };
}
const hours = computed((): ComparedRow[] => {
  const own = comparison.value?.hours.filter((h) => h.before + h.after > 0) ?? [];
  const sum = (of: 'before' | 'after') => own.reduce((all, h) => all + h[of], 0);
  const all = { key: 'all hours', name: 'All', isBold: true, ...counted(sum('before'), sum('after')) };
  const rows = own.map((h) => ({ key: h.stage, name: stageWords(h.stage), ...counted(h.before, h.after) }));
  return own.length > 0 ? [...rows, all] : [];
});
const costs = (cents: number | null) => (cents === null ? 'no price' : cents === 0 ? '' : moreWords(cents));
const material = computed(
  (): ComparedRow[] =>
    comparison.value?.lines.map((l) => ({
      ...{ key: l.item, name: l.name, costs: costs(l.cents) },
      ...counted(l.before, l.after, l.unit === 'each' ? '' : l.unit),
    })) ?? [],
);
const levels = computed(() =>
  comparison.value && comparison.value.words.length > 0
    ? (compared.value?.levels.filter((l) => l.before ?? l.after) ?? [])
    : [],
);
</script>

<template>
  <section class="mx-auto max-w-7xl p-4">
    <h2 class="mb-3 text-2xl font-bold">Versions compared</h2>
    <div class="mb-3 flex flex-wrap items-end gap-3">
      <ChoiceField v-model="before" class="min-w-56 flex-1" label="First" :options="versions" />
      <ChoiceField v-model="after" class="min-w-56 flex-1" label="Second" :options="versions" />
      <CheckField v-model="samePrices" class="min-h-9" label="Both at the prices of the second" />
    </div>
    <p v-if="problem" role="alert" class="mb-3 border-l-4 border-trouble p-2">{{ problem }}</p>
    <p v-if="isWorking" role="status" class="text-quiet">Working both out…</p>
    <p v-else-if="versions.length === 1 && isKnown" class="max-w-prose text-lg text-quiet">
      There is one version yet. Offer an option, issue a set of sheets, have a proposal signed, or copy the
      job and change the copy: each can be compared with the job as it is.
    </p>
    <template v-if="comparison">
      <ul v-if="comparison.words.length > 0" class="list-disc pl-5" aria-label="What is otherwise">
        <li v-for="w in comparison.words" :key="w">{{ w }}</li>
      </ul>
      <p v-else class="text-lg">Nothing of the work is otherwise.</p>
      <div class="grid items-start gap-x-8 lg:grid-cols-2">
        <ComparedTable title="Money" :rows="money" />
        <ComparedTable v-if="hours.length > 0" title="Hours" :rows="hours" />
        <ComparedTable v-if="material.length > 0" title="Material" :rows="material" has-costs />
      </div>
      <section v-for="l in levels" :key="l.name" :aria-label="`Drawing of ${l.name}`">
        <h3 class="heading">{{ l.name }}</h3>
        <div class="grid gap-4 md:grid-cols-2">
          <figure>
            <InkFigure v-if="l.before" :figure="l.before" />
            <figcaption class="text-sm text-quiet">
              {{ l.before ? 'First: clouds around what goes' : 'No such level' }}
            </figcaption>
          </figure>
          <figure>
            <InkFigure v-if="l.after" :figure="l.after" />
            <figcaption class="text-sm text-quiet">
              {{ l.after ? 'Second: clouds around what is new or otherwise' : 'No such level' }}
            </figcaption>
          </figure>
        </div>
      </section>
    </template>
  </section>
</template>
