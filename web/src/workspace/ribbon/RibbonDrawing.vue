<script setup lang="ts">
import { formatLength, panelSize, type Plan, type Result, type Unrolled } from '@fieldchalk/core';
import { computed } from 'vue';
import {
  boxRects,
  cableLabels,
  cableLines,
  framingRects,
  holesOn,
  isOn,
  obstacleRects,
  openingRects,
  panelsOn,
  ribbonX,
  type RibbonBox,
} from './ribbon.ts';

const props = defineProps<{
  plan: Plan;
  result: Result;
  unrolled: Unrolled;
  /** Pixels an inch. */
  scale: number;
  selected: string | null;
  limit: number;
  done?: ReadonlyMap<string, boolean>;
  crew?: boolean;
  selectedRun?: string | null;
  selectedFinding?: number | null;
}>();
const emit = defineEmits<{
  box: [id: string, more: boolean];
  stud: [wall: string, at: number, number: number];
  opening: [id: string];
  grabStud: [key: string, wall: string, at: number, event: PointerEvent];
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
const cables = computed(() => cableLines(props.plan, props.result, props.unrolled));
const labels = computed(() =>
  cableLabels(props.plan, cables.value, (text) => (text.length * 5.6) / props.scale),
);
const panels = computed(() => panelsOn(props.plan, props.unrolled));
/** Findings that have a place on this room's walls, with their number in the list. */
const troubles = computed(() =>
  props.result.findings.flatMap((f, index) => {
    const at = f.place;
    const wall =
      at && props.unrolled.walls.find((w) => w.wall === at.wall && w.side === at.side && isOn(w, at.at));
    return wall && f.level !== 'note' && f.accepted === null
      ? [{ index, says: f.says, level: f.level, x: ribbonX(wall, at.at) }]
      : [];
  }),
);
const holes = computed(() => holesOn(props.result, props.unrolled));
const fold = computed(() => 13 / props.scale);
const box = computed(() => ({
  w: Math.max(props.unrolled.width, 60),
  h: height.value + top + 16 + profileHeight.value,
}));
const y = (z: number) => height.value - z;
const profileTop = computed(() => height.value + 15);
const depth = (d: number) => profileTop.value + (Math.min(d, props.limit * 1.6) / props.limit) * 24;
const jackets: Record<string, string> = {
  white: '#fdfdfb',
  yellow: '#f2cf3b',
  orange: '#e8862e',
  black: '#30363a',
};
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
function studLabel(at: { wall: string; number: number | null }) {
  return `Stud ${at.number}`;
}
function place(event: MouseEvent) {
  const svg = event.currentTarget as SVGGraphicsElement;
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse());
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
          v-if="m.number !== null && !crew"
          :x="m.x"
          :y="y(m.low + m.height)"
          :width="m.width"
          :height="m.height"
          role="button"
          tabindex="-1"
          :aria-label="studLabel(m)"
          class="cursor-pointer hover:brightness-90"
          :class="{ 'stroke-ink': m.measured }"
          @click="emit('stud', m.wall, m.at, m.number!)"
          @pointerdown="emit('grabStud', m.key, m.wall, m.at, $event)"
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
        class="fill-quiet/60 stroke-ink"
        :stroke-width="1 / scale"
      />
      <text
        v-if="x.width * scale > 26"
        :x="x.x + x.width / 2"
        :y="y((x.low + x.high) / 2)"
        :font-size="fold * 0.8"
        text-anchor="middle"
        class="fill-sheet font-bold"
      >
        {{ x.kind }}
      </text>
    </g>
    <g fill="none" stroke-linejoin="round">
      <template v-for="c in cables" :key="c.id">
        <polyline
          :points="c.points"
          stroke="transparent"
          :stroke-width="14 / scale"
          class="cursor-pointer"
          pointer-events="stroke"
          @click="emit('run', c.run)"
        />
        <polyline
          :points="c.points"
          :class="selectedRun === c.run ? 'stroke-chalk' : 'stroke-[#15181a]'"
          pointer-events="none"
          :stroke-width="Math.max(1.3, (selectedRun === c.run ? 8 : 4.2) / scale)"
        />
        <polyline
          :points="c.points"
          :stroke="jackets[c.jacket]"
          pointer-events="none"
          :stroke-width="Math.max(0.7, 2.2 / scale)"
        />
      </template>
    </g>
    <g
      :font-size="11 / scale"
      text-anchor="middle"
      class="fill-ink"
      paint-order="stroke"
      pointer-events="none"
    >
      <text
        v-for="l in labels"
        :key="l.id"
        :x="l.x"
        :y="l.y - 5 / scale"
        class="stroke-sheet"
        :stroke-width="3 / scale"
      >
        {{ l.text }}
      </text>
    </g>
    <g
      v-for="p in panels"
      :key="p.id"
      class="cursor-pointer"
      role="button"
      tabindex="-1"
      :aria-label="`Panel ${p.name}`"
      @click="emit('panel', p.id)"
    >
      <template v-if="p.away === 0">
        <rect
          :x="p.x - panelSize.width / 2"
          :y="y(panelSize.bottom + panelSize.height)"
          :width="panelSize.width"
          :height="panelSize.height"
          class="fill-sheet stroke-ink"
          :stroke-width="2 / scale"
        />
        <path
          :d="`M${p.x} ${y(panelSize.bottom + panelSize.height - 3)}V${y(panelSize.bottom + 3)}`"
          class="stroke-ink"
          :stroke-width="1.4 / scale"
          :stroke-dasharray="`${5 / scale} ${3 / scale}`"
        />
      </template>
      <path
        v-else
        :d="
          p.leaves === 'below'
            ? `M${p.x - 5 / scale} ${height + 2}h${10 / scale}l${-5 / scale} ${7 / scale}z`
            : `M${p.x - 5 / scale} ${-2}h${10 / scale}l${-5 / scale} ${-7 / scale}z`
        "
        class="fill-ink"
      />
      <text
        :x="p.x + (p.away === 0 ? 0 : 8 / scale)"
        :y="
          p.away === 0
            ? y(panelSize.bottom + panelSize.height) - 4 / scale
            : p.leaves === 'below'
              ? height - 3 / scale
              : 9 / scale
        "
        :font-size="11 / scale"
        :text-anchor="p.away === 0 ? 'middle' : 'start'"
        class="fill-ink stroke-sheet font-bold"
        paint-order="stroke"
        :stroke-width="3 / scale"
      >
        {{ p.name }}{{ p.away > 0 ? `, ${formatLength(p.away)} on` : '' }}
      </text>
    </g>
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
    <g
      v-for="b in boxes"
      :key="b.id"
      role="button"
      :tabindex="crew ? -1 : 0"
      class="cursor-grab touch-none focus:outline-none"
      :data-box="b.id"
      :aria-label="`Box ${b.label}, ${words(b.kind)}, wall ${b.wall.letter}`"
      :aria-pressed="selected === b.id"
      @click.stop="emit('box', b.id, $event.shiftKey)"
      @pointerdown="emit('grab', b, $event)"
      @keydown="emit('key', b, $event)"
    >
      <rect
        :x="b.x - 7 / scale"
        :y="y(b.bottom + b.height) - 9 / scale"
        :width="b.width + 14 / scale"
        :height="b.height + 18 / scale"
        fill="transparent"
      />
      <rect
        v-if="selected === b.id"
        :x="b.x - 5 / scale"
        :y="y(b.bottom + b.height) - 5 / scale"
        :width="b.width + 10 / scale"
        :height="b.height + 10 / scale"
        class="fill-chalk-soft stroke-chalk"
        :stroke-width="2.4 / scale"
      />
      <rect
        :x="b.x"
        :y="y(b.bottom + b.height)"
        :width="b.width"
        :height="b.height"
        :stroke-width="1.8 / scale"
        :class="
          isDone('box', b.id)
            ? 'fill-good stroke-ink'
            : b.kept
              ? 'fill-ink stroke-ink'
              : 'fill-sheet stroke-chalk'
        "
        :stroke-dasharray="
          b.kept || isDone('box', b.id) || b.width * scale < 9 ? undefined : `${3 / scale} ${2 / scale}`
        "
      />
      <text
        :x="b.x + b.width / 2"
        :y="y(b.bottom) + fold * 1.15"
        :font-size="fold"
        text-anchor="middle"
        class="font-bold"
        :class="selected === b.id ? 'fill-chalk' : 'fill-ink'"
      >
        {{ b.label }}
      </text>
    </g>
    <g v-if="!crew && unrolled.profile.length > 0" aria-label="Reach profile" role="img">
      <rect
        v-for="w in unrolled.walls"
        :key="w.letter"
        :x="w.x"
        :y="profileTop"
        :width="w.length"
        height="24"
        class="fill-rule opacity-40"
      />
      <line
        x1="0"
        :x2="unrolled.width"
        :y1="profileTop + 24"
        :y2="profileTop + 24"
        class="stroke-trouble"
        :stroke-width="1.2 / scale"
        stroke-dasharray="3 2"
      />
      <polyline
        v-for="(p, i) in unrolled.profile"
        :key="i"
        fill="none"
        :points="p.points.map((q) => `${q.x},${depth(q.distance)}`).join(' ')"
        class="stroke-chalk"
        :stroke-width="2.4 / scale"
        :class="{ 'opacity-40': !p.required }"
      />
      <g v-for="(p, i) in unrolled.worst" :key="`w${i}`">
        <circle
          :cx="p.x"
          :cy="depth(p.distance)"
          :r="4.5 / scale"
          :class="p.broken ? 'fill-trouble' : 'fill-chalk'"
        />
        <text
          :x="Math.min(p.x + 7 / scale, unrolled.width - 40 / scale)"
          :y="depth(p.distance) + fold * 0.9"
          :font-size="fold"
          class="font-bold"
          :class="p.broken ? 'fill-trouble' : 'fill-chalk'"
        >
          {{ p.broken ? '✕ ' : '' }}{{ formatLength(p.distance) }}
        </text>
      </g>
    </g>
    <g
      v-for="t in crew ? [] : troubles"
      :key="`t${t.index}`"
      role="button"
      tabindex="0"
      class="cursor-pointer focus:outline-none"
      :aria-label="`Finding: ${t.says}`"
      @click="emit('finding', t.index)"
      @keydown.enter.prevent="emit('finding', t.index)"
    >
      <path
        :d="`M${t.x} ${2 / scale}l${-9 / scale} ${-15 / scale}h${18 / scale}z`"
        class="fill-trouble stroke-sheet"
        :stroke-width="(selectedFinding === t.index ? 3 : 1) / scale"
        :class="{ 'stroke-ink!': selectedFinding === t.index }"
      />
      <text
        :x="t.x"
        :y="-4.5 / scale"
        :font-size="11 / scale"
        text-anchor="middle"
        class="fill-sheet font-bold"
      >
        !
      </text>
    </g>
  </svg>
</template>
