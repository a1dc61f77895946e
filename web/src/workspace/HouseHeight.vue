<script setup lang="ts">
import { ruleBook, ruleCatalogue, typedLength, type Height } from '@fieldchalk/core';
import { computed } from 'vue';
import { useJob } from '../stores/job.ts';
import LengthField from './LengthField.vue';

/** One house height: a school to pick, or a height of one's own in any reference. Boxes without a height of their own follow. */
const props = defineProps<{
  rule: 'height.receptacle' | 'height.switch' | 'height.counter';
  label: string;
}>();
const job = useJob();
const height = computed(() => ruleBook(job.plan!.rules.values)(props.rule));
const schools = computed(() => ruleCatalogue[props.rule].schools ?? []);
const same = (a: Height, b: Height) => a.value === b.value && a.to === b.to && a.from === b.from;
const picked = computed(() => schools.value.findIndex((s) => same(s.value, height.value)));
const set = (value: Height) => job.edit('setRule', { rule: props.rule, value });
const text = (event: Event) => (event.target as HTMLSelectElement).value;
</script>

<template>
  <fieldset class="border-b border-rule pb-2">
    <legend class="text-sm text-quiet">{{ label }}</legend>
    <select
      v-if="schools.length > 0"
      class="field"
      :aria-label="`${label}: usual heights`"
      :value="picked"
      @change="Number(text($event)) >= 0 && set(schools[Number(text($event))]!.value)"
    >
      <option v-for="(s, i) in schools" :key="i" :value="i">{{ s.says }}</option>
      <option :value="-1">our own: {{ typedLength(height.value) }} to {{ height.to }}</option>
    </select>
    <div class="mt-1 grid grid-cols-3 gap-2">
      <LengthField
        :label="`${label} height`"
        hide-label
        :model-value="height.value"
        @update:model-value="(value) => set({ ...height, value })"
      />
      <select
        class="field"
        :aria-label="`${label}: to its`"
        :value="height.to"
        @change="set({ ...height, to: text($event) as 'top' })"
      >
        <option value="bottom">to bottom</option>
        <option value="center">to centre</option>
        <option value="top">to top</option>
      </select>
      <select
        class="field"
        :aria-label="`${label}: from`"
        :value="height.from"
        @change="set({ ...height, from: text($event) as 'finished' })"
      >
        <option value="finished">finished</option>
        <option value="subfloor">subfloor</option>
      </select>
    </div>
  </fieldset>
</template>
