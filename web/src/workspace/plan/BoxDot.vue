<script setup lang="ts">
import CircuitDot from '../circuits/CircuitDot.vue';
import type { BoxLook } from '../circuits/look.ts';

/** A box on the plan: hollow and broken while it is proposed, solid once kept; by its circuit where that is looked at. */
defineProps<{
  x: number;
  y: number;
  /** Radius in inches and in pixels: the larger of the two is drawn. */
  inches: number;
  pixels: number;
  scale: number;
  sign: string;
  kept: boolean;
  chosen: boolean;
  /** What boxes show of their circuits; null where circuits are not what is looked at. */
  looks: ReadonlyMap<string, BoxLook> | null;
  box: string;
}>();
</script>

<template>
  <CircuitDot v-if="looks" :x="x" :y="y" :scale="scale" :look="looks.get(box)" :chosen="chosen" />
  <template v-else>
    <circle
      :cx="x"
      :cy="y"
      :r="Math.max(inches, pixels / scale)"
      :class="chosen ? 'fill-chalk stroke-chalk' : kept ? 'fill-ink stroke-ink' : 'fill-sheet stroke-chalk'"
      :stroke-width="1.6 / scale"
      :stroke-dasharray="kept || chosen ? undefined : `${3 / scale} ${2 / scale}`"
    />
    <text
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
  </template>
</template>
