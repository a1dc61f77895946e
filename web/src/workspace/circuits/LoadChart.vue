<script setup lang="ts">
import { must, nth } from '@fieldchalk/core';
import { BarChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { init, use, type ECharts } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useElementSize } from '@vueuse/core';
import { computed, onMounted, onUnmounted, ref, watch } from 'vue';

/** Load of each circuit, with what its breaker takes behind it. The figures stand in the labels, so colour is not the only sign. */
const props = defineProps<{ bars: readonly { name: string; va: number; limit: number; fill: string }[] }>();
use([BarChart, GridComponent, TooltipComponent, SVGRenderer]);
const frame = ref<HTMLElement | null>(null);
const { width } = useElementSize(frame);
let chart: ECharts | null = null;
const ink = () => getComputedStyle(document.documentElement).getPropertyValue('--ink').trim();
const height = computed(() => 40 + props.bars.length * 24);
function draw() {
  if (!chart) return;
  const list = [...props.bars].reverse();
  chart.setOption({
    animation: false,
    textStyle: { fontFamily: 'Archivo Variable', color: ink() },
    grid: { left: 8, right: 90, top: 4, bottom: 24, containLabel: true },
    xAxis: { type: 'value', axisLabel: { color: ink(), formatter: '{value} VA' } },
    yAxis: {
      type: 'category',
      data: list.map((b) => b.name),
      axisLabel: { color: ink(), width: 220, overflow: 'truncate' },
    },
    series: [
      {
        type: 'bar',
        data: list.map((b) => b.limit),
        barWidth: 16,
        itemStyle: { color: 'transparent', borderColor: ink(), borderWidth: 1 },
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
          color: ink(),
          formatter: (p: { dataIndex: number }) => {
            const { va, limit } = nth(list, p.dataIndex);
            return `${va} VA, ${Math.round((va / limit) * 100)} %`;
          },
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
watch([() => props.bars, width], draw);
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
