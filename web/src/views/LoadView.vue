<script setup lang="ts">
import { legLoads, type Plan } from '@fieldchalk/core';
import { computed } from 'vue';
import { circuitLooks, circuitsInOrder } from '../workspace/circuits/look.ts';
import LoadChart from '../workspace/circuits/LoadChart.vue';
import PrintPage from './PrintPage.vue';
import { usePageJob } from './pageJob.ts';
import { useSession } from '../stores/session.ts';

/** The service load by every method that applies, line by line, and the load of each circuit and leg. */
usePageJob();
const session = useSession();
const service = computed(() => session.opened.service);
const set = (changes: Partial<Plan['service']>) => session.edit('setService', { changes });
const setAppliance = (i: number, changes: Partial<Plan['service']['appliances'][number]>) =>
  set({ appliances: service.value.appliances.map((a, k) => (k === i ? { ...a, ...changes } : a)) });
const number = (event: Event) => Math.max(0, Number((event.target as HTMLInputElement).value) || 0);
const main = computed(() =>
  Object.entries(session.plan?.panels ?? {}).find(([, p]) => p.source === 'service'),
);
const bars = computed(() => {
  const plan = session.opened;
  const looks = circuitLooks(plan);
  return circuitsInOrder(plan).map((id) => ({
    name: `${looks.get(id)!.number} ${plan.circuits[id]!.name}`,
    va: Math.round(session.result?.circuits[id]?.planned ?? 0),
    limit: plan.circuits[id]!.amps * plan.circuits[id]!.volts,
    fill: looks.get(id)!.fill,
  }));
});
const legs = computed(() =>
  Object.entries(session.opened.panels).map(([id, p]) => ({
    name: p.name || id,
    ...legLoads(session.opened, id, (c) => session.result?.circuits[c]?.va ?? 0),
  })),
);
const kva = (va: number) => `${Math.round(va).toLocaleString('en-US')} VA`;
const methods = {
  auto: 'what fits the job',
  standard: 'standard',
  optional: 'optional',
  existing: 'existing dwelling',
  measured: 'measured',
} as const;
</script>

<template>
  <PrintPage title="Load" back="circuits" editable>
    <form class="mb-4 grid grid-cols-2 gap-2 md:grid-cols-5 print:hidden" @submit.prevent>
      <label class="text-sm text-quiet"
        >Method<select
          class="field text-base"
          :value="service.method"
          @change="set({ method: ($event.target as HTMLSelectElement).value as 'auto' })"
        >
          <option v-for="(says, m) in methods" :key="m" :value="m">{{ says }}</option>
        </select></label
      >
      <label class="text-sm text-quiet"
        >House that stands, sq ft<input
          v-shown="service.existingArea"
          class="field text-base"
          type="number"
          min="0"
          @change="set({ existingArea: number($event) })"
      /></label>
      <label class="text-sm text-quiet"
        >Highest measured, VA<input
          v-shown="service.measuredVa"
          class="field text-base"
          type="number"
          min="0"
          @change="set({ measuredVa: number($event) })"
      /></label>
      <label class="text-sm text-quiet"
        >Heating, VA<input
          v-shown="service.heatingVa"
          class="field text-base"
          type="number"
          min="0"
          @change="set({ heatingVa: number($event) })"
      /></label>
      <label class="text-sm text-quiet"
        >Cooling, VA<input
          v-shown="service.coolingVa"
          class="field text-base"
          type="number"
          min="0"
          @change="set({ coolingVa: number($event) })"
      /></label>
      <label class="flex items-end gap-2 text-sm"
        ><input
          type="checkbox"
          class="h-5 w-5"
          :checked="service.heatingIsNew"
          @change="set({ heatingIsNew: ($event.target as HTMLInputElement).checked })"
        />Heating or cooling is new</label
      >
      <label class="text-sm text-quiet"
        >Heaters controlled apart<input
          v-shown="service.heatingUnits"
          class="field text-base"
          type="number"
          min="1"
          max="50"
          @change="set({ heatingUnits: Math.max(1, Math.round(number($event))) })"
      /></label>
    </form>
    <section class="mb-4 print:hidden" aria-label="Appliances of the house that the plan does not show">
      <h2 class="heading">Appliances of the house that the plan does not show</h2>
      <div
        v-for="(a, i) in service.appliances"
        :key="i"
        class="mb-1 grid grid-cols-[1fr_8rem_9rem_auto] gap-2"
      >
        <input
          v-shown="a.name"
          class="field"
          maxlength="200"
          :aria-label="`Appliance ${i + 1}`"
          @change="setAppliance(i, { name: ($event.target as HTMLInputElement).value })"
        />
        <input
          v-shown="a.va"
          class="field"
          type="number"
          min="0"
          :aria-label="`VA of ${a.name}`"
          @change="setAppliance(i, { va: number($event) })"
        />
        <select
          class="field"
          :aria-label="`Kind of ${a.name}`"
          :value="a.kind"
          @change="setAppliance(i, { kind: ($event.target as HTMLSelectElement).value as 'range' })"
        >
          <option value="fastened">fastened in place</option>
          <option value="range">range, oven, cooktop</option>
          <option value="dryer">dryer</option>
        </select>
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
        One more appliance
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
