<script setup lang="ts">
import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import { torqueChart, torqueOnBus } from '@nodaxis/core/drivetrain/torqueChart';
import { displayUnit, printNumber } from '@nodaxis/core/units/print';
import { fromBase } from '@nodaxis/core/units/units';
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { computed } from 'vue';
import VChart from 'vue-echarts';
import { usePreferences } from '../../document/preferences';

use([LineChart, GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent, CanvasRenderer]);

/** Available and required torque, over the speed of the axis, with the speed limits as posts. */
const props = defineProps<{
  figures: AxisFigures;
  /** Another bus voltage to try out, and the one that is chosen. */
  tryVolts?: number | undefined;
  busVolts?: number | undefined;
}>();
const preferences = usePreferences();
const POINTS = 60;

/** Colours come from the theme, so the chart follows light and dark. */
const colours = computed(() => {
  void preferences.theme;
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return {
    ink: of('ink'),
    soft: of('soft'),
    line: of('line'),
    accent: of('accent'),
    wont: of('wont'),
    doubt: of('doubt'),
    sheet: of('sheet'),
    wash: of('accent-wash'),
  };
});
const dimension = computed(() => (props.figures.axis.motion === 'linear' ? 'speed' : 'angularSpeed'));
const unit = computed(() => displayUnit(dimension.value, preferences.display));
const shown = (v: number) => fromBase(v, unit.value);

const chart = computed(() => {
  const worst = props.figures.drives
    .flatMap((d) => (d.torque.known && d.scale.known ? [{ t: d.torque.value, s: d.scale.value }] : []))
    .sort((a, b) => a.t.speed - b.t.speed)[0];
  if (!worst || !props.figures.speedLimits.known) return undefined;
  const speedLimits = props.figures.speedLimits.value;
  const wanted = speedLimits.find((f) => f.cause === 'wanted')?.speed ?? 0;
  const torque = speedLimits.find((f) => f.cause === 'motor torque')?.speed ?? 0;
  // The picture ends a little beyond what decides; what stands far off is named at the edge.
  const top = 1.18 * Math.max(wanted * 1.3, Math.min(torque * 1.15, wanted * 6), (speedLimits[1]?.speed ?? 0) * 1.05);
  return { ...worst, speedLimits, top, data: torqueChart(worst.t, worst.s.travelPerRev, top, POINTS) };
});
const tried = computed(() => {
  const c = chart.value;
  return c && props.tryVolts && props.busVolts && props.tryVolts !== props.busVolts
    ? torqueOnBus(c.t, c.s.travelPerRev, c.data.speeds, props.tryVolts, props.busVolts)
    : undefined;
});

const pairs = (speeds: readonly number[], values: readonly number[]) =>
  speeds.map((v, i) => [Number(shown(v).toPrecision(6)), values[i]!]);
const option = computed(() => {
  const c = chart.value;
  if (!c) return undefined;
  const k = colours.value;
  const { speeds, available, required, usable, unprovenFrom } = c.data;
  const line = (name: string, data: number[][], color: string, extra: object = {}) => ({
    id: name,
    name,
    type: 'line',
    data,
    showSymbol: false,
    animation: false,
    silent: true,
    lineStyle: { color, width: 2 },
    itemStyle: { color },
    ...extra,
  });
  const hidden = { lineStyle: { opacity: 0 }, tooltip: { show: false } };
  const flat = (v: number) =>
    pairs(
      speeds,
      speeds.map(() => v),
    );
  const posts = c.speedLimits
    .filter((f) => f.speed <= c.top)
    .map((f, i) => ({
      xAxis: shown(f.speed),
      name: f.cause,
      lineStyle: {
        color: f.cause === 'wanted' ? k.accent : f.cause === 'motor torque' ? k.wont : k.soft,
        type: f.cause === 'wanted' ? 'dashed' : 'solid',
        width: i === 0 ? 3 : 1.5,
      },
      label: { color: k.ink, distance: 4 + (i % 3) * 13 },
    }));
  return {
    animation: false,
    textStyle: { fontFamily: 'Source Sans 3, sans-serif', color: k.ink },
    grid: { left: 48, right: 18, top: 54, bottom: 36 },
    tooltip: {
      trigger: 'axis',
      // Drawn like the chart: a box of HTML would bring styles that the content policy forbids.
      renderMode: 'richText',
      backgroundColor: k.sheet,
      borderColor: k.line,
      textStyle: { color: k.ink, fontSize: 12, fontFamily: 'Source Sans 3, sans-serif' },
      formatter: (items: { data: [number, number]; seriesName: string }[]) => {
        const at = items[0]?.data[0] ?? 0;
        const rows = items
          .filter((i) => !i.seriesName.startsWith('band'))
          .map((i) => `${i.seriesName} ${printNumber(i.data[1], 3)} N·m`);
        return [`${printNumber(at, 4)} ${unit.value}`, ...rows].join('\n');
      },
    },
    xAxis: {
      type: 'value',
      min: 0,
      max: Number(shown(c.top).toPrecision(4)),
      name: unit.value,
      nameLocation: 'middle',
      nameGap: 24,
      axisLabel: { color: k.soft, showMaxLabel: false },
      axisLine: { lineStyle: { color: k.soft } },
      splitLine: { lineStyle: { color: k.line } },
    },
    yAxis: {
      type: 'value',
      min: 0,
      name: 'N·m',
      nameTextStyle: { align: 'right' },
      axisLabel: { color: k.soft },
      splitLine: { lineStyle: { color: k.line } },
    },
    series: [
      line('band low', pairs(speeds, available.low), k.accent, { ...hidden, stack: 'available' }),
      line(
        'band',
        pairs(
          speeds,
          available.high.map((h, i) => h - available.low[i]!),
        ),
        k.accent,
        {
          ...hidden,
          stack: 'available',
          areaStyle: { color: k.accent, opacity: 0.14 },
        },
      ),
      line('there is', pairs(speeds, available.nominal), k.accent, {
        markArea:
          unprovenFrom !== undefined && unprovenFrom < c.top
            ? {
                silent: true,
                itemStyle: { color: k.doubt, opacity: 0.08 },
                label: { color: k.doubt, position: 'insideTopRight', fontSize: 12 },
                data: [[{ name: 'unproven: test', xAxis: shown(unprovenFrom) }, { xAxis: shown(c.top) }]],
              }
            : { data: [] },
        markLine: {
          silent: true,
          symbol: 'none',
          animation: false,
          label: { formatter: '{b}', fontSize: 12 },
          data: posts,
        },
      }),
      line(`usable, 1/${printNumber(c.t.factor, 3)} of it`, pairs(speeds, usable), k.accent, {
        id: 'usable',
        lineStyle: { color: k.accent, width: 1.5, type: 'dashed' },
      }),
      line('band needed low', flat(required.low), k.wont, { ...hidden, stack: 'needed' }),
      line('band needed', flat(required.high - required.low), k.wont, {
        ...hidden,
        stack: 'needed',
        areaStyle: { color: k.wont, opacity: 0.2 },
      }),
      line('needed', flat(required.nominal), k.wont),
      ...(tried.value
        ? [
            line('with the tried supply', pairs(speeds, tried.value), k.ink, {
              lineStyle: { color: k.ink, width: 1.5, type: 'dotted' },
            }),
          ]
        : []),
    ],
  };
});
/** The same in a sentence, for whoever does not see the picture. */
const spoken = computed(() => {
  const c = chart.value;
  return c
    ? `Torque over speed: ${printNumber(c.data.available.nominal[0]!, 3)} N·m at rest, needed ${printNumber(c.data.required.nominal, 3)} N·m; ${c.speedLimits.map((f) => `${f.cause} ${printNumber(shown(f.speed), 4)} ${unit.value}`).join(', ')}.`
    : '';
});
</script>

<template>
  <div v-if="option" class="chart" role="img" :aria-label="spoken">
    <p class="key" aria-hidden="true">
      <i class="has"></i>available torque <i class="usable"></i>usable, with the factor <i class="needs"></i>required
      torque
      <span class="soft">(shaded: how well the figures are known)</span>
      <template v-if="tried"><i class="other"></i>with the tried bus</template>
    </p>
    <p v-if="chart?.data.unprovenFrom !== undefined" class="visually-hidden">
      Above the shaded edge the open-loop curve is unproven.
    </p>
    <!-- Drawn with the next frame, so that the figures beside it do not wait; its lines are kept and moved, not made anew. -->
    <VChart :option="option" autoresize :update-options="{ replaceMerge: ['series'], lazyUpdate: true }" />
  </div>
</template>

<style scoped>
.chart {
  height: 306px;
  display: flex;
  flex-direction: column;
}
.key {
  margin: 2px 0 0;
  font-size: 13px;
}
.key i {
  display: inline-block;
  width: 22px;
  margin: 0 5px 3px 10px;
  border-top: 2px solid var(--accent);
}
.key i.usable {
  border-top-style: dashed;
}
.key i.needs {
  border-color: var(--wont);
}
.key i.other {
  border-color: var(--ink);
  border-top-style: dotted;
}
</style>
