<script setup lang="ts">
import ChoiceField from '../fields/ChoiceField.vue';
import { heightWords, nth, ruleCatalogue, type Height, type Rule, type RuleId } from '@fieldchalk/core';
import { computed } from 'vue';
import NumberField from '../fields/NumberField.vue';
import LengthField from '../fields/LengthField.vue';

/** The control a rule's value wants: a school to pick, a length, a number, or a height in any reference. */
const props = defineProps<{ id: RuleId; modelValue: unknown }>();
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>();
const rule = computed(() => ruleCatalogue[props.id] as Rule);
const height = computed(() => props.modelValue as Height);
const schools = computed(() => rule.value.schools ?? []);
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
const picked = computed(() => schools.value.findIndex((s) => same(s.value, props.modelValue)));
const text = (event: Event) => (event.target as HTMLInputElement).value;
const number = (event: Event) => {
  const value = Number(text(event));
  if (text(event).trim() !== '' && Number.isFinite(value)) emit('update:modelValue', value);
};
</script>

<template>
  <div>
    <select
      v-if="rule.unit === 'choice' || schools.length > 0"
      class="field"
      :aria-label="rule.title"
      :value="picked"
      @change="
        Number(text($event)) >= 0 && emit('update:modelValue', nth(schools, Number(text($event))).value)
      "
    >
      <option v-for="(s, i) in schools" :key="i" :value="i">{{ s.says }}</option>
      <option v-if="rule.unit === 'height'" :value="-1">our own: {{ heightWords(height) }}</option>
    </select>
    <div v-if="rule.unit === 'height'" class="mt-1 grid grid-cols-3 gap-2">
      <LengthField
        :label="`${rule.title}: height`"
        hide-label
        :model-value="height.value"
        @update:model-value="(value) => emit('update:modelValue', { ...height, value })"
      />
      <ChoiceField
        :label="`${rule.title}: to its`"
        hide-label
        :model-value="height.to"
        :options="[
          { value: 'bottom', says: 'to bottom' },
          { value: 'center', says: 'to centre' },
          { value: 'top', says: 'to top' },
        ]"
        @update:model-value="(v) => emit('update:modelValue', { ...height, to: v })"
      />
      <ChoiceField
        :label="`${rule.title}: from`"
        hide-label
        :model-value="height.from"
        :options="['finished', 'subfloor']"
        @update:model-value="(v) => emit('update:modelValue', { ...height, from: v })"
      />
    </div>
    <LengthField
      v-else-if="rule.unit === 'in' && typeof modelValue === 'number'"
      :label="rule.title"
      hide-label
      :model-value="modelValue"
      @update:model-value="(value) => emit('update:modelValue', value)"
    />
    <NumberField
      v-else-if="rule.unit === 'cents' && typeof modelValue === 'number'"
      :label="`${rule.title}, $`"
      hide-label
      :model-value="modelValue / 100"
      :min="0"
      @update:model-value="(dollars) => emit('update:modelValue', Math.round(dollars * 100))"
    />
    <input
      v-else-if="rule.unit !== 'choice'"
      class="field"
      :type="typeof modelValue === 'number' ? 'number' : 'text'"
      step="any"
      :aria-label="rule.title"
      :value="modelValue"
      @change="number"
    />
  </div>
</template>
