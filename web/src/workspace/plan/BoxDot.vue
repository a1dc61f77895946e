<script setup lang="ts">
import { computed } from 'vue';
import type { BoxLook } from '../circuits/look.ts';

/** A box on the plan: chalk while it is proposed, solid once kept, hatched where it is there already, ticked once done; by its circuit where that is looked at. */
const props = defineProps<{
  x: number;
  y: number;
  /** Inches, as all here. */
  radius: number;
  scale: number;
  /** The letter in it, where it has room for one. */
  sign: string;
  kept: boolean;
  existing: boolean;
  done: boolean;
  chosen: boolean;
  /** Before the names of the drawing's patterns. */
  patterns: string;
  /** What boxes show of their circuits; null where circuits are not what is looked at. */
  looks: ReadonlyMap<string, BoxLook> | null;
  box: string;
}>();
const look = computed(() => props.looks?.get(props.box));
const isChalk = computed(() => !props.kept && !props.done && !props.looks);
const fill = computed(() => {
  if (props.looks) return look.value && !look.value.dead ? look.value.fill : 'var(--sheet)';
  if (props.chosen) return 'var(--chalk)';
  if (props.done) return 'var(--good)';
  if (props.existing) return `url(#${props.patterns}-there)`;
  return props.kept ? 'var(--ink)' : 'var(--sheet)';
});
const stroke = computed(() =>
  props.chosen ? 'var(--chalk)' : isChalk.value ? `url(#${props.patterns}-line)` : 'var(--ink)',
);
const hasSign = computed(
  () => props.sign !== '' && props.radius * props.scale > 5.5 && !props.looks && !props.done,
);
</script>

<template>
  <g>
    <circle
      v-if="chosen || look?.inHand"
      :cx="x"
      :cy="y"
      :r="radius + (chosen ? 5 : 3.5) / scale"
      class="fill-chalk-soft stroke-chalk"
      :stroke-width="(chosen ? 2.4 : 1.4) / scale"
    />
    <circle
      v-if="isChalk && !chosen"
      :cx="x"
      :cy="y"
      :r="radius + 1.5 / scale"
      fill="none"
      :stroke="`url(#${patterns}-face)`"
      :stroke-width="3 / scale"
    />
    <circle
      :cx="x"
      :cy="y"
      :r="radius"
      :fill="fill"
      :stroke="stroke"
      :stroke-width="(isChalk ? 1.8 : 1.5) / scale"
      :stroke-dasharray="look?.dash.length ? look.dash.map((d) => d / scale).join(' ') : undefined"
    />
    <path
      v-if="look?.dead"
      :d="`M${x - radius} ${y - radius}l${2 * radius} ${2 * radius}m0 ${-2 * radius}l${-2 * radius} ${2 * radius}`"
      class="stroke-trouble"
      :stroke-width="2 / scale"
    />
    <path
      v-else-if="done"
      :d="`M${x - radius * 0.55} ${y}l${radius * 0.4} ${radius * 0.4}l${radius * 0.75} ${-radius * 0.85}`"
      fill="none"
      stroke="#15181a"
      :stroke-width="1.6 / scale"
    />
    <text
      v-if="hasSign"
      :x="x"
      :y="y + 3.3 / scale"
      :font-size="9.3 / scale"
      text-anchor="middle"
      pointer-events="none"
      class="font-bold"
      :class="chosen || kept ? 'fill-sheet' : 'fill-chalk'"
    >
      {{ sign }}
    </text>
  </g>
</template>
