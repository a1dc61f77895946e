<script setup lang="ts">
import { nth } from '@fieldchalk/core';
import { BarChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { computed, useTemplateRef } from 'vue';
import { themeColour, useChart } from '../drawn/useChart.ts';

/** Load of each circuit, with what its breaker takes behind it. The figures stand in the labels, so colour is not the only sign. */
const props = defineProps<{ bars: readonly { name: string; va: number; limit: number; fill: string }[] }>();
use([BarChart, GridComponent, TooltipComponent, SVGRenderer]);
const height = computed(() => 40 + props.bars.length * 24);
useChart(useTemplateRef<HTMLElement>('frame'), () => {
  const list = [...props.bars].reverse();
  return {
    grid: { left: 8, right: 90, top: 4, bottom: 24, containLabel: true },
    xAxis: { type: 'value', axisLabel: { color: themeColour('ink'), formatter: '{value} VA' } },
    yAxis: {
      type: 'category',
      data: list.map((b) => b.name),
      axisLabel: { color: themeColour('ink'), width: 220, overflow: 'truncate' },
    },
    series: [
      {
        type: 'bar',
        data: list.map((b) => b.limit),
        barWidth: 16,
        itemStyle: { color: 'transparent', borderColor: themeColour('ink'), borderWidth: 1 },
        silent: true,
        barGap: '-100%',
      },
      {
        type: 'bar',
        data: list.map((b) => ({ value: b.va, itemStyle: { color: b.fill } })),
        barWidth: 10,
        z: 3,
      },
      {
        type: 'bar',
        data: list.map((b) => b.limit),
        barWidth: 16,
        barGap: '-100%',
        itemStyle: { color: 'transparent' },
        silent: true,
        label: {
          show: true,
          position: 'right',
          color: themeColour('ink'),
          formatter: (p: { dataIndex: number }) => {
            const { va, limit } = nth(list, p.dataIndex);
            return `${va} VA, ${Math.round((va / limit) * 100)} %`;
          },
        },
      },
    ],
  };
});
</script>

<template>
  <div
    ref="frame"
    class="w-full"
    :style="{ height: `${height}px` }"
    role="img"
    :aria-label="bars.map((b) => `${b.name} ${b.va} of ${b.limit} VA`).join('; ')"
  />
</template>
