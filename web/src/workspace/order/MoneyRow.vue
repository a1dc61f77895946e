<script setup lang="ts">
import { editStep, moneyWords, ruleBook, ruleCatalogue } from '@fieldchalk/core';
import { computed } from 'vue';
import NumberField from '../../fields/NumberField.vue';
import { useSession } from '../../stores/session.ts';

/** One line of what the job costs: what it is, the figure of the company’s own that it follows, if it has one, and what it comes to. */
const props = defineProps<{
  what: string;
  says: string;
  cents: number;
  /** The rule it follows, what its field is called, and how many of the rule’s units are one of the field’s. */
  rule?: 'cost.labour' | 'cost.overhead' | 'cost.profit' | 'cost.tax';
  field?: string;
  per?: number;
}>();
const session = useSession();
const value = computed(() =>
  props.rule ? ruleBook(session.opened.rules.values)(props.rule) / (props.per ?? 1) : 0,
);
const bounds = computed(() => {
  const { accepts } = ruleCatalogue[props.rule ?? 'cost.labour'];
  const [low, high] = accepts.is === 'number' ? accepts.bounds : [0, 0];
  return [low / (props.per ?? 1), high / (props.per ?? 1)] as const;
});
function set(next: number) {
  const { rule, per = 1 } = props;
  if (rule)
    session.editAll('set a rule', [editStep('setRule', { rule, value: Math.round(next * per * 100) / 100 })]);
}
</script>

<template>
  <div class="row">
    <span class="flex flex-wrap items-center gap-2"
      >{{ says }}
      <NumberField
        v-if="rule"
        class="w-20"
        hide-label
        :label="field ?? says"
        :model-value="value"
        :min="bounds[0]"
        :max="bounds[1]"
        @update:model-value="set" />
      <slot /></span
    ><b :data-money="what">{{ moneyWords(cents) }}</b>
  </div>
</template>
