<script setup lang="ts">
import ChoiceField from '../fields/ChoiceField.vue';
import TextField from '../fields/TextField.vue';
import { type CrewView, entryOf, formatLength, type Plan, type Unrolled } from '@fieldchalk/core';
import { ChevronLeft, ChevronRight } from '@lucide/vue';
import { useElementSize, useEventListener, useIntervalFn } from '@vueuse/core';
import { computed, onMounted, onUnmounted, ref, shallowRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import { type MarkKind, marksStanding, type Numbered } from '@fieldchalk/contracts';
import { GivenJob, type GivenJobState } from '../crew/givenJob.ts';
import { MarksQueue, type QueueState } from '../crew/marksQueue.ts';
import CrewTasks from '../crew/CrewTasks.vue';
import { ceilingTasks, changedSince, stoodOf, taskHeadings, wallTasks, type Task } from '../crew/tasks.ts';
import { wallName } from '../workspace/cards/onWall.ts';
import PlanDrawing from '../workspace/plan/PlanDrawing.vue';
import { planShapes } from '@fieldchalk/core/drawing';
import RibbonDrawing from '../workspace/ribbon/RibbonDrawing.vue';

/** A tick, sent or waiting. */
type Tick = Numbered & {
  readonly kind: MarkKind;
  readonly about: string;
  readonly done: boolean;
  readonly stood?: string;
};

const job = String(useRoute().params['job']);
const answer = shallowRef<CrewView | null>(null);
const room = ref<string | null>(null);
const index = ref(0);
const name = ref(localStorage.getItem('fieldchalk.crew.name') ?? '');
const pane = ref<HTMLElement | null>(null);
const { width } = useElementSize(pane);
const none: ReadonlySet<string> = new Set();
const state = shallowRef<GivenJobState>({ job: null, marks: [], isOffline: false, isKept: true, ended: '' });
const queued = shallowRef<QueueState>({ list: [], waiting: 0, problem: null, isKept: true, late: 0 });
const queue = new MarksQueue(job, (now) => (queued.value = now));
const given = new GivenJob(job, (now) => (state.value = now));
/** The plan that is drawn: the one the answer is of. */
const plan = shallowRef<Plan | null>(null);
const waiting = computed(() => queued.value.waiting);
const aside = computed(() => queued.value.list.filter((m) => m.refused !== undefined));
const mayTick = computed(() => state.value.job?.mayTick ?? true);
const isOffline = computed(() => state.value.isOffline || queued.value.problem?.status === 0);

watch(
  () => state.value.job?.view,
  (view) => {
    if (!view) return;
    const { rooms } = view.plan;
    if (!room.value || !rooms[room.value]) room.value = Object.keys(rooms)[0] ?? null;
    plan.value = view.plan;
    answer.value = view;
  },
);
watch(
  () => state.value.marks,
  (marks) => queue.heard(marks),
);
async function inTouchAgain() {
  await given.open();
  await queue.send();
}
onMounted(async () => {
  await queue.open();
  await inTouchAgain();
});
useEventListener(window, 'online', () => void inTouchAgain());
useIntervalFn(() => {
  if (waiting.value > 0) void queue.send();
}, 4000);
onUnmounted(() => {
  given.close();
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
const standing = computed(() => {
  // One the server will not have is not done, however it was meant.
  const sent = queued.value.list.filter((m) => m.refused === undefined);
  return marksStanding<Tick>([...state.value.marks, ...sent]);
});
const isDone = ({ kind, about }: Pick<Tick, 'kind' | 'about'>) =>
  standing.value.get(`${kind} ${about}`)?.done ?? false;
const changed = (task: Task) => changedSince(task, standing.value.get(`${task.kind} ${task.about}`));
const done = computed(() => new Map([...standing.value].map(([key, mark]) => [key, mark.done])));
/** What a tick that was set aside is about, as the page calls it. */
const tickWords = ({ kind, about }: Pick<Tick, 'kind' | 'about'>) => {
  const task = tasks.value.find((t) => t.kind === kind && t.about === about);
  return task ? `${task.big}, ${task.small.split(' · ')[0] ?? ''}` : taskHeadings[kind];
};
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
  return ceilingTasks(open, result, room.value, letter, answer.value.tail);
});
function enterRoom(id: string) {
  room.value = id;
  index.value = 0;
}
function tick(task: Task) {
  try {
    localStorage.setItem('fieldchalk.crew.name', name.value);
  } catch {
    // The name is asked for again next time; the tick is kept in the database.
  }
  const { kind, about } = task;
  // What was done and is otherwise now is done anew by its next tick.
  const isDoneNow = isDone(task) && changedSince(task, standing.value.get(`${kind} ${about}`)) === null;
  void queue.add({ kind, about, done: !isDoneNow, by: name.value, stood: stoodOf(task) });
}
</script>

<template>
  <main class="min-h-full pb-24">
    <div v-if="state.ended" class="p-6">
      <h1 class="text-2xl font-bold">This job does not open</h1>
      <p class="mt-2 text-lg">{{ state.ended }}</p>
      <p v-if="queued.late > 0" class="mt-2 text-lg" role="status">
        {{ queued.late === 1 ? 'The tick' : `The ${queued.late} ticks` }} you made before went to the lead,
        who takes {{ queued.late === 1 ? 'it' : 'them' }} or not.
      </p>
      <p v-else-if="waiting" class="mt-2 text-lg" role="status">
        {{ waiting }} to send to the lead; this phone keeps them.
      </p>
      <RouterLink class="key mt-4 min-h-12" to="/sign-in">Sign in</RouterLink>
    </div>
    <template v-else-if="plan && one && wall">
      <header class="flex items-center gap-2 bg-bar px-3 py-2 text-bar-ink">
        <div class="min-w-0 flex-1">
          <h1 class="truncate text-lg font-bold">{{ plan.job.name }}</h1>
          <p v-if="plan.job.address" class="truncate text-sm text-bar-quiet">{{ plan.job.address }}</p>
          <p class="text-sm text-bar-quiet">
            {{ room ? plan.rooms[room]?.name : '' }} ·
            {{ isOffline ? 'no signal, kept on this phone' : 'in step'
            }}<template v-if="waiting"> · {{ waiting }} to send</template
            ><template v-if="!mayTick"> · to look at only</template>
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
      <p v-if="!queued.isKept" class="border-l-4 border-trouble bg-sheet p-3" role="alert">
        This phone has no room to keep what is not sent yet. Leave the page open until it is.
      </p>
      <p v-else-if="!state.isKept" class="border-l-4 border-trouble bg-sheet p-3" role="status">
        This phone has no room to keep this job: without a signal it will not open again.
      </p>
      <section v-if="aside.length > 0" class="border-l-4 border-trouble bg-sheet p-3" aria-label="Not taken">
        <div v-for="m in aside" :key="m.id" class="mb-2" :data-refused="m.about">
          <b>{{ tickWords(m) }}</b> was not taken: {{ m.refused }}
          <span class="mt-1 flex gap-2">
            <button class="key min-h-12" type="button" @click="queue.again(m.id)">Send again</button>
            <button class="key min-h-12" type="button" @click="queue.letGo(m.id)">Let it go</button>
          </span>
        </div>
      </section>
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
          :says="(b) => [formatLength(b.bottom)]"
          :done="done"
          crew
        />
      </section>
      <CrewTasks
        :plan="plan"
        :result="answer?.result ?? null"
        :tasks="tasks"
        :is-done="isDone"
        :changed="changed"
        :may-tick="mayTick"
        @tick="tick"
      />
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
    <p v-else-if="plan && room === null" class="p-6 text-lg">
      This job has no room yet. It shows here once the lead draws one.
    </p>
    <p v-else-if="state.isOffline" class="p-6 text-lg" role="status">
      No signal, and this phone has not kept this job. It opens once the server answers; leave this page open.
    </p>
    <p v-else class="p-6 text-lg">Opening the wall…</p>
  </main>
</template>
