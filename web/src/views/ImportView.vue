<script setup lang="ts">
import ChoiceField from '../fields/ChoiceField.vue';
import TextField from '../fields/TextField.vue';
import {
  entryOf,
  formatLength,
  must,
  nextId,
  nth,
  type Plan,
  type Result,
  type RoomUse,
  roomUses,
  type RulesFile,
} from '@fieldchalk/core';
import type { DrawingUnderstood, ImportStep } from '@fieldchalk/core/import';
import { computed, onUnmounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import type { Job } from '@fieldchalk/contracts';
import { Answers } from '../session/answers.ts';
import DrawnSketch from '../importing/DrawnSketch.vue';
import HowDrawn from '../importing/HowDrawn.vue';
import {
  type DrawingSaid,
  type ImportAnswer,
  importFile,
  type NotUnderstood,
} from '../importing/importFile.ts';
import { call, Refusal } from '../session/api.ts';
import PlanDrawing from '../workspace/plan/PlanDrawing.vue';
import { extentOf, planShapes } from '@fieldchalk/core/drawing';

/** A file of another program, step by step: read, what is doubtful, mend it, accept. Nothing is stored before that. */
const router = useRouter();
const file = shallowRef<File | null>(null);
const read = shallowRef<ImportAnswer | null>(null);
const plan = shallowRef<Plan | null>(null);
/** The plan as it was last worked out, and what came of it: what is drawn. */
const drawn = shallowRef<{ plan: Plan; result: Result } | null>(null);
const answers = new Answers(({ result }, of) => {
  // What comes late, of the file before, is not drawn.
  if (of.walls === plan.value?.walls) drawn.value = { plan: of, result };
});
const level = ref('L1');
const says = ref('');
const busy = ref(false);
/** What was read is being made a job. */
const isTaking = ref(false);
const settled = ref<ReadonlySet<number>>(new Set());
/** What was said of how it is drawn, each on top of what was said before. */
const drawing = shallowRef<DrawingSaid>({});
/** A drawing in which no walls were found. */
const notUnderstood = shallowRef<NotUnderstood | null>(null);
const understood = computed((): DrawingUnderstood | null => {
  const { scale, layers, drawn } = read.value ?? {};
  return scale && layers && drawn ? { scale, layers, drawn } : notUnderstood.value;
});

const steps: Record<ImportStep, string> = {
  reading: 'Reading the file…',
  walls: 'Finding the walls…',
  rooms: 'Finding the rooms…',
  checking: 'Checking the plan…',
};
const step = ref<ImportStep>('reading');
let reading: AbortController | null = null;

async function readAgain(more: DrawingSaid = {}) {
  if (!file.value) return;
  reading?.abort();
  const own = (reading = new AbortController());
  step.value = 'reading';
  busy.value = true;
  says.value = '';
  drawing.value = { ...drawing.value, ...more };
  try {
    const told = (next: ImportStep) => (step.value = next);
    const answer = await importFile(file.value, {
      drawing: drawing.value,
      told,
      given: own.signal,
    });
    read.value = answer;
    notUnderstood.value = null;
    drawn.value = null;
    show(answer.plan);
    settled.value = new Set();
    level.value = nth(Object.keys(answer.plan.levels), 0);
  } catch (error) {
    if (own !== reading) return;
    says.value = own.signal.aborted ? 'Given up. Nothing was stored.' : (error as Error).message;
    read.value = plan.value = drawn.value = null;
    const known =
      error instanceof Refusal ? (error.body['understood'] as NotUnderstood | undefined) : undefined;
    notUnderstood.value = known ?? null;
  }
  if (own === reading) busy.value = false;
}
const giveUp = () => reading?.abort();
onUnmounted(() => {
  giveUp();
  answers.stop();
});
/** The plan goes on at once; it is worked out and drawn as soon as the worker has it. */
function show(next: Plan) {
  plan.value = next;
  answers.follow(next, null);
}
function choose(event: Event) {
  file.value = (event.target as HTMLInputElement).files?.[0] ?? null;
  drawing.value = {};
  void readAgain();
}
const shapes = computed(() => drawn.value && planShapes(drawn.value.plan, drawn.value.result, level.value));
const extent = computed(() => drawn.value && extentOf(drawn.value.plan, level.value));
const doubts = computed(() => read.value?.doubts ?? []);
const doubtHere = computed(() =>
  doubts.value.flatMap((d, i) => (d.at && d.level === level.value ? [{ ...d.at, number: i + 1 }] : [])),
);
const rooms = computed(() => Object.entries(plan.value?.rooms ?? {}));
/** The size written in a room beside the one its walls give, which agree within two inches, either way round. */
const sizeOf = (room: string) => {
  const known = read.value?.rooms.find((r) => r.room === room);
  if (!known?.written || !known.measured) return [];
  const words = (size: readonly number[]) => size.map((v) => formatLength(v)).join(' × ');
  const [w, h] = known.measured;
  const [a, b] = known.written;
  const off = (x: number, y: number) => Math.max(Math.abs(a - x), Math.abs(b - y));
  const agree = Math.min(off(w, h), off(h, w)) <= 2;
  return [{ written: words(known.written), measured: words(known.measured), agree }];
};
function rename(name: string) {
  if (plan.value) plan.value = { ...plan.value, job: { ...plan.value.job, name } };
}
const planRead = () => must(plan.value, 'the plan read from the file');
function setRoom(id: string, changes: Partial<{ name: string; use: RoomUse }>) {
  const { rooms, ...rest } = planRead();
  show({ ...rest, rooms: { ...rooms, [id]: { ...entryOf(rooms, id), ...changes } } });
}
function nameSpace(at: { x: number; y: number }) {
  const { rooms, ...rest } = planRead();
  const id = nextId(planRead(), 'rooms');
  const room = { level: level.value, ...at, name: `Room ${id.slice(1)}`, use: 'living' as const };
  show({ ...rest, rooms: { ...rooms, [id]: room } });
}
function forget(id: string) {
  const now = planRead();
  const { [id]: _, ...rooms } = now.rooms;
  show({ ...now, rooms });
}
function settle(i: number) {
  const next = new Set(settled.value);
  if (!next.delete(i)) next.add(i);
  settled.value = next;
}
/** A drawing brings no rules of its own, so it starts with the company's; a plan file keeps its own. */
async function withHouseRules(from: Plan): Promise<Plan> {
  if (must(file.value, 'the file').name.toLowerCase().endsWith('.json')) return from;
  const { values, reasons } = await call<RulesFile>('GET', '/rules');
  return { ...from, rules: { ...from.rules, values, reasons } };
}
async function accept() {
  isTaking.value = true;
  try {
    const from = planRead();
    const name = from.job.name || must(file.value, 'the file').name;
    const job = await call<Job>('POST', '/jobs', { name, plan: await withHouseRules(from) });
    await router.push(`/jobs/${job.id}/walk`);
  } catch (error) {
    says.value = (error as Error).message;
  }
  isTaking.value = false;
}
</script>

<template>
  <main class="mx-auto max-w-7xl p-6">
    <RouterLink to="/" class="text-quiet underline-offset-4 hover:underline">Jobs</RouterLink>
    <h1 class="text-3xl font-bold">Read a drawing</h1>
    <p class="mb-4 text-quiet">
      DXF or IFC, a room list as CSV (name, length, width, height), or a plan file. You see what was read and
      what is doubtful before anything is kept.
    </p>
    <div class="flex flex-wrap items-end gap-3">
      <label
        class="key cursor-pointer focus-within:outline-3 focus-within:outline-chalk"
        :class="{ 'key-main': !file }"
        >{{ file ? 'Another file' : 'Choose a file'
        }}<input type="file" accept=".dxf,.ifc,.csv,.json" class="sr-only" @change="choose"
      /></label>
      <TextField v-if="plan" label="Job name" :model-value="plan.job.name" @update:model-value="rename" />
      <button v-if="plan" class="key key-main" type="button" :disabled="busy || isTaking" @click="accept">
        Accept as a new job
      </button>
      <span v-if="busy || (plan && !drawn)" role="status" data-step>{{
        busy ? steps[step] : 'Working out the framing…'
      }}</span>
      <button v-if="busy" class="key" type="button" @click="giveUp">Give it up</button>
    </div>
    <p v-if="says" role="alert" class="mt-3 border-l-4 border-trouble bg-sheet p-3">{{ says }}</p>
    <HowDrawn v-if="understood" :understood="understood" :is-open="notUnderstood !== null" @say="readAgain" />
    <DrawnSketch v-if="notUnderstood" :lines="notUnderstood.sketch" />
    <div
      v-if="read && plan && shapes && extent"
      class="mt-4 grid grid-cols-[1fr_24rem] gap-4 max-lg:grid-cols-1"
    >
      <div>
        <p class="mb-2 text-lg" data-counts>
          <b>{{ read.counts.walls }}</b> walls, <b>{{ read.counts.doors }}</b> doors,
          <b>{{ read.counts.windows }}</b> windows, <b>{{ rooms.length }}</b> rooms
          <template v-for="(l, id) in plan.levels" :key="id">
            <button
              v-if="Object.keys(plan.levels).length > 1"
              class="key ml-2"
              :class="{ 'key-main': id === level }"
              type="button"
              @click="level = String(id)"
            >
              {{ l.name || id }}
            </button>
          </template>
        </p>
        <svg
          :viewBox="`${extent.x} ${extent.y} ${extent.width} ${extent.height}`"
          class="max-h-[36rem] w-full bg-ground"
          role="group"
          aria-label="The plan as it was read"
        >
          <defs>
            <pattern id="closed-wall" width="2.4" height="2.4" patternUnits="userSpaceOnUse">
              <rect width="2.4" height="2.4" />
            </pattern>
          </defs>
          <PlanDrawing
            :shapes="shapes"
            :scale="800 / extent.width"
            :room="null"
            :chosen="new Set()"
            @name="nameSpace"
          />
          <g v-for="d in doubtHere" :key="d.number">
            <circle :cx="d.x" :cy="-d.y" r="9" class="fill-trouble" />
            <text :x="d.x" :y="-d.y + 4" font-size="12" text-anchor="middle" class="fill-sheet font-bold">
              {{ d.number }}
            </text>
          </g>
        </svg>
      </div>
      <div>
        <h2 class="heading">To look at</h2>
        <p v-if="doubts.length === 0" class="text-quiet">Nothing doubtful.</p>
        <label
          v-for="(d, i) in doubts"
          :key="i"
          class="mb-1 flex gap-2 border-l-4 border-trouble py-1 pl-2"
          :class="{ 'opacity-55': settled.has(i) }"
        >
          <input type="checkbox" :checked="settled.has(i)" @change="settle(i)" />
          <span
            ><b>{{ i + 1 }}</b> {{ d.says }}</span
          >
        </label>
        <h2 class="heading">Rooms</h2>
        <div v-for="[id, r] in rooms" :key="id" class="border-b border-rule py-1" :data-room="id">
          <div class="grid grid-cols-[1fr_7.5rem_auto] gap-2">
            <TextField
              :label="`Name of room ${r.name}`"
              hide-label
              :model-value="r.name"
              @update:model-value="(v) => setRoom(id, { name: v })"
            />
            <ChoiceField
              :label="`Use of ${r.name}`"
              hide-label
              :model-value="r.use"
              :options="roomUses"
              @update:model-value="(v) => setRoom(id, { use: v })"
            />
            <button class="key" type="button" :aria-label="`Leave out ${r.name}`" @click="forget(id)">
              ✕
            </button>
          </div>
          <p
            v-for="size in sizeOf(id)"
            :key="size.written"
            class="text-sm"
            :class="size.agree ? 'text-quiet' : 'font-bold text-trouble'"
          >
            written {{ size.written }}, measured {{ size.measured }}{{ size.agree ? '' : ': look again' }}
          </p>
        </div>
      </div>
    </div>
  </main>
</template>
