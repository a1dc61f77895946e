<script setup lang="ts">
import {
  auditColumns,
  auditCsv,
  circuitFaults,
  compareIds,
  faultWords,
  gauges,
  readAuditCsv,
  type Circuit,
  type CircuitFault,
  type FoundCircuit,
  type Problem,
} from '@fieldchalk/core';
import { computed, ref, watch } from 'vue';
import PrintPage from './PrintPage.vue';
import { usePageJob } from './pageJob.ts';
import { useSession } from '../stores/session.ts';

/** What is in a panel already, as it is found: entered row by row or read from a file, checked, and reported to the customer. */
usePageJob();
const session = useSession();
const panel = ref('');
const panels = computed(() => Object.entries(session.plan?.panels ?? {}));
watch(
  panels,
  (list) => {
    if (!session.plan?.panels[panel.value]) panel.value = list[0]?.[0] ?? '';
  },
  { immediate: true },
);
const circuits = computed(() =>
  Object.keys(session.plan?.circuits ?? {})
    .filter(
      (id) => session.opened.circuits[id]!.existing && session.opened.circuits[id]!.panel === panel.value,
    )
    .sort(
      (a, b) =>
        (session.opened.circuits[a]!.space ?? 99) - (session.opened.circuits[b]!.space ?? 99) ||
        compareIds(a, b),
    ),
);
const empty: FoundCircuit = { serves: '', outlets: 0, supply: 'normal', faults: [], extend: false, note: '' };
const found = (id: string): FoundCircuit => session.opened.circuits[id]!.found ?? empty;
const set = (id: string, changes: Partial<Circuit>) => session.edit('setCircuit', { circuit: id, changes });
const setFound = (id: string, changes: Partial<FoundCircuit>) =>
  set(id, { found: { ...found(id), ...changes } });
const value = (event: Event) => (event.target as HTMLInputElement).value;
const whole = (event: Event) => Math.max(0, Math.round(Number(value(event)) || 0));
const newSpace = ref<number | null>(null);
function add() {
  const space = newSpace.value ?? 1;
  if (
    session.edit('addFoundCircuits', {
      panel: panel.value,
      circuits: [{ space, name: '', amps: 15, gauge: 14, found: empty }],
    })
  )
    newSpace.value = null;
}
const problems = ref<readonly Problem[]>([]);
async function readFile(event: Event) {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file) return;
  const read = readAuditCsv(await file.text());
  problems.value = read.ok ? [] : read.problems;
  if (read.ok) session.edit('addFoundCircuits', { panel: panel.value, circuits: read.circuits });
}
function saveFile() {
  const url = URL.createObjectURL(new Blob([auditCsv(session.opened, panel.value)], { type: 'text/csv' }));
  const link = Object.assign(document.createElement('a'), {
    href: url,
    download: `audit ${session.opened.job.name}.csv`,
  });
  link.click();
  URL.revokeObjectURL(url);
}
const about = (id: string) =>
  (session.result?.findings ?? []).filter((f) => f.about.some((t) => t.id === id) && f.level !== 'note');
const toggle = (id: string, fault: CircuitFault) => {
  const { faults } = found(id);
  setFound(id, { faults: faults.includes(fault) ? faults.filter((f) => f !== fault) : [...faults, fault] });
};
const panelFindings = computed(() =>
  (session.result?.findings ?? []).filter(
    (f) => f.about.length === 1 && f.about.some((t) => t.kind === 'panel' && t.id === panel.value),
  ),
);
const tests = [
  'Main and any standby source off and locked before covers come off.',
  'Test the tester on a live source, test dead, test the tester again.',
  'Jacket colour proves nothing on cable older than about 2001: read the gauge.',
];
</script>

<template>
  <PrintPage title="Audit of what exists" back="circuits" editable>
    <template #tools>
      <label class="key cursor-pointer print:hidden"
        >Read a CSV<input class="sr-only" type="file" accept=".csv,text/csv" @change="readFile"
      /></label>
      <button class="key print:hidden" type="button" :disabled="circuits.length === 0" @click="saveFile">
        Save as CSV
      </button>
    </template>
    <p v-if="panels.length === 0" class="text-lg">Put a panel on a wall first: an audit is of a panel.</p>
    <template v-else>
      <div class="mb-2 flex flex-wrap items-end gap-2 print:hidden">
        <label class="text-sm text-quiet"
          >Panel<select v-model="panel" class="field text-base">
            <option v-for="[id, p] in panels" :key="id" :value="id">{{ p.name || id }}</option>
          </select></label
        >
        <form class="flex items-end gap-1" @submit.prevent="add">
          <label class="block w-20 text-sm text-quiet"
            >Space<input
              v-model.number="newSpace"
              class="field text-base"
              type="number"
              min="1"
              max="84"
              required
          /></label>
          <button class="key key-main" type="submit">Write down a circuit</button>
        </form>
      </div>
      <div v-if="problems.length > 0" role="alert" class="my-3 border-l-4 border-trouble p-2">
        <p class="font-bold">
          The file was not read; nothing has changed. Columns: {{ auditColumns.join(', ') }}.
        </p>
        <p v-for="p in problems" :key="p.path + p.message">
          <b>{{ p.path }}</b> {{ p.message }}
        </p>
      </div>
      <p v-if="circuits.length === 0" class="text-lg">Nothing is written down for this panel yet.</p>
      <section
        v-for="id in circuits"
        :key="id"
        class="mb-3 break-inside-avoid border-b-2 border-ink pb-2"
        :data-audit="id"
        :aria-label="`Space ${session.opened.circuits[id]!.space}`"
      >
        <div class="grid grid-cols-2 items-end gap-2 md:grid-cols-[4rem_1fr_5.5rem_6rem_5rem_7rem_auto]">
          <p class="figure">
            {{ session.opened.circuits[id]!.space }}{{ session.opened.circuits[id]!.half ?? '' }}
          </p>
          <label class="text-sm text-quiet"
            >What its label says<input
              v-shown="session.opened.circuits[id]!.name"
              class="field text-base"
              maxlength="200"
              @change="set(id, { name: value($event) })"
          /></label>
          <label class="text-sm text-quiet"
            >Breaker, A<input
              v-shown="session.opened.circuits[id]!.amps"
              class="field text-base"
              type="number"
              min="1"
              @change="set(id, { amps: Math.max(1, whole($event)) })"
          /></label>
          <label class="text-sm text-quiet"
            >Wire<select
              class="field text-base"
              :value="session.opened.circuits[id]!.gauge"
              @change="set(id, { gauge: Number(value($event)) as 14 })"
            >
              <option v-for="g in gauges" :key="g" :value="g">{{ g }} AWG</option>
            </select></label
          >
          <label class="text-sm text-quiet"
            >Outlets<input
              v-shown="found(id).outlets"
              class="field text-base"
              type="number"
              min="0"
              @change="setFound(id, { outlets: whole($event) })"
          /></label>
          <label class="text-sm text-quiet"
            >Supply<select
              class="field text-base"
              :value="found(id).supply"
              @change="setFound(id, { supply: value($event) as 'normal' })"
            >
              <option v-for="s in ['normal', 'standby', 'both', 'unknown']" :key="s">{{ s }}</option>
            </select></label
          >
          <button
            class="key print:hidden"
            type="button"
            :aria-label="`Strike out space ${session.opened.circuits[id]!.space}`"
            @click="session.edit('removeCircuit', { circuit: id })"
          >
            ✕
          </button>
        </div>
        <div class="mt-1 grid items-end gap-2 md:grid-cols-2">
          <label class="text-sm text-quiet"
            >What it really feeds<input
              v-shown="found(id).serves"
              class="field text-base"
              maxlength="500"
              @change="setFound(id, { serves: value($event) })"
          /></label>
          <label class="text-sm text-quiet"
            >Note<input
              v-shown="found(id).note"
              class="field text-base"
              maxlength="1000"
              @change="setFound(id, { note: value($event) })"
          /></label>
        </div>
        <div class="mt-1 flex flex-wrap gap-x-3 gap-y-1 text-sm print:hidden">
          <label v-for="f in circuitFaults" :key="f" class="flex items-center gap-1"
            ><input
              type="checkbox"
              class="h-5 w-5"
              :checked="found(id).faults.includes(f)"
              @change="toggle(id, f)"
            />{{ faultWords[f].says }}</label
          >
          <label class="flex items-center gap-1 font-bold"
            ><input
              type="checkbox"
              class="h-5 w-5"
              :checked="found(id).extend"
              @change="setFound(id, { extend: !found(id).extend })"
            />may be extended</label
          >
        </div>
        <p
          v-for="f in about(id)"
          :key="f.rule + f.says"
          class="mt-1 border-l-4 pl-2"
          :class="f.level === 'error' ? 'border-trouble' : 'border-quiet'"
          :data-finding="f.rule"
        >
          <b>{{ f.level }}</b> {{ f.says }}
          <span class="text-quiet print:text-black"
            >{{ f.fix }} {{ f.source === 'audit' ? '' : f.source }}</span
          >
          <span v-if="f.accepted"> Let stand: {{ f.accepted }}</span>
        </p>
      </section>
      <p v-for="f in panelFindings" :key="f.rule + f.says" class="border-l-4 border-quiet pl-2">
        <b>{{ f.level }}</b> {{ f.says }} {{ f.fix }}
      </p>
      <ul class="mt-4 list-disc pl-5 text-sm">
        <li v-for="t in tests" :key="t">{{ t }}</li>
      </ul>
      <p class="mt-2 text-sm text-quiet print:text-black">
        What was seen on the day, by looking and testing where it could be reached; what is behind finished
        walls was not seen. Local code and licensed practice decide what is done about it.
      </p>
    </template>
  </PrintPage>
</template>
