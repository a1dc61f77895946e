<script setup lang="ts">
import { troubleSize } from '@fieldchalk/core/drawing';

/** Marks over the ribbon where a finding has its place. Pixels. */
defineProps<{
  /** `x` in inches along the row; `index` their number in the list of findings. */
  troubles: readonly { readonly index: number; readonly says: string; readonly x: number }[];
  scale: number;
  selected: number | null;
}>();
const emit = defineEmits<{ finding: [index: number] }>();
const { width, height } = troubleSize;
</script>

<template>
  <g
    v-for="t in troubles"
    :key="`t${t.index}`"
    :transform="`translate(${t.x * scale} 0)`"
    role="button"
    tabindex="0"
    class="cursor-pointer"
    :aria-label="`Finding: ${t.says}`"
    @click="emit('finding', t.index)"
    @keydown.enter.prevent="emit('finding', t.index)"
  >
    <path
      :d="`M0 -1l${-width / 2} ${-height}h${width}z`"
      class="fill-trouble stroke-sheet"
      :stroke-width="selected === t.index ? 3 : 1"
      :class="{ 'stroke-ink!': selected === t.index }"
    />
    <text y="-7" font-size="11" text-anchor="middle" class="fill-sheet font-bold">!</text>
  </g>
</template>
