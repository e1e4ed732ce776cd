<script setup lang="ts">
import { circuitName } from '@nodaxis/core/machine/fields';
import { computed } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePractice } from './usePractice';

/** The inputs by wire and by meaning: what the terminal reads, and what the control takes it for. */
const machine = useOpenMachine();
const { snapshot } = usePractice();
const rows = computed(() =>
  (snapshot.value?.inputs ?? []).map((i) => {
    const terminal = machine.figures.plan.inputs[i.id];
    const printed = terminal ? machine.design.parts[terminal.part]?.terminals[terminal.terminal]?.printed : '';
    return {
      ...i,
      printed,
      name: circuitName(machine.design, i.id),
      level: i.reading < 0 ? 'uncertain' : i.reading ? 'high' : 'low',
    };
  }),
);
</script>

<template>
  <ul class="lamps" aria-label="Inputs">
    <li
      v-for="w in rows"
      :key="w.id"
      v-memo="[w.level, w.tripped, w.name]"
      :class="{ lit: w.tripped }"
      :data-hint="`${w.name}: ${w.level}, ${w.tripped ? 'tripped' : 'free'}`"
    >
      <i class="bulb"></i><span class="mono">{{ w.printed }}</span> <span class="soft mono">{{ w.level }}</span>
      {{ w.name }}
    </li>
  </ul>
</template>

<style scoped>
.lamps {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  align-content: start;
  font-size: 13px;
}
li {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.bulb {
  display: inline-block;
  width: 10px;
  height: 10px;
  border-radius: 50%;
  border: 1.5px solid var(--ink);
  margin-right: 5px;
}
.lit .bulb {
  background: var(--danger);
}
.lit {
  font-weight: 700;
}
</style>
