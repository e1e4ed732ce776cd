<script setup lang="ts">
import ActionButton from '../ui/ActionButton.vue';
import { valueAt } from '@nodaxis/core/machine/fields';
import { asEntered, unitDoubt } from '@nodaxis/core/machine/plausible';
import type { Quantity } from '@nodaxis/core/units/quantity';
import { computed } from 'vue';
import { useOpenMachine } from '../document/openMachine';

/** Under a field whose figure can hardly be as it was entered: the unit in which it would be usual, for one click. */
const props = defineProps<{ path: string }>();
const emit = defineEmits<{ take: [value: Quantity] }>();
const machine = useOpenMachine();
const meant = computed(() => {
  const value = machine.design && valueAt(machine.design, props.path);
  return typeof value === 'object' ? unitDoubt(machine.design, props.path, value as Quantity)?.meant : undefined;
});
</script>

<template>
  <p v-if="meant" class="question" role="note">
    Is the unit right?
    <ActionButton kind="framed" :disabled="machine.readOnly" @click="emit('take', meant)"
      >{{ asEntered(meant) }} was meant</ActionButton
    >
  </p>
</template>

<style scoped>
.question {
  grid-column: 1 / -1;
  color: var(--doubt);
  font-size: 13px;
}
</style>
