<script setup lang="ts">
import ChoiceField from '../fields/ChoiceField.vue';
import TextField from '../fields/TextField.vue';
import { entryOf, must, type Plan, ruleBook, type Unrolled } from '@fieldchalk/core';
import { ChevronLeft, ChevronRight } from '@lucide/vue';
import { useElementSize, useEventListener, useIntervalFn } from '@vueuse/core';
import { computed, onMounted, onUnmounted, ref, shallowRef } from 'vue';
import { useRoute } from 'vue-router';
import { MarksQueue } from '../crew/marksQueue.ts';
import { forgetJob, keepJob, keptJob } from '../crew/keptJob.ts';
import type { CrewJob, MarkRecord } from '@fieldchalk/contracts';
import { call, Refusal } from '../session/api.ts';
import { AnswersReceived, type Answer } from '../worker/answer.ts';
import { startCompute } from '../worker/client.ts';
import { ceilingTasks, wallTasks, type Task } from '../crew/tasks.ts';
import MakeUpSheet from '../workspace/circuits/MakeUpSheet.vue';
import { wallName } from '../workspace/cards/onWall.ts';
import PlanDrawing from '../workspace/plan/PlanDrawing.vue';
import { planShapes } from '../workspace/plan/planShapes.ts';
import RibbonDrawing from '../workspace/ribbon/RibbonDrawing.vue';

const token = String(useRoute().params['token']);
const plan = shallowRef<Plan | null>(null);
const answer = shallowRef<Answer | null>(null);
const marks = shallowRef<readonly MarkRecord[]>([]);
const failure = ref('');
const offline = ref(false);
const waiting = ref(0);
const room = ref<string | null>(null);
const index = ref(0);
const name = ref(localStorage.getItem('fieldchalk.crew.name') ?? '');
const pane = ref<HTMLElement | null>(null);
const { width } = useElementSize(pane);
const none: ReadonlySet<string> = new Set();
const { compute, stop } = startCompute();
const received = new AnswersReceived();
const queue = new MarksQueue(token, (n, problem) => {
  waiting.value = n;
  offline.value = problem?.status === 0;
  if (problem && problem.status !== 0) failure.value = problem.message;
});
const queued = shallowRef(queue.list);
waiting.value = queue.list.length;
let events: EventSource | null = null;

async function show(next: Plan) {
  plan.value = next;
  if (!room.value || !next.rooms[room.value]) room.value = Object.keys(next.rooms)[0] ?? null;
  answer.value = received.take(await compute.load(next));
}
async function load() {
  try {
    const job = await call<CrewJob>('GET', `/crew/${token}`);
    offline.value = false;
    await keepJob(token, job);
    marks.value = job.marks;
    await show(job.plan);
  } catch (error) {
    await loadKept(error);
  }
}
/** With no signal the job kept on the phone serves; a link that was withdrawn is forgotten. */
async function loadKept(error: unknown) {
  const refused = error instanceof Refusal && error.status !== 0;
  if (refused) await forgetJob(token);
  const job = error instanceof Refusal && error.status === 0 ? await keptJob(token) : null;
  if (!job) return void (failure.value = (error as Error).message);
  offline.value = true;
  marks.value = job.marks;
  await show(job.plan);
}
/** Listens for the lead's changes; called again whenever the phone is back in touch. */
function connect() {
  events?.close();
  events = new EventSource(`/api/crew/${token}/events`);
  events.addEventListener(
    'marks',
    (e) => (marks.value = [...marks.value, ...(JSON.parse(e.data) as MarkRecord[])]),
  );
  events.addEventListener('change', () => void load());
  events.addEventListener('shares', () => void load());
}
async function inTouchAgain() {
  await load();
  if (failure.value) return;
  connect();
  await queue.send();
}
onMounted(inTouchAgain);
useEventListener(window, 'online', () => void inTouchAgain());
useIntervalFn(() => {
  if (waiting.value > 0) void queue.send();
  if (events?.readyState === EventSource.CLOSED && !failure.value) connect();
}, 4000);
onUnmounted(() => {
  events?.close();
  stop();
});

const unrolled = computed(() => answer.value?.rooms[room.value ?? ''] ?? null);
const walls = computed(() => unrolled.value?.walls ?? []);
const wall = computed(() => walls.value[index.value] ?? walls.value[0]);
const one = computed((): Unrolled | null => {
  const u = unrolled.value;
  return u && wall.value
    ? { ...u, walls: [{ ...wall.value, x: 0 }], width: wall.value.length, profile: [], worst: [] }
    : null;
});
const scale = computed(() =>
  one.value ? Math.max(1.2, Math.min((width.value - 4) / (one.value.width + 8), 4)) : 2,
);
const done = computed(() => {
  const state = new Map<string, boolean>();
  for (const m of [...marks.value, ...queued.value]) state.set(`${m.kind} ${m.about}`, m.done);
  return state;
});
/** The ceiling comes after the last wall, where it has anything. */
const hasCeiling = computed(() =>
  Object.values(answer.value?.result.ceilings ?? {}).some((c) => c.room === room.value),
);
const places = computed(() => walls.value.length + (hasCeiling.value ? 1 : 0));
const onCeiling = computed(() => hasCeiling.value && index.value === walls.value.length);
const shapes = computed(() =>
  onCeiling.value && plan.value && answer.value && room.value
    ? planShapes(plan.value, answer.value.result, entryOf(plan.value.rooms, room.value).level)
    : null,
);
const roomExtent = computed(() => {
  const own = (shapes.value?.rooms ?? []).find((r) => r.id === room.value);
  const reach = (own?.across ?? 120) * 0.75;
  return own ? { x: own.x - reach, y: own.y - reach, size: reach * 2 } : null;
});
const tasks = computed((): Task[] => {
  const open = plan.value;
  if (!open || !answer.value || !one.value || !room.value) return [];
  const { result } = answer.value;
  if (!onCeiling.value) return wallTasks(open, result, one.value);
  const letter = (w: string) => wallName(open, unrolled.value, w);
  const tail = ruleBook(open.rules.values)('light.tail');
  return ceilingTasks(open, result, room.value, letter, tail);
});
const headings = { box: 'Boxes', hole: 'Holes', pull: 'Pull', staple: 'Staple', makeup: 'Make up' } as const;
/** The box whose make-up is open on the phone. */
const opened = ref<string | null>(null);
async function enterRoom(id: string) {
  room.value = id;
  index.value = 0;
  await show(must(plan.value, 'the plan'));
}
function tick(task: Task) {
  localStorage.setItem('fieldchalk.crew.name', name.value);
  queue.add({
    id: crypto.randomUUID(),
    kind: task.kind,
    about: task.about,
    done: !done.value.get(`${task.kind} ${task.about}`),
    by: name.value,
  });
  queued.value = queue.list;
}
</script>

<template>
  <main class="min-h-full pb-24">
    <div v-if="failure" class="p-6">
      <h1 class="text-2xl font-bold">This link does not open</h1>
      <p class="mt-2 text-lg">{{ failure }}</p>
    </div>
    <template v-else-if="plan && one && wall">
      <header class="flex items-center gap-2 bg-bar px-3 py-2 text-bar-ink">
        <div class="min-w-0 flex-1">
          <h1 class="truncate text-lg font-bold">{{ plan.job.name }}</h1>
          <p class="text-sm text-bar-quiet">
            {{ room ? plan.rooms[room]?.name : '' }} ·
            {{ offline ? 'no signal, kept on this phone' : 'in step'
            }}<template v-if="waiting"> · {{ waiting }} to send</template>
          </p>
        </div>
        <ChoiceField
          v-if="Object.keys(plan.rooms).length > 1 && room"
          :model-value="room"
          class="w-28 [&_label]:text-bar-quiet [&_select]:min-h-12"
          label="Room"
          :options="Object.entries(plan.rooms).map(([id, r]) => ({ value: id, says: r.name }))"
          @update:model-value="enterRoom"
        />
        <TextField
          v-model="name"
          class="w-28 [&_input]:min-h-12 [&_label]:text-bar-quiet"
          label="Your name"
          :maxlength="60"
        />
      </header>
      <section
        ref="pane"
        class="overflow-x-auto px-0.5 pt-1"
        aria-label="The wall in front of you"
        tabindex="0"
      >
        <svg
          v-if="shapes && roomExtent"
          :viewBox="`${roomExtent.x} ${roomExtent.y} ${roomExtent.size} ${roomExtent.size}`"
          class="mx-auto aspect-square w-full max-w-md"
          role="img"
          aria-label="The room from above, with what goes on its ceiling"
        >
          <PlanDrawing
            :shapes="shapes"
            :scale="360 / roomExtent.size"
            :room="room"
            :chosen="none"
            show-controls
          />
        </svg>
        <RibbonDrawing
          v-else-if="answer"
          :plan="plan"
          :result="answer.result"
          :unrolled="one"
          :scale="scale"
          :selected="null"
          :limit="72"
          :done="done"
          crew
        />
      </section>
      <section v-for="(label, kind) in headings" :key="kind" class="px-3">
        <template v-if="tasks.some((t) => t.kind === kind)">
          <h2 class="mt-4 mb-1 text-xl font-bold">{{ label }}</h2>
          <button
            v-for="t in tasks.filter((x) => x.kind === kind)"
            :key="t.about"
            type="button"
            class="mb-2 flex min-h-14 w-full items-center gap-3 rounded-sm border-2 border-ink bg-sheet px-3 py-2 text-left"
            :aria-pressed="done.get(`${t.kind} ${t.about}`) ?? false"
            :data-task="`${t.kind} ${t.about}`"
            @click="tick(t)"
          >
            <span
              class="grid h-9 w-9 shrink-0 place-items-center border-2 border-ink text-2xl font-bold"
              :class="{ 'bg-good text-black': done.get(`${t.kind} ${t.about}`) }"
              aria-hidden="true"
              >{{ done.get(`${t.kind} ${t.about}`) ? '✓' : '' }}</span
            >
            <span class="min-w-0"
              ><b class="block text-xl">{{ t.big }}</b
              ><span class="text-quiet">{{ t.small }}</span></span
            >
          </button>
        </template>
        <div v-for="t in kind === 'makeup' ? tasks.filter((x) => x.kind === kind) : []" :key="`m${t.about}`">
          <button
            class="key mb-2 min-h-14 w-full justify-between text-lg"
            type="button"
            :aria-expanded="opened === t.about"
            :data-open-makeup="t.about"
            @click="opened = opened === t.about ? null : t.about"
          >
            How {{ t.name }} is made up
            <span aria-hidden="true">{{ opened === t.about ? '▴' : '▾' }}</span>
          </button>
          <MakeUpSheet
            v-if="answer && opened === t.about"
            class="mb-4"
            :plan="plan"
            :result="answer.result"
            :box="t.about"
          />
        </div>
      </section>
      <nav
        class="fixed inset-x-0 bottom-0 grid grid-cols-[1fr_auto_1fr] items-center gap-2 border-t-2 border-ink bg-sheet p-2"
        aria-label="Walls"
      >
        <button
          class="key min-h-14 justify-center text-lg"
          type="button"
          aria-label="Wall to the left"
          @click="index = (index + places - 1) % places"
        >
          <ChevronLeft />
        </button>
        <b class="px-3 text-xl">{{ onCeiling ? 'Ceiling' : `Wall ${wall.letter}` }}</b>
        <button
          class="key min-h-14 justify-center text-lg"
          type="button"
          aria-label="Wall to the right"
          @click="index = (index + 1) % places"
        >
          <ChevronRight />
        </button>
      </nav>
    </template>
    <p v-else class="p-6 text-lg">Opening the wall…</p>
  </main>
</template>
