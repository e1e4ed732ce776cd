<script setup lang="ts">
import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, LegendComponent, MarkAreaComponent, MarkLineComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { computed } from 'vue';
import VChart from 'vue-echarts';
import { usePreferences } from '../../document/preferences';
import type { Curve, Post } from './curves';

use([LineChart, ScatterChart, GridComponent, LegendComponent, MarkAreaComponent, MarkLineComponent, CanvasRenderer]);
/** Curves over one axis, with posts where something begins. */
const { curves, posts, from, x, y, label } = defineProps<{
  curves: readonly Curve[];
  posts?: readonly Post[];
  /** Up to here the picture is shaded: not for long. */
  from?: number | undefined;
  x: string;
  y: string;
  label: string;
}>();
const FONT = 'Source Sans 3, sans-serif';
const preferences = usePreferences();
const option = computed(() => {
  void preferences.theme;
  const style = getComputedStyle(document.documentElement);
  const ink = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return {
    animation: false,
    textStyle: { color: ink('ink'), fontFamily: FONT },
    legend: { top: 0, left: 0, itemWidth: 18, textStyle: { color: ink('ink'), fontFamily: FONT, fontSize: 13 } },
    grid: { left: 52, right: 30, top: 62, bottom: 44 },
    xAxis: {
      type: 'value',
      name: x,
      nameLocation: 'middle',
      nameGap: 26,
      nameTextStyle: { fontFamily: FONT, fontSize: 13 },
      axisLabel: { color: ink('soft'), fontFamily: FONT, fontSize: 13 },
      splitLine: { lineStyle: { color: ink('line') } },
    },
    yAxis: {
      type: 'value',
      name: y,
      min: 0,
      nameTextStyle: { fontFamily: FONT, fontSize: 13, align: 'right' },
      axisLabel: { color: ink('soft'), fontFamily: FONT, fontSize: 13 },
      splitLine: { lineStyle: { color: ink('line') } },
    },
    series: curves.map((c, i) => ({
      type: c.points ? 'scatter' : 'line',
      name: c.name,
      data: c.data,
      showSymbol: false,
      symbolSize: 10,
      lineStyle: { color: ink(c.ink), width: 2, type: c.dashed ? 'dashed' : 'solid' },
      itemStyle: { color: ink(c.ink) },
      ...(i
        ? {}
        : {
            markLine: {
              symbol: 'none',
              silent: true,
              label: { formatter: '{b}', color: ink('ink'), position: 'end', fontFamily: FONT, fontSize: 13 },
              data: (posts ?? []).map((p, n) => ({
                name: p.name,
                xAxis: p.at,
                lineStyle: { color: ink('soft'), type: 'dotted' },
                label: { distance: 2 + (n % 2) * 13 },
              })),
            },
            markArea: {
              silent: true,
              itemStyle: { color: ink('doubt'), opacity: 0.12 },
              data: from ? [[{ xAxis: 0 }, { xAxis: from }]] : [],
            },
          }),
    })),
  };
});
</script>

<template>
  <VChart class="chart" :option="option" autoresize role="img" :aria-label="label" />
</template>

<style scoped>
.chart {
  height: 260px;
}
</style>
