<script setup lang="ts">
import { riseAfter, type WarmingUp, type WarmthReading } from '@nodaxis/core/cabinet/measured';
import { fromBase } from '@nodaxis/core/units/units';
import { displayUnit } from '@nodaxis/core/units/print';
import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, LegendComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { computed } from 'vue';
import VChart from 'vue-echarts';
import { usePreferences } from '../../../document/preferences';

use([LineChart, ScatterChart, GridComponent, LegendComponent, CanvasRenderer]);
/** Rise over the room against time: as estimated, as read, and the law that fits what was read. */
const { readings, law, estimateK } = defineProps<{
  readings: readonly WarmthReading[];
  law: WarmingUp | undefined;
  /** The estimated rise for long, K. */
  estimateK: number | undefined;
}>();
const preferences = usePreferences();
const POINTS = 40;
const option = computed(() => {
  void preferences.theme;
  const style = getComputedStyle(document.documentElement);
  const ink = (name: string) => style.getPropertyValue(name).trim();
  const last = Math.max(60, ...readings.map((r) => r.minutes), 3 * (law?.tauMinutes ?? 0));
  const minutes = Array.from({ length: POINTS + 1 }, (_, i) => (i * last) / POINTS);
  const line = (name: string, colour: string, data: [number, number][], type = 'solid') => ({
    type: 'line',
    name,
    showSymbol: false,
    lineStyle: { color: colour, type, width: 2 },
    itemStyle: { color: colour },
    data,
  });
  return {
    animation: false,
    textStyle: { color: ink('--soft'), fontFamily: 'Source Sans 3' },
    legend: { top: 0, textStyle: { color: ink('--soft') } },
    grid: { left: 40, right: 16, top: 34, bottom: 40 },
    xAxis: { type: 'value', name: 'minutes after power-on', nameLocation: 'middle', nameGap: 24, max: Math.ceil(last) },
    yAxis: {
      type: 'value',
      name: displayUnit('temperature', preferences.display),
      min: 0,
      splitLine: { lineStyle: { color: ink('--line') } },
    },
    series: [
      ...(estimateK === undefined
        ? []
        : [
            line(
              'estimate, for long',
              ink('--wont'),
              [
                [0, estimateK],
                [last, estimateK],
              ],
              'dashed',
            ),
          ]),
      ...(law
        ? [
            line(
              'fitted',
              ink('--accent'),
              minutes.map((t) => [t, riseAfter(law, t)]),
            ),
          ]
        : []),
      {
        type: 'scatter',
        name: 'read',
        symbolSize: 10,
        itemStyle: { color: ink('--ink') },
        data: readings.map((r) => [r.minutes, fromBase(r.insideC - r.roomC, 'K')]),
      },
    ],
  };
});
</script>

<template>
  <VChart class="chart" :option="option" autoresize role="img" aria-label="Rise over the room against time" />
</template>

<style scoped>
.chart {
  height: 230px;
}
</style>
