<script setup lang="ts">
import { formatLength } from '@fieldchalk/core';
import { dotRadius, flatRadius, planLabels, type PlanShapes } from '@fieldchalk/core/drawing';
import { useMediaQuery } from '@vueuse/core';
import { computed, useId } from 'vue';
import type { BoxLook } from '../circuits/look.ts';
import DrawingPatterns from '../drawn/DrawingPatterns.vue';
import { fingerReach, pointIn } from '../drawn/pointIn.ts';
import LabelLayer, { type LabelLook } from '../drawn/LabelLayer.vue';
import { jacketColours } from '../ribbon/jackets.ts';
import BoxDot from './BoxDot.vue';

/** A level seen from above. Draws only; what is done with it is the pane's. */
const props = defineProps<{
  shapes: PlanShapes;
  /** Screen pixels an inch, so that words and dots keep their size while zooming. */
  scale: number;
  /** The room in hand. */
  room: string | null;
  chosen: ReadonlySet<string>;
  distances?: readonly { x1: number; y1: number; x2: number; y2: number; inches: number }[];
  /** Lines from all switches to what they work; a chosen box shows its own wherever it is. */
  showControls?: boolean;
  studs?: boolean;
  boxes?: 'full' | 'faint';
  /** Sizes of rooms under their names. */
  sizes?: boolean;
  /** Boxes that are numbered however far away they are. */
  near?: ReadonlySet<string>;
  /** The sheet that labels stay on: inches, y down. */
  sheet?: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  /** Words with places of their own, in inches, y down. */
  notes?: readonly { readonly id: string; readonly text: string; readonly x: number; readonly y: number }[];
  /** What boxes show of their circuits, where that is what is looked at. */
  looks?: ReadonlyMap<string, BoxLook> | null;
  /** Boxes that stand out although boxes are not what is looked at. */
  lit?: ReadonlySet<string> | undefined;
  /** What the crew has done, by `kind id`. */
  done?: ReadonlyMap<string, boolean> | undefined;
}>();
const emit = defineEmits<{
  grab: [
    kind: 'wall' | 'opening' | 'box' | 'corner' | 'fixture' | 'obstacle' | 'panel',
    id: string,
    event: PointerEvent,
  ];
  /** The pointer comes over a box, perhaps pressed. */
  over: [box: string, event: PointerEvent];
  /** A box was chosen by a key. */
  choose: [box: string];
  room: [id: string];
  name: [at: { x: number; y: number }];
}>();
const isCoarse = useMediaQuery('(pointer: coarse)');
/** A finger beside marks means the nearest. */
function grabNearest(event: PointerEvent) {
  const at = pointIn(event.currentTarget as SVGGraphicsElement, event);
  const away = (b: { x: number; y: number }) => Math.hypot(b.x - at.x, b.y - at.y);
  const [nearest] = [...props.shapes.boxes, ...props.shapes.flat].sort((a, b) => away(a) - away(b));
  if (nearest) emit('grab', 'box', nearest.id, event);
}
const id = useId();
const none: ReadonlySet<string> = new Set();
const names = computed(() =>
  props.looks
    ? new Map(
        [...props.looks].map(([box, look]) => [
          box,
          `${look.dead ? '✕' : ''}${look.number}${look.more > 0 ? `+${look.more}` : ''}`,
        ]),
      )
    : undefined,
);
const labels = computed(
  () =>
    planLabels(props.shapes, {
      scale: props.scale,
      near: props.near ?? none,
      chosen: props.chosen,
      names: names.value,
      boxes: props.boxes !== 'faint',
      rooms: props.sizes ?? false,
      notes: props.notes ?? [],
      bounds: props.sheet,
    }).labels,
);
function lookOf(label: string): LabelLook {
  const [kind = '', thing = ''] = label.split(/ (.*)/);
  if (kind === 'room')
    return { tone: thing === props.room && props.shapes.rooms.length > 1 ? 'chalk' : 'ink' };
  if (kind === 'box') {
    const look = props.looks?.get(thing);
    return { tone: props.chosen.has(thing) ? 'chalk' : 'ink', badge: look && !look.dead ? look : undefined };
  }
  return kind === 'fixture' ? { tone: 'quiet', isLight: true } : {};
}
/** A name stands for its room, a number for its box. */
function press(label: string, event: PointerEvent) {
  const [kind, thing = ''] = label.split(/ (.*)/);
  if (kind === 'room') emit('room', thing);
  else emit('grab', kind === 'panel' ? 'panel' : 'box', thing, event);
}
const isFaint = (box: string) => props.boxes === 'faint' && !props.lit?.has(box) && !props.chosen.has(box);
const isDone = (box: string) => props.done?.get(`box ${box}`) ?? false;
const path = (points: readonly { x: number; y: number }[]) => points.map((p) => `${p.x},${p.y}`).join(' ');
</script>

<template>
  <g :style="{ '--scale': scale }" data-inches>
    <DrawingPatterns :id="id" :scale="scale" />
    <g
      v-for="f in shapes.fixtures"
      :key="f.id"
      class="cursor-move"
      @pointerdown="emit('grab', 'fixture', f.id, $event)"
    >
      <polygon
        :points="f.points"
        class="fill-sheet/70"
        :class="chosen.has(f.id) ? 'stroke-chalk' : 'stroke-quiet'"
        :stroke-width="(chosen.has(f.id) ? 2.5 : 1) / scale"
        stroke-dasharray="3 2"
      />
    </g>
    <g v-for="w in shapes.walls" :key="w.id" :data-wall="w.id">
      <polygon
        :points="w.block"
        class="cursor-move"
        :fill="w.closed ? `url(#${id}-closed)` : 'var(--sheet)'"
        :class="chosen.has(w.id) ? 'stroke-chalk' : 'stroke-ink'"
        :stroke-width="(chosen.has(w.id) ? 3 : 1.2) / scale"
        @pointerdown="emit('grab', 'wall', w.id, $event)"
      />
      <path
        v-if="studs && scale > 0.9"
        :d="w.studs"
        class="fill-wood stroke-wood-edge"
        :stroke-width="0.4 / scale"
        pointer-events="none"
      />
      <polygon
        v-for="x in w.obstacles"
        :key="x.id"
        :points="x.block"
        class="cursor-move fill-quiet"
        :class="{ 'fill-chalk': chosen.has(x.id) }"
        @pointerdown.stop="emit('grab', 'obstacle', x.id, $event)"
      />
      <g
        v-for="o in w.openings"
        :key="o.id"
        class="cursor-move"
        :data-opening="o.id"
        @pointerdown.stop="emit('grab', 'opening', o.id, $event)"
      >
        <polygon
          :points="o.block"
          class="fill-ground"
          :class="chosen.has(o.id) ? 'stroke-chalk' : 'stroke-quiet'"
          :stroke-width="(chosen.has(o.id) ? 2.6 : 1) / scale"
        />
        <path v-if="o.glass" :d="o.glass" fill="none" class="stroke-ink" :stroke-width="1.2 / scale" />
        <path v-if="o.arc" :d="o.arc" fill="none" class="stroke-quiet" :stroke-width="1.1 / scale" />
      </g>
    </g>
    <g v-for="c in shapes.cables" :key="c.id" fill="none" stroke-linejoin="round" pointer-events="none">
      <polyline
        :points="path(c.points)"
        :class="chosen.has(c.id) ? 'stroke-chalk' : 'stroke-[#15181a]'"
        :stroke-width="(chosen.has(c.id) ? 6 : 3.4) / scale"
      />
      <polyline :points="path(c.points)" :stroke="jacketColours[c.jacket]" :stroke-width="1.8 / scale" />
    </g>
    <g
      v-for="p in shapes.panels"
      :key="p.id"
      class="cursor-pointer"
      @pointerdown="emit('grab', 'panel', p.id, $event)"
    >
      <polygon :points="p.points" class="fill-ink" />
    </g>
    <g
      v-for="(u, i) in shapes.unnamed"
      :key="`u${i}`"
      class="cursor-pointer"
      role="button"
      tabindex="0"
      aria-label="Name this space"
      @click="emit('name', { x: u.x, y: -u.y })"
      @keydown.enter.prevent="emit('name', { x: u.x, y: -u.y })"
    >
      <circle
        :cx="u.x"
        :cy="u.y"
        :r="11 / scale"
        class="fill-chalk-soft stroke-chalk"
        :stroke-width="1.5 / scale"
      />
      <text
        :x="u.x"
        :y="u.y + 5 / scale"
        :font-size="15 / scale"
        text-anchor="middle"
        class="fill-chalk font-bold"
        >+</text
      >
    </g>
    <template v-for="c in shapes.controls" :key="c.id">
      <path
        v-if="showControls || c.boxes.some((b) => chosen.has(b))"
        :d="c.path"
        fill="none"
        pointer-events="none"
        class="stroke-ink"
        :stroke-width="(c.boxes.some((b) => chosen.has(b)) ? 2 : 0.9) / scale"
        :stroke-dasharray="`${1.5 / scale} ${4 / scale}`"
        stroke-linecap="round"
      />
    </template>
    <!-- Under all marks, so that the nearest mark wins: fingers need room around them. -->
    <g v-if="isCoarse" data-targets>
      <circle
        v-for="b in [...shapes.boxes, ...shapes.flat]"
        :key="b.id"
        :cx="b.x"
        :cy="b.y"
        :r="fingerReach / scale"
        fill="transparent"
        @pointerdown="grabNearest"
      />
    </g>
    <g>
      <g
        v-for="f in shapes.flat"
        :key="f.id"
        class="cursor-move"
        role="button"
        :aria-label="f.label"
        :data-flat="f.id"
        :tabindex="near?.has(f.id) ? 0 : -1"
        :aria-pressed="chosen.has(f.id)"
        :class="{ 'opacity-40': isFaint(f.id) }"
        @keydown.enter.prevent="emit('choose', f.id)"
        @keydown.space.prevent="emit('choose', f.id)"
        @pointerdown="emit('grab', 'box', f.id, $event)"
        @pointerenter="emit('over', f.id, $event)"
      >
        <circle :cx="f.x" :cy="f.y" :r="12 / scale" fill="transparent" />
        <BoxDot
          :x="f.x"
          :y="f.y"
          :radius="flatRadius(scale, f.size) / scale"
          :scale="scale"
          :sign="f.sign"
          :kept="f.kept"
          :existing="false"
          :done="isDone(f.id)"
          :patterns="id"
          :chosen="chosen.has(f.id) || lit?.has(f.id) === true"
          :looks="looks ?? null"
          :box="f.id"
        />
      </g>
      <g
        v-for="b in shapes.boxes"
        :key="b.id"
        class="cursor-move"
        :data-plan-box="b.id"
        role="button"
        :tabindex="near?.has(b.id) ? 0 : -1"
        :aria-label="`Box ${b.label}, ${b.holds.join(', ') || 'empty'}`"
        :aria-pressed="chosen.has(b.id)"
        :class="{ 'opacity-40': isFaint(b.id) }"
        @keydown.enter.prevent="emit('choose', b.id)"
        @keydown.space.prevent="emit('choose', b.id)"
        @pointerdown="emit('grab', 'box', b.id, $event)"
        @pointerenter="emit('over', b.id, $event)"
      >
        <BoxDot
          :x="b.x"
          :y="b.y"
          :radius="dotRadius(scale) / scale"
          :scale="scale"
          sign=""
          :kept="b.kept"
          :existing="b.existing"
          :done="isDone(b.id)"
          :patterns="id"
          :chosen="chosen.has(b.id) || lit?.has(b.id) === true"
          :looks="looks ?? null"
          :box="b.id"
        />
      </g>
    </g>
    <circle
      v-for="c in shapes.corners"
      :key="c.id"
      :cx="c.x"
      :cy="c.y"
      :r="(chosen.has(c.id) ? 7 : 5) / scale"
      class="cursor-move fill-transparent hover:fill-chalk/40"
      :class="{ 'stroke-chalk': chosen.has(c.id) }"
      :stroke-width="2 / scale"
      @pointerdown.stop="emit('grab', 'corner', c.id, $event)"
    />
    <g :transform="`scale(${1 / scale})`">
      <LabelLayer
        :labels="labels"
        :look-of="lookOf"
        :is-pressed="(label) => /^(room|box|panel) /.test(label)"
        @press="press"
      />
    </g>
    <g v-for="(d, i) in distances ?? []" :key="`d${i}`" pointer-events="none">
      <line :x1="d.x1" :y1="d.y1" :x2="d.x2" :y2="d.y2" class="stroke-chalk" :stroke-width="1.4 / scale" />
      <text
        :x="(d.x1 + d.x2) / 2 + 4 / scale"
        :y="(d.y1 + d.y2) / 2 - 4 / scale"
        :font-size="12 / scale"
        class="fill-chalk stroke-sheet font-bold"
        paint-order="stroke"
        :stroke-width="3 / scale"
      >
        {{ formatLength(d.inches) }}
      </text>
    </g>
  </g>
</template>
