<script setup lang="ts" generic="T extends string | null">
import ChoiceField from '../../fields/ChoiceField.vue';
import { accesses } from '../closedFraming.ts';

/** What is over or under a level or a room; and where it is closed, what cable may do with it. */
type Option = T | { readonly value: T; readonly says: string };
defineProps<{
  label: string;
  has: T;
  options: readonly Option[];
  isClosed: boolean;
  /** What is closed then, as it is called. */
  closed: string;
  access: (typeof accesses)[number]['value'];
}>();
const emit = defineEmits<{ has: [value: T]; access: [value: (typeof accesses)[number]['value']] }>();
</script>

<template>
  <ChoiceField
    :label="label"
    :model-value="has"
    :options="options"
    @update:model-value="(v) => emit('has', v)"
  />
  <ChoiceField
    v-if="isClosed"
    :label="`${closed}: cable may`"
    :model-value="access"
    :options="accesses"
    @update:model-value="(v) => emit('access', v)"
  />
</template>
