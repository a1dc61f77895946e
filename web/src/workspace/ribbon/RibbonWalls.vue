<script setup lang="ts">
import { entryOf, type Plan } from '@fieldchalk/core';
import type { RibbonRect, RibbonShapes, Unrolled, UnrolledWall } from '@fieldchalk/core/drawing';
import { computed } from 'vue';
import { fingerReach, pointIn } from '../drawn/pointIn.ts';

/** The walls of a row and what is in them: faces, folds, framing, openings, things in the way. Inches. */
const props = defineProps<{
  plan: Plan;
  unrolled: Unrolled;
  shapes: RibbonShapes;
  scale: number;
  /** Before the names of the drawing's patterns. */
  patterns: string;
  /** How far down the folds go. */
  under: number;
  pressed: boolean;
}>();
const emit = defineEmits<{
  wall: [id: string];
  stud: [member: string];
  grabStud: [wall: UnrolledWall, stud: NonNullable<RibbonRect['member']>, event: PointerEvent];
  opening: [id: string];
  obstacle: [id: string];
  fixture: [id: string];
}>();
const y = (z: number) => props.unrolled.height - z;
const walls = computed(() =>
  props.unrolled.walls.map((w) => ({ ...w, isClosed: entryOf(props.plan.walls, w.wall).cover === 'closed' })),
);
/** A finger beside a stud means it. */
function nearStud(event: MouseEvent) {
  if (!props.pressed || (event as PointerEvent).pointerType !== 'touch') return;
  const { x } = pointIn(event.currentTarget as SVGGraphicsElement, event);
  const away = (m: RibbonRect) => Math.abs(m.x + m.width / 2 - x);
  const studs = props.shapes.framing.filter((m) => m.member && m.number !== null);
  const [stud] = studs.sort((a, b) => away(a) - away(b));
  if (stud?.member && away(stud) * props.scale <= fingerReach) emit('stud', stud.member.id);
}
const folds = computed(() => [...props.unrolled.walls.map((w) => w.x), props.unrolled.width]);
</script>

<template>
  <g>
    <rect
      v-for="w in walls"
      :key="w.letter"
      :x="w.x"
      :y="y(w.ceiling)"
      :width="w.length"
      :height="w.ceiling"
      class="fill-sheet"
      @click="nearStud"
    />
    <g class="fill-wood stroke-wood-edge" :stroke-width="0.7 / scale">
      <template v-for="m in shapes.framing" :key="m.key">
        <rect
          v-if="m.member && m.number !== null && pressed"
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
    <!-- A closed wall: its board over the studs, which are only known to be there. -->
    <rect
      v-for="w in walls.filter((v) => v.isClosed)"
      :key="`closed ${w.letter}`"
      :x="w.x"
      :y="y(w.ceiling)"
      :width="w.length"
      :height="w.ceiling"
      :fill="`url(#${patterns}-closed)`"
      class="pointer-events-none opacity-75"
      data-closed
    />
    <line
      v-for="(x, i) in folds"
      :key="`fold ${i}`"
      :x1="x"
      :x2="x"
      :y1="-9 - 22 / scale"
      :y2="under"
      class="stroke-ink"
      :stroke-width="1.2 / scale"
      :stroke-dasharray="`${2 / scale} ${3 / scale}`"
    />
    <rect
      v-for="w in pressed ? walls : []"
      :key="`name ${w.letter}`"
      :x="w.x"
      :y="-9 - 24 / scale"
      :width="w.length"
      :height="9 + 24 / scale"
      fill="transparent"
      class="cursor-pointer"
      role="button"
      tabindex="0"
      :aria-label="`Wall ${w.letter}`"
      @click="emit('wall', w.wall)"
      @keydown.enter.prevent="emit('wall', w.wall)"
    />
    <g v-for="o in shapes.openings" :key="o.id" class="cursor-pointer" @click="emit('opening', o.id)">
      <rect
        :x="o.x"
        :y="y(o.head)"
        :width="o.width"
        :height="o.head - o.sill"
        class="fill-ground stroke-quiet"
        :stroke-width="1 / scale"
        :stroke-dasharray="`${4 / scale} ${3 / scale}`"
      />
    </g>
    <!-- What stands before the walls: only its outline, as what is behind it matters. -->
    <rect
      v-for="f in shapes.fixtures"
      :key="f.id"
      :x="f.x"
      :y="y(f.height)"
      :width="f.width"
      :height="f.height"
      class="cursor-pointer fill-ground/40 stroke-quiet"
      :stroke-width="1.2 / scale"
      :stroke-dasharray="`${6 / scale} ${3 / scale}`"
      role="button"
      tabindex="-1"
      :aria-label="`${f.name} before the wall`"
      @click="emit('fixture', f.id)"
    />
    <rect
      v-for="x in shapes.obstacles"
      :key="x.id"
      :x="x.x"
      :y="y(x.high)"
      :width="x.width"
      :height="x.high - x.low"
      class="cursor-pointer stroke-ink"
      :class="x.isChase ? 'fill-ground/70' : 'fill-quiet/40'"
      :stroke-width="1 / scale"
      :stroke-dasharray="x.isChase ? `${4 / scale} ${3 / scale}` : undefined"
      role="button"
      tabindex="-1"
      :aria-label="`${x.kind} in the wall`"
      @click="emit('obstacle', x.id)"
    />
  </g>
</template>
