<script setup lang="ts">
import { formatLength, type Plan, type Result, type Unrolled, type UnrolledWall } from '@fieldchalk/core';
import type { Shown } from '../../worker/answer.ts';
import { computed } from 'vue';
import {
  boxRects,
  framingRects,
  holesOn,
  obstacleRects,
  openingRects,
  panelsOn,
  type RibbonBox,
} from '@fieldchalk/core/drawing';
import type { BoxLook } from '../circuits/look.ts';
import RibbonBoxMark from './RibbonBoxMark.vue';
import RibbonCables from './RibbonCables.vue';
import RibbonFindings from './RibbonFindings.vue';
import RibbonPanelMark from './RibbonPanelMark.vue';
import RibbonProfile from './RibbonProfile.vue';

const props = defineProps<{
  plan: Plan;
  result: Shown;
  unrolled: Unrolled;
  /** Pixels an inch. */
  scale: number;
  selected: string | null;
  limit: number;
  done?: ReadonlyMap<string, boolean>;
  crew?: boolean;
  selectedRun?: string | null;
  selectedFinding?: number | null;
  looks?: ReadonlyMap<string, BoxLook> | null;
  /** The same for one box while its id changes; without it, its id. */
  keyOf?: (box: string) => string;
}>();
const emit = defineEmits<{
  box: [id: string, more: boolean];
  stud: [member: string];
  opening: [id: string];
  grabStud: [wall: UnrolledWall, stud: Result['members'][number], event: PointerEvent];
  obstacle: [id: string];
  grab: [box: RibbonBox, event: PointerEvent];
  key: [box: RibbonBox, event: KeyboardEvent];
  place: [x: number];
  run: [id: string];
  panel: [id: string];
  finding: [index: number];
}>();

const top = 22;
const profileHeight = computed(() => (props.crew ? 0 : 44));
const height = computed(() => props.unrolled.height);
const framing = computed(() => framingRects(props.result, props.unrolled));
const openings = computed(() => openingRects(props.plan, props.unrolled));
const obstacles = computed(() => obstacleRects(props.plan, props.unrolled));
const boxes = computed(() => boxRects(props.plan, props.result, props.unrolled));
const panels = computed(() => panelsOn(props.plan, props.unrolled));
const holes = computed(() => holesOn(props.result, props.unrolled));
const fold = computed(() => 13 / props.scale);
const box = computed(() => ({
  w: Math.max(props.unrolled.width, 60),
  h: height.value + top + 16 + profileHeight.value,
}));
const y = (z: number) => height.value - z;
/** Numbers that have room: the first of a crowd stands for it. */
const numbered = computed(() => {
  let last = -Infinity;
  return framing.value
    .filter((m) => m.number !== null)
    .sort((a, b) => a.x - b.x)
    .filter((m) => {
      if ((m.x - last) * props.scale < 17) return false;
      last = m.x;
      return true;
    });
});
const studFont = computed(() => Math.min(9, 10 / props.scale));
const words = (kind: string) => kind.replaceAll('-', ' ');
function place(event: MouseEvent) {
  const svg = event.currentTarget as SVGGraphicsElement;
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()?.inverse());
  emit('place', point.x);
}
const isDone = (kind: string, id: string) => props.done?.get(`${kind} ${id}`) ?? false;
</script>

<template>
  <svg
    :viewBox="`-4 ${-top} ${box.w + 8} ${box.h}`"
    :width="(box.w + 8) * scale"
    :height="box.h * scale"
    role="group"
    aria-label="The room unrolled: walls side by side, as seen from inside"
    class="block touch-pan-x select-none"
    @dblclick="place"
  >
    <g v-for="w in unrolled.walls" :key="w.letter">
      <rect :x="w.x" :y="y(w.ceiling)" :width="w.length" :height="w.ceiling" class="fill-sheet" />
      <line
        :x1="w.x"
        :x2="w.x"
        :y1="-top + 2"
        :y2="height + 12 + profileHeight"
        class="stroke-ink"
        :stroke-width="1.2 / scale"
        stroke-dasharray="1.2 1.6"
      />
      <text :x="w.x + fold / 3" :y="-6" :font-size="fold" class="fill-ink font-bold">
        {{ w.length * scale > 60 ? 'Wall ' : '' }}{{ w.letter }}
      </text>
      <text
        v-if="w.length * scale > 120"
        :x="w.x + w.length - fold / 3"
        :y="-6"
        :font-size="fold"
        text-anchor="end"
        class="fill-quiet"
      >
        {{ formatLength(w.length) }}
      </text>
    </g>
    <g class="fill-wood stroke-wood-edge" :stroke-width="0.7 / scale">
      <template v-for="m in framing" :key="m.key">
        <rect
          v-if="m.member && m.number !== null && !crew"
          :x="m.x"
          :y="y(m.low + m.height)"
          :width="m.width"
          :height="m.height"
          role="button"
          tabindex="-1"
          :aria-label="`Stud ${m.number}`"
          class="cursor-pointer hover:brightness-90"
          :class="{ 'stroke-ink': m.measured }"
          @click="emit('stud', m.member.id)"
          @pointerdown="emit('grabStud', m.on, m.member, $event)"
        />
        <rect
          v-else
          :x="m.x"
          :y="y(m.low + m.height)"
          :width="m.width"
          :height="m.height"
          :class="{ 'brightness-90': m.role === 'header' }"
        />
      </template>
    </g>
    <g v-for="o in openings" :key="o.id" @click="emit('opening', o.id)">
      <rect
        :x="o.x"
        :y="y(o.head)"
        :width="o.width"
        :height="o.head - o.sill"
        class="fill-ground stroke-quiet"
        :stroke-width="1 / scale"
        stroke-dasharray="2 1.5"
      />
      <text
        :x="o.x + o.width / 2"
        :y="y((o.head + o.sill) / 2)"
        :font-size="fold * 0.9"
        text-anchor="middle"
        class="fill-quiet"
      >
        {{ words(o.kind) }}
      </text>
    </g>
    <g
      v-for="x in obstacles"
      :key="x.id"
      class="cursor-pointer"
      role="button"
      tabindex="-1"
      :aria-label="`${x.kind} in the wall`"
      @click="emit('obstacle', x.id)"
    >
      <rect
        :x="x.x"
        :y="y(x.high)"
        :width="x.width"
        :height="x.high - x.low"
        class="stroke-ink"
        :class="x.isChase ? 'fill-ground/70' : 'fill-quiet/60'"
        :stroke-width="1 / scale"
        :stroke-dasharray="x.isChase ? `${4 / scale} ${3 / scale}` : undefined"
      />
      <text
        v-if="x.width * scale > 26"
        :x="x.x + x.width / 2"
        :y="y((x.low + x.high) / 2)"
        :font-size="fold * 0.8"
        text-anchor="middle"
        class="font-bold"
        :class="x.isChase ? 'fill-ink' : 'fill-sheet'"
      >
        {{ x.kind }}
      </text>
    </g>
    <RibbonCables
      :plan="plan"
      :result="result"
      :unrolled="unrolled"
      :scale="scale"
      :selected="selectedRun ?? null"
      @run="emit('run', $event)"
    />
    <RibbonPanelMark
      v-for="p in panels"
      :key="p.id"
      :panel="p"
      :height="height"
      :scale="scale"
      @click="emit('panel', p.id)"
    />
    <g v-for="h in holes" :key="h.key">
      <circle
        :cx="h.x"
        :cy="y(h.z)"
        :r="Math.max(h.diameter, 2.2 / scale)"
        class="stroke-white"
        :class="isDone('hole', h.hole) ? 'fill-good' : 'fill-[#15181a]'"
        :stroke-width="0.7 / scale"
      />
    </g>
    <g :font-size="studFont" text-anchor="middle" class="fill-quiet">
      <text v-for="m in numbered" :key="m.key" :x="m.x + m.width / 2" :y="height + studFont + 1.5">
        {{ m.number }}
      </text>
    </g>
    <RibbonBoxMark
      v-for="b in boxes"
      :key="keyOf?.(b.id) ?? b.id"
      :box="b"
      :top="y(b.bottom + b.height)"
      :fold="fold"
      :scale="scale"
      :selected="selected === b.id"
      :done="isDone('box', b.id)"
      :look="looks?.get(b.id)"
      :tabindex="crew ? -1 : 0"
      :aria-label="`Box ${b.label}, ${words(b.kind)}, wall ${b.wall.letter}`"
      @click.stop="emit('box', b.id, $event.shiftKey)"
      @pointerdown="emit('grab', b, $event)"
      @keydown="emit('key', b, $event)"
    />
    <RibbonProfile
      v-if="!crew && unrolled.profile.length > 0"
      :unrolled="unrolled"
      :limit="limit"
      :top="height + 15"
      :fold="fold"
      :scale="scale"
    />
    <RibbonFindings
      v-if="!crew"
      :findings="result.findings"
      :unrolled="unrolled"
      :scale="scale"
      :selected="selectedFinding ?? null"
      @finding="emit('finding', $event)"
    />
  </svg>
</template>
