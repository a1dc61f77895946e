<script setup lang="ts">
import { formatLength, lastOf, nth, type Unrolled } from '@fieldchalk/core';

/** The proof under the walls: distance along the floor line to the nearest receptacle, against the limit. */
const props = defineProps<{ unrolled: Unrolled; limit: number; top: number; fold: number; scale: number }>();
const limitDepth = 24;
const depth = (d: number) => props.top + (Math.min(d, props.limit * 1.6) / props.limit) * limitDepth;
</script>

<template>
  <g aria-label="Reach profile" role="img">
    <rect
      v-for="w in unrolled.walls"
      :key="w.letter"
      :x="w.x"
      :y="top"
      :width="w.length"
      :height="limitDepth"
      class="fill-rule opacity-40"
    />
    <line
      x1="0"
      :x2="unrolled.width"
      :y1="top + limitDepth"
      :y2="top + limitDepth"
      class="stroke-trouble"
      :stroke-width="1.2 / scale"
      stroke-dasharray="3 2"
    />
    <text
      v-for="(p, i) in unrolled.profile.filter((q) => q.served && q.points.length > 0)"
      :key="`c${i}`"
      :x="(nth(p.points, 0).x + lastOf(p.points).x) / 2"
      :y="top + limitDepth * 0.7"
      :font-size="fold * 0.85"
      text-anchor="middle"
      class="fill-quiet"
      >counter</text
    >
    <polyline
      v-for="(p, i) in unrolled.profile.filter((q) => !q.served)"
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
</template>
