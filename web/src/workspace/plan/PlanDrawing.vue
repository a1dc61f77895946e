<script setup lang="ts">
import { formatLength } from '@fieldchalk/core';
import type { BoxLook } from '../circuits/look.ts';
import BoxDot from './BoxDot.vue';
import type { PlanShapes } from '@fieldchalk/core/drawing';

/** A level seen from above. Draws only; what is done with it is the pane's. */
defineProps<{
  shapes: PlanShapes;
  /** Screen pixels an inch, so that words and dots keep their size while zooming. */
  scale: number;
  room: string | null;
  chosen: ReadonlySet<string>;
  /** The room whose switching is shown; a chosen box shows its own wherever it is. */
  distances?: readonly { x1: number; y1: number; x2: number; y2: number; inches: number }[];
  showControls?: boolean;
  /** What boxes show of their circuits, where that is what is looked at. */
  looks?: ReadonlyMap<string, BoxLook> | null;
}>();
const emit = defineEmits<{
  grab: [
    kind: 'wall' | 'opening' | 'box' | 'corner' | 'fixture' | 'obstacle' | 'panel',
    id: string,
    event: PointerEvent,
  ];
  /** The pointer comes over a box, perhaps pressed. */
  over: [box: string, event: PointerEvent];
  room: [id: string];
  name: [at: { x: number; y: number }];
}>();
</script>

<template>
  <g>
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
      <text
        v-if="f.across * scale > f.name.length * 5.2"
        :x="f.x"
        :y="f.y + 3 / scale"
        :font-size="10 / scale"
        text-anchor="middle"
        class="fill-quiet"
      >
        {{ f.name }}
      </text>
    </g>
    <g v-for="w in shapes.walls" :key="w.id" :data-wall="w.id">
      <polygon
        :points="w.block"
        class="cursor-move"
        :class="[
          w.closed ? 'fill-[url(#closed-wall)]' : 'fill-sheet',
          chosen.has(w.id) ? 'stroke-chalk' : 'stroke-ink',
        ]"
        :stroke-width="(chosen.has(w.id) ? 3 : 1.2) / scale"
        @pointerdown="emit('grab', 'wall', w.id, $event)"
      />
      <path
        v-if="scale > 0.9"
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
    <polyline
      v-for="c in showControls ? shapes.cables.filter((k) => chosen.has(k.id)) : shapes.cables"
      :key="c.id"
      :points="c.points"
      fill="none"
      pointer-events="none"
      class="stroke-chalk"
      :stroke-width="(chosen.has(c.id) ? 3 : 1.4) / scale"
      :stroke-dasharray="`${5 / scale} ${3 / scale}`"
    />
    <g
      v-for="p in shapes.panels"
      :key="p.id"
      class="cursor-pointer"
      @pointerdown="emit('grab', 'panel', p.id, $event)"
    >
      <polygon :points="p.points" class="fill-ink" />
      <text :x="p.x" :y="p.y" :font-size="10 / scale" text-anchor="middle" class="fill-ink font-bold">{{
        p.name
      }}</text>
    </g>
    <g
      v-for="r in shapes.rooms"
      :key="r.id"
      text-anchor="middle"
      class="cursor-pointer"
      @click="emit('room', r.id)"
    >
      <text
        :x="r.x"
        :y="r.y"
        :font-size="(r.across * scale > 80 ? 15 : 10.5) / scale"
        class="fill-ink font-bold"
        :class="{ 'fill-chalk': r.id === room && shapes.rooms.length > 1 }"
      >
        {{ r.name }}
      </text>
      <text
        v-if="r.across * scale > 95"
        :x="r.x"
        :y="r.y + 14 / scale"
        :font-size="10.5 / scale"
        class="fill-quiet"
      >
        {{ r.says }}
      </text>
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
    <g
      v-for="f in shapes.flat"
      :key="f.id"
      class="cursor-move"
      role="button"
      :aria-label="f.label"
      :data-flat="f.id"
      @pointerdown="emit('grab', 'box', f.id, $event)"
      @pointerenter="emit('over', f.id, $event)"
    >
      <circle :cx="f.x" :cy="f.y" :r="12 / scale" fill="transparent" />
      <BoxDot
        :x="f.x"
        :y="f.y"
        :inches="f.size"
        :pixels="6.5"
        :scale="scale"
        :sign="f.sign"
        :kept="f.kept"
        :chosen="chosen.has(f.id)"
        :looks="looks ?? null"
        :box="f.id"
      />
    </g>
    <g
      v-for="b in shapes.boxes"
      :key="b.id"
      class="cursor-move"
      :data-plan-box="b.id"
      @pointerdown="emit('grab', 'box', b.id, $event)"
      @pointerenter="emit('over', b.id, $event)"
    >
      <BoxDot
        :x="b.x"
        :y="b.y"
        :inches="3"
        :pixels="8"
        :scale="scale"
        :sign="b.label"
        :kept="b.kept"
        :chosen="chosen.has(b.id)"
        :looks="looks ?? null"
        :box="b.id"
      />
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
