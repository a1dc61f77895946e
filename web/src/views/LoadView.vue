<script setup lang="ts">
import CheckField from '../fields/CheckField.vue';
import ChoiceField from '../fields/ChoiceField.vue';
import TextField from '../fields/TextField.vue';
import NumberField from '../fields/NumberField.vue';
import { entryOf, legLoads, type Plan, valueIn } from '@fieldchalk/core';
import { computed } from 'vue';
import { circuitLooks, circuitsInOrder } from '../workspace/circuits/look.ts';
import LoadChart from '../workspace/circuits/LoadChart.vue';
import PrintPage from './PrintPage.vue';
import { useSession } from '../stores/session.ts';

/** The service load by every method that applies, line by line, and the load of each circuit and leg. */
const session = useSession();
const service = computed(() => session.opened.service);
const set = (changes: Partial<Plan['service']>) => session.edit('setService', { changes });
const setAppliance = (i: number, changes: Partial<Plan['service']['appliances'][number]>) =>
  set({ appliances: service.value.appliances.map((a, k) => (k === i ? { ...a, ...changes } : a)) });
const main = computed(() =>
  Object.entries(session.plan?.panels ?? {}).find(([, p]) => p.source === 'service'),
);
const bars = computed(() => {
  const plan = session.opened;
  const looks = circuitLooks(plan);
  return circuitsInOrder(plan).map((id) => ({
    name: `${valueIn(looks, id).number} ${entryOf(plan.circuits, id).name}`,
    va: Math.round(session.result?.circuits[id]?.planned ?? 0),
    limit: entryOf(plan.circuits, id).amps * entryOf(plan.circuits, id).volts,
    fill: valueIn(looks, id).fill,
  }));
});
const legs = computed(() =>
  Object.entries(session.opened.panels).map(([id, p]) => ({
    name: p.name || id,
    ...legLoads(session.opened, id, (c) => session.result?.circuits[c]?.va ?? 0),
  })),
);
const kva = (va: number) => `${Math.round(va).toLocaleString('en-US')} VA`;
const methods = [
  { value: 'auto', says: 'what fits the job' },
  { value: 'standard', says: 'standard' },
  { value: 'optional', says: 'optional' },
  { value: 'existing', says: 'existing dwelling' },
  { value: 'measured', says: 'measured' },
] as const;
</script>

<template>
  <PrintPage title="Load">
    <form class="mb-4 grid grid-cols-2 gap-2 md:grid-cols-5 print:hidden" @submit.prevent>
      <ChoiceField
        label="Method"
        :model-value="service.method"
        :options="methods"
        @update:model-value="(method) => set({ method })"
      />
      <NumberField
        label="Existing house, sq ft"
        :model-value="service.existingArea"
        :min="0"
        @update:model-value="(v) => set({ existingArea: v })"
      />
      <NumberField
        label="Highest measured, VA"
        :model-value="service.measuredVa"
        :min="0"
        @update:model-value="(v) => set({ measuredVa: v })"
      />
      <NumberField
        label="Heating, VA"
        :model-value="service.heatingVa"
        :min="0"
        @update:model-value="(v) => set({ heatingVa: v })"
      />
      <NumberField
        label="Cooling, VA"
        :model-value="service.coolingVa"
        :min="0"
        @update:model-value="(v) => set({ coolingVa: v })"
      />
      <CheckField
        class="text-sm"
        label="Heating or cooling is new"
        :model-value="service.heatingIsNew"
        @update:model-value="(heatingIsNew) => set({ heatingIsNew })"
      />
      <NumberField
        label="Heaters controlled apart"
        :model-value="service.heatingUnits"
        :min="1"
        :max="50"
        @update:model-value="(v) => set({ heatingUnits: v })"
      />
    </form>
    <section class="mb-4 print:hidden" aria-label="Appliances of the house that the plan does not show">
      <h2 class="heading">Appliances of the house that the plan does not show</h2>
      <div
        v-for="(a, i) in service.appliances"
        :key="i"
        class="mb-1 grid grid-cols-[1fr_8rem_9rem_auto] gap-2"
      >
        <TextField
          :label="`Appliance ${i + 1}`"
          hide-label
          :model-value="a.name"
          @update:model-value="(v) => setAppliance(i, { name: v })"
        />
        <NumberField
          :label="`VA of ${a.name}`"
          hide-label
          :model-value="a.va"
          :min="0"
          whole
          @update:model-value="(v) => setAppliance(i, { va: v })"
        />
        <ChoiceField
          :label="`Kind of ${a.name}`"
          hide-label
          :model-value="a.kind"
          :options="[
            { value: 'fastened', says: 'fastened in place' },
            { value: 'range', says: 'range, oven, cooktop' },
            'dryer',
          ]"
          @update:model-value="(v) => setAppliance(i, { kind: v })"
        />
        <button
          class="key"
          type="button"
          :aria-label="`Take ${a.name} away`"
          @click="set({ appliances: service.appliances.filter((_, k) => k !== i) })"
        >
          ✕
        </button>
      </div>
      <button
        class="key"
        type="button"
        @click="
          set({ appliances: [...service.appliances, { name: 'appliance', va: 1500, kind: 'fastened' }] })
        "
      >
        Add an appliance
      </button>
    </section>
    <div class="grid gap-6 md:grid-cols-2">
      <section
        v-for="(load, i) in session.result?.service ?? []"
        :key="load.method"
        :aria-label="load.title"
        class="break-inside-avoid"
        :class="i === 0 ? 'border-l-4 border-chalk pl-3' : 'pl-3'"
        :data-load="load.method"
      >
        <h2 class="text-lg font-bold">
          {{ load.title }}<span v-if="i === 0" class="font-normal text-quiet"> · in force</span>
        </h2>
        <p v-for="l in load.lines" :key="l.what + l.how" class="row">
          <span
            >{{ l.what }}<span class="block text-sm text-quiet">{{ l.how }}</span></span
          ><b>{{ kva(l.va) }}</b>
        </p>
        <p class="row text-lg">
          <b>Counted</b><b>{{ kva(load.va) }}</b>
        </p>
        <p>
          <span class="figure">{{ Math.round(load.amps) }} A</span> at 240 V<template v-if="main">
            of {{ main[1].amps }} A</template
          >
        </p>
      </section>
    </div>
    <section v-if="session.result" aria-label="Load of each circuit" class="mt-6">
      <h2 class="text-lg font-bold">Each circuit against its breaker</h2>
      <LoadChart :bars="bars" />
      <p v-for="l in legs" :key="l.name" class="row">
        <span>{{ l.name }}</span><b>leg A {{ kva(l.A) }} · leg B {{ kva(l.B) }}</b>
      </p>
    </section>
    <p class="mt-3 text-sm text-quiet">
      Sections are of the 2023 NEC, from memory. A licensed person and the local authority decide what a
      service carries.
    </p>
  </PrintPage>
</template>
