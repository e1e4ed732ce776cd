<script setup lang="ts">
import { fullStepsOf, microStepChoices, microStepsOf, readSteps } from '@nodaxis/core/drivetrain/microSteps';
import { computed } from 'vue';
import { useMachine } from '../../document/machine';
import Choice from '../../ui/Choice.vue';
import MachineField from '../../widgets/MachineField.vue';

/** Steps for each turn and micro-steps: one figure with two faces, either of which can be set. */
const props = defineProps<{ driverId: string }>();
const machine = useMachine();
const path = computed(() => `parts.${props.driverId}.setup.stepsPerRevolution`);
const full = computed(() => (machine.design ? fullStepsOf(machine.design, props.driverId) : undefined));
const micro = computed(() => {
  const steps = machine.design?.parts[props.driverId]?.setup.stepsPerRevolution;
  return steps !== undefined && full.value !== undefined ? microStepsOf(steps, full.value) : undefined;
});
const offered = computed(() => {
  const choices = machine.design ? microStepChoices(machine.design, props.driverId) : [];
  return micro.value === undefined || choices.includes(micro.value) ? choices : [...choices, micro.value];
});
function set(value: number): void {
  machine.run({ name: 'set-field', args: { path: path.value, value: value * full.value! } });
}
</script>

<template>
  <MachineField :path="path" :read="(text) => readSteps(text, full)" />
  <label v-if="full !== undefined && offered.length" class="micro"
    ><span>Micro-steps</span>
    <Choice
      :model-value="micro"
      :disabled="machine.readOnly"
      :placeholder="micro === undefined ? 'no whole number' : ''"
      :options="offered.map((m) => ({ value: m, label: m === 1 ? 'full steps' : `1/${m}` }))"
      @change="set($event!)"
  /></label>
</template>

<style scoped>
.micro {
  display: grid;
  grid-template-columns: minmax(80px, 1fr) minmax(0, 212px) 16px;
  align-items: center;
  gap: 2px 6px;
  min-height: 32px;
}
</style>
