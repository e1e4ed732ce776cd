<script setup lang="ts">
import { driveCurrent, dutyRead, inSummer, isSettled, readingsOf, refitted } from '@nodaxis/core/cabinet/measured';
import { warmestRoomC, type Warmth } from '@nodaxis/core/cabinet/warmth';
import { effectiveSurfaceM2 } from '@nodaxis/core/cabinet/air';
import { dutyOf } from '@nodaxis/core/power/states';
import { drawsOf, mainsWatts } from '@nodaxis/core/power/draws';
import type { Quantity } from '@nodaxis/core/units/quantity';
import { displayUnit, printNumber, showValue } from '@nodaxis/core/units/print';
import type { Fault } from '@nodaxis/core/units/result';
import { quantity } from '@nodaxis/core/units/quantity';
import { computed, defineAsyncComponent, ref, shallowRef } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import Caution from '../../../ui/Caution.vue';
import NumberField from '../../../ui/NumberField.vue';
import QuantityField from '../../../ui/QuantityField.vue';
import FaultList from '../../../widgets/FaultList.vue';

/** The chart brings its library along. */
const WarmthChart = defineAsyncComponent(() => import('./WarmthChart.vue'));
/** What a thermometer says over the first hours, beside the estimate: laid to one law, and what it means for the summer. */
const { id, warmth } = defineProps<{ id: string; warmth: Warmth }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const readings = computed(() => readingsOf(machine.file.journal, id));
const mainsW = computed(() => mainsWatts(drawsOf(machine.figures)['in-use']));
const refit = computed(() => refitted(readings.value, warmth.heat.watts, mainsW.value));
/** How much the machine works by the mains power that was read. */
const duty = computed(() => {
  const readW = refit.value?.readW;
  if (readW === undefined) return undefined;
  const restW = mainsWatts(drawsOf(machine.figures).standing);
  return dutyRead(dutyOf(machine.figures.design), readW, restW, mainsW.value);
});
const percent = (share: number) => Number((100 * share).toPrecision(2));
const otherwise = computed(() => {
  const now = dutyOf(machine.figures.design);
  return duty.value !== undefined && percent(duty.value.motion) !== percent(now.motion) ? duty.value : undefined;
});
function workSo({ motion, spindle }: NonNullable<typeof duty.value>): void {
  faults.value = machine.run({
    name: 'set-duty',
    args: { motion: quantity(percent(motion), '%', 'measured'), spindle: quantity(percent(spindle), '%', 'measured') },
  });
}
const roomC = computed(() => warmestRoomC(machine.figures.design));
const settled = computed(() => refit.value !== undefined && isSettled(refit.value.law));
const summer = computed(() =>
  refit.value && settled.value ? inSummer(refit.value.law, roomC.value, warmth.bears) : undefined,
);
const minutes = ref<number>(30);
const texts = ref({ room: '', inside: '', mains: '', current: '' });
const read = shallowRef<Partial<Record<keyof typeof texts.value, Quantity>>>({});
const drives = computed(() => driveCurrent(machine.figures, readings.value));
const a = (n: number) => showValue(n, 'current', preferences.display, 3);
const faults = ref<Fault[]>([]);
const ready = computed(() => read.value.room !== undefined && read.value.inside !== undefined);
function keep(): void {
  const { room, inside, mains, current } = read.value;
  if (!room || !inside) return;
  faults.value = machine.log({
    kind: 'warmth',
    enclosure: id,
    minutes: minutes.value,
    room,
    inside,
    ...(mains ? { mains } : {}),
    ...(current ? { current } : {}),
  });
  if (faults.value.length) return;
  minutes.value += 30;
  texts.value = { ...texts.value, inside: '' };
}
/** The findings and figures then go by what was read. */
function takeOver(surfaceM2: number): void {
  const measuredSurface = quantity(Number(surfaceM2.toPrecision(3)), 'm²', 'measured');
  faults.value = machine.run({ name: 'set-enclosure', args: { enclosure: id, set: { measuredSurface } } });
}
const taken = computed(() => warmth.box.measuredSurface !== undefined);
const withdraw = (entry: string) => (faults.value = machine.log({ kind: 'withdrawn-reading', withdraws: entry }));
const c = (n: number) => showValue(n, 'ambient', preferences.display, 3);
const k = (n: number) => showValue(n, 'temperature', preferences.display, 3);
const m2 = (n: number) => `${printNumber(n, 2)} m²`;
const walls = computed(() => effectiveSurfaceM2(warmth.box));
const name = (part: string) => machine.figures.design.parts[part]!.designation;
const unit = computed(() => displayUnit('ambient', preferences.display));
</script>

<template>
  <section class="sheet stack" aria-label="Measured">
    <h2>Measured</h2>
    <p class="soft">
      Run a job, and read a thermometer near the top of the box every half hour or so: three readings tell how warm it
      gets in the end.
    </p>
    <form class="row entry" @submit.prevent="keep">
      <label><span>Minutes after power-on</span><NumberField v-model="minutes" :min="0" :max="100000" bare /></label>
      <label
        ><span>Room</span
        ><QuantityField
          v-model="texts.room"
          dimension="ambient"
          :unit="unit"
          aria-label="Temperature of the room"
          @update:quantity="read = { ...read, room: $event }"
      /></label>
      <label
        ><span>In the box</span
        ><QuantityField
          v-model="texts.inside"
          dimension="ambient"
          :unit="unit"
          aria-label="Temperature in the box"
          @update:quantity="read = { ...read, inside: $event }"
      /></label>
      <label
        ><span>Mains power</span
        ><QuantityField
          v-model="texts.mains"
          dimension="power"
          unit="W"
          aria-label="Mains power, if a meter is in the lead"
          @update:quantity="read = { ...read, mains: $event }"
      /></label>
      <label
        ><span>Drive supply gives</span
        ><QuantityField
          v-model="texts.current"
          dimension="current"
          unit="A"
          aria-label="Current of the supply of the drives, if a meter is in its lead"
          @update:quantity="read = { ...read, current: $event }"
      /></label>
      <ActionButton kind="framed" native-type="submit" :disabled="!ready || machine.readOnly"
        >Keep the reading</ActionButton
      >
    </form>
    <Caution v-if="faults.length" kind="refused"><FaultList :faults="faults" /></Caution>
    <template v-if="readings.length">
      <WarmthChart :readings="readings" :law="refit?.law" :estimate-k="warmth.riseK" />
      <ul>
        <li v-for="r in readings" :key="r.entry">
          <span class="mono"
            >{{ r.minutes }} min: {{ c(r.insideC) }} in {{ c(r.roomC) }}, {{ k(r.insideC - r.roomC) }} above it</span
          >
          <ActionButton
            :disabled="machine.readOnly"
            :aria-label="`Withdraw the reading at ${r.minutes} minutes`"
            @click="withdraw(r.entry)"
            >Withdraw</ActionButton
          >
        </li>
      </ul>
      <p v-if="drives">
        The supply of the drives gives {{ a(drives.readA) }} on average by the meter, {{ a(drives.estimatedA) }} by the
        duty here.
      </p>
      <p v-if="!refit" class="soft">Three readings after power-on are needed before a law can be laid to them.</p>
      <p v-else-if="!settled">Too early to tell the end: the box is at less than half of its way. Go on reading.</p>
      <template v-else>
        <p>
          It ends <b>{{ k(refit.law.endK) }}</b> above the room, where the estimate says
          {{ warmth.riseK === undefined ? 'nothing, since sizes are missing' : k(warmth.riseK) }}; 63 % of it is reached
          after {{ Math.round(refit.law.tauMinutes) }} minutes. By the
          {{ showValue(refit.watts, 'power', preferences.display, 2) }} of heat{{
            refit.powerRatio === undefined ? ' of the estimate' : ', scaled by the mains power that was read,'
          }}
          it cools like {{ m2(refit.surfaceM2) }} of surface<template v-if="walls !== undefined"
            >; its walls alone come to {{ m2(walls) }}</template
          >.<template v-if="refit.powerRatio !== undefined">
            The machine takes {{ printNumber(100 * refit.powerRatio, 2) }} % of the mains power that the duty here makes
            of it.</template
          >
        </p>
        <template v-if="otherwise && refit.readW !== undefined">
          <p>
            {{ showValue(refit.readW, 'power', preferences.display, 3) }} from the mains mean that it is idle for
            {{ printNumber(100 - percent(otherwise.motion), 2) }} % of the time: the axes move for
            {{ printNumber(percent(otherwise.motion), 2) }} %, not for
            {{ printNumber(percent(dutyOf(machine.figures.design).motion), 2) }} %.
          </p>
          <ActionButton kind="framed" class="take" :disabled="machine.readOnly" @click="workSo(otherwise)"
            >Count with this share</ActionButton
          >
        </template>
        <p v-if="taken" class="soft">The figures of this box go by what was measured, until it is changed.</p>
        <ActionButton v-else kind="framed" class="take" :disabled="machine.readOnly" @click="takeOver(refit.surfaceM2)"
          >Go by what was measured</ActionButton
        >
        <p v-if="summer" :class="{ warn: summer.afterMinutes !== undefined }">
          In the warmest room, {{ c(roomC) }}, its air gets {{ c(summer.airC)
          }}<template v-if="summer.part && summer.afterMinutes !== undefined"
            >: {{ name(summer.part.part) }} bears {{ c(summer.part.limitC) }}, and that is passed after
            {{ Math.round(summer.afterMinutes) }} minutes</template
          ><template v-else-if="summer.part">, and every part bears that</template>.
        </p>
      </template>
    </template>
  </section>
</template>

<style scoped>
.entry {
  align-items: end;
  gap: 10px;
  flex-wrap: wrap;
}
.entry label {
  display: grid;
  gap: 2px;
  width: 130px;
}
p {
  margin: 0;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-bottom: 1px solid var(--line);
}
.take {
  justify-self: start;
}
.warn {
  color: var(--danger);
}
</style>
