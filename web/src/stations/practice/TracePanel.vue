<script setup lang="ts">
import Choice, { type Option } from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { shownFactor } from '@nodaxis/core/machine/design';
import { INPUTS_PER_WORD } from '@nodaxis/core/motion/simulation/trace';
import { LineChart } from 'echarts/charts';
import { DataZoomComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { computed, onMounted, ref, shallowRef } from 'vue';
import VChart from 'vue-echarts';
import { useOpenMachine } from '../../document/openMachine';
import { download } from '../../document/transfer';
import type { TraceView } from '../../workers/practice.worker';
import { usePreferences } from '../../document/preferences';
import { usePractice } from './usePractice';

use([LineChart, GridComponent, TooltipComponent, LegendComponent, DataZoomComponent, CanvasRenderer]);

/** Every channel of the last minute: looked at as a chart, taken along as a table. */
const machine = useOpenMachine();
const practice = usePractice();
const preferences = usePreferences();
const trace = shallowRef<TraceView>();
const seconds = ref(20);
type Group = 'position' | 'place' | 'speed' | 'error' | 'torque' | 'inputs' | 'spindle';
const group = ref<Group>('position');
const groups: Option<Group>[] = [
  { value: 'position', label: 'commanded position' },
  { value: 'place', label: 'true position' },
  { value: 'speed', label: 'speed' },
  { value: 'error', label: 'following error' },
  { value: 'torque', label: 'torque in use, of the available torque' },
  { value: 'inputs', label: 'inputs, as the control reads them' },
  { value: 'spindle', label: 'spindle' },
];
/** Inputs stand one above the other, each with its own base line. */
const INPUT_STEP = 1.4;
const EVERY = 5;
async function take() {
  trace.value = await practice.trace(seconds.value);
}
onMounted(take);
const letters = computed(() => machine.figures.axes.map((a) => a.axis.letter));
/** A trace is of the slide, whatever the reading is. */
const halved = computed(
  () =>
    ['position', 'place', 'speed', 'error'].includes(group.value) &&
    machine.figures.axes.some((a) => shownFactor(machine.design, a.axis) === 2),
);
const inputNames = computed(() =>
  practice.input.value.known ? practice.input.value.value.settings.inputs.map((i) => i.title) : [],
);
/** The channels of a group: name and how to read it from a row. */
const channels = computed((): { name: string; at: number[]; bit?: number; line?: number }[] => {
  const names = trace.value?.channels ?? [];
  const of = (suffix: string) =>
    names.flatMap((n, i) => (n.endsWith(suffix) ? [{ name: n.slice(0, -suffix.length).trim(), at: [i] }] : []));
  if (group.value === 'speed') return of(' speed');
  if (group.value === 'torque') return of(' torque share');
  if (group.value === 'position') return of(' commanded');
  if (group.value === 'place') return of(' true place');
  if (group.value === 'spindle') return of(' rpm');
  if (group.value === 'inputs') {
    const at = names.findIndex((n) => n.startsWith('inputs'));
    return inputNames.value.map((name, i) => ({
      name,
      at: [at + Math.floor(i / INPUTS_PER_WORD)],
      bit: i % INPUTS_PER_WORD,
      line: i,
    }));
  }
  // Following error: commanded less true way since the beginning of the window, by the axis's first motor.
  return letters.value.flatMap((l) => {
    const c = names.indexOf(`${l} commanded`);
    const p = names.findIndex((n) => n.endsWith(' true place') && (n === `${l} true place` || n.startsWith(`${l} `)));
    return c >= 0 && p >= 0 ? [{ name: l, at: [c, p] }] : [];
  });
});
/** Each axis in its own colour, a second motor of it lighter. */
function colours(): string[] {
  void preferences.theme;
  const style = getComputedStyle(document.documentElement);
  const of: Record<string, string> = { X: '--axis-x', Y: '--axis-y', Z: '--axis-z' };
  return channels.value.map((c) => style.getPropertyValue(of[c.name[0]!] ?? '--axis-r').trim());
}
const option = computed(() => {
  const t = trace.value;
  const width = t?.channels.length ?? 1;
  const rows = t ? t.rows.length / width : 0;
  const value = (r: number, k: number) => t!.rows[r * width + k]!;
  return {
    animation: false,
    color: colours(),
    textStyle: { color: getComputedStyle(document.documentElement).getPropertyValue('--soft').trim() },
    grid: { left: 46, right: 10, top: 26, bottom: 46 },
    legend: { top: 0, type: 'scroll' },
    tooltip: { trigger: 'axis', renderMode: 'richText' },
    dataZoom: [{ type: 'inside' }, { type: 'slider', height: 14, bottom: 4 }],
    xAxis: { type: 'value', min: 'dataMin', max: 'dataMax', name: 's' },
    yAxis: { type: 'value', scale: true, show: group.value !== 'inputs' },
    series: channels.value.map((c) => ({
      name: c.name,
      type: 'line',
      showSymbol: false,
      ...(c.bit === undefined ? {} : { step: 'end' }),
      lineStyle: { type: c.name.includes(' ') && !c.name.endsWith('left') ? 'dashed' : 'solid' },
      data: Array.from({ length: rows }, (_, r) => {
        const v = value(r, c.at[0]!);
        if (c.bit !== undefined) return [value(r, 0), ((v >> c.bit) & 1) + c.line! * INPUT_STEP];
        const y = c.at.length === 1 ? v : v - value(0, c.at[0]!) - (value(r, c.at[1]!) - value(0, c.at[1]!));
        return [value(r, 0), y];
      }),
    })),
  };
});
async function save() {
  download(`${machine.design.name} trace.csv`, await practice.traceCsv(EVERY), 'text/csv');
}
</script>

<template>
  <div class="trace">
    <div class="row wrap">
      <Choice v-model="group" label="Channels" :options="groups" />
      <Choice
        v-model="seconds"
        label="Span"
        :options="[
          { value: 5, label: 'last 5 s' },
          { value: 20, label: 'last 20 s' },
          { value: 60, label: 'last minute' },
        ]"
        @change="take"
      />
      <ActionButton kind="framed" @click="take">Look again</ActionButton>
      <ActionButton kind="framed" @click="save">Save as CSV</ActionButton>
    </div>
    <VChart class="chart" :option="option" autoresize />
    <p v-if="halved" class="soft note">X as its slide moves: half of the diameter that the control shows.</p>
  </div>
</template>

<style scoped>
.trace {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}
.wrap {
  flex-wrap: wrap;
}
.chart {
  height: 270px;
}
.note {
  margin: 0;
  font-size: 13px;
}
</style>
