<script setup lang="ts">
import type { WantedCut } from '@nodaxis/core/machine/parts';
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import Caution from '../../../ui/Caution.vue';
import FaultList from '../../../widgets/FaultList.vue';
import CutNeeds from './CutNeeds.vue';
import KeptCuts from './KeptCuts.vue';

/** What the spindle is wanted for, and whether this machine can do it. */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const cuts = computed((): readonly WantedCut[] => r.motor.setup.wantedCuts ?? []);
const faults = ref<Fault[]>([]);
const set = (next: WantedCut[]) =>
  (faults.value = machine.run({ name: 'set-cuts', args: { part: r.motorId, cuts: next } }));
</script>

<template>
  <div class="view" :data-field="`parts.${r.motorId}.setup.wantedCuts`">
    <CutNeeds :r="r" @keep="set([...cuts, $event])" />
    <section class="sheet stack" aria-label="Cuts that it is wanted for">
      <h2>Wanted for</h2>
      <Caution v-if="faults.length" kind="refused"><FaultList :faults="faults" /></Caution>
      <KeptCuts v-if="cuts.length" :r="r" :cuts="cuts" @remove="set(cuts.filter((c) => c.name !== $event))" />
      <p v-else class="soft">
        Keep the heaviest cut, the largest tap and the coarsest thread that you want. They are judged again after every
        change to the machine, and a finding tells you when one is no longer possible.
      </p>
    </section>
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr);
  gap: 10px;
  align-items: start;
}
@media (max-width: 900px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
