<script setup lang="ts">
import { panelSize } from '@fieldchalk/core';
import type { RibbonPanel } from '@fieldchalk/core/drawing';

/** A panel on its wall, or the place where cable leaves the wall for a panel that stands elsewhere. */
defineProps<{ panel: RibbonPanel; height: number; scale: number }>();
</script>

<template>
  <g class="cursor-pointer" role="button" tabindex="-1" :aria-label="`Panel ${panel.name}`">
    <template v-if="panel.away === 0">
      <rect
        :x="panel.x - panelSize.width / 2"
        :y="height - panelSize.bottom - panelSize.height"
        :width="panelSize.width"
        :height="panelSize.height"
        class="fill-sheet stroke-ink"
        :stroke-width="2 / scale"
      />
      <path
        :d="`M${panel.x} ${height - panelSize.bottom - panelSize.height + 3}V${height - panelSize.bottom - 3}`"
        class="stroke-ink"
        :stroke-width="1.4 / scale"
        :stroke-dasharray="`${5 / scale} ${3 / scale}`"
      />
    </template>
    <path
      v-else
      :d="
        panel.leaves === 'below'
          ? `M${panel.x - 5 / scale} ${height + 2}h${10 / scale}l${-5 / scale} ${7 / scale}z`
          : `M${panel.x - 5 / scale} ${-2}h${10 / scale}l${-5 / scale} ${-7 / scale}z`
      "
      class="fill-ink"
    />
  </g>
</template>
