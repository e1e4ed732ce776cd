<script setup lang="ts">
import { circuitName } from '@nodaxis/core/machine/fields';
import { computed } from 'vue';
import { useMachine } from '../../document/machine';
import AxisMark from '../../widgets/AxisMark.vue';
import MachineField from '../../widgets/MachineField.vue';
import TravelRuler from '../../widgets/TravelRuler.vue';
import ReferenceOrder from './ReferenceOrder.vue';

const machine = useMachine();
const figures = computed(() => machine.figures!);
const circuits = computed(() => Object.keys(machine.design!.circuits));
</script>

<template>
  <div class="stack">
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
@media (max-width: 900px) {
  .two,
  .cards {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
