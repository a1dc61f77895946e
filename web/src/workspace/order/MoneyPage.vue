<script setup lang="ts">
import { editStep, estimateOf, namesOf, ruleBook, ruleCatalogue, type TakeoffGroup } from '@fieldchalk/core';
import { computed, defineAsyncComponent, shallowRef, watch } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useSession } from '../../stores/session.ts';
import NothingThere from '../NothingThere.vue';
import { moneyWords } from './orderList.ts';
import { stageWords } from './orderRows.ts';

/** What the job costs the company, and apart from it what the customer is asked; by stage and by room. */
const session = useSession();
const CostChart = defineAsyncComponent(() => import('./CostChart.vue'));
const rules = computed(() => ruleBook(session.opened.rules.values));
const estimate = computed(() =>
  session.result ? estimateOf(session.result.takeoff.lines, session.result.hours.stages, rules.value) : null,
);
type Share = 'cost.labour' | 'cost.overhead' | 'cost.profit' | 'cost.tax';
const bounds = (rule: Share) => {
  const { accepts } = ruleCatalogue[rule];
  return accepts.is === 'number' ? accepts.bounds : ([0, 1e6] as const);
};
const set = (rule: Share, value: number) =>
  session.editAll('set a rule', [editStep('setRule', { rule, value })]);
const setChoice = (rule: 'cost.profitAs' | 'cost.taxOn', value: string) =>
  session.editAll('set a rule', [editStep('setRule', { rule, value })]);

const groups = shallowRef<{ stage: readonly TakeoffGroup[]; room: readonly TakeoffGroup[] }>({
  stage: [],
  room: [],
});
watch(
  () => session.result,
  async (of) => {
    const [stage, room] = await Promise.all([session.listBy('stage'), session.listBy('room')]);
    if (session.result === of) groups.value = { stage, room };
  },
  { immediate: true },
);
const material = ({ lines }: TakeoffGroup) => Math.round(lines.reduce((sum, l) => sum + (l.cents ?? 0), 0));
const byStage = computed(() => {
  const hours = session.result?.hours.stages ?? [];
  const names = new Set([
    ...hours.map((s) => s.stage as string),
    ...groups.value.stage.map((g) => g.of ?? ''),
  ]);
  return [...names]
    .map((stage) => ({
      name: stageWords(stage),
      material: groups.value.stage.filter((g) => g.of === stage).reduce((sum, g) => sum + material(g), 0),
      labour: Math.round((hours.find((s) => s.stage === stage)?.hours ?? 0) * rules.value('cost.labour')),
    }))
    .filter((b) => b.material + b.labour > 0);
});
const byRoom = computed(() =>
  groups.value.room
    .map((g) => ({
      name: g.of === null ? 'In no room' : namesOf(session.drawn).room(g.of),
      ...{ material: material(g), labour: 0 },
    }))
    .filter((b) => b.material > 0),
);
</script>

<template>
  <section aria-label="Money">
    <NothingThere v-if="!estimate || estimate.cost === 0">
      What the job costs is worked out once something is on the list.
    </NothingThere>
    <template v-else>
      <div class="row">
        <span
          >Material<span v-if="estimate.unpriced > 0" class="ml-2 text-sm text-trouble"
            >{{ estimate.unpriced }} lines without a price</span
          ></span
        ><b data-money="material">{{ moneyWords(estimate.material) }}</b>
      </div>
      <div class="row">
        <span class="flex items-center gap-2"
          >Labour, {{ estimate.hours }} h at $
          <NumberField
            class="w-20"
            hide-label
            label="Labour, dollars an hour"
            :model-value="rules('cost.labour') / 100"
            :min="0"
            :max="1000"
            @update:model-value="(dollars) => set('cost.labour', Math.round(dollars * 100))" /></span
        ><b data-money="labour">{{ moneyWords(estimate.labour) }}</b>
      </div>
      <div class="row border-t-2 border-ink font-bold">
        <span>What it costs us</span><b data-money="cost">{{ moneyWords(estimate.cost) }}</b>
      </div>
      <div class="row">
        <span class="flex items-center gap-2"
          >Overhead, %
          <NumberField
            class="w-20"
            hide-label
            label="Overhead, percent"
            :model-value="rules('cost.overhead')"
            :min="bounds('cost.overhead')[0]"
            :max="bounds('cost.overhead')[1]"
            @update:model-value="(share) => set('cost.overhead', share)" /></span
        ><b data-money="overhead">{{ moneyWords(estimate.overhead) }}</b>
      </div>
      <div class="row">
        <span class="flex flex-wrap items-center gap-2"
          >Profit, %
          <NumberField
            class="w-20"
            hide-label
            label="Profit, percent"
            :model-value="rules('cost.profit')"
            :min="bounds('cost.profit')[0]"
            :max="bounds('cost.profit')[1]"
            @update:model-value="(share) => set('cost.profit', share)" />
          <ChoiceField
            class="w-40"
            hide-label
            label="Profit is a share of"
            :model-value="rules('cost.profitAs')"
            :options="[
              { value: 'markup', says: 'on top of the cost' },
              { value: 'margin', says: 'of what is asked' },
            ]"
            @update:model-value="(as) => setChoice('cost.profitAs', as)" /></span
        ><b data-money="profit">{{ moneyWords(estimate.profit) }}</b>
      </div>
      <div class="row">
        <span class="flex flex-wrap items-center gap-2"
          >Sales tax, %
          <NumberField
            class="w-20"
            hide-label
            label="Sales tax, percent"
            :model-value="rules('cost.tax')"
            :min="bounds('cost.tax')[0]"
            :max="bounds('cost.tax')[1]"
            @update:model-value="(share) => set('cost.tax', share)" />
          <ChoiceField
            class="w-40"
            hide-label
            label="Sales tax is on"
            :model-value="rules('cost.taxOn')"
            :options="[
              { value: 'material', says: 'the material' },
              { value: 'all', says: 'all that is asked' },
            ]"
            @update:model-value="(on) => setChoice('cost.taxOn', on)" /></span
        ><b data-money="tax">{{ moneyWords(estimate.tax) }}</b>
      </div>
      <div class="row border-t-2 border-ink text-lg font-bold">
        <span>What the customer is asked</span><b data-money="price">{{ moneyWords(estimate.price) }}</b>
      </div>
      <p class="mt-1 text-sm text-quiet">
        What tax is on is settled by local law. Ask whoever keeps your books.
      </p>
      <h2 class="heading">By stage: material, then labour</h2>
      <CostChart :bars="byStage" />
      <h2 class="heading">Material by room</h2>
      <CostChart :bars="byRoom" />
    </template>
  </section>
</template>
