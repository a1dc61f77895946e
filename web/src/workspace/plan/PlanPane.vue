<script setup lang="ts">
import {
  formatLength,
  isOnWall,
  roomHolding,
  type DeviceKind,
  type EditArgs,
  type EditName,
} from '@fieldchalk/core';
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from '@headlessui/vue';
import { Maximize, PencilRuler, ZoomIn, ZoomOut } from '@lucide/vue';
import { useElementSize, useEventListener } from '@vueuse/core';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent } from 'd3-zoom';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useSession } from '../../stores/session.ts';
import { useSelection } from '../../stores/selection.ts';
import { useGesture } from '../../stores/gesture.ts';
import type { Kind } from '../../stores/selection.ts';
import { boxLooks } from '../circuits/look.ts';
import LengthField from '../LengthField.vue';
import PlanDrawing from './PlanDrawing.vue';
import {
  distanceLines,
  extentOf,
  lineOf,
  planShapes,
  snappedEnd,
  snappedFlat,
  snappedOffset,
} from './planShapes.ts';
import { ceilingKinds } from '../names.ts';

const session = useSession();
const selection = useSelection();
const gesture = useGesture();
const svg = ref<SVGSVGElement | null>(null);
const { width, height } = useElementSize(svg);
const view = shallowRef({ k: 1, x: 0, y: 0 });
const level = computed(() => selection.level ?? 'L1');
defineProps<{ showControls?: boolean }>();
const looks = computed(() =>
  selection.stage === 'circuits' && gesture.plan
    ? boxLooks(gesture.plan, selection.tripped, selection.circuitInHand)
    : null,
);
/** Boxes the pointer crosses while it is held go on the circuit in hand, those on it already stay. */
function over(box: string, event: PointerEvent) {
  if (!selection.painting || event.buttons !== 1) return;
  const isOn = Object.values(session.opened.devices).some(
    (d) => d.box === box && d.circuit === selection.painting,
  );
  if (!isOn) selection.paint(box);
}
/** Among circuits only the cables of the one in hand are drawn. */
const shapes = computed(() => {
  if (!gesture.plan) return null;
  const all = planShapes(gesture.plan, session.result, level.value);
  if (selection.stage !== 'circuits') return all;
  const own = (id: string) =>
    selection.circuitInHand !== null && session.plan?.runs[id]?.circuit === selection.circuitInHand;
  return { ...all, cables: all.cables.filter((c) => own(c.id)) };
});
const drawing = ref(false);
/** What a press in a room puts on its ceiling; empty while pressing only chooses. */
const putting = ref<DeviceKind | ''>('');
const begun = shallowRef<{ x: number; y: number } | null>(null);
const pointer = shallowRef<{ x: number; y: number } | null>(null);
/** The sheet the pane shows: fitted to the level, but still while walls are drawn, with room around for more of them. */
const extent = shallowRef<ReturnType<typeof extentOf> | null>(null);
const roomToDraw = 120;
watch(
  [() => session.plan, level, drawing] as const,
  ([plan, , isDrawing], before) => {
    if (isDrawing && before?.[2] && extent.value) return;
    extent.value = plan ? extentOf(plan, level.value, isDrawing ? roomToDraw : 18) : null;
  },
  { immediate: true },
);
const fitted = computed(() =>
  extent.value && width.value > 0
    ? Math.min(width.value / extent.value.width, height.value / extent.value.height)
    : 1,
);
const scale = computed(() => fitted.value * view.value.k);
const chosen = computed(() => new Set(selection.picked));
const isEmpty = computed(() => Object.keys(session.plan?.walls ?? {}).length === 0);

const zooming = zoom<SVGSVGElement, unknown>()
  .scaleExtent([0.6, 40])
  .filter((event: Event) => {
    if (event.type === 'wheel') return true;
    if (event.type.startsWith('touch')) return (event as TouchEvent).touches.length > 1;
    return event.target === svg.value && !drawing.value && !(event as MouseEvent).shiftKey;
  })
  .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => (view.value = event.transform));
onMounted(() =>
  watch(svg, (el) => el && select(el).call(zooming).on('dblclick.zoom', null), { immediate: true }),
);
const zoomBy = (factor: number) => svg.value && select(svg.value).call(zooming.scaleBy, factor);
const fit = () => svg.value && select(svg.value).call(zooming.transform, zoomIdentity);
watch(level, fit);

function placeOf(event: PointerEvent | MouseEvent): { x: number; y: number } {
  const group = svg.value!.querySelector('g')! as SVGGraphicsElement;
  const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(group.getScreenCTM()!.inverse());
  return { x: p.x, y: -p.y };
}

interface Grip {
  readonly kind: Kind;
  readonly id: string;
  readonly from: { x: number; y: number };
  moved: boolean;
  /** What letting go here would do. */
  order: { name: EditName; args: unknown } | null;
}
let grip: Grip | null = null;
const says = ref('');

function grab(kind: Kind, id: string, event: PointerEvent) {
  if (drawing.value || putting.value !== '' || event.button !== 0) return;
  event.stopPropagation();
  if (kind === 'box' && selection.painting) return selection.paint(id);
  if (event.shiftKey) return selection.pick({ kind, id });
  selection.choose({ kind, id });
  if (kind === 'panel' || (kind === 'box' && selection.stage === 'circuits')) return;
  grip = { kind, id, from: placeOf(event), moved: false, order: null };
}

/** The edit a drag stands for, with a word on where it has got to. */
function orderOf(
  g: Grip,
  to: { x: number; y: number },
  fine: boolean,
): { name: EditName; args: unknown; says: string } | null {
  const plan = session.opened;
  const by = { x: to.x - g.from.x, y: to.y - g.from.y };
  const tick = (v: number) => (fine ? Math.round(v * 16) / 16 : Math.round(v));
  const make = <N extends EditName>(name: N, args: EditArgs<N>, words: string) => ({
    name,
    args,
    says: words,
  });
  const along = (wall: string) => {
    const { u } = lineOf(plan, wall)!;
    return tick(by.x * u.x + by.y * u.y);
  };
  switch (g.kind) {
    case 'wall': {
      const { u } = lineOf(plan, g.id)!;
      const raw = by.x * -u.y + by.y * u.x;
      const snapped = fine
        ? { offset: tick(raw), inLine: false }
        : snappedOffset(plan, g.id, raw, 4 / scale.value + 2);
      return make(
        'moveWall',
        { wall: g.id, offset: snapped.offset },
        `${formatLength(Math.abs(snapped.offset))}${snapped.inLine ? ', in line' : ''}`,
      );
    }
    case 'corner': {
      const p = plan.points[g.id]!;
      const end = fine
        ? { x: tick(p.x + by.x), y: tick(p.y + by.y) }
        : snappedEnd(without(g.id), level.value, { x: p.x + by.x, y: p.y + by.y }, null, 6 / scale.value + 1);
      return make(
        'moveCorner',
        { point: g.id, to: end },
        `${formatLength(Math.hypot(end.x - p.x, end.y - p.y))}`,
      );
    }
    case 'opening': {
      const o = plan.openings[g.id]!;
      const at = o.at + along(o.wall);
      return make('setOpening', { opening: g.id, changes: { at } }, `${formatLength(along(o.wall))}`);
    }
    case 'obstacle': {
      const x = plan.obstacles[g.id]!;
      return make(
        'setObstacle',
        { obstacle: g.id, changes: { at: x.at + along(x.wall) } },
        formatLength(along(x.wall)),
      );
    }
    case 'fixture': {
      const f = plan.fixtures[g.id]!;
      if (f.wall)
        return make(
          'setFixture',
          { fixture: g.id, changes: { at: f.at + along(f.wall) } },
          formatLength(along(f.wall)),
        );
      const room = plan.rooms[f.room]!;
      const changes = { x: tick((f.x ?? room.x) + by.x), y: tick((f.y ?? room.y) + by.y) };
      return make('setFixture', { fixture: g.id, changes }, formatLength(Math.hypot(by.x, by.y)));
    }
    case 'box': {
      const { on } = plan.boxes[g.id]!;
      if (!isOnWall(on)) {
        const to_ = { x: on.x + by.x, y: on.y + by.y };
        const end = fine
          ? { x: tick(to_.x), y: tick(to_.y) }
          : snappedFlat(plan, g.id, to_, 5 / scale.value + 1);
        return make(
          'moveFlatBox',
          { box: g.id, ...end },
          formatLength(Math.hypot(end.x - on.x, end.y - on.y)),
        );
      }
      return make(
        'moveBox',
        { box: g.id, at: session.result!.marks[g.id]!.at + along(on.wall) },
        formatLength(along(on.wall)),
      );
    }
    default:
      return null;
  }
}

/** The plan as seen by a corner looking for others to land on. */
function without(point: string) {
  const { [point]: _, ...points } = session.opened.points;
  const walls = Object.fromEntries(
    Object.entries(session.opened.walls).filter(([, w]) => w.from !== point && w.to !== point),
  );
  return { ...session.opened, points, walls };
}

useEventListener(window, 'pointermove', (event: PointerEvent) => {
  if (drawing.value && svg.value) {
    const near = snappedEnd(session.opened, level.value, placeOf(event), begun.value, 8 / scale.value + 1);
    pointer.value = near;
    if (begun.value) says.value = formatLength(Math.hypot(near.x - begun.value.x, near.y - begun.value.y));
    return;
  }
  if (!grip) return;
  const to = placeOf(event);
  if (Math.hypot(to.x - grip.from.x, to.y - grip.from.y) * scale.value > 3) grip.moved = true;
  if (!grip.moved) return;
  const order = orderOf(grip, to, event.altKey);
  if (!order) return;
  grip.order = order;
  says.value = order.says;
  void gesture.preview(order.name, order.args as never);
});
useEventListener(window, 'pointerup', () => {
  const { order = null, moved = false } = grip ?? {};
  grip = null;
  if (!drawing.value) says.value = '';
  if (moved && order && !session.edit(order.name, order.args as never)) gesture.settle();
});
const headings: Record<string, { x: number; y: number }> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: 1 },
  ArrowDown: { x: 0, y: -1 },
};
const nudged = new Set<Kind>(['wall', 'corner', 'opening', 'obstacle', 'fixture', 'box']);

/** What is chosen goes an inch the way of the arrow, with Shift a sixteenth. */
function nudge(heading: { x: number; y: number }, step: number): boolean {
  const chosenNow = selection.chosen;
  if (!chosenNow || !nudged.has(chosenNow.kind)) return false;
  const order = orderOf(
    { ...chosenNow, from: { x: 0, y: 0 }, moved: true, order: null },
    { x: heading.x * step, y: heading.y * step },
    true,
  );
  return order !== null && session.edit(order.name, order.args as never);
}
function remove(): boolean {
  const ids = [...selection.picked];
  const done = {
    wall: () => session.edit('removeWalls', { walls: ids }),
    opening: () => ids.every((opening) => session.edit('removeOpening', { opening })),
    fixture: () => ids.every((fixture) => session.edit('removeFixture', { fixture })),
    obstacle: () => ids.every((obstacle) => session.edit('removeObstacle', { obstacle })),
    box: () => session.edit('removeBoxes', { boxes: ids }),
  } as Partial<Record<Kind, () => boolean>>;
  const act = done[selection.chosen?.kind ?? 'corner'];
  if (!act?.()) return false;
  selection.choose(null);
  return true;
}
function lock(): boolean {
  if (selection.chosen?.kind === 'wall')
    return session.edit('setWalls', {
      walls: selection.picked,
      changes: { locked: !session.opened.walls[selection.chosen.id]!.locked },
    });
  return selection.chosen?.kind === 'box' && session.edit('keepBoxes', { boxes: selection.picked });
}
function letGo(target: HTMLElement) {
  if (grip?.moved) gesture.settle();
  else if (drawing.value) stopDrawing();
  else if (putting.value !== '') putting.value = '';
  else if (selection.painting) selection.paintWith(null);
  else if (!target.closest('input, select')) selection.choose(null);
  grip = null;
  says.value = '';
}
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const target = event.target as HTMLElement;
  if (event.key === 'Escape') return letGo(target);
  if (
    target.closest('input, select, textarea, [data-box], [role=separator]') ||
    event.ctrlKey ||
    event.metaKey
  )
    return;
  const heading = headings[event.key];
  const did = heading
    ? nudge(heading, event.shiftKey ? 1 / 16 : 1)
    : event.key === 'Delete' || event.key === 'Backspace'
      ? remove()
      : event.key === 'l' && lock();
  if (did) event.preventDefault();
});

function stopDrawing() {
  if (begun.value) begun.value = null;
  else drawing.value = false;
  pointer.value = null;
  says.value = '';
}
function drawTo(end: { x: number; y: number }) {
  if (begun.value && !session.edit('addWall', { level: level.value, from: begun.value, to: end })) return;
  begun.value = end;
}
function press(event: PointerEvent) {
  if (event.button === 0 && putting.value !== '') return put(placeOf(event), putting.value);
  if (!drawing.value || event.button !== 0) return;
  drawTo(snappedEnd(session.opened, level.value, placeOf(event), begun.value, 8 / scale.value + 1));
}
function put(at: { x: number; y: number }, kind: DeviceKind) {
  const room = roomHolding(session.opened, level.value, at);
  if (room === null) return void (says.value = 'Press inside a room that closes.');
  const before = new Set(Object.keys(session.opened.boxes));
  if (!session.edit('addCeilingBox', { room, x: Math.round(at.x), y: Math.round(at.y), kind })) return;
  const added = Object.keys(session.opened.boxes).find((id) => !before.has(id));
  if (added) selection.choose({ kind: 'box', id: added });
}
const distances = computed(() => {
  const mark = selection.chosen?.kind === 'box' ? session.result?.ceilings[selection.chosen.id] : undefined;
  return mark && shapes.value && gesture.plan ? distanceLines(shapes.value, gesture.plan, mark) : [];
});
/** A typed length draws on the way the pointer shows. */
function drawLength(length: number) {
  if (!begun.value || !pointer.value) return;
  const [dx, dy] = [pointer.value.x - begun.value.x, pointer.value.y - begun.value.y];
  const span = Math.hypot(dx, dy) || 1;
  drawTo({ x: begun.value.x + (dx / span) * length, y: begun.value.y + (dy / span) * length });
}
/** A closed space gets a name to be bettered, and comes in hand. */
function nameSpace(at: { x: number; y: number }) {
  const before = Object.keys(session.opened.rooms);
  if (!session.edit('nameRoom', { level: level.value, at, name: `Room ${before.length + 1}`, use: 'living' }))
    return;
  const added = Object.keys(session.opened.rooms).find((id) => !before.includes(id));
  if (added) selection.chooseRoom(added);
}
const levels = computed(() =>
  Object.entries(session.plan?.levels ?? {}).sort((a, b) => b[1].elevation - a[1].elevation),
);
</script>

<template>
  <section class="relative min-h-0 overflow-hidden bg-ground" aria-label="Plan">
    <svg
      v-if="session.plan && shapes && extent"
      ref="svg"
      :viewBox="`${extent.x} ${extent.y} ${extent.width} ${extent.height}`"
      class="absolute inset-x-0 top-12 bottom-0 h-[calc(100%-3rem)] w-full touch-none select-none"
      :class="{ 'cursor-crosshair': drawing || putting !== '' }"
      role="group"
      aria-label="Plan of the level"
      @pointerdown="press"
    >
      <defs>
        <pattern id="closed-wall" width="2.4" height="2.4" patternUnits="userSpaceOnUse">
          <rect width="2.4" height="2.4" class="fill-ground" />
          <circle cx="1.2" cy="1.2" r="0.45" class="fill-quiet" />
        </pattern>
      </defs>
      <g :transform="`translate(${view.x},${view.y}) scale(${view.k})`">
        <PlanDrawing
          :shapes="shapes"
          :scale="scale"
          :room="selection.room"
          :chosen="chosen"
          :distances="distances"
          :show-controls="showControls"
          :looks="looks"
          @over="over"
          @grab="grab"
          @name="nameSpace"
          @room="(id) => !drawing && putting === '' && selection.chooseRoom(id)"
        />
        <g v-if="drawing && pointer" pointer-events="none">
          <line
            v-if="begun"
            :x1="begun.x"
            :y1="-begun.y"
            :x2="pointer.x"
            :y2="-pointer.y"
            class="stroke-chalk"
            :stroke-width="3.5"
            stroke-opacity="0.6"
          />
          <circle :cx="pointer.x" :cy="-pointer.y" :r="5 / scale" class="fill-chalk" />
        </g>
      </g>
    </svg>
    <p v-if="isEmpty" class="absolute inset-x-0 top-14 px-6 text-lg text-quiet">
      Nothing is drawn yet. Name a room and type its first wall, draw walls here, or
      <RouterLink to="/import" class="text-chalk underline">read a drawing</RouterLink>.
    </p>
    <div class="absolute top-2 left-2 flex flex-wrap items-center gap-1">
      <Listbox v-if="levels.length > 0" :model-value="level" @update:model-value="selection.chooseLevel">
        <div class="relative">
          <ListboxButton class="key" aria-label="Level"
            >{{ session.plan?.levels[level]?.name || level }} ▾</ListboxButton
          >
          <ListboxOptions class="absolute z-10 mt-1 min-w-40 border border-ink bg-sheet">
            <ListboxOption v-for="[id, l] in levels" :key="id" v-slot="{ active }" :value="id"
              ><div class="px-3 py-2" :class="{ 'bg-chalk-soft': active }">
                {{ l.name || id }}
              </div></ListboxOption
            >
          </ListboxOptions>
        </div>
      </Listbox>
      <button
        class="key"
        type="button"
        :class="{ 'key-main': drawing }"
        :aria-pressed="drawing"
        @click="((drawing = !drawing), (begun = pointer = null), (says = ''))"
      >
        <PencilRuler :size="18" /> Draw walls
      </button>
      <select
        v-if="!drawing && shapes && shapes.rooms.length > 0"
        v-model="putting"
        class="field w-44! text-base"
        aria-label="Put on the ceiling by pointing"
      >
        <option value="">Put on the ceiling…</option>
        <option v-for="k in ceilingKinds" :key="k" :value="k">{{ k.replaceAll('-', ' ') }}</option>
      </select>
      <LengthField
        v-if="drawing && begun"
        class="w-32"
        label="Length of the wall being drawn"
        hide-label
        :model-value="null"
        @update:model-value="drawLength"
      />
      <span v-if="says" class="rounded-sm bg-bar px-2 py-1 font-bold text-bar-ink" role="status">{{
        says
      }}</span>
    </div>
    <div class="absolute right-2 bottom-2 flex gap-1">
      <button class="key" type="button" aria-label="Zoom plan in" @click="zoomBy(1.5)">
        <ZoomIn :size="18" />
      </button>
      <button class="key" type="button" aria-label="Zoom plan out" @click="zoomBy(1 / 1.5)">
        <ZoomOut :size="18" />
      </button>
      <button class="key" type="button" aria-label="Whole level" @click="fit"><Maximize :size="18" /></button>
    </div>
  </section>
</template>
