<script setup lang="ts">
import type { Figure, Fill, Ink } from '@fieldchalk/core/figures';
import { useId } from 'vue';

/** A drawing for paper on the screen: black on white, whatever the theme, as it is printed. */
defineProps<{ figure: Figure }>();
const id = useId();
const grey = (share = 0) => {
  const part = Math.round(share * 255);
  return `rgb(${part},${part},${part})`;
};
const filled = (fill: Fill | undefined) =>
  fill === undefined ? 'none' : typeof fill === 'number' ? grey(fill) : `url(#${id}${fill})`;
const anchors = { left: 'start', middle: 'middle', right: 'end' } as const;
const placed = ({ at }: Extract<Ink, { kind: 'path' }>) =>
  at ? `translate(${at.x} ${at.y}) scale(${at.scale})` : undefined;
const dashes = ({ pen, at }: Extract<Ink, { kind: 'path' }>) =>
  pen?.dash?.map((n) => n / (at?.scale ?? 1)).join(' ');
</script>

<template>
  <svg
    role="img"
    :aria-label="figure.says"
    class="w-full border border-rule bg-white"
    :viewBox="`-8 -8 ${figure.width + 16} ${figure.height + 16}`"
  >
    <defs>
      <pattern :id="`${id}hatch`" width="3" height="3" patternUnits="userSpaceOnUse">
        <rect width="3" height="3" fill="#fff" />
        <path d="M-1 4L4 -1" stroke="#444" stroke-width="0.9" />
      </pattern>
      <pattern :id="`${id}stipple`" width="7" height="7" patternUnits="userSpaceOnUse">
        <path d="M1 1h1v1h-1zM4 5h1v1h-1z" fill="#444" />
      </pattern>
    </defs>
    <template v-for="(one, i) in figure.ink" :key="i">
      <text
        v-if="one.kind === 'text'"
        :x="one.x"
        :y="one.y"
        :font-size="one.size"
        :font-weight="one.bold ? 'bold' : undefined"
        :text-anchor="anchors[one.align ?? 'left']"
        :fill="grey(one.grey)"
        :stroke="one.isOnPaper ? '#fff' : undefined"
        stroke-width="3"
        paint-order="stroke"
      >
        {{ one.text }}
      </text>
      <path
        v-else
        :d="one.d"
        :transform="placed(one)"
        :fill="filled(one.fill)"
        :stroke="one.pen ? grey(one.pen.grey) : undefined"
        :stroke-width="one.pen ? one.pen.width / (one.at?.scale ?? 1) : undefined"
        :stroke-dasharray="dashes(one)"
        stroke-linejoin="round"
      />
    </template>
  </svg>
</template>
