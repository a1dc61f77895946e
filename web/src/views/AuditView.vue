<script setup lang="ts">
import CheckField from '../fields/CheckField.vue';
import ChoiceField from '../fields/ChoiceField.vue';
import TextField from '../fields/TextField.vue';
import NumberField from '../fields/NumberField.vue';
import {
  auditColumns,
  auditCsv,
  type Circuit,
  type CircuitFault,
  circuitFaults,
  compareIds,
  entryOf,
  faultWords,
  type FoundCircuit,
  gauges,
  type Problem,
  readAuditCsv,
} from '@fieldchalk/core';
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue';
import { download } from '../download.ts';
import PrintPage from './PrintPage.vue';
import { onceReady } from '../stores/onceReady.ts';
import { useSession } from '../stores/session.ts';

/** What is in a panel already, as it is found: entered row by row or read from a file, checked, and reported to the customer. */
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
    .filter((id) => circuitOf(id).existing && circuitOf(id).panel === panel.value)
    .sort((a, b) => (circuitOf(a).space ?? 99) - (circuitOf(b).space ?? 99) || compareIds(a, b)),
);
const circuitOf = (id: string) => entryOf(session.opened.circuits, id);
const empty: FoundCircuit = { serves: '', outlets: 0, supply: 'normal', faults: [], extend: false, note: '' };
const found = (id: string): FoundCircuit => circuitOf(id).found ?? empty;
const set = (id: string, changes: Partial<Circuit>) => session.edit('setCircuit', { circuit: id, changes });
const setFound = (id: string, changes: Partial<FoundCircuit>) =>
  set(id, { found: { ...found(id), ...changes } });
const value = (event: Event) => (event.target as HTMLInputElement).value;
const newSpace = ref<number | null>(null);
const [panelName, panelAmps, panelSpaces] = [ref(''), ref(100), ref(20)];
/** A breaker as it sits in its space: on one pole, on two, or one of the two halves of a tandem. */
const breakers = [
  { value: 'one', says: 'one pole' },
  { value: 'two', says: 'two poles, 240 V' },
  { value: 'A', says: 'tandem, half A' },
  { value: 'B', says: 'tandem, half B' },
] as const;
type Breaker = (typeof breakers)[number]['value'];
const newBreaker = ref<Breaker>('one');
const auditPanel = onceReady(
  () =>
    void session.edit('addPanelAlone', {
      name: panelName.value || 'Panel',
      amps: panelAmps.value,
      spaces: panelSpaces.value,
    }),
);
const shapeOf = (b: Breaker): Pick<Circuit, 'poles' | 'volts' | 'half'> => ({
  poles: b === 'two' ? 2 : 1,
  volts: b === 'two' ? 240 : 120,
  half: b === 'A' || b === 'B' ? b : null,
});
const breakerOf = (c: Circuit): Breaker => (c.poles === 2 ? 'two' : (c.half ?? 'one'));
const form = useTemplateRef('form');
const list = useTemplateRef('list');
/** One writes down circuit after circuit: a new one is gone on with at once, and Enter in it leads to the next. */
function toNext(event: KeyboardEvent) {
  if (!(event.target instanceof HTMLInputElement) || event.target.type === 'checkbox') return;
  event.target.blur();
  form.value?.querySelector('input')?.focus();
}
const goTo = (circuit: string | undefined) =>
  list.value?.querySelector<HTMLInputElement>(`[data-audit="${circuit}"] input`)?.focus();
const add = onceReady(() => void addNow());
async function addNow() {
  const space = newSpace.value ?? 1;
  const shape = shapeOf(newBreaker.value);
  // What is written down already is not written over with nothing.
  const there = circuits.value.find(
    (id) => circuitOf(id).space === space && circuitOf(id).half === (shape.half ?? null),
  );
  if (there !== undefined) {
    newSpace.value = null;
    session.say(`Space ${space} is written down already: here it is.`);
    return goTo(there);
  }
  const known = new Set(circuits.value);
  if (
    session.edit('addFoundCircuits', {
      panel: panel.value,
      circuits: [{ space, name: '', amps: 15, gauge: 14, found: empty, ...shape }],
    })
  ) {
    newSpace.value = null;
    newBreaker.value = 'one';
    await nextTick();
    goTo(circuits.value.find((id) => !known.has(id)));
  }
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
const saveFile = () =>
  download(`audit ${session.opened.job.name}.csv`, auditCsv(session.opened, panel.value), 'text/csv');
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
  <PrintPage title="Audit of what exists">
    <template #tools>
      <label class="key cursor-pointer print:hidden"
        >Read a CSV<input class="sr-only" type="file" accept=".csv,text/csv" @change="readFile"
      /></label>
      <button class="key print:hidden" type="button" :disabled="circuits.length === 0" @click="saveFile">
        Save as CSV
      </button>
    </template>
    <form v-if="panels.length === 0" class="flex flex-wrap items-end gap-2" @submit.prevent="auditPanel">
      <p class="w-full text-lg">
        An audit is of a panel. It needs no drawing: say which, and write down its circuits.
      </p>
      <TextField v-model="panelName" label="Panel" />
      <NumberField v-model="panelAmps" class="w-28" label="Main, A" :min="30" :max="400" whole />
      <NumberField v-model="panelSpaces" class="w-28" label="Spaces" :min="2" :max="84" whole />
      <button class="key key-main" type="submit">Audit this panel</button>
    </form>
    <template v-else>
      <div class="mb-2 flex flex-wrap items-end gap-2 print:hidden">
        <label class="text-sm text-quiet"
          >Panel<select v-model="panel" class="field text-base">
            <option v-for="[id, p] in panels" :key="id" :value="id">{{ p.name || id }}</option>
          </select></label
        >
        <form ref="form" class="flex items-end gap-1" @submit.prevent="add">
          <NumberField v-model="newSpace" class="w-20" required label="Space" :min="1" :max="84" whole />
          <ChoiceField v-model="newBreaker" label="Breaker" :options="breakers" />
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
      <div ref="list" @keydown.enter="toNext">
        <section
          v-for="id in circuits"
          :key="id"
          class="mb-3 break-inside-avoid border-b-2 border-ink pb-2"
          :data-audit="id"
          :aria-label="`Space ${circuitOf(id).space}`"
        >
          <div
            class="grid grid-cols-2 items-end gap-2 md:grid-cols-[4rem_1fr_4.5rem_7rem_6.5rem_4.5rem_5.5rem_6.5rem_auto]"
          >
            <p class="figure">{{ circuitOf(id).space }}{{ circuitOf(id).half ?? '' }}</p>
            <TextField
              label="What its label says"
              :model-value="circuitOf(id).name"
              @update:model-value="(v) => set(id, { name: v })"
            />
            <NumberField
              label="Breaker, A"
              :model-value="circuitOf(id).amps"
              :min="1"
              whole
              @update:model-value="(v) => set(id, { amps: v })"
            />
            <ChoiceField
              label="Poles"
              :model-value="breakerOf(circuitOf(id))"
              :options="breakers"
              @update:model-value="(v) => set(id, shapeOf(v))"
            />
            <label class="text-sm text-quiet"
              >Wire<select
                class="field text-base"
                :value="circuitOf(id).gauge"
                @change="set(id, { gauge: Number(value($event)) as 14 })"
              >
                <option v-for="g in gauges" :key="g" :value="g">{{ g }} AWG</option>
              </select></label
            >
            <NumberField
              label="Outlets"
              :model-value="found(id).outlets"
              :min="0"
              whole
              @update:model-value="(v) => setFound(id, { outlets: v })"
            />
            <NumberField
              label="Load, VA"
              :model-value="found(id).va ?? null"
              :min="0"
              :max="100000"
              optional
              @update:model-value="(v) => setFound(id, { va: v ?? undefined })"
            />
            <ChoiceField
              label="Supply"
              :model-value="found(id).supply"
              :options="['normal', 'standby', 'both', 'unknown']"
              @update:model-value="(v) => setFound(id, { supply: v })"
            />
            <button
              class="key print:hidden"
              type="button"
              :aria-label="`Strike out space ${circuitOf(id).space}`"
              @click="session.edit('removeCircuit', { circuit: id })"
            >
              ✕
            </button>
          </div>
          <div class="mt-1 grid items-end gap-2 md:grid-cols-2">
            <TextField
              label="What it really feeds"
              :model-value="found(id).serves"
              :maxlength="500"
              @update:model-value="(v) => setFound(id, { serves: v })"
            />
            <TextField
              label="Note"
              :model-value="found(id).note"
              :maxlength="1000"
              @update:model-value="(v) => setFound(id, { note: v })"
            />
          </div>
          <div class="mt-1 flex flex-wrap gap-x-3 gap-y-1 text-sm print:hidden">
            <CheckField
              v-for="f in circuitFaults"
              :key="f"
              :label="faultWords[f].says"
              :model-value="found(id).faults.includes(f)"
              @update:model-value="toggle(id, f)"
            />
            <CheckField
              class="font-bold"
              label="may be extended"
              :model-value="found(id).extend"
              @update:model-value="(extend) => setFound(id, { extend })"
            />
          </div>
          <p
            v-for="f in about(id)"
            :key="f.rule + f.says"
            class="mt-1 border-l-4 pl-2"
            :class="f.level === 'error' ? 'border-trouble' : 'border-quiet'"
            :data-finding="f.rule"
          >
            <b>{{ f.level }}</b> {{ f.says }}
            <span class="text-quiet print:text-black">{{ f.fix }} · {{ f.source }}</span>
            <span v-if="f.accepted"> Accepted: {{ f.accepted }}</span>
          </p>
        </section>
      </div>
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
