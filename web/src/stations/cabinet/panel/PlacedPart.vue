<script setup lang="ts">
import type { Part } from '@nodaxis/core/machine/parts';
import { showValue } from '@nodaxis/core/units/print';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import TickBox from '../../../ui/TickBox.vue';

/** The part that is picked: its size, where it sits, and what can be done with it there. */
defineProps<{
  part: Part;
  size: readonly number[];
  x: number;
  y: number;
  usual: boolean;
  turned: boolean;
  /** The hole to cut for it, in words. */
  hole?: string;
}>();
const emit = defineEmits<{ turn: [is: boolean]; takeOff: [] }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const mm = (n: number) => showValue(n, 'length', preferences.display, 4);
</script>

<template>
  <section class="sheet stack" aria-label="The part">
    <h2>
      <span class="mono">{{ part.designation }}</span> {{ part.name }}
    </h2>
    <p class="mono">{{ size.map(mm).join(' × ') }}</p>
    <p v-if="hole" class="mono">{{ hole }}</p>
    <p v-if="usual" class="soft small">
      A usual size: no sheet tells all of it. Measure yours and enter it on its sheet.
    </p>
    <p class="mono">{{ mm(x) }} from the left, {{ mm(y) }} from below</p>
    <TickBox :model-value="turned" :disabled="machine.readOnly" @change="(is: boolean) => emit('turn', is)"
      >Turned by a quarter</TickBox
    >
    <ActionButton :disabled="machine.readOnly" @click="emit('takeOff')">Take it off</ActionButton>
  </section>
</template>

<style scoped>
p {
  margin: 0;
}
.small {
  font-size: 13px;
}
</style>
