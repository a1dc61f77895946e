<script setup lang="ts">
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue';
import { watchDebounced } from '@vueuse/core';
import { must } from '@fieldchalk/core';
import { computed, onBeforeUnmount, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { useRouter, useRoute } from 'vue-router';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import { useFindings } from '../../stores/findings.ts';
import { useGesture } from '../../stores/gesture.ts';
import { useWalk } from '../../stores/walk.ts';
import type { EntryContext, Order } from './order.ts';
import { LineHistory } from './history.ts';
import { useTyping } from '../../stores/typing.ts';
import { TypedAhead } from './typedAhead.ts';

const session = useSession();
const selection = useSelection();
const findings = useFindings();
const gesture = useGesture();
const walk = useWalk();
const router = useRouter();
const route = useRoute();
const history = new LineHistory();
const text = ref('');
const isRecalled = ref(false);
const field = useTemplateRef<{ $el: HTMLInputElement }>('field');
/** While one types, the field is not told what it is to show: that a line was taken, or another called up. */
watch(
  text,
  (line) => {
    const input = field.value?.$el;
    if (input && input.value !== line) input.value = line;
  },
  { flush: 'post' },
);
const says = ref('');
/** What reads lines, once the line is entered; until then they wait. */
const reading = shallowRef<typeof import('./reading.ts') | null>(null);
async function prepare() {
  if (reading.value) return;
  try {
    const [loaded] = await Promise.all([import('./reading.ts'), session.prepare()]);
    reading.value = loaded;
  } catch {
    says.value =
      'A part of the program could not be loaded. Check the connection and come back to this line.';
  }
}

const context = (): EntryContext => ({
  plan: session.opened,
  room: selection.room,
  level: selection.level,
  unrolled: session.unrolled,
  result: session.shown,
  list: session.result?.takeoff.lines ?? [],
  turn: walk.turn,
});
/** Up to a dozen lines that begin as what is typed so far. */
const offers = computed(() => {
  const typed = text.value.trim().toLowerCase();
  // Lines called up are gone through with the same keys as offers.
  if (!session.plan || !reading.value || typed === '' || isRecalled.value) return [];
  const begins = reading.value
    .entryWords(context())
    .filter((w) => w.toLowerCase().startsWith(typed) && w.toLowerCase() !== typed);
  return [...new Set(begins)].slice(0, 12);
});

function choose(what: 'box' | 'stud' | 'wall' | 'room' | 'run' | 'panel', id: string) {
  if (what === 'room') return selection.chooseRoom(id);
  selection.choose({ kind: what, id });
  const place = what === 'box' ? session.shown?.marks[id] : null;
  const home =
    place && Object.keys(session.opened.rooms).length > 1 ? selection.roomSeeing(place) : undefined;
  if (home && home !== selection.room) {
    selection.chooseRoom(home);
    selection.choose({ kind: what, id });
  }
  if (place) return selection.look({ wall: place.wall, side: place.side, at: place.at });
  const stud = what === 'stud' ? session.shown?.members.find((m) => m.id === id) : undefined;
  const wall = session.unrolled?.walls.find((w) => w.wall === (stud?.wall ?? id));
  if (wall)
    selection.look({
      wall: wall.wall,
      side: wall.side,
      at: stud?.at ?? wall.origin + (wall.sign * wall.length) / 2,
    });
}

/** What is typed is tried while it is typed, once it can be read: it shows on the drawings, and in words. What takes long is not. */
const isTried = ref(false);
const notTried: ReadonlySet<string> = new Set(['propose']);
/** What it would do, of what takes too long to be tried. */
const untried = ref('');
function giveUp() {
  if (isTried.value) gesture.settle();
  isTried.value = false;
}
const canTry = computed(() => reading.value !== null && session.plan !== null && session.shown !== null);
watchDebounced(
  [text, canTry],
  ([line]) => {
    untried.value = '';
    if (!canTry.value || !reading.value || line.trim() === '') return giveUp();
    // Read against the plan as it stands, not as it would be.
    const read = reading.value.readEntry(line, context());
    if (read.kind === 'edit' && read.name === 'propose')
      untried.value = reading.value.proposeWords(read.args);
    if (read.kind !== 'edit' || notTried.has(read.name)) return giveUp();
    isTried.value = true;
    gesture.preview(read.name, read.args);
  },
  { debounce: 180 },
);
const wouldBe = computed(() => {
  if (untried.value !== '') return text.value === '' ? '' : untried.value;
  const { plan: before, shown, answered, unrolled } = session;
  if (!isTried.value || !before || !shown || !answered || answered === before || !reading.value) return '';
  return reading.value.previewWords({ before, after: answered, shown, unrolled });
});

function typed(event: Event) {
  text.value = (event.target as HTMLInputElement).value;
  marked = false;
  history.leave();
  isRecalled.value = false;
}
/** An offer taken fills the line; it is not done before Enter. */
function take(offer: string | null) {
  marked = false;
  if (offer !== null) text.value = offer;
}
/** Enter takes the offer that arrows have marked; with none marked it does what is typed. */
function key(event: KeyboardEvent) {
  if (recall(event)) return;
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') marked = true;
  if (event.key !== 'Enter' || marked) return;
  event.preventDefault();
  event.stopPropagation();
  enter();
}
/** Up in an empty line calls up the lines entered before; there up and down go on through them. */
function recall(event: KeyboardEvent): boolean {
  if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return false;
  if (text.value !== '' && !history.isCalledUp) return false;
  const line = history.step(event.key === 'ArrowUp' ? 'before' : 'after');
  if (line === null) return history.isCalledUp;
  event.preventDefault();
  event.stopPropagation();
  text.value = line;
  isRecalled.value = history.isCalledUp;
  marked = false;
  return true;
}
let marked = false;
/** Escape empties the line; once more leaves it, so that keys are keys again. */
function clear(event: KeyboardEvent) {
  giveUp();
  if (text.value === '' && says.value === '') (event.target as HTMLElement).blur();
  text.value = says.value = '';
}

/** What a line is read against is of the plan as it stands, with all that was done before; while that is still worked out, lines wait their turn. */
const isReady = computed(
  () =>
    reading.value !== null &&
    !session.isLoading &&
    session.plan !== null &&
    session.answered === session.plan,
);
const typing = useTyping();
const ahead = new TypedAhead({
  isReady: () => isReady.value,
  take: (line) => {
    says.value = '';
    return act(must(reading.value, 'what reads lines').readEntry(line, context()));
  },
  refused: (line, words) => {
    says.value = words;
    if (text.value === '') text.value = line;
  },
  isTyping: () => text.value !== '',
  waits: (is) => (typing.isWaiting = is),
});
watch(isReady, () => ahead.goOn());
// Lines are for the job they were typed in.
watch(
  () => route.params['job'],
  () => ahead.giveUp('Another job was opened.'),
);

/** So long a line waits for the plan to be worked out, milliseconds. */
const longestWait = 20_000;
let late: ReturnType<typeof setTimeout> | undefined;
onBeforeUnmount(() => {
  clearTimeout(late);
  typing.isWaiting = false;
});

/** A line typed before the job has come waits as well. The field is free for the next at once; Enter pressed again there says nothing of its own. */
function enter() {
  const line = text.value;
  if (line === '' && ahead.isWaiting) return;
  giveUp();
  text.value = says.value = '';
  history.entered(line);
  isRecalled.value = false;
  ahead.add(line);
  clearTimeout(late);
  if (ahead.isWaiting)
    late = setTimeout(
      () => ahead.giveUp('The plan is still being worked out; press Enter again.'),
      longestWait,
    );
}

/** Does what a line says; why it cannot, where it cannot. */
function act(order: Order): string | null {
  switch (order.kind) {
    case 'problem':
      return order.says;
    case 'stage':
      void router.push(`/jobs/${String(route.params['job'])}/${order.stage}`);
      break;
    case 'undo':
      session.undo();
      break;
    case 'redo':
      session.redo();
      break;
    case 'keep':
      selection.keep();
      break;
    case 'next':
      findings.step(1);
      break;
    case 'previous':
      findings.step(-1);
      break;
    case 'choose':
      choose(order.what, order.id);
      break;
    case 'edit': {
      const rooms = Object.keys(session.opened.rooms);
      if (!session.edit(order.name, order.args))
        return session.problems.map((p) => `${p.about}: ${p.says}`).join('; ');
      if (order.turnNext !== undefined) walk.turn = order.turnNext;
      if (order.name === 'startRoom') {
        const added = Object.keys(session.opened.rooms).find((id) => !rooms.includes(id));
        if (added) selection.chooseRoom(added);
        walk.turn = 0;
      }
      break;
    }
    default:
      order satisfies never;
  }
  return null;
}
</script>

<template>
  <form
    class="relative"
    :aria-busy="typing.isWaiting"
    @submit.prevent="enter"
    @focusin="prepare"
    @keydown.capture="key"
  >
    <Combobox :model-value="text" as="div" @update:model-value="take">
      <label
        class="flex items-center gap-2 rounded-sm bg-sheet px-3 text-ink has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-bar-ink"
      >
        <span class="font-bold">chalk:</span>
        <ComboboxInput
          ref="field"
          data-entry
          class="min-h-10 w-full pointer-coarse:min-h-11 bg-transparent outline-none focus-visible:outline-none"
          autocomplete="off"
          placeholder="a length, an opening, a box, an action"
          :display-value="() => text"
          :aria-invalid="says !== ''"
          aria-describedby="entry-says"
          @change="typed"
          @keydown.escape="clear"
        />
        <span
          v-if="wouldBe"
          class="max-w-[55%] shrink-0 truncate text-sm text-chalk"
          data-preview
          role="status"
          >→ {{ wouldBe }}</span
        >
      </label>
      <ComboboxOptions
        v-if="offers.length > 0"
        class="absolute bottom-full left-0 z-20 mb-1 max-h-64 w-full overflow-auto border border-ink bg-sheet text-ink"
      >
        <ComboboxOption v-for="o in offers" :key="o" v-slot="{ active }" :value="o">
          <div class="px-3 py-1.5" :class="{ 'bg-chalk-soft': active }">{{ o }}</div>
        </ComboboxOption>
      </ComboboxOptions>
    </Combobox>
    <p
      v-if="says"
      id="entry-says"
      role="alert"
      class="absolute right-0 bottom-full mb-2 max-w-xl rounded-sm border-l-4 border-trouble bg-sheet px-3 py-2 text-ink shadow-lg"
    >
      {{ says }}
    </p>
  </form>
</template>
