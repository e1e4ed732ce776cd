<script setup lang="ts">
import Choice from '../../ui/Choice.vue';
import type { Trend } from '@nodaxis/core/logbook/trends';
import { displayUnit, printValue } from '@nodaxis/core/units/print';
import { LineChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { computed, ref } from 'vue';
import VChart from 'vue-echarts';
import { usePreferences } from '../../document/preferences';

use([LineChart, GridComponent, TooltipComponent, CanvasRenderer]);
/** A figure of the machine by date. */
const props = defineProps<{ trends: readonly Trend[]; titleOf: (key: string) => string }>();
const preferences = usePreferences();
const at = ref(0);
const trend = computed(() => props.trends[at.value] ?? props.trends[0]!);
const option = computed(() => {
  void preferences.theme;
  const style = getComputedStyle(document.documentElement);
  const ink = (name: string) => style.getPropertyValue(name).trim();
  const t = trend.value;
  const value = (v: number) => Number(printValue(v, t.dimension, preferences.display, 9).figure.replace('−', '-'));
  return {
    animation: false,
    textStyle: { color: ink('--soft'), fontFamily: 'Source Sans 3' },
    grid: { left: 50, right: 10, top: 12, bottom: 26 },
    tooltip: { trigger: 'axis', renderMode: 'richText' },
    xAxis: { type: 'time', axisLabel: { hideOverlap: true } },
    yAxis: {
      type: 'value',
      scale: true,
      name: displayUnit(t.dimension, preferences.display),
      splitLine: { lineStyle: { color: ink('--line') } },
    },
    series: [
      {
        type: 'line',
        name: t.what,
        symbolSize: 8,
        lineStyle: { color: ink('--accent') },
        data: t.points.map((p) => ({
          value: [p.at, value(p.value)],
          itemStyle: { color: p.verdict === 'failed' ? ink('--danger') : ink('--accent') },
        })),
      },
    ],
  };
});
</script>

<template>
  <div class="stack">
    <Choice
      v-model="at"
      label="Figure"
      :options="trends.map((t, i) => ({ value: i, label: `${titleOf(t.test)}: ${t.what} (${t.points.length})` }))"
    />
    <VChart
      class="chart"
      :option="option"
      autoresize
      role="img"
      :aria-label="`${titleOf(trend.test)}: ${trend.what}, by date`"
    />
  </div>
</template>

<style scoped>
.chart {
  height: 180px;
}
</style>
