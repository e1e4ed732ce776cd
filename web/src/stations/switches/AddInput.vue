<script setup lang="ts">
import QuantityField from '../../ui/QuantityField.vue';
import Caution from '../../ui/Caution.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { Plus } from '@element-plus/icons-vue';
import { ElDialog } from 'element-plus';
import type { InputFunction } from '@nodaxis/core/machine/connections';
import { deviceClasses, sitsOnAxis, sitsOnShaft, usualDevice } from '@nodaxis/core/advice/inputDevices';
import type { AxisEnd } from '@nodaxis/core/machine/mechanics';
import { displayUnit } from '@nodaxis/core/units/print';
import type { Quantity } from '@nodaxis/core/units/quantity';
import { computed, ref, shallowRef, watch } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { useOwnParts } from '../../document/ownParts';
import { usePreferences } from '../../document/preferences';
import MachineField from '../../widgets/MachineField.vue';

/** Adds an input with its device. What was chosen last stays, since the next switch is most often of the same kind. */
const machine = useOpenMachine();
const own = useOwnParts();
void own.start();
const preferences = usePreferences();
const shown = ref(false);
const fault = ref('');
const kind = ref<InputFunction>('limit-and-reference');
const axis = ref('');
const end = ref<AxisEnd>('minus');
const drive = ref<number>();
const device = ref('');
const trip = ref('');
const tripAt = shallowRef<Quantity>();
const tripIn = computed(() => (chosenAxis.value?.axis.motion === 'rotary' ? 'angle' : 'length'));

const functions: [InputFunction, string][] = [
  ['limit-and-reference', 'Limit and reference'],
  ['limit', 'Limit'],
  ['reference', 'Reference'],
  ['index', 'Index: one pulse a turn of a shaft'],
  ['stop', 'Stop button'],
  ['pause', 'Pause'],
  ['start', 'Start button'],
  ['door', 'Door'],
  ['probe', 'Probe, touch plate or tool contact'],
  ['spindle-permit', 'Spindle permit: collet, drawbar, chuck guard'],
  ['coolant-flow', 'Flow of the spindle’s coolant'],
  ['position', 'Position, which the program reads'],
  ['jog', 'Key that moves an axis'],
  ['hand-enable', 'Enabling switch for motion by hand'],
  ['select-axis', 'Selector: axis of the wheel'],
  ['select-step', 'Selector: step of the wheel'],
];
const onAxis = computed(() => sitsOnAxis(kind.value));
const onShaft = computed(() => sitsOnShaft(kind.value));
/** What a key moves and which way, or what a selector chooses. */
const moves = computed(() => kind.value === 'jog' || kind.value === 'select-axis');
const step = ref('');
const stepBy = shallowRef<Quantity>();
const hand = computed(() => ({
  ...(moves.value ? { axis: axis.value } : {}),
  ...(kind.value === 'jog' ? { direction: end.value } : {}),
  ...(kind.value === 'select-step' && stepBy.value ? { step: stepBy.value } : {}),
}));
const axes = computed(() => machine.figures.axes);
const devices = computed(() => own.of(...deviceClasses(kind.value)));
const chosenAxis = computed(() => axes.value.find((a) => a.id === axis.value));
watch([kind, shown], () => {
  axis.value ||= axes.value[0]?.id ?? '';
  if (!devices.value.some((d) => d.key === device.value)) device.value = usualDevice(machine.design, kind.value);
});
watch(chosenAxis, (a) => a && (end.value = a.axis.reference.end));

function add() {
  if (onAxis.value && trip.value.trim() && !tripAt.value) return;
  if (kind.value === 'select-step' && !stepBy.value) return;
  const tripFromStop = onAxis.value ? tripAt.value : undefined;
  const pair = (chosenAxis.value?.axis.drives.length ?? 1) > 1;
  const mount = onAxis.value
    ? {
        axis: axis.value,
        end: end.value,
        ...(pair && drive.value !== undefined ? { drive: drive.value } : {}),
        ...(tripFromStop ? { tripFromStop } : {}),
      }
    : onShaft.value && chosenAxis.value
      ? { axis: axis.value, end: chosenAxis.value.axis.reference.end }
      : undefined;
  const faults = machine.run({
    name: 'add-input',
    args: {
      function: kind.value,
      ...own.choice(device.value),
      ...(mount ? { mount } : {}),
      ...(Object.keys(hand.value).length ? { hand: hand.value } : {}),
    },
  });
  fault.value = faults.map((f) => `${f.what} ${f.fix}`).join(' ');
  if (faults.length) return;
  trip.value = '';
  shown.value = false;
}
</script>

<template>
  <ActionButton kind="main" :disabled="machine.readOnly" @click="shown = true">
    <Plus aria-hidden="true" />Add an input
  </ActionButton>
  <ElDialog v-model="shown" title="Add an input" width="min(460px, 94vw)">
    <form class="form" @submit.prevent="add">
      <label for="input-function">Function</label>
      <Choice id="input-function" v-model="kind" :options="functions.map(([value, label]) => ({ value, label }))" />
      <template v-if="onShaft">
        <label for="input-shaft">A shaft of</label>
        <Choice id="input-shaft" v-model="axis" :options="axes.map((a) => ({ value: a.id, label: a.axis.letter }))" />
      </template>
      <template v-if="onAxis">
        <label for="input-axis">Axis</label>
        <Choice id="input-axis" v-model="axis" :options="axes.map((a) => ({ value: a.id, label: a.axis.letter }))" />
        <label for="input-end">End of the travel</label>
        <Choice id="input-end" v-model="end" :options="['minus', 'plus']" />
        <template v-if="chosenAxis && chosenAxis.axis.drives.length > 1">
          <label for="input-side">Side</label>
          <Choice
            id="input-side"
            v-model="drive"
            placeholder="either"
            clearable
            :options="chosenAxis.axis.drives.map((d, value) => ({ value, label: d.side ?? '' }))"
          />
        </template>
      </template>
      <template v-if="moves">
        <label for="input-moves">Axis</label>
        <Choice id="input-moves" v-model="axis" :options="axes.map((a) => ({ value: a.id, label: a.axis.letter }))" />
      </template>
      <template v-if="kind === 'jog'">
        <label for="input-way">Way</label>
        <Choice
          id="input-way"
          v-model="end"
          :options="[
            { value: 'plus', label: 'to plus' },
            { value: 'minus', label: 'to minus' },
          ]"
        />
      </template>
      <template v-if="kind === 'select-step'">
        <label for="input-step">A click moves</label>
        <QuantityField
          id="input-step"
          v-model="step"
          v-model:quantity="stepBy"
          dimension="length"
          :unit="displayUnit('length', preferences.display)"
          placeholder="such as 0.01 mm"
        />
      </template>
      <label for="input-device">Device</label>
      <Choice
        id="input-device"
        v-model="device"
        :options="devices.map((d) => ({ value: d.key, label: d.name, note: d.about }))"
      />
      <template v-if="onAxis">
        <label for="input-trip">Trip point to hard stop</label>
        <QuantityField
          id="input-trip"
          v-model="trip"
          v-model:quantity="tripAt"
          :dimension="tripIn"
          :unit="displayUnit(tripIn, preferences.display)"
          :placeholder="`such as 8 ${preferences.display.system === 'metric' ? 'mm' : 'mm or 5/16 in'}`"
        />
      </template>
      <MachineField
        v-if="kind !== 'limit' && onAxis && axis"
        class="whole"
        :path="`axes.${axis}.reference.backOff`"
        no-source
      />
      <Caution v-if="fault" kind="refused">{{ fault }}</Caution>
      <ActionButton kind="main" native-type="submit">Add it</ActionButton>
    </form>
  </ElDialog>
</template>

<style scoped>
.whole {
  grid-column: 1 / -1;
}
.form {
  display: grid;
  grid-template-columns: minmax(0, 150px) minmax(0, 1fr);
  gap: 8px;
  align-items: center;
}
.form p,
.form button {
  grid-column: 1 / -1;
  justify-self: start;
}
@media (max-width: 720px) {
  .form {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
