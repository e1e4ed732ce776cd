<script setup lang="ts">
import type { Plot } from '@nodaxis/core/bringup/testKind';
import { displayUnit, printValue } from '@nodaxis/core/units/print';
import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { computed } from 'vue';
import VChart from 'vue-echarts';
import { usePreferences } from '../../document/preferences';

use([LineChart, ScatterChart, GridComponent, LegendComponent, TooltipComponent, CanvasRenderer]);
/** Readings as a picture. */
const props = defineProps<{ plot: Plot }>();
const preferences = usePreferences();
const option = computed(() => {
  void preferences.theme;
  const style = getComputedStyle(document.documentElement);
  const ink = (name: string) => style.getPropertyValue(name).trim();
  const { x, y, series } = props.plot;
  const at = (v: number, d: typeof x.dimension) =>
    Number(printValue(v, d, preferences.display, 9).figure.replace('−', '-'));
  const name = (a: typeof x) =>
    `${a.title}${a.dimension === 'ratio' ? '' : `, ${displayUnit(a.dimension, preferences.display)}`}`;
  return {
    animation: false,
    color: [ink('--accent'), ink('--danger'), ink('--good'), ink('--stale')],
    textStyle: { color: ink('--soft'), fontFamily: 'Source Sans 3' },
    grid: { left: 48, right: 12, top: series.length > 2 ? 62 : series.length > 1 ? 48 : 28, bottom: 40 },
    ...(series.length > 1
      ? { legend: { top: 0, itemWidth: 12, itemHeight: 9, textStyle: { color: ink('--soft'), fontSize: 11 } } }
      : {}),
    tooltip: { trigger: 'item', renderMode: 'richText' },
    xAxis: {
      type: 'value',
      name: name(x),
      nameLocation: 'middle',
      nameGap: 24,
      scale: true,
      axisLine: { lineStyle: { color: ink('--line-strong') } },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      name: name(y),
      // Along the top, so that a long title has the whole width.
      nameLocation: 'end',
      nameGap: 10,
      nameTextStyle: { align: 'left', padding: [0, 0, 0, -44] },
      scale: true,
      splitLine: { lineStyle: { color: ink('--line') } },
    },
    series: series.map((s, i) => ({
      name: s.name,
      type: s.line ? 'line' : 'scatter',
      symbol: ['circle', 'triangle', 'rect', 'diamond'][i % 4],
      symbolSize: 8,
      data: s.points.map(([a, b]) => [at(a, x.dimension), at(b, y.dimension)]),
    })),
  };
});
</script>

<template>
  <VChart class="plot" :option="option" autoresize role="img" :aria-label="`${plot.y.title} over ${plot.x.title}`" />
</template>

<style scoped>
.plot {
  height: 170px;
  min-width: 240px;
}
</style>
