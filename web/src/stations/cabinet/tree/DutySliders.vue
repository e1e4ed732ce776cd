<script setup lang="ts">
import { dutyOf, type Duty } from '@nodaxis/core/power/states';
import { quantity } from '@nodaxis/core/units/quantity';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import ActionButton from '../../../ui/ActionButton.vue';
import Slider from '../../../ui/Slider.vue';

/** How much the machine does in a job: tried while it is moved, kept by a button. */
const tried = defineModel<Duty | undefined>();
const machine = useOpenMachine();
const shown = computed(() => tried.value ?? dutyOf(machine.design));
const percent = (share: number) => Math.round(100 * share);
const keys = [
  { key: 'motion', name: 'Axes move' },
  { key: 'spindle', name: 'Spindle gives' },
] as const;
const move = (key: keyof Duty, value: number) => (tried.value = { ...shown.value, [key]: value / 100 });
function keep() {
  const { motion, spindle } = shown.value;
  machine.run({
    name: 'set-duty',
    args: { motion: quantity(percent(motion), '%', 'estimate'), spindle: quantity(percent(spindle), '%', 'estimate') },
  });
  tried.value = undefined;
}
</script>

<template>
  <div class="row duty" role="group" aria-label="Duty in a job">
    <Slider
      v-for="k in keys"
      :key="k.key"
      :model-value="percent(shown[k.key])"
      :name="k.name"
      :max="100"
      :shown="`${percent(shown[k.key])} %${k.key === 'motion' ? ' of the time' : ' of its power'}`"
      @update:model-value="move(k.key, $event)"
    />
    <template v-if="tried">
      <ActionButton kind="framed" :disabled="machine.readOnly" @click="keep">Keep</ActionButton>
      <ActionButton @click="tried = undefined">Back</ActionButton>
    </template>
  </div>
</template>
