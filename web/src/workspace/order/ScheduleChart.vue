<script setup lang="ts">
import { BarChart } from 'echarts/charts';
import { GraphicComponent, GridComponent } from 'echarts/components';
import { type ECharts, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { computed, useTemplateRef } from 'vue';
import type { StageOnDays } from '@fieldchalk/core';
import { themeColour, useChart } from '../drawn/useChart.ts';
import { calendarOf, dateWords, dayWords, spanOf, stageTitles } from './scheduleDays.ts';

/** Stages as bars along the days; a bar is dragged to the day it is to begin. The same is typed in the list beside it. */
const props = defineProps<{ stages: readonly StageOnDays[]; hoursADay: number }>();
const emit = defineEmits<{ move: [stage: StageOnDays['stage'], day: string] }>();
use([BarChart, GridComponent, GraphicComponent, SVGRenderer]);
const calendar = computed(() => calendarOf(props.stages));
const rows = computed(() => [...props.stages].reverse());
const spans = computed(() => rows.value.map((s) => spanOf(s, calendar.value, props.hoursADay)));
const height = computed(() => 48 + props.stages.length * 26);

/** Over every bar something to take hold of. */
function handles(chart: ECharts): void {
  const day = chart.convertToPixel({ xAxisIndex: 0 }, 1) - chart.convertToPixel({ xAxisIndex: 0 }, 0);
  const elements = rows.value.map((s, i) => {
    const span = spans.value[i] ?? { start: 0, length: 0 };
    const left = chart.convertToPixel({ xAxisIndex: 0 }, span.start);
    const middle = chart.convertToPixel({ yAxisIndex: 0 }, i);
    return {
      type: 'rect',
      id: s.stage,
      draggable: 'horizontal' as const,
      cursor: 'ew-resize',
      x: 0,
      y: 0,
      shape: { x: left, y: middle - 11, width: Math.max(span.length * day, 12), height: 22 },
      style: { fill: 'rgba(0,0,0,0)' },
      ondragend(this: { x: number }) {
        const to = Math.max(0, Math.floor(span.start) + Math.round(this.x / day));
        const moved = calendar.value.dayAt(to);
        if (Math.round(this.x / day) !== 0) emit('move', s.stage, moved);
        else handles(chart);
      },
    };
  });
  chart.setOption({ graphic: { elements } }, { replaceMerge: ['graphic'] });
}
useChart(
  useTemplateRef<HTMLElement>('frame'),
  () => {
    const [ink, chalk, wood, rule] = ['ink', 'chalk', 'wood', 'rule'].map(themeColour);
    return {
      grid: { left: 4, right: 12, top: 24, bottom: 4, containLabel: true },
      xAxis: {
        type: 'value',
        position: 'top',
        min: 0,
        max: calendar.value.days.length,
        interval: calendar.value.days.length > 12 ? 7 : 1,
        axisLabel: {
          ...{ color: ink, hideOverlap: true, showMinLabel: true },
          formatter: (at: number) => dateWords(calendar.value.days[at] ?? ''),
        },
        splitLine: { lineStyle: { color: rule } },
      },
      yAxis: {
        type: 'category',
        data: rows.value.map((s) => stageTitles[s.stage]),
        axisLine: { show: false },
        axisTick: { show: false },
        axisLabel: { color: ink },
      },
      series: [
        {
          ...{ type: 'bar', stack: 'days', silent: true, barWidth: 14 },
          itemStyle: { color: 'transparent' },
          data: spans.value.map((s) => s.start),
        },
        {
          ...{ type: 'bar', stack: 'days', silent: true, barWidth: 14 },
          data: rows.value.map((s, i) => ({
            value: spans.value[i]?.length ?? 0,
            itemStyle: {
              color: s.people > 0 ? chalk : wood,
              borderColor: ink,
              borderWidth: 1,
              borderType: s.people > 0 ? 'solid' : 'dashed',
            },
          })),
        },
      ],
    };
  },
  handles,
);
const says = computed(() =>
  props.stages
    .map((s) => `${stageTitles[s.stage]}: ${dayWords(s.days[0] ?? '')} to ${dayWords(s.days.at(-1) ?? '')}`)
    .join('; '),
);
</script>

<template>
  <div ref="frame" class="w-full" :style="{ height: `${height}px` }" role="img" :aria-label="says" />
</template>
