<script setup lang="ts">
import { formatLength, placeOnWall, type Result, ruleBook, type UnrolledWall } from '@fieldchalk/core';
import { ZoomIn, ZoomOut, Maximize } from '@lucide/vue';
import { useElementSize } from '@vueuse/core';
import { select } from 'd3-selection';
import { zoom as d3Zoom, zoomIdentity, type D3ZoomEvent } from 'd3-zoom';
import { computed, onMounted, ref, watch } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import { useFindings } from '../../stores/findings.ts';
import type { Focus, Kind } from '../../stores/selection.ts';
import { boxLooks } from '../circuits/look.ts';
import { order, useDrag } from '../drag.ts';
import RibbonDrawing from './RibbonDrawing.vue';
import { facePlaces, isOn, onRibbon, alongWall, type RibbonBox } from '@fieldchalk/core/drawing';

const session = useSession();
const selection = useSelection();
const findings = useFindings();
const pane = ref<HTMLElement | null>(null);
const { width, height } = useElementSize(pane);
const zoom = ref(1);
const fit = computed(() => {
  const u = session.unrolled;
  if (!u || width.value === 0) return 2;
  return Math.max(
    0.5,
    Math.min((width.value - 16) / (Math.max(u.width, 60) + 8), (height.value - 8) / (u.height + 84)),
  );
});
const scale = computed(() => fit.value * zoom.value);
const limit = computed(() => (session.plan ? ruleBook(session.plan.rules.values)('spacing.maxGap') / 2 : 72));
/** Brings a place asked for into the middle of the pane, once the room it is in is unrolled. */
let shown: Focus | null = null;
watch([() => selection.focus, () => session.unrolled], ([place, unrolled]) => {
  if (!place || place === shown) return;
  const wall = unrolled?.walls.find(
    (w) => w.wall === place.wall && w.side === place.side && isOn(w, place.at),
  );
  if (!wall) return;
  shown = place;
  const middle = (onRibbon(wall, place.at) + 4) * scale.value;
  pane.value?.scrollTo({ left: middle - width.value / 2, behavior: 'smooth' });
});
const selectedRun = computed(() => (selection.chosen?.kind === 'run' ? selection.chosen.id : null));
const selectedBox = computed(() => (selection.chosen?.kind === 'box' ? selection.chosen.id : null));

const looks = computed(() =>
  selection.stage === 'circuits' && session.answered
    ? boxLooks(session.answered, selection.tripped, selection.circuitInHand)
    : null,
);

const drag = useDrag();

function grab(box: RibbonBox, event: PointerEvent) {
  if (event.button !== 0) return;
  const id = session.nowOf(box.id);
  if (selection.painting) return selection.paint(id);
  if (event.shiftKey) return selection.pick({ kind: 'box', id });
  selection.choose({ kind: 'box', id });
  const from = session.shown?.marks[box.id]?.at;
  if (selection.stage === 'circuits' || from === undefined) return;
  const { wall } = box;
  const [low, high] = [alongWall(wall, wall.x), alongWall(wall, wall.x + wall.length)].sort((a, b) => a - b);
  drag.start(event, (e) => {
    const to = from + travelled(event, e, wall);
    return order('moveBox', { box: id, at: Math.max(low ?? to, Math.min(high ?? to, to)) });
  });
}
/** Inches along a wall that the pointer has gone since it was pressed. */
const travelled = (from: PointerEvent, to: PointerEvent, wall: UnrolledWall) =>
  ((to.clientX - from.clientX) / scale.value) * wall.sign;

/** A stud dragged goes where it was measured; the layout is corrected when it is let go. */
function grabStud(wall: UnrolledWall, stud: Result['members'][number], event: PointerEvent) {
  if (event.button !== 0) return;
  const { at, role } = stud;
  const placeAt = (e: PointerEvent) => Math.round((at + travelled(event, e, wall)) * 16) / 16;
  let last = at;
  drag.start(
    event,
    (e) => {
      last = placeAt(e);
      return order('measureStud', { wall: session.nowOf(wall.wall), was: at, at: last, role });
    },
    () => selection.choose({ kind: 'stud', id: stud.id }),
  );
}

/** Arrows step from stud face to stud face; with Shift a sixteenth, which makes the place exact. */
function step(box: RibbonBox, event: KeyboardEvent) {
  const towards = (event.key === 'ArrowRight' ? 1 : -1) * box.wall.sign;
  const { shown: result } = session;
  const at = result?.marks[box.id]?.at;
  const own = session.nowOf(box.id);
  if (!result || at === undefined) return;
  if (event.shiftKey) {
    session.editAll('nudge box', [
      { name: 'setBox', args: { box: own, changes: { exact: true } } },
      { name: 'moveBox', args: { box: own, at: at + towards / 16 } },
    ]);
    return;
  }
  const places = facePlaces(result, box.wall.wall, box.width);
  const next = towards > 0 ? places.find((p) => p > at + 0.3) : places.findLast((p) => p < at - 0.3);
  if (next !== undefined) session.edit('moveBox', { box: own, at: next });
}
function key(box: RibbonBox, event: KeyboardEvent) {
  const id = session.nowOf(box.id);
  if (event.key === 'Enter' || event.key === ' ') selection.choose({ kind: 'box', id });
  else if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') step(box, event);
  else if (event.key === 'Delete' || event.key === 'Backspace') session.edit('removeBoxes', { boxes: [id] });
  else if (event.key === 'p')
    session.edit('setBox', {
      box: id,
      changes: { pinned: !session.opened.boxes[id]?.pinned },
    });
  else return;
  event.preventDefault();
  event.stopPropagation();
}
function place(x: number) {
  const wall = session.unrolled?.walls.find((w) => x >= w.x && x <= w.x + w.length);
  if (wall) session.edit('addBox', { wall: session.nowOf(wall.wall), side: wall.side, at: alongWall(wall, x) });
}
/** What is pressed is chosen by the id it has now. */
const choose = (kind: Kind, drawn: string) => selection.choose({ kind, id: session.nowOf(drawn) });
const keyOf = (drawn: string) => session.keyOf(session.nowOf(drawn));
const chooseStud = (id: string) => selection.choose({ kind: 'stud', id });
/** A cable being drawn goes through what is pressed on a wall. */
function thread(event: PointerEvent) {
  const svg = event.target instanceof Element ? event.target.closest('svg') : null;
  const unrolled = session.unrolled;
  if (!selection.threading || event.button !== 0 || !svg || !unrolled) return;
  event.stopPropagation();
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(
    (svg as SVGSVGElement).getScreenCTM()?.inverse(),
  );
  const wall = unrolled.walls.find((w) => x >= w.x && x <= w.x + w.length);
  if (wall)
    selection.thread(
      placeOnWall(session.opened, { wall: wall.wall, at: alongWall(wall, x) }, unrolled.height - y),
    );
}
const zooming = d3Zoom<HTMLElement, unknown>()
  .scaleExtent([1, 12])
  .filter((event: Event) =>
    event.type === 'wheel'
      ? (event as WheelEvent).ctrlKey
      : event.type.startsWith('touch') && (event as TouchEvent).touches.length > 1,
  )
  .on('zoom', (event: D3ZoomEvent<HTMLElement, unknown>) => (zoom.value = event.transform.k));
onMounted(() => pane.value && select(pane.value).call(zooming));
const zoomBy = (factor: number) => pane.value && select(pane.value).call(zooming.scaleBy, factor);
const whole = () => pane.value && select(pane.value).call(zooming.transform, zoomIdentity);
</script>

<template>
  <section
    ref="pane"
    class="relative min-h-0 overflow-x-auto overflow-y-hidden px-2"
    aria-label="Unrolled room"
    tabindex="0"
    :class="{ 'cursor-crosshair': selection.threading }"
    @pointerdown.capture="thread"
  >
    <RibbonDrawing
      v-if="session.answered && session.shown && session.unrolled && session.unrolled.walls.length > 0"
      :plan="session.answered"
      :result="session.shown"
      :unrolled="session.unrolled"
      :scale="scale"
      :selected="selectedBox"
      :limit="limit"
      :done="session.done"
      :selected-run="selectedRun"
      :selected-finding="findings.shown"
      :looks="looks"
      :key-of="keyOf"
      @box="(id, more) => !more && !selection.painting && choose('box', id)"
      @grab="grab"
      @key="key"
      @place="place"
      @stud="chooseStud"
      @grab-stud="grabStud"
      @obstacle="(id) => choose('obstacle', id)"
      @run="(id) => choose('run', id)"
      @panel="(id) => choose('panel', id)"
      @finding="(i) => findings.show(i)"
      @opening="(id) => choose('opening', id)"
    />
    <p v-else class="p-6 text-lg text-quiet">
      The room unrolls here, wall by wall, as its lengths are typed.
    </p>
    <div class="sticky bottom-1 left-0 flex w-max items-center gap-1">
      <button class="key" type="button" aria-label="Zoom in" @click="zoomBy(1.5)">
        <ZoomIn :size="18" />
      </button>
      <button class="key" type="button" aria-label="Zoom out" @click="zoomBy(1 / 1.5)">
        <ZoomOut :size="18" />
      </button>
      <button class="key" type="button" aria-label="Whole room" @click="whole">
        <Maximize :size="18" />
      </button>
      <span v-if="session.unrolled?.profile.length" class="pl-2 text-sm text-quiet"
        >reach along the floor line · limit {{ formatLength(limit) }} · double-click a wall to add a box</span
      >
    </div>
  </section>
</template>
