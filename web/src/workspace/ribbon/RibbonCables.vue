<script setup lang="ts">
import { jacketColours } from './jackets.ts';
import type { Plan, Unrolled } from '@fieldchalk/core';
import { computed } from 'vue';
import type { Shown } from '../../worker/answer.ts';
import { cableLabels, cableLines } from '@fieldchalk/core/drawing';

/** Cables on the ribbon in the colour of their jackets, each with its label where there is room. */
const props = defineProps<{
  plan: Plan;
  result: Shown;
  unrolled: Unrolled;
  scale: number;
  selected: string | null;
}>();
const emit = defineEmits<{ run: [id: string] }>();

const lines = computed(() => cableLines(props.plan, props.result, props.unrolled));
const cables = computed(() =>
  lines.value.map((c) => ({ ...c, path: c.points.map((p) => `${p.x},${p.y}`).join(' ') })),
);
const labels = computed(() =>
  cableLabels(props.plan, lines.value, (text) => (text.length * 5.6) / props.scale),
);
</script>

<template>
  <g fill="none" stroke-linejoin="round">
    <template v-for="c in cables" :key="c.id">
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
        :stroke-width="Math.max(1.3, (selected === c.run ? 8 : 4.2) / scale)"
      />
      <polyline
        :points="c.path"
        :stroke="jacketColours[c.jacket]"
        pointer-events="none"
        :stroke-width="Math.max(0.7, 2.2 / scale)"
      />
    </template>
  </g>
  <g :font-size="11 / scale" text-anchor="middle" class="fill-ink" paint-order="stroke" pointer-events="none">
    <text
      v-for="l in labels"
      :key="l.id"
      :x="l.x"
      :y="l.y - 5 / scale"
      class="stroke-sheet"
      :stroke-width="3 / scale"
    >
      {{ l.text }}
    </text>
  </g>
</template>
