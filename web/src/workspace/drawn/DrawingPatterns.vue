<script setup lang="ts">
import { dustTile, faceDust, lineDust } from './dust.ts';

/** What drawings are filled with: chalk for what is proposed, hatching for what is there already, stipple for closed walls. Paint them as `url(#<id>-line)`. */
defineProps<{
  /** Before the name of each pattern: one of its own in every drawing. */
  id: string;
  /** Pixels a unit of the drawing, so that grain and hatching keep their size. */
  scale: number;
}>();
</script>

<template>
  <defs>
    <pattern
      v-for="(grains, name) in { line: lineDust, face: faceDust }"
      :id="`${id}-${name}`"
      :key="name"
      :width="dustTile"
      :height="dustTile"
      patternUnits="userSpaceOnUse"
      :patternTransform="`scale(${1 / scale})`"
    >
      <path :d="grains" class="fill-chalk" />
    </pattern>
    <pattern
      :id="`${id}-there`"
      width="5"
      height="5"
      patternUnits="userSpaceOnUse"
      :patternTransform="`scale(${1 / scale}) rotate(45)`"
    >
      <rect width="5" height="5" class="fill-sheet" />
      <rect width="2" height="5" class="fill-quiet" />
    </pattern>
    <pattern
      :id="`${id}-closed`"
      width="9"
      height="9"
      patternUnits="userSpaceOnUse"
      :patternTransform="`scale(${1 / scale})`"
    >
      <rect width="9" height="9" class="fill-ground" />
      <circle cx="2" cy="2.2" r="0.9" class="fill-quiet" />
      <circle cx="6.6" cy="4.4" r="0.7" class="fill-quiet" />
      <circle cx="3.8" cy="7.4" r="0.8" class="fill-quiet" />
    </pattern>
  </defs>
</template>
