<script setup lang="ts">
import type { RibbonCable } from '@fieldchalk/core/drawing';
import { computed } from 'vue';
import { jacketColours } from './jackets.ts';

/** Cables on the ribbon in the colour of their jackets. Inches. */
const props = defineProps<{ cables: readonly RibbonCable[]; scale: number; selected: string | null }>();
const emit = defineEmits<{ run: [id: string] }>();
const lines = computed(() =>
  props.cables.map((c) => ({ ...c, path: c.points.map((p) => `${p.x},${p.y}`).join(' ') })),
);
</script>

<template>
  <g fill="none" stroke-linejoin="round">
    <template v-for="c in lines" :key="c.id">
      <polyline
        :points="c.path"
        stroke="transparent"
        :stroke-width="14 / scale"
        class="cursor-pointer"
        pointer-events="stroke"
        @click="emit('run', c.run)"
      />
      <polyline
        :points="c.path"
        :class="selected === c.run ? 'stroke-chalk' : 'stroke-[#15181a]'"
        pointer-events="none"
        :stroke-width="Math.max(selected === c.run ? 1.8 : 1.1, (selected === c.run ? 8 : 4.2) / scale)"
      />
      <polyline
        :points="c.path"
        :stroke="jacketColours[c.jacket]"
        pointer-events="none"
        :stroke-width="Math.max(0.6, 2.2 / scale)"
      />
    </template>
  </g>
</template>
