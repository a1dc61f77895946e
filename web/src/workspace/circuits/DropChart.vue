<script setup lang="ts">
import { must } from '@fieldchalk/core';
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import { init, use, type ECharts } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useElementSize } from '@vueuse/core';
import { onMounted, onUnmounted, ref, watch } from 'vue';

/** What is lost along a circuit, box by box, under the figure the house aims for. */
const props = defineProps<{
  drops: readonly { name: string; feet: number; percent: number }[];
  limit: number;
}>();
use([LineChart, GridComponent, MarkLineComponent, SVGRenderer]);
const frame = ref<HTMLElement | null>(null);
const { width } = useElementSize(frame);
let chart: ECharts | null = null;
const colour = (name: string) =>
  getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
function draw() {
  if (!chart) return;
  const ink = colour('ink');
  const ahead = [...props.drops].sort((a, b) => a.feet - b.feet);
  chart.setOption({
    animation: false,
    textStyle: { fontFamily: 'Archivo Variable', color: ink },
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
        lineStyle: { color: colour('chalk'), width: 2 },
        itemStyle: { color: colour('chalk') },
        symbolSize: 8,
        label: {
          show: true,
          color: ink,
          formatter: (p: { dataIndex: number }) => ahead[p.dataIndex - 1]?.name ?? '',
        },
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: colour('trouble'), type: 'dashed' },
          label: { color: colour('trouble'), position: 'insideEndTop', formatter: `aim ${props.limit} %` },
          data: [{ yAxis: props.limit }],
        },
      },
    ],
  });
  chart.resize();
}
onMounted(() => {
  chart = init(must(frame.value, 'the frame of the chart'), null, { renderer: 'svg' });
  draw();
});
onUnmounted(() => chart?.dispose());
watch([() => props.drops, () => props.limit, width], draw);
</script>

<template>
  <div
    ref="frame"
    class="h-44 w-full"
    role="img"
    :aria-label="drops.map((d) => `${d.name}: ${d.percent} % after ${Math.round(d.feet)} feet`).join('; ')"
  />
</template>
