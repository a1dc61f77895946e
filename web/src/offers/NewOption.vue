<script setup lang="ts">
import { editWords } from '@fieldchalk/core';
import { computed, ref, watch } from 'vue';
import ChoiceField from '../fields/ChoiceField.vue';
import TextField from '../fields/TextField.vue';
import { onceReady } from '../stores/onceReady.ts';
import { useSession } from '../stores/session.ts';
import { asOption } from '../session/asOption.ts';
import { at20, circuitsAt15 } from './quickOptions.ts';

/** Ways to an option: a circuit at 20 A at a press, or any work done in the job just now, which then leaves it and is offered instead. */
const session = useSession();
const circuits = computed(() => (session.plan ? circuitsAt15(session.plan) : []));
const circuit = ref<string | null>(null);
watch(
  circuits,
  (now) => {
    if (!now.some((c) => c.value === circuit.value)) circuit.value = now[0]?.value ?? null;
  },
  { immediate: true },
);
const offerAt20 = onceReady(() => {
  const args = circuit.value === null ? null : at20(session.opened, circuit.value);
  if (args) session.edit('addOption', args);
});
const mostSteps = 12;
const steps = computed(() => {
  // What was done is counted anew with every change.
  void session.plan;
  return session.lastSteps(mostSteps).map((step) => editWords(step.name));
});
const count = ref(1);
const name = ref('');
const counts = computed(() =>
  steps.value.map((_, i) => ({
    value: i + 1,
    says: `${i === 0 ? 'The last change' : `The last ${i + 1} changes`}: ${steps.value.slice(-i - 1).join(', ')}`,
  })),
);
const offerSteps = onceReady(() => {
  const [of, called] = [Math.min(count.value, steps.value.length), name.value.trim() || 'An option'];
  session.withJob((own) => {
    if (session.taken(asOption(own, of, called))) [count.value, name.value] = [1, ''];
  });
});
</script>

<template>
  <details class="mt-2" :open="Object.keys(session.plan?.options ?? {}).length === 0">
    <summary class="cursor-pointer py-1 font-bold">Another option</summary>
    <div v-if="circuits.length > 0" class="mt-2 flex flex-wrap items-end gap-2">
      <ChoiceField v-model="circuit" class="min-w-40 flex-1" label="Circuit of 15 A" :options="circuits" />
      <button class="key" type="button" @click="offerAt20">Offer it at 20 A</button>
    </div>
    <p class="mt-3 text-sm text-quiet">
      For anything else: work it out in the job as if it were ordered, come back here, and make an option of
      what you did. It leaves the job until the customer takes it.
    </p>
    <div v-if="steps.length > 0" class="mt-1 grid gap-2">
      <ChoiceField v-model="count" label="What was done last" :options="counts" />
      <div class="flex flex-wrap items-end gap-2">
        <TextField v-model="name" class="min-w-40 flex-1" label="Called" />
        <button class="key" type="button" @click="offerSteps">Offer it instead</button>
      </div>
    </div>
  </details>
</template>
