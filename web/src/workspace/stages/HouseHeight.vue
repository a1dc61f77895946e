<script setup lang="ts">
import { ruleBook } from '@fieldchalk/core';
import RuleField from '../../rules/RuleField.vue';
import { useSession } from '../../stores/session.ts';

/** One house height of the job. Boxes without a height of their own follow it. */
defineProps<{
  rule: 'height.receptacle' | 'height.switch' | 'height.counter' | 'height.outsideLight';
  label: string;
}>();
const session = useSession();
</script>

<template>
  <fieldset class="border-b border-rule pb-2 print:hidden">
    <legend class="text-sm text-quiet">{{ label }}</legend>
    <RuleField
      :id="rule"
      :model-value="ruleBook(session.opened.rules.values)(rule)"
      @update:model-value="(value) => session.edit('setRule', { rule, value })"
    />
  </fieldset>
</template>
