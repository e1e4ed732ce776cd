<script setup lang="ts">
import { circuitName } from '@nodaxis/core/machine/fields';
import { computed } from 'vue';
import { useMachine } from '../../document/machine';
import MachineField from '../../widgets/MachineField.vue';
import TravelRuler from '../../widgets/TravelRuler.vue';
import AxisMark from '../../widgets/AxisMark.vue';
import AddInput from './AddInput.vue';
import InputRow from './InputRow.vue';
import ReferenceOrder from './ReferenceOrder.vue';

const machine = useMachine();
const figures = computed(() => machine.figures!);
const circuits = computed(() => Object.keys(machine.design!.circuits));
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
        <table class="list">
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
        </table>
      </div>
      <p class="soft small">
        Polarity is derived from the circuit. It is proven only when you have seen every switch free, pressed and
        unplugged. These inputs tell the control; they are no certified safety function.
      </p>
    </section>
    <div class="two">
      <section class="sheet stack" aria-label="Where the switches sit">
        <h2>Where they sit, and the travel that is left</h2>
        <TravelRuler v-for="a in figures.axes" :key="a.id" :axis="a" />
      </section>
      <section class="sheet stack" aria-label="Finding the datum">
        <h2>Finding the datum</h2>
        <MachineField path="datumSchool" />
        <MachineField path="limitSchool" />
        <ReferenceOrder />
        <details v-if="circuits.length">
          <summary>Input filters</summary>
          <MachineField
            v-for="id in circuits"
            :key="id"
            :path="`circuits.${id}.filter`"
            :label="circuitName(machine.design!, id)"
            no-source
          />
        </details>
      </section>
    </div>
    <section class="cards" aria-label="Reference of each axis">
      <article v-for="a in figures.axes" :key="a.id" class="sheet" :aria-label="`Reference of ${a.axis.letter}`">
        <h2 class="row"><AxisMark :letter="a.axis.letter" /> reference</h2>
        <MachineField :path="`axes.${a.id}.reference.method`" />
        <MachineField :path="`axes.${a.id}.reference.end`" />
        <MachineField :path="`axes.${a.id}.reference.backOff`" />
        <MachineField :path="`axes.${a.id}.envelopeMargin`" />
        <MachineField
          v-for="s in a.switches"
          :key="s.device"
          :path="`parts.${s.device}.mount.tripFromStop`"
          :label="`${machine.design!.parts[s.device]!.designation}, ${s.end} end: trip to stop`"
        />
        <details>
          <summary>Speeds and position</summary>
          <MachineField :path="`axes.${a.id}.reference.fastSpeed`" />
          <MachineField :path="`axes.${a.id}.reference.slowSpeed`" />
          <MachineField :path="`axes.${a.id}.reference.positionAtDatum`" />
        </details>
      </article>
    </section>
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
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(0, 1fr);
  gap: 12px;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(350px, 1fr));
  gap: 12px;
}
summary {
  cursor: pointer;
  color: var(--soft);
}
@media (max-width: 720px) {
  thead {
    display: none;
  }
  table,
  tbody {
    display: block;
  }
}
@media (max-width: 900px) {
  .two,
  .cards {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
