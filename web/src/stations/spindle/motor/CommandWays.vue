<script setup lang="ts">
import { waysOfCommand, type CommandWay, type WayOfCommand } from '@nodaxis/core/spindle/commandWays';
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import { showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import DataTable from '../../../ui/DataTable.vue';

/** How it can be told to run, side by side for this machine: wires, accuracy, and what a stop and a fault do. */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const ways = computed(() => waysOfCommand(machine.figures.design, r));
const title: Record<CommandWay, string> = {
  panel: 'By hand, at the drive',
  relay: 'Relay or output: on and off',
  voltage: '0 to 10 V',
  'pulse-width': 'Pulse width',
  converter: 'Pulse width through a converter',
  serial: 'Serial line',
  fieldbus: 'Fieldbus',
};
const stands = (w: WayOfCommand) =>
  w.standing === 'in-use' ? 'in use' : w.standing === 'possible' ? 'possible' : `lacks ${w.lacks.join(' and ')}`;
</script>

<template>
  <section class="sheet stack" aria-label="Ways of command">
    <h2>Ways to command it</h2>
    <div class="scroll" tabindex="0" role="group" aria-label="Ways of command, side by side">
      <DataTable>
        <thead>
          <tr>
            <th>Way</th>
            <th class="num">Wires</th>
            <th class="num">Off by, at the top</th>
            <th>A stop</th>
            <th>A fault of the drive</th>
            <th>Isolation</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="w in ways" :key="w.way" :class="w.standing">
            <td>
              <b>{{ title[w.way] }}</b><br /><small :class="{ soft: w.standing !== 'in-use' }">{{ stands(w) }}</small>
            </td>
            <td class="num mono">{{ w.conductors || '–' }}</td>
            <td class="num mono">
              {{ w.offRpm === undefined ? 'set by hand' : showValue(w.offRpm, 'rotation', preferences.display, 2) }}
            </td>
            <td>{{ w.onStop }}</td>
            <td>{{ w.onFault }}</td>
            <td>
              {{ w.isolation
              }}<strong v-if="w.danger && w.standing !== 'lacks'" class="danger"><br />{{ w.danger }}</strong>
            </td>
          </tr>
        </tbody>
      </DataTable>
    </div>
  </section>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
td {
  vertical-align: top;
  min-width: 90px;
}
td:nth-child(n + 4) {
  font-size: 13px;
  min-width: 150px;
}
.lacks {
  color: var(--soft);
}
.in-use {
  background: var(--accent-wash);
}
.danger {
  color: var(--danger);
}
</style>
