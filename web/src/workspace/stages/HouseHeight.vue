<script setup lang="ts">
import { ruleBook } from '@fieldchalk/core';
import RuleField from '../../rules/RuleField.vue';
import { useJob } from '../../stores/job.ts';

/** One house height of the job. Boxes without a height of their own follow it. */
defineProps<{
  rule: 'height.receptacle' | 'height.switch' | 'height.counter' | 'height.outsideLight';
  label: string;
}>();
const job = useJob();
</script>

<template>
  <fieldset class="border-b border-rule pb-2">
    <legend class="text-sm text-quiet">{{ label }}</legend>
    <RuleField
      :id="rule"
      :model-value="ruleBook(job.plan!.rules.values)(rule)"
      @update:model-value="(value) => job.edit('setRule', { rule, value })"
    />
  </fieldset>
</template>
