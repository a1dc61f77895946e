<script setup lang="ts">
import { profileDepth, profileY, type Unrolled } from '@fieldchalk/core/drawing';

/** The proof under the walls: distance along the floor line to the nearest receptacle, against the limit. Pixels. */
const props = defineProps<{ unrolled: Unrolled; limit: number; top: number; scale: number }>();
const depth = (d: number) => props.top + profileY(d, props.limit);
</script>

<template>
  <g aria-label="Reach profile" role="img">
    <rect
      v-for="w in unrolled.walls"
      :key="w.letter"
      :x="w.x * scale"
      :y="top"
      :width="w.length * scale"
      :height="profileDepth"
      class="fill-rule opacity-40"
    />
    <line
      x1="0"
      :x2="unrolled.width * scale"
      :y1="top + profileDepth"
      :y2="top + profileDepth"
      class="stroke-trouble"
      stroke-width="1.4"
      stroke-dasharray="6 4"
    />
    <polyline
      v-for="(p, i) in unrolled.profile.filter((q) => !q.served)"
      :key="i"
      fill="none"
      :points="p.points.map((q) => `${q.x * scale},${depth(q.distance)}`).join(' ')"
      class="stroke-ink"
      stroke-width="1.8"
      :class="{ 'opacity-40': !p.required }"
    />
    <g v-for="(p, i) in unrolled.worst" :key="`w${i}`">
      <path v-if="p.broken" :d="`M${p.x * scale} ${depth(p.distance) - 6}l6 10h-12z`" class="fill-trouble" />
      <circle v-else :cx="p.x * scale" :cy="depth(p.distance)" r="4" class="fill-chalk" />
    </g>
  </g>
</template>
