<script setup lang="ts">
import type { BoxLook } from './look.ts';

/** A box on the plan by its circuit: colour, ring and number; crossed out while its breaker is off, an empty ring while it is on none. */
defineProps<{ x: number; y: number; scale: number; look: BoxLook | undefined; chosen: boolean }>();
</script>

<template>
  <g>
    <circle
      v-if="chosen || look?.inHand"
      :cx="x"
      :cy="y"
      :r="14 / scale"
      class="fill-chalk-soft stroke-chalk"
      :stroke-width="(chosen ? 3.5 : 1.5) / scale"
    />
    <circle
      :cx="x"
      :cy="y"
      :r="(look ? 9.5 : 5) / scale"
      :class="look ? 'stroke-ink' : 'stroke-quiet'"
      :style="{ fill: look && !look.dead ? look.fill : 'var(--sheet)' }"
      :stroke-width="(look ? 2 : 1) / scale"
      :stroke-dasharray="look?.dash.length ? look.dash.map((d) => d / scale).join(' ') : undefined"
    />
    <path
      v-if="look?.dead"
      :d="`M${x - 6 / scale} ${y - 6 / scale}l${12 / scale} ${12 / scale}m0 ${-12 / scale}l${-12 / scale} ${12 / scale}`"
      class="stroke-trouble"
      :stroke-width="2 / scale"
    />
    <text
      v-else-if="look"
      :x="x"
      :y="y + 3.4 / scale"
      :font-size="9.5 / scale"
      text-anchor="middle"
      pointer-events="none"
      class="font-bold"
      fill="#fff"
    >
      {{ look.number }}
    </text>
    <text
      v-if="look && look.more > 0"
      :x="x + 10 / scale"
      :y="y - 6 / scale"
      :font-size="9 / scale"
      class="fill-ink stroke-sheet font-bold"
      paint-order="stroke"
      :stroke-width="2.5 / scale"
    >
      +{{ look.more }}
    </text>
  </g>
</template>
