<script setup lang="ts">
import { formatLength } from '@fieldchalk/core';
import { computed } from 'vue';
import { barFor } from './scaleBar.ts';

/** How long a round length is on the drawing beside it. */
const props = defineProps<{ pixelsAnInch: number }>();
const bar = computed(() => barFor(props.pixelsAnInch));
</script>

<template>
  <span
    class="inline-flex flex-col items-start rounded-sm bg-ground/90 px-1 text-xs text-quiet"
    role="img"
    :aria-label="`Scale: the bar is ${formatLength(bar.feet * 12)}`"
  >
    {{ formatLength(bar.feet * 12) }}
    <span class="h-1.5 border border-t-0 border-ink" :style="{ width: `${bar.pixels}px` }" />
  </span>
</template>
