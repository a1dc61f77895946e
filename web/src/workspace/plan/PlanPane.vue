<script setup lang="ts">
import ChoiceField from '../../fields/ChoiceField.vue';
import { drillLine, placeInPlan, ruleBook, wallAtPoint, type EditStep } from '@fieldchalk/core';
import { Maximize, PencilRuler, ZoomIn, ZoomOut } from '@lucide/vue';
import { useEventListener } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useGesture } from '../../stores/gesture.ts';
import { useSelection, type Kind } from '../../stores/selection.ts';
import { useLit } from '../../stores/lit.ts';
import { onceReady } from '../../stores/onceReady.ts';
import { useSession } from '../../stores/session.ts';
import { boxLooks } from '../circuits/look.ts';
import { useDrag } from '../drag.ts';
import { isInDialog, isTyping } from '../keys.ts';
import LengthField from '../../fields/LengthField.vue';
import { ceilingKinds } from '../names.ts';
import { fingerReach } from '../drawn/pointIn.ts';
import ScaleBar from '../drawn/ScaleBar.vue';
import PlanDrawing from './PlanDrawing.vue';
import { distanceLines, planShapes } from '@fieldchalk/core/drawing';
import { emphasisOf } from '../frame/emphasis.ts';
import { isCableInHand } from '../frame/inHand.ts';
import { useViews } from '../../stores/views.ts';
import { cornersOf, pointsOfChosen, wallNotes } from './framed.ts';
import { usePlanTool } from './planTools.ts';
import { usePlanViewport } from './planViewport.ts';

/** The plan of one level: walls, what is in them, boxes and cables; chosen, dragged, nudged and drawn here. */
const session = useSession();
const selection = useSelection();
const gesture = useGesture();
const views = useViews();
const lit = useLit();
const svg = ref<SVGSVGElement | null>(null);
const level = computed(() => selection.level ?? 'L1');
const drag = useDrag();
const drawingNow = ref(false);
const { view, extent, scale, zoomBy, fit, reveal, frame, placeOf } = usePlanViewport(svg, level, drawingNow);
const tools = usePlanTool(level, scale);
const { tool, isDrawing } = tools;
function toggleDrawing() {
  if (isDrawing.value) tools.choose();
  else tools.draw();
  drawingNow.value = isDrawing.value;
}

const emphasis = computed(() => emphasisOf[selection.stage]);
const looks = computed(() =>
  emphasis.value.circuits && gesture.plan
    ? boxLooks(gesture.plan, selection.tripped, selection.circuitInHand)
    : null,
);
const all = computed(() => (gesture.plan ? planShapes(gesture.plan, session.shown, level.value) : null));
const shapes = computed(() => {
  if (!all.value || emphasis.value.cables === 'full') return all.value;
  const isShown = isCableInHand(session, selection, lit.lit);
  return { ...all.value, cables: all.value.cables.filter((c) => isShown(c.id)) };
});
/** Boxes that the room in hand sees, drawn as the answer has them. */
const near = computed(() => {
  const flat = Object.entries(session.opened.boxes).filter(
    ([, { on }]) => ('ceiling' in on ? on.ceiling : 'floor' in on ? on.floor : null) === selection.room,
  );
  return new Set([...selection.boxesInHand(), ...flat.map(([id]) => id)].map((box) => session.drawnId(box)));
});
/** The walls of the room in hand, each with its length in front of it. */
const notes = computed(() =>
  emphasis.value.sizes && session.unrolled && session.plan
    ? wallNotes(session.plan, session.unrolled, level.value)
    : [],
);
const chosen = computed(() => new Set([...selection.picked, ...(lit.lit?.walls ?? [])]));
/** Places on this level that the chosen cable is told to go through. */
const stops = computed(() => {
  const run = selection.chosen?.kind === 'run' ? session.opened.runs[selection.chosen.id] : undefined;
  return run?.through.filter((place) => place.level === level.value) ?? [];
});
const isEmpty = computed(() => Object.keys(session.plan?.walls ?? {}).length === 0);
const distances = computed(() => {
  const mark = selection.chosen?.kind === 'box' ? session.shown?.ceilings[selection.chosen.id] : undefined;
  return mark && shapes.value && gesture.plan ? distanceLines(shapes.value, gesture.plan, mark) : [];
});
const levels = computed(() =>
  Object.entries(session.plan?.levels ?? {}).sort((a, b) => b[1].elevation - a[1].elevation),
);
/** A cable that is chosen anywhere is brought into view here. */
watch(
  () => (selection.chosen?.kind === 'run' ? selection.chosen.id : null),
  (run) => run !== null && reveal(session.result?.runs[run]?.path ?? []),
);
/** Buttons zoom to what is chosen, which stays in sight. */
function zoomNear(factor: number) {
  const points = shapes.value ? pointsOfChosen(session.opened, shapes.value, selection.chosen) : [];
  const middle = (of: (p: { x: number; y: number }) => number) =>
    points.reduce((sum, p) => sum + of(p), 0) / points.length;
  zoomBy(factor, points.length > 0 ? { x: middle((p) => p.x), y: middle((p) => p.y) } : null);
}
/** `F` frames what is chosen, or the room in hand; once more shows the whole level. */
watch(
  () => views.framed,
  () => {
    const points = shapes.value ? pointsOfChosen(session.opened, shapes.value, selection.chosen) : [];
    const walls = session.unrolled?.walls.map((w) => w.wall) ?? [];
    frame(points.length > 0 ? points : session.plan ? cornersOf(session.plan, walls) : []);
  },
);
const says = computed(() => drag.says.value || tools.says.value);

/** Boxes on walls are drawn as the answer has them; all else as the plan stands. */
const boxNow = (drawn: string) => (session.shown?.marks[drawn] ? session.nowOf(drawn) : drawn);
/** Boxes the pointer crosses while it is held go on the circuit in hand, those on it already stay. */
function over(drawn: string, event: PointerEvent) {
  if (!selection.painting || event.buttons !== 1) return;
  const box = boxNow(drawn);
  const isOn = Object.values(session.opened.devices).some(
    (d) => d.box === box && d.circuit === selection.painting,
  );
  if (!isOn) selection.paint(box);
}
function grab(kind: Kind, drawn: string, event: PointerEvent) {
  const id = kind === 'box' ? boxNow(drawn) : drawn;
  if (tool.value.kind !== 'choose' || event.button !== 0 || !event.isPrimary) return;
  event.stopPropagation();
  if (kind === 'box' && selection.painting) return selection.paint(id);
  if (event.shiftKey) return selection.pick({ kind, id });
  const pick = selection.pickingFromHere();
  selection.choose({ kind, id });
  drag.rest(event, () => pick({ kind, id }));
  const from = placeOf(event);
  if (!from || (kind === 'box' && selection.stage === 'circuits')) return;
  drag.start(event, (e) => {
    const to = placeOf(e);
    return to && orderFor(kind, id, { x: to.x - from.x, y: to.y - from.y }, e.altKey);
  });
}
/** What a drag means is loaded when the pointer, or the focus, first comes here; until then nothing moves. */
const dragging = shallowRef<typeof import('./planDrag.ts') | null>(null);
async function loadDragging(): Promise<void> {
  if (dragging.value) return;
  dragging.value = await import('./planDrag.ts').catch(() => null);
  drag.catchUp();
}
function orderFor(kind: Kind, id: string, by: { x: number; y: number }, fine: boolean) {
  const { opened: plan, shown: result } = session;
  return (
    dragging.value?.planOrder(kind, { plan, result, level: level.value, id, by, fine, scale: scale.value }) ??
    null
  );
}
/** A finger beside a wall means it, or the opening there. */
function tap(event: MouseEvent) {
  const at = placeOf(event);
  const isBeside = event.target === svg.value && (event as PointerEvent).pointerType === 'touch';
  if (!at || !isBeside || tool.value.kind !== 'choose' || selection.threading) return;
  const near = wallAtPoint(session.opened, level.value, at, fingerReach / scale.value);
  if (!near) return;
  const opening = Object.entries(session.opened.openings).find(
    ([, o]) => o.wall === near.wall && o.at <= near.at && near.at <= o.at + o.width,
  );
  selection.choose(opening ? { kind: 'opening', id: opening[0] } : { kind: 'wall', id: near.wall });
}
/** A cable being drawn goes through what is pressed: in a wall at the line of holes, in a room over its ceiling, or under its floor where it is told to go under. */
function thread(event: PointerEvent) {
  const at = placeOf(event);
  if (!selection.threading || event.button !== 0 || !at) return;
  event.stopPropagation();
  const line = drillLine({ rules: ruleBook(session.opened.rules.values) });
  selection.thread(placeInPlan(session.opened, level.value, at, selection.threading, line));
}
function press(event: PointerEvent) {
  const at = placeOf(event);
  if (event.button === 0 && at) tools.press(at);
}
useEventListener(window, 'pointermove', (event: PointerEvent) => {
  const at = isDrawing.value ? placeOf(event) : null;
  if (at) tools.move(at);
});

const headings: Record<string, { x: number; y: number }> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: 1 },
  ArrowDown: { x: 0, y: -1 },
};
/** What is chosen goes an inch the way of the arrow, with Shift a sixteenth. */
function nudge(heading: { x: number; y: number }, step: number): boolean {
  const now = selection.chosen;
  if (now && !dragging.value) {
    void loadDragging().then(() => dragging.value && nudge(heading, step));
    return true;
  }
  const made = now && orderFor(now.kind, now.id, { x: heading.x * step, y: heading.y * step }, true);
  return made !== null && session.edit(made.name, made.args);
}
/** Deletes all that is chosen, as one step. */
function remove(): boolean {
  const ids = [...selection.picked];
  const steps: Partial<Record<Kind, EditStep[]>> = {
    wall: [{ name: 'removeWalls', args: { walls: ids } }],
    box: [{ name: 'removeBoxes', args: { boxes: ids } }],
    opening: ids.map((opening) => ({ name: 'removeOpening', args: { opening } })),
    fixture: ids.map((fixture) => ({ name: 'removeFixture', args: { fixture } })),
    obstacle: ids.map((obstacle) => ({ name: 'removeObstacle', args: { obstacle } })),
  };
  const kind = selection.chosen?.kind;
  const own = kind && steps[kind];
  if (!own || !session.editAll(`remove ${kind}`, own)) return false;
  selection.choose(null);
  return true;
}
function letGo(target: EventTarget | null) {
  if (drag.cancel()) return;
  if (tools.letGo()) drawingNow.value = isDrawing.value;
  else if (selection.painting) selection.paintWith(null);
  else if (selection.threading) selection.threadWith(null);
  else if (!isTyping(target)) selection.choose(null);
}
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const { target } = event;
  if (isInDialog()) return;
  if (event.key === 'Escape') return letGo(target);
  const elsewhere = target instanceof Element && target.closest('[data-box], [role=separator]') !== null;
  if (elsewhere || isTyping(target) || event.ctrlKey || event.metaKey) return;
  const heading = headings[event.key];
  const did = heading
    ? nudge(heading, event.shiftKey ? 1 / 16 : 1)
    : (event.key === 'Delete' || event.key === 'Backspace') && remove();
  if (did) event.preventDefault();
});
/** A closed space gets a name to be bettered, and comes in hand. */
const nameSpace = onceReady((at: { x: number; y: number }) => {
  const before = Object.keys(session.opened.rooms);
  if (!session.edit('nameRoom', { level: level.value, at, name: `Room ${before.length + 1}`, use: 'living' }))
    return;
  const added = Object.keys(session.opened.rooms).find((id) => !before.includes(id));
  if (added) selection.chooseRoom(added);
});
</script>

<template>
  <section
    class="relative flex min-h-0 flex-col overflow-hidden bg-ground"
    aria-label="Plan"
    @pointerenter="loadDragging"
    @focusin="loadDragging"
  >
    <div class="flex min-h-12 flex-wrap items-center gap-1 py-1.5 pr-24 pl-2 print:hidden">
      <select
        v-if="levels.length > 0"
        class="key"
        aria-label="Level"
        :value="level"
        @change="selection.chooseLevel(($event.target as HTMLSelectElement).value)"
      >
        <option v-for="[id, l] in levels" :key="id" :value="id">{{ l.name || id }}</option>
      </select>
      <button
        v-if="isDrawing || selection.stage === 'walk' || isEmpty"
        class="key"
        type="button"
        :class="{ 'key-main': isDrawing }"
        :aria-pressed="isDrawing"
        @click="toggleDrawing"
      >
        <PencilRuler :size="18" /> Draw walls
      </button>
      <ChoiceField
        v-if="selection.stage === 'boxes' && !isDrawing && shapes && shapes.rooms.length > 0"
        class="max-w-36 min-w-20 flex-1"
        label="Put on the ceiling by pointing"
        hide-label
        :model-value="tool.kind === 'put' ? tool.device : null"
        :options="[
          { value: null, says: 'Put on the ceiling…' },
          ...ceilingKinds.map((k) => ({ value: k, says: k.replaceAll('-', ' ') })),
        ]"
        @update:model-value="tools.putDevice"
      />
      <LengthField
        v-if="tool.kind === 'draw' && tool.begun"
        class="w-32"
        label="Length of the wall being drawn"
        hide-label
        :model-value="null"
        @update:model-value="tools.drawLength"
      />
      <span v-if="says" class="rounded-sm bg-bar px-2 py-1 font-bold text-bar-ink" role="status">{{
        says
      }}</span>
    </div>
    <svg
      v-if="session.plan && shapes && extent"
      ref="svg"
      :viewBox="`${extent.x} ${extent.y} ${extent.width} ${extent.height}`"
      class="min-h-0 w-full flex-1 touch-none select-none"
      :class="{ 'cursor-crosshair': tool.kind !== 'choose' || selection.threading }"
      role="group"
      aria-label="Plan of the level"
      @pointerdown.capture="thread"
      @pointerdown="press"
      @click="tap"
    >
      <g :transform="`translate(${view.x},${view.y}) scale(${view.k})`">
        <PlanDrawing
          :shapes="shapes"
          :scale="scale"
          :room="selection.room"
          :chosen="chosen"
          :distances="distances"
          :show-controls="emphasis.controls"
          :studs="emphasis.studs"
          :boxes="emphasis.boxes"
          :sizes="emphasis.sizes"
          :near="near"
          :lit="lit.lit?.boxes"
          :notes="notes"
          :sheet="extent"
          :done="emphasis.done ? session.done : undefined"
          :looks="looks"
          @over="over"
          @choose="(box) => selection.choose({ kind: 'box', id: boxNow(box) })"
          @grab="grab"
          @name="nameSpace"
          @room="(id) => tool.kind === 'choose' && !selection.threading && selection.chooseRoom(id)"
        />
        <circle
          v-for="(place, i) in stops"
          :key="`stop ${i}`"
          :cx="place.x"
          :cy="-place.y"
          :r="6 / scale"
          class="fill-none stroke-ink"
          :stroke-width="2 / scale"
          pointer-events="none"
        />
        <g v-if="tool.kind === 'draw' && tool.pointer" pointer-events="none">
          <line
            v-if="tool.begun"
            :x1="tool.begun.x"
            :y1="-tool.begun.y"
            :x2="tool.pointer.x"
            :y2="-tool.pointer.y"
            class="stroke-chalk"
            :stroke-width="3.5"
            stroke-opacity="0.6"
          />
          <circle :cx="tool.pointer.x" :cy="-tool.pointer.y" :r="5 / scale" class="fill-chalk" />
        </g>
      </g>
    </svg>
    <p v-if="isEmpty" class="px-6 py-2 text-lg text-quiet">
      Nothing is drawn yet. Name a room and type its first wall, draw walls here, or
      <RouterLink to="/import" class="text-chalk underline">read a drawing</RouterLink>.
    </p>
    <div class="flex items-end gap-1 px-2 pb-2 print:hidden">
      <ScaleBar v-if="shapes" :pixels-an-inch="scale" class="mr-auto" />
      <button class="key" type="button" aria-label="Zoom plan in" @click="zoomNear(1.5)">
        <ZoomIn :size="18" />
      </button>
      <button class="key" type="button" aria-label="Zoom plan out" @click="zoomNear(1 / 1.5)">
        <ZoomOut :size="18" />
      </button>
      <button class="key" type="button" aria-label="Whole level" @click="fit"><Maximize :size="18" /></button>
    </div>
  </section>
</template>
