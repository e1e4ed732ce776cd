<script setup lang="ts">
import { Delete, Plus } from '@element-plus/icons-vue';
import type { TurningBody } from '@nodaxis/core/machine/parts';
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import { bodyInertia } from '@nodaxis/core/spindle/turningBodies';
import { displayUnit, printQuantity, showValue } from '@nodaxis/core/units/print';
import { quantity, type Quantity } from '@nodaxis/core/units/quantity';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import Caution from '../../../ui/Caution.vue';
import Choice from '../../../ui/Choice.vue';
import QuantityEntry from '../../../ui/QuantityEntry.vue';
import TextField from '../../../ui/TextField.vue';
import FaultList from '../../../widgets/FaultList.vue';

/** What turns with the spindle, each as a disc or a ring of its mass. */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const faults = ref<Fault[]>([]);
const bodies = computed((): TurningBody[] => r.motor.setup.turningBodies ?? []);
const set = (next: TurningBody[]) =>
  (faults.value = machine.run({ name: 'set-turning-bodies', args: { part: r.motorId, bodies: next } }));
const change = (i: number, of: Partial<TurningBody>) =>
  set(bodies.value.map((b, k) => (k === i ? { ...b, ...of } : b)));
const figures = [
  { key: 'mass', label: 'mass', dimension: 'mass' },
  { key: 'diameter', label: 'diameter', dimension: 'length' },
  { key: 'bore', label: 'bore', dimension: 'length' },
] as const;
function shown(q: Quantity | undefined): string {
  if (!q) return '';
  const { figure, unit } = printQuantity(q, preferences.display);
  return `${figure} ${unit}`;
}
function enter(i: number, key: (typeof figures)[number]['key'], q: Quantity | undefined): void {
  if (q) change(i, { [key]: q });
  else if (key === 'bore')
    set(bodies.value.map(({ bore, ...b }, k) => (k === i || bore === undefined ? b : { ...b, bore })));
}
const shafts = [
  { value: 'spindle', label: 'on the spindle' },
  { value: 'motor', label: 'on the motor' },
] as const;
const add = () =>
  set([
    ...bodies.value,
    {
      name: bodies.value.length ? `Body ${bodies.value.length + 1}` : 'Chuck',
      mass: quantity(1, 'kg', 'estimate'),
      diameter: quantity(100, 'mm', 'estimate'),
      on: 'spindle',
    },
  ]);
</script>

<template>
  <ul v-if="bodies.length">
    <li v-for="(b, i) in bodies" :key="i">
      <div class="row">
        <TextField
          :model-value="b.name"
          strict
          :aria-label="`Name of body ${i + 1}`"
          maxlength="60"
          :disabled="machine.readOnly"
          @change="(name: string) => name.trim() && change(i, { name: name.trim() })"
        />
        <Choice
          :label="`Shaft of ${b.name}`"
          :model-value="b.on"
          :options="shafts"
          :disabled="machine.readOnly"
          @change="(on: string) => change(i, { on: on === 'motor' ? 'motor' : 'spindle' })"
        />
        <ActionButton
          :aria-label="`Remove ${b.name}`"
          data-hint="Remove"
          :disabled="machine.readOnly"
          @click="set(bodies.filter((_, k) => k !== i))"
          ><Delete
        /></ActionButton>
      </div>
      <div class="row wrap">
        <label v-for="f in figures" :key="f.key"
          >{{ f.label }}
          <QuantityEntry
            :shown="shown(b[f.key])"
            :dimension="f.dimension"
            :unit="displayUnit(f.dimension, preferences.display)"
            :aria-label="`${f.label} of ${b.name}`"
            :disabled="machine.readOnly"
            @enter="(q) => enter(i, f.key, q)"
        /></label>
        <span class="mono soft">{{ showValue(bodyInertia(b), 'inertia', preferences.display, 3) }}</span>
      </div>
    </li>
  </ul>
  <Caution v-if="faults.length" kind="refused"><FaultList :faults="faults" /></Caution>
  <ActionButton kind="framed" class="add" :disabled="machine.readOnly" @click="add"
    ><Plus />Add what turns with it</ActionButton
  >
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
li {
  display: grid;
  gap: 4px;
}
label {
  display: grid;
  font-size: 13px;
  width: 104px;
}
.add {
  justify-self: start;
}
</style>
