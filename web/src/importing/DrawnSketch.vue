<script setup lang="ts">
import type { SketchLine } from '@fieldchalk/core/import';
import { computed } from 'vue';

/** The lines of a drawing as they are, those on the layers of its walls strong. */
const props = defineProps<{ lines: readonly SketchLine[] }>();
const box = computed(() => {
  const ends = props.lines.flatMap((l) => [l.from, l.to]);
  const [xs, ys] = [ends.map(([x]) => x), ends.map(([, y]) => -y)];
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [width, height] = [Math.max(...xs) - left, Math.max(...ys) - top];
  const margin = Math.max(width, height, 1) / 20;
  return [left - margin, top - margin, width + 2 * margin, height + 2 * margin].join(' ');
});
</script>

<template>
  <svg
    :viewBox="box"
    class="mt-4 max-h-[36rem] w-full bg-sheet"
    role="img"
    aria-label="The lines of the drawing; none was taken for a wall"
  >
    <line
      v-for="(l, i) in lines"
      :key="i"
      :x1="l.from[0]"
      :y1="-l.from[1]"
      :x2="l.to[0]"
      :y2="-l.to[1]"
      vector-effect="non-scaling-stroke"
      :class="l.isWall ? 'stroke-ink stroke-2' : 'stroke-quiet'"
    />
  </svg>
</template>
