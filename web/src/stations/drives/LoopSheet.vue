<script setup lang="ts">
import QuantityField from '../../ui/QuantityField.vue';
import Caution from '../../ui/Caution.vue';
import DataTable from '../../ui/DataTable.vue';
import TextField from '../../ui/TextField.vue';
import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import { closedLoopLines, usualMove } from '@nodaxis/core/advice/closedLoop';
import { programMoves, stretchesOf } from '@nodaxis/core/program/moves';
import { displayUnit, showValue } from '@nodaxis/core/units/print';
import { baseValue, type Quantity } from '@nodaxis/core/units/quantity';
import { computed, ref, shallowRef, watch } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';

/** What a closed loop asks for: inertia, lag, gearing, heat over a cycle, brake. Trial figures stay on this page. */
const props = defineProps<{ figures: AxisFigures }>();
const machine = useOpenMachine();
const preferences = usePreferences();
/** Of the motor’s own sheet, where it tells; else a usual encoder to begin with. */
const counts = ref('');
const USUAL_COUNTS = '10000';
watch(
  () => {
    const data = machine.design.parts[props.figures.axis.drives[0]?.motor ?? '']?.data;
    return data?.class === 'motor' && data.encoderCounts ? String(baseValue(data.encoderCounts)) : USUAL_COUNTS;
  },
  (own) => (counts.value = own),
  { immediate: true },
);
const gain = ref('40');
const distance = ref('');
const way = shallowRef<Quantity>();
const pause = ref('0.5');
const program = ref('');
/** A cycle taken from a program's moves, or what in it cannot be read. */
const read = computed(() =>
  program.value.trim() ? programMoves(program.value, machine.design.programWords) : undefined,
);

const linear = computed(() => props.figures.axis.motion === 'linear');
const length = computed(() => (linear.value ? 'length' : 'angle') as 'length' | 'angle');
const show = (v: number) => showValue(v, length.value, preferences.display, 3);
const number = (text: string) => {
  const n = Number(text.trim().replace(',', '.'));
  return n > 0 && Number.isFinite(n) ? n : undefined;
};
const move = computed(() => (distance.value.trim() ? way.value && baseValue(way.value) : usualMove(props.figures)));
const rows = computed(() => {
  const { axis } = props.figures;
  return closedLoopLines(
    props.figures,
    machine.figures.design.masses,
    {
      countsPerRev: number(counts.value),
      gainPerS: number(gain.value),
      move: read.value ? undefined : move.value,
      pauseS: number(pause.value) ?? 0,
      stretches:
        read.value?.ok && axis.maxSpeed
          ? stretchesOf(read.value.value, axis.letter, baseValue(axis.maxSpeed))
          : undefined,
    },
    preferences.display,
  );
});
</script>

<template>
  <p v-if="!rows.length" class="soft">Motor, driver, supply, acceleration and masses must be known first.</p>
  <template v-else>
    <div class="row inputs">
      <label>Encoder counts a turn <TextField v-model="counts" inputmode="numeric" /></label>
      <label>Loop gain Kv, 1/s <TextField v-model="gain" inputmode="decimal" /></label>
      <label
        >Move out and back
        <QuantityField
          v-model="distance"
          v-model:quantity="way"
          :dimension="length"
          :unit="displayUnit(length, preferences.display)"
          :placeholder="move ? show(move) : ''"
          inputmode="decimal"
      /></label>
      <label>Pause, s <TextField v-model="pause" inputmode="decimal" /></label>
      <label class="program"
        >or a program
        <TextField v-model="program" type="textarea" :rows="2" placeholder="G1 X120 F1800" spellcheck="false" />
      </label>
    </div>
    <Caution v-if="read && !read.ok" kind="refused"
      ><ul>
        <li v-for="f in read.error.slice(0, 4)" :key="f.where">
          <span class="mono">{{ f.where }}</span>: {{ f.what }} {{ f.fix }}
        </li>
      </ul></Caution
    >
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
.inputs :deep(.text-field) {
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
