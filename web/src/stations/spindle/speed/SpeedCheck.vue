<script setup lang="ts">
import { Delete } from '@element-plus/icons-vue';
import { settingFigure } from '@nodaxis/core/settings/setting';
import { calibrated, LEAST_READINGS, speedReadings, verdictOf } from '@nodaxis/core/spindle/calibration';
import { plateOf } from '@nodaxis/core/spindle/plate';
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import { figureOr } from '@nodaxis/core/units/derived';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import type { Quantity } from '@nodaxis/core/units/quantity';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, defineAsyncComponent, ref, shallowRef } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import Caution from '../../../ui/Caution.vue';
import QuantityField from '../../../ui/QuantityField.vue';
import FaultList from '../../../widgets/FaultList.vue';
import type { Curve } from '../curves';

/** The chart brings its library along. */
const LinesChart = defineAsyncComponent(() => import('../LinesChart.vue'));
/** Commanded against measured at three speeds or more: what is off, and where it is put right. */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const texts = ref({ commanded: '', measured: '' });
const read = shallowRef<{ commanded?: Quantity | undefined; measured?: Quantity | undefined }>({});
const faults = ref<Fault[]>([]);
const readings = computed(() => speedReadings(machine.file.journal, r.motorId));
const law = computed(() => calibrated(readings.value));
const topRpm = computed(() => figureOr(r.motor.data.maxSpeed, 0) * r.inUse.ratio);
const slip = computed(() => {
  const plate = r.kind === 'induction' ? plateOf(r.motor, r.motorId) : undefined;
  return plate?.known ? plate.value.slip : 0;
});
const verdict = computed(() => law.value && verdictOf(law.value, slip.value, topRpm.value || 1));
const rpm = (v: number) => showValue(v, 'rotation', preferences.display, 4);
/** What the frequency at 10 V has to be so that the line has the scale 1. */
const atTenVolts = computed(() => {
  const now = settingFigure(machine.figures.settings, `driver/${r.driveId}/speed-at-ten-volts`);
  return law.value && now !== undefined ? now / law.value.scale : undefined;
});
function keep(): void {
  const { commanded, measured } = read.value;
  if (!commanded || !measured) return;
  faults.value = machine.log({ kind: 'speed-check', part: r.motorId, commanded, measured });
  if (!faults.value.length) texts.value = { commanded: '', measured: '' };
}
/** After a change at drive or control every reading is of another machine. */
const measureAgain = () =>
  (faults.value = readings.value.flatMap((x) => machine.log({ kind: 'withdrawn-reading', withdraws: x.entry })));
const withdraw = (entry: string) => (faults.value = machine.log({ kind: 'withdrawn-reading', withdraws: entry }));
const curves = computed((): Curve[] => {
  const most = Math.max(topRpm.value, ...readings.value.map((x) => x.commanded));
  const c = law.value;
  return [
    {
      name: 'As commanded',
      ink: 'soft',
      dashed: true,
      data: [
        [0, 0],
        [most, most],
      ],
    },
    ...(c
      ? [
          {
            name: 'Line through the readings',
            ink: 'accent' as const,
            data: [
              [0, Math.max(0, c.offsetRpm)],
              [most, c.scale * most + c.offsetRpm],
            ] as [number, number][],
          },
        ]
      : []),
    { name: 'Measured', ink: 'ink', points: true, data: readings.value.map((x) => [x.commanded, x.measured]) },
  ];
});
</script>

<template>
  <section class="sheet stack" aria-label="Commanded and measured speed">
    <h2>Commanded and measured speed</h2>
    <Caution>No tool in the spindle. Measure with a contactless meter, from the side of the guard.</Caution>
    <form class="row wrap ends" @submit.prevent="keep">
      <label
        ><span>Commanded</span
        ><QuantityField
          v-model="texts.commanded"
          dimension="rotation"
          unit="rpm"
          aria-label="Commanded speed"
          @update:quantity="read = { ...read, commanded: $event }"
      /></label>
      <label
        ><span>Measured</span
        ><QuantityField
          v-model="texts.measured"
          dimension="rotation"
          unit="rpm"
          aria-label="Speed on the meter"
          @update:quantity="read = { ...read, measured: $event }"
      /></label>
      <ActionButton kind="framed" native-type="submit" :disabled="machine.readOnly || !read.commanded || !read.measured"
        >Keep the reading</ActionButton
      >
    </form>
    <Caution v-if="faults.length" kind="refused"><FaultList :faults="faults" /></Caution>
    <ul v-if="readings.length">
      <li v-for="x in readings" :key="x.entry" class="row">
        <span class="mono">{{ rpm(x.commanded) }} → {{ rpm(x.measured) }}</span>
        <ActionButton
          :aria-label="`Withdraw the reading at ${rpm(x.commanded)}`"
          data-hint="Withdraw: it was wrong"
          :disabled="machine.readOnly"
          @click="withdraw(x.entry)"
          ><Delete
        /></ActionButton>
      </li>
    </ul>
    <ActionButton v-if="readings.length > 1" class="again" :disabled="machine.readOnly" @click="measureAgain"
      >Something was changed: measure again</ActionButton
    >
    <p v-if="!law" class="soft">
      {{ LEAST_READINGS }} different speeds tell scale and offset: a quarter, half and full speed.
    </p>
    <template v-else>
      <p role="status">
        Scale <b>{{ printNumber(law.scale, 4) }}</b>, offset <b>{{ rpm(law.offsetRpm) }}</b>; at the top it lags by
        {{ printNumber(100 * law.lag, 2) }} %<template v-if="slip"
          >, where the plate’s slip is {{ printNumber(100 * slip, 2) }} % under full load</template
        >.
      </p>
      <p v-if="verdict === 'slip'"><b>As it should be:</b> slip explains it. Nothing to change.</p>
      <p v-else-if="verdict === 'scale'">
        <b>The scale is off.</b>
        <template v-if="atTenVolts"
          >Set the frequency at 10 V in the drive to {{ showValue(atTenVolts, 'frequency', preferences.display, 4) }},
          or in the control the</template
        ><template v-else>In the control, set the</template> highest spindle speed to {{ rpm(topRpm * law.scale) }}. One
        of the two, not both.
      </p>
      <p v-else-if="verdict === 'offset'">
        <b>It is off by the same at every speed.</b> The analogue output or input has an offset, or the lowest frequency
        is added: set the offset of the speed input so that 0 V is 0 rpm.
      </p>
      <p v-else>
        <b>The readings are on no line</b> (up to {{ rpm(law.strayRpm) }} off). Measure again; if it stays so, the
        output of the control is filtered pulse width that sags, or a limit cuts the top off.
      </p>
      <LinesChart :curves="curves" x="commanded, rpm" y="rpm" label="Measured against commanded speed" />
    </template>
  </section>
</template>

<style scoped>
label {
  display: grid;
  gap: 2px;
  width: 140px;
}
form.ends {
  align-items: end;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
}
</style>
