<script setup lang="ts">
import TickBox from '../../ui/TickBox.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { powerOnCard, powerOnSubject } from '@nodaxis/core/bringup/powerOn';
import { openItemsOf } from '@nodaxis/core/logbook/openItems';
import { lastTicks } from '@nodaxis/core/machine/journal';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import SidePanel from '../../widgets/SidePanel.vue';

/** Gone through at every power-on: ticked with the time, or printed and hung on the cabinet. */
defineEmits<{ close: [] }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const steps = computed(() =>
  powerOnCard(
    { design: machine.figures.design, figures: machine.figures },
    preferences.display,
    openItemsOf(machine.file.journal),
  ),
);
const since = ref(new Date().toISOString());
const ticks = computed(() => lastTicks(machine.file.journal));
const doneAt = (id: string) => {
  const at = ticks.value.get(powerOnSubject(id));
  return at && at >= since.value ? at : undefined;
};
const tick = (id: string) => machine.log({ kind: 'tick', subject: powerOnSubject(id), state: 'done' });
const time = (at: string) => new Date(at).toLocaleTimeString('en-GB');
const print = () => window.print();
</script>

<template>
  <SidePanel title="At every power-on" @close="$emit('close')">
    <div class="card print-alone">
      <h2 class="print-only">{{ machine.design.name }}: at every power-on</h2>
      <ol>
        <li v-for="s in steps" :key="s.id" :class="{ done: doneAt(s.id) }">
          <TickBox :model-value="!!doneAt(s.id)" :disabled="!!doneAt(s.id) || machine.readOnly" @change="tick(s.id)"
            ><span
              >{{ s.text }}<small v-if="s.caution" class="care">{{ s.caution }}</small></span
            ></TickBox
          ><span v-if="doneAt(s.id)" class="mono soft">{{ time(doneAt(s.id)!) }}</span>
        </li>
      </ol>
      <div class="row no-print">
        <ActionButton kind="framed" @click="print">Print</ActionButton>
        <ActionButton @click="since = new Date().toISOString()">Begin again</ActionButton>
      </div>
    </div>
  </SidePanel>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0 0 10px;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  border-bottom: 1px solid var(--line);
}
label {
  display: flex;
  gap: 10px;
  align-items: flex-start;
  min-height: 44px;
  padding: 8px 0;
  cursor: pointer;
}

.done {
  color: var(--good);
}
.care {
  display: block;
  color: var(--wont);
}
.print-only {
  display: none;
}
@media print {
  .print-only {
    display: block;
  }
}
</style>
