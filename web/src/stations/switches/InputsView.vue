<script setup lang="ts">
import DataTable from '../../ui/DataTable.vue';
import { computed } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import AddInput from './AddInput.vue';
import InputTerminals from './InputTerminals.vue';
import InputRow from './InputRow.vue';

/** Every input circuit, as the evaluated nets see it. */
const machine = useOpenMachine();
const circuits = computed(() => Object.keys(machine.design.circuits));
</script>

<template>
  <div class="stack">
    <section class="sheet" aria-label="Inputs" data-field="circuits">
      <div class="row spread">
        <h2>Inputs, as the evaluated circuit sees them</h2>
        <AddInput />
      </div>
      <p v-if="!circuits.length" class="soft">
        No input yet. Begin with a stop button, then a reference switch for each axis. A normally closed contact on the
        + side shows every broken or chafed wire; a normally open one needs fewer thoughts and hides them.
      </p>
      <div v-else class="scroll">
        <DataTable>
          <thead>
            <tr>
              <th>Input</th>
              <th>Terminal</th>
              <th>Switches</th>
              <th>Contact</th>
              <th>Switches to</th>
              <th>At rest</th>
              <th>Tripped</th>
              <th>Polarity</th>
              <th>Broken wire seen</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            <InputRow v-for="id in circuits" :key="id" :circuit-id="id" />
          </tbody>
        </DataTable>
      </div>
      <p class="soft small">
        Polarity is derived from the circuit. It is proven only when you have seen every switch free, pressed and
        unplugged. These inputs report to the control; they are no certified safety function.
      </p>
    </section>
    <InputTerminals v-if="circuits.length" />
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.small {
  font-size: 13px;
  margin-top: 6px;
}
@media (max-width: 720px) {
  thead {
    display: none;
  }
  .data-table,
  tbody {
    display: block;
  }
}
</style>
