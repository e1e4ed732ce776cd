<script setup lang="ts">
import DataTable from '../../ui/DataTable.vue';
import TextField from '../../ui/TextField.vue';
import type { AxisFigures } from '@nodaxis/core/derivation/figures';
import {
  bestRatio,
  electronicGear,
  followingError,
  INERTIA_AT_EASE,
  INERTIA_MOST,
  inertiaRatioOf,
  moveCycle,
  rmsTorqueNm,
  stretchCycle,
} from '@nodaxis/core/drivetrain/loop';
import { backDriving } from '@nodaxis/core/drivetrain/backDriving';
import { programMoves, stretchesOf } from '@nodaxis/core/program/moves';
import { parseQuantity } from '@nodaxis/core/units/parse';
import { displayUnit, printNumber, showValue } from '@nodaxis/core/units/print';
import { baseValue } from '@nodaxis/core/units/quantity';
import { computed, ref } from 'vue';
import { useMachine } from '../../document/machine';
import { usePreferences } from '../../document/preferences';

/** What a closed loop asks for: inertia, lag, gearing, heat over a cycle, brake. Trial figures stay on this page. */
const props = defineProps<{ figures: AxisFigures }>();
const machine = useMachine();
const preferences = usePreferences();
const counts = ref('10000');
const gain = ref('40');
const distance = ref('');
const pause = ref('0.5');
const program = ref('');
/** A cycle taken from a program's moves, or what in it cannot be read. */
const read = computed(() =>
  program.value.trim() ? programMoves(program.value, machine.design!.programWords) : undefined,
);

const linear = computed(() => props.figures.axis.motion === 'linear');
const length = computed(() => (linear.value ? 'length' : 'angle') as 'length' | 'angle');
const torque = computed(() => {
  const t = props.figures.drives[0]?.torque;
  return t?.known ? t.value : undefined;
});
const scale = computed(() => {
  const s = props.figures.drives[0]?.scale;
  return s?.known ? s.value : undefined;
});
const wanted = computed(() => (props.figures.axis.maxSpeed ? baseValue(props.figures.axis.maxSpeed) : undefined));
const show = (v: number, d: 'torque' | 'length' | 'angle' | 'inertia', digits = 3) =>
  showValue(v, d, preferences.display, digits);
const number = (text: string) => {
  const n = Number(text.trim().replace(',', '.'));
  return n > 0 && Number.isFinite(n) ? n : undefined;
};
const move = computed(() => {
  const typed = distance.value.trim();
  if (!typed) return props.figures.ruler.known ? props.figures.ruler.value.usable / 4 : undefined;
  const read = parseQuantity(typed, [length.value], displayUnit(length.value, preferences.display), 'move');
  return read.ok ? baseValue(read.value) : undefined;
});
const rows = computed(() => {
  const t = torque.value;
  if (!t) return [];
  const { load } = t.load;
  const curve = t.motor.curve;
  const list: { title: string; value: string; says: string }[] = [];
  const ratio = inertiaRatioOf(load);
  list.push({
    title: 'Inertia, load to rotor',
    value: `${printNumber(ratio, 2)} : 1`,
    says: `${ratio > INERTIA_MOST ? 'Hard to tune stiff' : ratio > INERTIA_AT_EASE ? 'Tunable with care' : 'At ease'}. A reduction of ${printNumber(bestRatio(load), 2)} : 1 would accelerate it best. Tune only with the final mass on.`,
  });
  const kv = number(gain.value);
  if (kv && wanted.value !== undefined)
    list.push({
      title: 'Following error at the wanted speed',
      value: show(followingError(wanted.value, kv), length.value),
      says: 'Speed over loop gain, for a loop without feed-forward. Set the drive’s alarm above it, well below what would be a crash.',
    });
  const c = number(counts.value);
  if (c && scale.value) {
    const gear = electronicGear(c, scale.value.stepsPerRev);
    list.push({
      title: 'Electronic gearing',
      value: `${gear.numerator} / ${gear.denominator}`,
      says: `${printNumber(c, 9)} encoder counts for ${printNumber(scale.value.stepsPerRev, 9)} command pulses.`,
    });
  }
  const p = number(pause.value) ?? 0;
  const cycle =
    read.value?.ok && wanted.value !== undefined
      ? stretchCycle(load, stretchesOf(read.value.value, props.figures.axis.letter, wanted.value), t.acceleration)
      : move.value && move.value > 0 && wanted.value !== undefined && !read.value
        ? moveCycle(load, { distance: move.value, speed: wanted.value, acceleration: t.acceleration, pauseS: p })
        : undefined;
  if (cycle) {
    const rms = rmsTorqueNm(cycle);
    const rated = curve.kind === 'servo' ? curve.ratedNm : undefined;
    list.push({
      title: read.value ? 'RMS torque over the program' : 'RMS torque over the cycle',
      value: show(rms, 'torque'),
      says:
        rated === undefined
          ? 'For a stepper the heat comes from its set current, whatever it does.'
          : `The motor gives ${show(rated, 'torque')} for as long as you like: ${rms <= rated ? 'it stays cool enough' : 'too much, it overheats'}.`,
    });
  }
  const back = backDriving(props.figures.id, props.figures.axis, machine.design!.masses);
  if (back)
    list.push({
      title: 'Back-driving torque',
      value: show(back.torqueNm, 'torque'),
      says: {
        moves: `More than the drag of ${show(back.dragNm, 'torque')}: it ${back.rises ? 'rises' : 'falls'} when the motor loses power, unless a brake holds it.`,
        creeps: `Drag of ${show(back.dragNm, 'torque')} alone holds it: assume that it creeps.`,
        greased: 'Its own friction holds it as long as it is dry: assume that it falls.',
        holds: `Drag of ${show(back.dragNm, 'torque')} and friction hold it.`,
      }[back.verdict],
    });
  return list;
});
</script>

<template>
  <p v-if="!torque" class="soft">Motor, driver, supply, acceleration and masses must be known first.</p>
  <template v-else>
    <div class="row inputs">
      <label>Encoder counts a turn <TextField v-model="counts" inputmode="numeric" /></label>
      <label>Loop gain Kv, 1/s <TextField v-model="gain" inputmode="decimal" /></label>
      <label
        >Move out and back
        <TextField v-model="distance" :placeholder="move ? show(move, length) : ''" inputmode="decimal"
      /></label>
      <label>Pause, s <TextField v-model="pause" inputmode="decimal" /></label>
      <label class="program"
        >or a program
        <TextField v-model="program" type="textarea" :rows="2" placeholder="G1 X120 F1800" spellcheck="false" />
      </label>
    </div>
    <ul v-if="read && !read.ok" class="caution" role="alert">
      <li v-for="f in read.error.slice(0, 4)" :key="f.where">
        <span class="mono">{{ f.where }}</span>: {{ f.what }} {{ f.fix }}
      </li>
    </ul>
    <DataTable>
      <tbody>
        <tr v-for="r in rows" :key="r.title">
          <td>{{ r.title }}</td>
          <td class="num mono">
            <strong>{{ r.value }}</strong>
          </td>
          <td class="soft">{{ r.says }}</td>
        </tr>
      </tbody>
    </DataTable>
  </template>
</template>

<style scoped>
.inputs {
  align-items: start;
}
.inputs label {
  display: grid;
  font-size: 13px;
  color: var(--soft);
}
.text-field {
  width: 130px;
  text-align: right;
  font-family: var(--mono);
}
.program {
  flex: 1 1 200px;
}
.text-field.el-textarea {
  font-family: var(--code);
  font-size: 13px;
}
.num {
  white-space: nowrap;
}
</style>
