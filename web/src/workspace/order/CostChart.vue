<script setup lang="ts">
import { BarChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { computed, useTemplateRef } from 'vue';
import { themeColour, useChart } from '../drawn/useChart.ts';
import { moneyWords } from '@fieldchalk/core';

/** What a job costs by stage or by room: material and labour one after the other in a bar, the sum written behind it. */
const props = defineProps<{
  bars: readonly { readonly name: string; readonly material: number; readonly labour: number }[];
}>();
use([BarChart, GridComponent, SVGRenderer]);
const height = computed(() => 16 + props.bars.length * 26);
useChart(useTemplateRef<HTMLElement>('frame'), () => {
  const list = [...props.bars].reverse();
  const [ink, chalk, wood] = [themeColour('ink'), themeColour('chalk'), themeColour('wood')];
  const part = (of: 'material' | 'labour', color: string) => ({
    ...{ type: 'bar', stack: 'cost', barWidth: 14, name: of },
    data: list.map((b) => b[of] / 100),
    itemStyle: { color, borderColor: ink, borderWidth: 1 },
  });
  const sum = (i: number) => (list[i]?.material ?? 0) + (list[i]?.labour ?? 0);
  return {
    grid: { left: 4, right: 84, top: 4, bottom: 4, containLabel: true },
    xAxis: { type: 'value', show: false },
    yAxis: {
      type: 'category',
      data: list.map((b) => b.name),
      axisLine: { show: false },
      axisTick: { show: false },
      axisLabel: { color: ink, width: 150, overflow: 'truncate' },
    },
    series: [
      part('material', wood),
      {
        ...part('labour', chalk),
        label: {
          ...{ show: true, position: 'right', color: ink },
          formatter: (p: { dataIndex: number }) => moneyWords(sum(p.dataIndex)),
        },
      },
    ],
  };
});
const says = computed(() =>
  props.bars.map((b) => `${b.name}: ${moneyWords(b.material + b.labour)}`).join('; '),
);
</script>

<template>
  <div ref="frame" class="w-full" :style="{ height: `${height}px` }" role="img" :aria-label="says" />
</template>
