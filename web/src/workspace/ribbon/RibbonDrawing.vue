<script setup lang="ts">
import type { Plan } from '@fieldchalk/core';
import {
  furnitureOf,
  holeRadius,
  ribbonLabels,
  ribbonShapes,
  type RibbonBox,
  type RibbonRect,
  rowFurniture,
  rowPlaces,
  type Unrolled,
  type UnrolledWall,
} from '@fieldchalk/core/drawing';
import { useMediaQuery } from '@vueuse/core';
import { computed, useId } from 'vue';
import type { Shown } from '../../worker/answer.ts';
import type { BoxLook } from '../circuits/look.ts';
import DrawingPatterns from '../drawn/DrawingPatterns.vue';
import { pointIn } from '../drawn/pointIn.ts';
import LabelLayer, { type LabelLook } from '../drawn/LabelLayer.vue';
import RibbonBoxMark from './RibbonBoxMark.vue';
import RibbonCables from './RibbonCables.vue';
import RibbonFindings from './RibbonFindings.vue';
import RibbonPanelMark from './RibbonPanelMark.vue';
import RibbonProfile from './RibbonProfile.vue';
import RibbonWalls from './RibbonWalls.vue';

/** One row of a room unrolled: walls side by side, true to scale. Draws only; what is done with it is the pane's. */
const props = defineProps<{
  plan: Plan;
  result: Shown;
  unrolled: Unrolled;
  /** Whether the walls are seen from outside. */
  outside?: boolean;
  /** Pixels an inch. */
  scale: number;
  selected: string | null;
  limit: number;
  /** Shown under the numbers of boxes where there is room. */
  says: (box: RibbonBox) => readonly string[];
  boxes?: 'full' | 'faint';
  /** Which cable is drawn. */
  isCableShown?: (run: string) => boolean;
  profile?: boolean;
  ghosts?: boolean;
  findings?: boolean;
  done?: ReadonlyMap<string, boolean>;
  /** For the crew: nothing is moved by a key. */
  crew?: boolean;
  selectedRun?: string | null;
  selectedFinding?: number | null;
  looks?: ReadonlyMap<string, BoxLook> | null;
  /** The same for one box while its id changes; without it, its id. */
  keyOf?: (box: string) => string;
}>();
const isCoarse = useMediaQuery('(pointer: coarse)');
const emit = defineEmits<{
  box: [id: string, more: boolean];
  stud: [member: string];
  opening: [id: string];
  wall: [id: string];
  grabStud: [wall: UnrolledWall, stud: NonNullable<RibbonRect['member']>, event: PointerEvent];
  obstacle: [id: string];
  fixture: [id: string];
  grab: [box: RibbonBox, event: PointerEvent];
  key: [box: RibbonBox, event: KeyboardEvent];
  place: [x: number];
  run: [id: string];
  panel: [id: string];
  finding: [index: number];
}>();

const id = useId();
const isFaint = computed(() => props.boxes === 'faint');
const all = computed(() => ribbonShapes(props.plan, props.result, props.unrolled));
const shapes = computed(() => {
  const isShown = props.isCableShown;
  if (!isShown) return all.value;
  return {
    ...all.value,
    cables: all.value.cables.filter((c) => isShown(c.run)),
    cableNames: all.value.cableNames.filter((c) => isShown(c.run)),
    holes: all.value.holes.filter((h) => isShown(h.run)),
  };
});
const furniture = computed(() => furnitureOf(props.profile ?? false));
const places = computed(() => rowPlaces(props.unrolled.height, props.scale));
const size = computed(() => ({
  left: -rowFurniture.sides * props.scale,
  top: -rowFurniture.past * props.scale - furniture.value.over,
  width: (Math.max(props.unrolled.width, 60) + 2 * rowFurniture.sides) * props.scale,
  height:
    (props.unrolled.height + 2 * rowFurniture.past) * props.scale +
    furniture.value.over +
    furniture.value.under,
}));
const troubles = computed(() => (props.findings ? findingsOn(props.result.findings, props.unrolled) : []));
const labels = computed(
  () =>
    ribbonLabels(props.unrolled, shapes.value, {
      scale: props.scale,
      chosen: props.selected,
      says: props.says,
      boxes: !isFaint.value,
      cables: true,
      ghosts: props.ghosts ?? false,
      limit: props.profile ? props.limit : null,
      troubles: troubles.value.map((t) => t.x),
    }).labels,
);
const broken = computed(
  () => new Set(props.unrolled.worst.flatMap((w, i) => (w.broken ? [`worst ${i}`] : []))),
);
const quietKinds = new Set(['length', 'stud', 'opening', 'counter', 'ghost', 'fixture']);
function lookOf(label: string): LabelLook {
  const [kind = '', thing = ''] = label.split(/ (.*)/);
  if (kind === 'worst') return { tone: broken.value.has(label) ? 'trouble' : 'chalk' };
  if (kind === 'box') {
    const look = props.looks?.get(thing);
    return { tone: thing === props.selected ? 'chalk' : 'ink', badge: look && !look.dead ? look : undefined };
  }
  if (kind === 'run') return { isLight: true, tone: thing === props.selectedRun ? 'chalk' : 'ink' };
  return quietKinds.has(kind) ? { tone: 'quiet', isLight: true } : {};
}
const boxOf = computed(() => new Map(shapes.value.boxes.map((b) => [`box ${b.id}`, b])));
function press(label: string, event: PointerEvent) {
  const box = boxOf.value.get(label);
  if (!box) return;
  emit('grab', box, event);
  emit('box', box.id, event.shiftKey);
}
const isDone = (kind: string, thing: string) => props.done?.get(`${kind} ${thing}`) ?? false;
const words = (kind: string) => kind.replaceAll('-', ' ');
function place(event: MouseEvent) {
  const inches = (event.currentTarget as SVGElement).querySelector<SVGGraphicsElement>('[data-inches]');
  emit('place', pointIn(inches, event).x);
}
</script>

<script lang="ts">
import { type Finding, isOpen } from '@fieldchalk/core';
import { isOn, onRibbon } from '@fieldchalk/core/drawing';

/** Findings that have a place on these walls, with their number in the list; notes and what was let stand are not marked. */
function findingsOn(findings: readonly Finding[], unrolled: Unrolled) {
  return findings.flatMap((f, index) => {
    const at = f.place;
    const wall = at && unrolled.walls.find((w) => w.wall === at.wall && w.side === at.side && isOn(w, at.at));
    return wall && isOpen(f) ? [{ index, says: f.says, level: f.level, x: onRibbon(wall, at.at) }] : [];
  });
}
</script>

<template>
  <svg
    :viewBox="`${size.left} ${size.top} ${size.width} ${size.height}`"
    :width="size.width"
    :height="size.height"
    role="group"
    :aria-label="`Walls ${unrolled.walls.map((w) => w.letter).join(', ')}, as seen from ${outside ? 'outside' : 'inside'}`"
    class="block touch-pan-x select-none"
    @dblclick="place"
  >
    <DrawingPatterns :id="id" :scale="scale" />
    <g :transform="`scale(${scale})`" :style="{ '--scale': scale }" data-inches>
      <RibbonWalls
        :plan="plan"
        :unrolled="unrolled"
        :shapes="shapes"
        :scale="scale"
        :patterns="id"
        :under="(places.profile + (profile ? rowFurniture.profile : 0)) / scale"
        :pressed="!crew"
        @wall="emit('wall', $event)"
        @stud="emit('stud', $event)"
        @grab-stud="(wall, stud, event) => emit('grabStud', wall, stud, event)"
        @opening="emit('opening', $event)"
        @obstacle="emit('obstacle', $event)"
        @fixture="emit('fixture', $event)"
      />
      <g v-if="ghosts">
        <rect
          v-for="g in shapes.ghosts"
          :key="g.id"
          data-ghost
          v-bind="
            g.room === '' && !crew
              ? {
                  tabindex: 0,
                  role: 'button',
                  'aria-label': `Outside: box ${g.label}, seen through the wall`,
                }
              : {}
          "
          :class="g.room === '' && !crew ? 'cursor-pointer' : 'pointer-events-none'"
          pointer-events="all"
          :x="g.x"
          :y="unrolled.height - g.bottom - g.height"
          :width="g.width"
          :height="g.height"
          :fill="g.id === selected ? 'var(--chalk-soft)' : 'transparent'"
          :stroke="g.id === selected ? 'var(--chalk)' : 'var(--quiet)'"
          :stroke-width="(g.id === selected ? 2 : 1) / scale"
          :stroke-dasharray="`${2 / scale} ${2 / scale}`"
          @click="g.room === '' && emit('box', g.id, $event.shiftKey)"
          @keydown.enter.prevent="g.room === '' && emit('box', g.id, false)"
        />
      </g>
      <RibbonCables
        :cables="shapes.cables"
        :scale="scale"
        :selected="selectedRun ?? null"
        @run="emit('run', $event)"
      />
      <RibbonPanelMark
        v-for="p in shapes.panels"
        :key="p.id"
        :panel="p"
        :height="unrolled.height"
        :scale="scale"
        @click="emit('panel', p.id)"
      />
      <circle
        v-for="h in shapes.holes"
        :key="h.key"
        :cx="h.x"
        :cy="unrolled.height - h.z"
        :r="holeRadius(h.diameter, scale) / scale"
        class="stroke-white"
        :class="isDone('hole', h.hole) ? 'fill-good' : 'fill-[#15181a]'"
        :stroke-width="0.7 / scale"
      />
      <g :class="{ 'opacity-35': isFaint }">
        <RibbonBoxMark
          v-for="b in shapes.boxes"
          :key="keyOf?.(b.id) ?? b.id"
          :box="b"
          :top="unrolled.height - b.bottom - b.height"
          :scale="scale"
          :patterns="id"
          :selected="selected === b.id"
          :done="isDone('box', b.id)"
          :look="looks?.get(b.id)"
          :coarse="isCoarse"
          :fixed="crew === true"
          :tabindex="crew ? -1 : 0"
          :aria-label="`Box ${b.label}, ${words(b.kind)}, wall ${b.wall.letter}`"
          @click.stop="emit('box', b.id, $event.shiftKey)"
          @pointerdown="emit('grab', b, $event)"
          @keydown="emit('key', b, $event)"
        />
      </g>
    </g>
    <RibbonProfile v-if="profile" :unrolled="unrolled" :limit="limit" :top="places.profile" :scale="scale" />
    <RibbonFindings
      v-if="findings"
      :troubles="troubles"
      :scale="scale"
      :selected="selectedFinding ?? null"
      @finding="emit('finding', $event)"
    />
    <LabelLayer
      :labels="labels"
      :look-of="lookOf"
      :is-pressed="(label) => label.startsWith('box ') && !crew"
      @press="press"
    />
  </svg>
</template>
