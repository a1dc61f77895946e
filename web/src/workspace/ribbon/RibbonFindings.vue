<script setup lang="ts">
import type { Finding, Unrolled } from '@fieldchalk/core';
import { computed } from 'vue';
import { isOn, onRibbon } from '@fieldchalk/core/drawing';

/** Marks over the ribbon where a finding has its place, each under its number in the list. */
const props = defineProps<{
  findings: readonly Finding[];
  unrolled: Unrolled;
  scale: number;
  selected: number | null;
}>();
const emit = defineEmits<{ finding: [index: number] }>();

/** Findings that have a place on this room's walls, with their number in the list. */
const troubles = computed(() =>
  props.findings.flatMap((f, index) => {
    const at = f.place;
    const wall =
      at && props.unrolled.walls.find((w) => w.wall === at.wall && w.side === at.side && isOn(w, at.at));
    return wall && f.level !== 'note' && f.accepted === null
      ? [{ index, says: f.says, level: f.level, x: onRibbon(wall, at.at) }]
      : [];
  }),
);
</script>

<template>
  <g
    v-for="t in troubles"
    :key="`t${t.index}`"
    role="button"
    tabindex="0"
    class="cursor-pointer focus:outline-none"
    :aria-label="`Finding: ${t.says}`"
    @click="emit('finding', t.index)"
    @keydown.enter.prevent="emit('finding', t.index)"
  >
    <path
      :d="`M${t.x} ${2 / scale}l${-9 / scale} ${-15 / scale}h${18 / scale}z`"
      class="fill-trouble stroke-sheet"
      :stroke-width="(selected === t.index ? 3 : 1) / scale"
      :class="{ 'stroke-ink!': selected === t.index }"
    />
    <text
      :x="t.x"
      :y="-4.5 / scale"
      :font-size="11 / scale"
      text-anchor="middle"
      class="fill-sheet font-bold"
    >
      !
    </text>
  </g>
</template>
