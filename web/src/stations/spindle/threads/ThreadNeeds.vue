<script setup lang="ts">
import { threadLimits } from '@nodaxis/core/settings/cutLimits';
import { threadBound } from '@nodaxis/core/spindle/threadLimits';
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import { runInMm, strayDegrees, threadSpeed } from '@nodaxis/core/spindle/threads';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import { baseValue, type Quantity } from '@nodaxis/core/units/quantity';
import { computed, ref, shallowRef } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import DataTable from '../../../ui/DataTable.vue';
import FigureFields from '../../../ui/FigureFields.vue';

/** Which threads at which speeds: what Z, the counter and the run-in allow. */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const texts = ref<Partial<Record<'rpm' | 'room', string>>>({ rpm: '400' });
const read = shallowRef<Partial<Record<'rpm' | 'room', Quantity | undefined>>>({});
const fields = [
  { key: 'rpm', label: 'Speed while threading', dimension: 'rotation', unit: 'rpm' },
  { key: 'room', label: 'Free ahead of the thread', dimension: 'length', unit: 'mm' },
] as const;
/** Leads that people cut most, mm. */
const LEADS = [0.5, 0.75, 1, 1.25, 1.5, 1.75, 2, 2.5, 3] as const;
const figures = computed(() => {
  const limits = threadLimits(machine.figures.design, machine.figures.settings, r);
  return limits.known ? limits.value : undefined;
});
const rows = computed(() => {
  const f = figures.value;
  if (!f) return [];
  const rpm = read.value.rpm ? baseValue(read.value.rpm) : NaN;
  const room = read.value.room ? baseValue(read.value.room) : Infinity;
  return LEADS.map((lead) => {
    const most = threadBound(f, lead, room).rpm;
    const v = threadSpeed(lead, rpm);
    return {
      lead,
      most,
      v,
      runIn: runInMm(v, f.acceleration, f.pollS),
      possible: rpm <= most,
      never: most < f.slowest,
    };
  });
});
const stray = computed(() =>
  figures.value && read.value.rpm ? strayDegrees(baseValue(read.value.rpm), figures.value.pollS) : 0,
);
const rpm = (v: number) => showValue(Math.floor(v), 'rotation', preferences.display, 4);
const mm = (v: number) => showValue(v, 'length', preferences.display, 3);
</script>

<template>
  <section class="sheet stack" aria-label="Threads">
    <h2>Threads</h2>
    <p v-if="!figures" class="soft">Speed and acceleration of Z are needed: enter what is missing on Drives.</p>
    <template v-else>
      <FigureFields v-model="texts" :fields="fields" @read="read = $event" />
      <p v-if="stray > 0.05" class="soft">
        The control looks at the index at most every {{ showValue(figures.pollS, 'time', preferences.display, 3) }}: the
        begin of a pass strays by up to <b>{{ printNumber(stray, 2) }}°</b>.
      </p>
      <div class="scroll">
        <DataTable>
          <thead>
            <tr>
              <th class="num">Lead</th>
              <th class="num">Z moves</th>
              <th class="num">Run-in</th>
              <th class="num">At most</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.lead">
              <td class="num mono">{{ mm(row.lead) }}</td>
              <td class="num mono">{{ row.v > 0 ? showValue(row.v, 'speed', preferences.display, 3) : '–' }}</td>
              <td class="num mono">{{ row.v > 0 ? mm(Math.ceil(row.runIn * 100) / 100) : '–' }}</td>
              <td class="num mono">{{ rpm(row.most) }}</td>
              <td :class="{ bad: !row.possible || row.never }">
                {{ row.never ? 'slower than it turns' : row.v > 0 ? (row.possible ? '✓' : 'too fast') : '' }}
              </td>
            </tr>
          </tbody>
        </DataTable>
      </div>
      <p class="soft small">
        Run-in: v² / 2a and the wait of the control. The axis is at the speed of the thread before the work begins, and
        as much again is needed behind it to stop.
      </p>
    </template>
  </section>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.bad {
  color: var(--wont);
}
.small {
  font-size: 13px;
  margin: 0;
}
</style>
