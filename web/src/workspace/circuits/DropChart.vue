<script setup lang="ts">
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useTemplateRef } from 'vue';
import { themeColour, useChart } from '../drawn/useChart.ts';

/** What is lost along a circuit, box by box, under the figure the house aims for. */
const props = defineProps<{
  drops: readonly { name: string; feet: number; percent: number }[];
  limit: number;
}>();
use([LineChart, GridComponent, MarkLineComponent, SVGRenderer]);
useChart(useTemplateRef<HTMLElement>('frame'), () => {
  const ink = themeColour('ink');
  const ahead = [...props.drops].sort((a, b) => a.feet - b.feet);
  return {
    grid: { left: 4, right: 24, top: 22, bottom: 4, containLabel: true },
    xAxis: {
      type: 'value',
      min: 0,
      axisLabel: { color: ink, formatter: '{value} ft' },
      splitLine: { show: false },
    },
    yAxis: { type: 'value', min: 0, axisLabel: { color: ink, formatter: '{value} %' } },
    series: [
      {
        type: 'line',
        data: [[0, 0], ...ahead.map((d) => [d.feet, d.percent])],
        lineStyle: { color: themeColour('chalk'), width: 2 },
        itemStyle: { color: themeColour('chalk') },
        symbolSize: 8,
        label: {
          show: true,
          color: ink,
          formatter: (p: { dataIndex: number }) => ahead[p.dataIndex - 1]?.name ?? '',
        },
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: themeColour('trouble'), type: 'dashed' },
          label: {
            color: themeColour('trouble'),
            position: 'insideEndTop',
            formatter: `aim ${props.limit} %`,
          },
          data: [{ yAxis: props.limit }],
        },
      },
    ],
  };
});
</script>

<template>
  <div
    ref="frame"
    class="h-44 w-full"
    role="img"
    :aria-label="drops.map((d) => `${d.name}: ${d.percent} % after ${Math.round(d.feet)} feet`).join('; ')"
  />
</template>
