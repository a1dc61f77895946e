<script setup lang="ts">
import { formatLength, placeOnWall, ruleBook, type Unrolled, otherSide } from '@fieldchalk/core';
import {
  alongWall,
  facePlaces,
  furnitureOf,
  isOn,
  onRibbon,
  ribbonRows,
  type RibbonBox,
  type RibbonRect,
  rowLayout,
  seenFromOutside,
  type UnrolledWall,
} from '@fieldchalk/core/drawing';
import { Maximize, ZoomIn, ZoomOut } from '@lucide/vue';
import { useElementSize } from '@vueuse/core';
import { select } from 'd3-selection';
import { zoom as d3Zoom, zoomIdentity, zoomTransform, type D3ZoomEvent } from 'd3-zoom';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import { useFindings } from '../../stores/findings.ts';
import { type Focus, type Kind, useSelection } from '../../stores/selection.ts';
import { useLit } from '../../stores/lit.ts';
import { useSession } from '../../stores/session.ts';
import { useViews } from '../../stores/views.ts';
import { boxLooks } from '../circuits/look.ts';
import { order, useDrag } from '../drag.ts';
import { emphasisOf } from '../frame/emphasis.ts';
import { isCableInHand } from '../frame/inHand.ts';
import { pointIn } from '../drawn/pointIn.ts';
import ScaleBar from '../drawn/ScaleBar.vue';
import NothingThere from '../NothingThere.vue';
import RibbonDrawing from './RibbonDrawing.vue';
import { bringTo, keepingPlace, middleOfPane, type RowPlace } from './ribbonScroll.ts';

/** The room unrolled, in as many rows as show it largest; boxes, studs and cable are chosen, dragged and nudged here. */
const session = useSession();
const selection = useSelection();
const findings = useFindings();
const views = useViews();
const lit = useLit();
const pane = ref<HTMLElement | null>(null);
const { width, height } = useElementSize(pane);
const emphasis = computed(() => emphasisOf[selection.stage]);
/** The bar of tools under the rows. */
const toolsHeight = 44;
/** Walls of the room in hand with no room behind them, from there; shown instead of the room where that is asked for. */
const outside = computed(() =>
  session.unrolled && session.plan
    ? seenFromOutside(
        session.unrolled,
        ({ wall, side, origin, sign, length }) =>
          selection.roomSeeing({
            wall,
            side: otherSide(side),
            at: origin + (sign * length) / 2,
          }) === undefined,
      )
    : null,
);
const faces = computed(() =>
  views.isOutside && outside.value && outside.value.walls.length > 0 ? outside.value : session.unrolled,
);
const layout = computed(() =>
  faces.value && width.value > 0
    ? rowLayout(
        faces.value,
        { width: width.value - 18, height: Math.max(height.value - toolsHeight, 120) },
        furnitureOf(emphasis.value.profile),
      )
    : { rows: 1, scale: 2 },
);
const scale = computed(() => Math.max(layout.value.scale, 0.5) * views.ribbonZoom);
const rows = computed(() => (faces.value ? ribbonRows(faces.value, layout.value.rows) : []));
const limit = computed(() => (session.plan ? ruleBook(session.plan.rules.values)('spacing.maxGap') / 2 : 72));

/** The place of the rows that a place on a wall comes to; null where this room does not show it. */
function rowPlace(place: Focus, low = 48): RowPlace | null {
  for (const [row, unrolled] of rows.value.entries()) {
    const wall = unrolled.walls.find(
      (w) => w.wall === place.wall && w.side === place.side && isOn(w, place.at),
    );
    if (wall) return { row, x: onRibbon(wall, place.at), y: unrolled.height - low };
  }
  return null;
}
/** Where on the walls what is chosen is. */
const chosenPlace = computed((): RowPlace | null => {
  const { chosen } = selection;
  const { plan, shown } = session;
  if (!chosen || !plan || !shown) return null;
  if (chosen.kind === 'box') {
    const mark = shown.marks[session.drawnId(chosen.id)];
    return mark ? rowPlace(mark, mark.bottomFromSubfloor) : null;
  }
  const opening = chosen.kind === 'opening' ? plan.openings[chosen.id] : undefined;
  const wall = chosen.kind === 'wall' ? chosen.id : opening?.wall;
  const on = faces.value?.walls.find((w) => w.wall === wall);
  if (!on) return null;
  const at = opening ? opening.at + opening.width / 2 : on.origin + (on.sign * on.length) / 2;
  return rowPlace({ wall: on.wall, side: on.side, at });
});

/** Brings a place asked for into the middle of the pane, once the room it is in is unrolled. */
let shown: Focus | null = null;
watch([() => selection.focus, rows], async ([place]) => {
  if (!place || place === shown) return;
  const at = rowPlace(place);
  if (!at) return;
  shown = place;
  await nextTick();
  if (pane.value) bringTo(pane.value, at, middleOfPane(pane.value), 'smooth');
});
const selectedRun = computed(() => (selection.chosen?.kind === 'run' ? selection.chosen.id : null));
const selectedBox = computed(() =>
  selection.chosen?.kind === 'box' ? session.drawnId(selection.chosen.id) : null,
);
const looks = computed(() =>
  emphasis.value.circuits && session.answered
    ? boxLooks(session.answered, selection.tripped, selection.circuitInHand)
    : null,
);
/** Under a box's number: its height, or the circuit it is on. */
const says = (box: RibbonBox): string[] => {
  const look = looks.value?.get(box.id);
  if (emphasis.value.circuits)
    return look ? [`on ${look.number}${look.more > 0 ? ` +${look.more}` : ''}`] : [];
  return emphasis.value.heights ? [formatLength(box.bottom)] : [];
};
const isCableShown = computed(() =>
  emphasis.value.cables === 'full' ? undefined : isCableInHand(session, selection, lit.lit),
);

const drag = useDrag();

function grab(box: RibbonBox, event: PointerEvent) {
  if (event.button !== 0 || !event.isPrimary) return;
  const id = session.nowOf(box.id);
  if (selection.painting) return selection.paint(id);
  if (event.shiftKey) return selection.pick({ kind: 'box', id });
  const pick = selection.pickingFromHere();
  selection.choose({ kind: 'box', id });
  drag.rest(event, () => pick({ kind: 'box', id }));
  const from = session.shown?.marks[box.id]?.at;
  if (emphasis.value.circuits || from === undefined) return;
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
function grabStud(wall: UnrolledWall, stud: NonNullable<RibbonRect['member']>, event: PointerEvent) {
  if (event.button !== 0 || !event.isPrimary) return;
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
const wallUnder = (row: Unrolled, x: number) => row.walls.find((w) => x >= w.x && x <= w.x + w.length);
function place(row: Unrolled, x: number) {
  const wall = wallUnder(row, x);
  if (wall)
    session.edit('addBox', { wall: session.nowOf(wall.wall), side: wall.side, at: alongWall(wall, x) });
}
/** What is pressed is chosen by the id it has now. */
const choose = (kind: Kind, drawn: string) => selection.choose({ kind, id: session.nowOf(drawn) });
const keyOf = (drawn: string) => session.keyOf(session.nowOf(drawn));
const chooseStud = (id: string) => selection.choose({ kind: 'stud', id });
/** A cable being drawn goes through what is pressed on a wall. */
function thread(event: PointerEvent) {
  const row = event.target instanceof Element ? event.target.closest<HTMLElement>('[data-row]') : null;
  const unrolled = rows.value[Number(row?.dataset['row'])];
  const inches = row?.querySelector<SVGGraphicsElement>('[data-inches]');
  if (!selection.threading || event.button !== 0 || !inches || !unrolled) return;
  event.stopPropagation();
  const { x, y } = pointIn(inches, event);
  const wall = wallUnder(unrolled, x);
  if (wall)
    selection.thread(
      placeOnWall(session.opened, { wall: wall.wall, at: alongWall(wall, x) }, unrolled.height - y),
    );
}

/** Where the fingers or the pointer are; null where keys or buttons ask. */
function pointerOf(event: D3ZoomEvent<HTMLElement, unknown>): { x: number; y: number } | null {
  const source: unknown = event.sourceEvent;
  if (source instanceof MouseEvent) return { x: source.clientX, y: source.clientY };
  if (!(typeof TouchEvent !== 'undefined' && source instanceof TouchEvent) || source.touches.length === 0)
    return null;
  const touches = [...source.touches];
  const middle = (of: (t: Touch) => number) => touches.reduce((sum, t) => sum + of(t), 0) / touches.length;
  return { x: middle((t) => t.clientX), y: middle((t) => t.clientY) };
}
const zooming = d3Zoom<HTMLElement, unknown>()
  .scaleExtent([1, 16])
  .filter((event: Event) =>
    event.type === 'wheel'
      ? (event as WheelEvent).ctrlKey
      : event.type.startsWith('touch') && (event as TouchEvent).touches.length > 1,
  )
  .on('zoom', (event: D3ZoomEvent<HTMLElement, unknown>) => {
    const { k } = event.transform;
    if (k !== views.ribbonZoom)
      void keepingPlace(pane, pointerOf(event), chosenPlace.value, () => (views.ribbonZoom = k));
  });
const zoomBy = (factor: number) => pane.value && select(pane.value).call(zooming.scaleBy, factor);
const zoomTo = (k: number) => pane.value && select(pane.value).call(zooming.transform, zoomIdentity.scale(k));
const whole = () => zoomTo(1);
onMounted(() => {
  if (!pane.value) return;
  select(pane.value).call(zooming).on('dblclick.zoom', null);
  zoomTo(views.ribbonZoom);
});
// Each stage has its own: the wheel goes on from there.
watch(
  () => selection.stage,
  () => {
    if (pane.value && zoomTransform(pane.value).k !== views.ribbonZoom) zoomTo(views.ribbonZoom);
  },
);
/** What is framed fills the pane with about so much wall, in inches. */
const framedWidth = 96;
watch(
  () => views.framed,
  () => {
    const near = Math.min(16, width.value / framedWidth / layout.value.scale);
    if (!chosenPlace.value || views.ribbonZoom >= near * 0.99) return whole();
    zoomTo(near);
  },
);
</script>

<template>
  <section
    ref="pane"
    class="relative flex min-h-0 flex-col overflow-auto px-2"
    aria-label="Unrolled room"
    tabindex="0"
    :class="{ 'cursor-crosshair': selection.threading }"
    @pointerdown.capture="thread"
  >
    <div
      v-for="(row, i) in session.answered && session.shown ? rows : []"
      :key="i"
      :data-row="i"
      class="w-max"
    >
      <RibbonDrawing
        v-if="session.answered && session.shown && row.walls.length > 0"
        :plan="session.answered"
        :result="session.shown"
        :unrolled="row"
        :outside="faces !== session.unrolled"
        :scale="scale"
        :selected="selectedBox"
        :limit="limit"
        :says="says"
        :boxes="emphasis.boxes"
        :is-cable-shown="isCableShown"
        :profile="emphasis.profile && row.profile.length > 0"
        :ghosts="emphasis.ghosts"
        :findings="emphasis.findings"
        :done="emphasis.done ? session.done : undefined"
        :selected-run="selectedRun"
        :selected-finding="findings.shown"
        :looks="looks"
        :key-of="keyOf"
        @box="(id, more) => !more && !selection.painting && !drag.hasRested() && choose('box', id)"
        @grab="grab"
        @key="key"
        @place="(x) => place(row, x)"
        @stud="chooseStud"
        @grab-stud="grabStud"
        @wall="(id) => choose('wall', id)"
        @obstacle="(id) => choose('obstacle', id)"
        @fixture="(id) => choose('fixture', id)"
        @run="(id) => choose('run', id)"
        @panel="(id) => choose('panel', id)"
        @finding="(i) => findings.show(i)"
        @opening="(id) => choose('opening', id)"
      />
    </div>
    <NothingThere v-if="!faces || faces.walls.length === 0" class="p-6 text-lg">
      The room unrolls here, wall by wall, as its lengths are typed.
    </NothingThere>
    <div class="sticky bottom-1 left-0 mt-auto flex max-w-full flex-wrap items-center gap-1 print:hidden">
      <button class="key" type="button" aria-label="Zoom in" @click="zoomBy(1.5)">
        <ZoomIn :size="18" />
      </button>
      <button class="key" type="button" aria-label="Zoom out" @click="zoomBy(1 / 1.5)">
        <ZoomOut :size="18" />
      </button>
      <button class="key" type="button" aria-label="Whole room" @click="whole">
        <Maximize :size="18" />
      </button>
      <button
        v-if="outside && outside.walls.length > 0"
        class="key"
        type="button"
        :aria-pressed="views.isOutside"
        :class="{ 'key-main': views.isOutside }"
        @click="views.turnOutside()"
      >
        From outside
      </button>
      <ScaleBar :pixels-an-inch="scale" class="ml-2" />
      <span
        v-if="emphasis.profile && faces?.profile.length"
        class="rounded-sm bg-ground/90 px-2 text-sm text-quiet"
        >reach along the floor line · limit {{ formatLength(limit) }}</span
      >
      <span v-if="faces !== session.unrolled" class="rounded-sm bg-ground/90 px-2 text-sm text-quiet">
        seen from outside</span
      >
    </div>
  </section>
</template>
