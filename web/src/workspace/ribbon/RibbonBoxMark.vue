<script setup lang="ts">
import type { BoxLook } from '../circuits/look.ts';
import type { RibbonBox } from '@fieldchalk/core/drawing';

/** One box on the ribbon: dashed while it is only proposed, solid once kept, filled when the crew has nailed it. */
defineProps<{
  box: RibbonBox;
  /** Its top edge on the drawing, and the size of its number. */
  top: number;
  fold: number;
  scale: number;
  selected: boolean;
  done: boolean;
  look?: BoxLook | undefined;
}>();
</script>

<template>
  <g
    class="cursor-grab touch-none focus:outline-none"
    role="button"
    :aria-pressed="selected"
    :data-box="box.id"
  >
    <rect
      :x="box.x - 7 / scale"
      :y="top - 9 / scale"
      :width="box.width + 14 / scale"
      :height="box.height + 18 / scale"
      fill="transparent"
    />
    <rect
      v-if="selected"
      :x="box.x - 5 / scale"
      :y="top - 5 / scale"
      :width="box.width + 10 / scale"
      :height="box.height + 10 / scale"
      class="fill-chalk-soft stroke-chalk"
      :stroke-width="2.4 / scale"
    />
    <rect
      :x="box.x"
      :y="top"
      :width="box.width"
      :height="box.height"
      :stroke-width="1.8 / scale"
      :class="done ? 'fill-good stroke-ink' : box.kept ? 'fill-ink stroke-ink' : 'fill-sheet stroke-chalk'"
      :stroke-dasharray="box.kept || done || box.width * scale < 9 ? undefined : `${3 / scale} ${2 / scale}`"
      :style="look ? { fill: look.dead ? 'none' : look.fill, stroke: 'var(--ink)' } : undefined"
    />
    <text
      v-if="look"
      :x="box.x + box.width / 2"
      :y="top - fold * 0.35"
      :font-size="fold * 0.85"
      text-anchor="middle"
      class="fill-ink"
    >
      {{ look.dead ? '✕' : '' }}{{ look.number }}{{ look.more ? `+${look.more}` : '' }}
    </text>
    <text
      :x="box.x + box.width / 2"
      :y="top + box.height + fold * 1.15"
      :font-size="fold"
      text-anchor="middle"
      class="font-bold"
      :class="selected ? 'fill-chalk' : 'fill-ink'"
    >
      {{ box.label }}
    </text>
  </g>
</template>
