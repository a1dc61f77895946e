<script setup lang="ts">
import { editStep, estimateOf, namesOf, ruleBook, type TakeoffGroup } from '@fieldchalk/core';
import { computed, defineAsyncComponent, shallowRef, watch } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import { useSession } from '../../stores/session.ts';
import NothingThere from '../NothingThere.vue';
import MoneyRow from './MoneyRow.vue';
import { stageWords } from './orderRows.ts';

/** What the job costs the company, and apart from it what the customer is asked; by stage and by room. */
const session = useSession();
const CostChart = defineAsyncComponent(() => import('./CostChart.vue'));
const rules = computed(() => ruleBook(session.opened.rules.values));
const estimate = computed(() =>
  session.result ? estimateOf(session.result.takeoff.lines, session.result.hours.stages, rules.value) : null,
);
/** Hours that are planned for and are of no part of the work: they are in no price. */
const besides = computed(() => rules.value('crew.check') + rules.value('crew.test'));
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
      <MoneyRow what="material" says="Material" :cents="estimate.material">
        <span v-if="estimate.unpriced > 0" class="text-sm text-trouble"
          >{{ estimate.unpriced }} lines without a price</span
        >
      </MoneyRow>
      <MoneyRow
        what="labour"
        :says="`Labour, ${estimate.hours} h at $`"
        :cents="estimate.labour"
        rule="cost.labour"
        field="Labour, dollars an hour"
        :per="100"
      >
        <span v-if="estimate.hours > 0 && besides > 0" class="text-sm text-quiet"
          >without the {{ besides }} h to check and to test, which Days has</span
        >
      </MoneyRow>
      <MoneyRow
        class="border-t-2 border-ink font-bold"
        what="cost"
        says="What it costs us"
        :cents="estimate.cost"
      />
      <MoneyRow
        what="overhead"
        says="Overhead, %"
        :cents="estimate.overhead"
        rule="cost.overhead"
        field="Overhead, percent"
      />
      <MoneyRow
        what="profit"
        says="Profit, %"
        :cents="estimate.profit"
        rule="cost.profit"
        field="Profit, percent"
      >
        <ChoiceField
          class="w-40"
          hide-label
          label="Profit is a share of"
          :model-value="rules('cost.profitAs')"
          :options="[
            { value: 'markup', says: 'on top of the cost' },
            { value: 'margin', says: 'of what is asked' },
          ]"
          @update:model-value="(as) => setChoice('cost.profitAs', as)"
        />
      </MoneyRow>
      <MoneyRow
        what="tax"
        says="Sales tax, %"
        :cents="estimate.tax"
        rule="cost.tax"
        field="Sales tax, percent"
      >
        <ChoiceField
          class="w-40"
          hide-label
          label="Sales tax is on"
          :model-value="rules('cost.taxOn')"
          :options="[
            { value: 'material', says: 'the material' },
            { value: 'all', says: 'all that is asked' },
          ]"
          @update:model-value="(on) => setChoice('cost.taxOn', on)"
        />
      </MoneyRow>
      <MoneyRow
        class="border-t-2 border-ink text-lg font-bold"
        what="price"
        says="What the customer is asked"
        :cents="estimate.price"
      />
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
