import { must } from '@fieldchalk/core';
import { useElementSize } from '@vueuse/core';
import type { EChartsCoreOption } from 'echarts/core';
import { init, type ECharts } from 'echarts/core';
import { onMounted, onUnmounted, type Ref, watch } from 'vue';

/** A colour of the theme as it is now, by its name. */
export const themeColour = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();

/** A chart in a frame, drawn as what it shows changes and as the frame gets another size; `drawn` hears of it each time. */
export function useChart(
  frame: Readonly<Ref<HTMLElement | null>>,
  option: () => EChartsCoreOption,
  drawn: (chart: ECharts) => void = () => undefined,
): void {
  const { width, height } = useElementSize(frame);
  let chart: ECharts | null = null;
  function draw() {
    const textStyle = { fontFamily: 'Archivo Variable', color: themeColour('ink') };
    chart?.setOption({ animation: false, textStyle, ...option() });
    chart?.resize();
    if (chart) drawn(chart);
  }
  onMounted(() => {
    chart = init(must(frame.value, 'the frame of the chart'), null, { renderer: 'svg' });
    draw();
  });
  onUnmounted(() => chart?.dispose());
  watch([option, width, height], draw);
}
