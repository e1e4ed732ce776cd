<script setup lang="ts">
import { computed, onBeforeUnmount, watch } from 'vue';
import TrialPanel from '../../trial/TrialPanel.vue';
import { useSweep } from '../../trial/useSweep';
import { useTrial } from '../../trial/useTrial';
import { useOpenMachine } from '../../document/openMachine';
import StationTabs from '../../ui/StationTabs.vue';
import { useView } from '../useView';
import FilterView from './FilterView.vue';
import InputsView from './InputsView.vue';
import PlacementView from './PlacementView.vue';
import OptionsView from './OptionsView.vue';
import StopChainView from './StopChainView.vue';
import SweepView from './SweepView.vue';

type View = 'inputs' | 'try' | 'options' | 'placement' | 'filters' | 'stop' | 'faults';
const machine = useOpenMachine();
const trial = useTrial();
const sweep = useSweep();
const dangers = computed(() => sweep.result?.result.rows.filter((r) => r.danger).length ?? 0);
const views = computed((): { id: View; name: string; count?: number }[] => [
  { id: 'inputs', name: 'Inputs' },
  { id: 'try', name: 'Try it' },
  { id: 'options', name: 'Options' },
  { id: 'placement', name: 'Where they sit' },
  { id: 'filters', name: 'Filters' },
  { id: 'stop', name: 'Stop chain' },
  { id: 'faults', name: 'When something breaks', count: dangers.value },
]);

/** The view that a link to a field asks for. */
function viewOf(field: string): View | undefined {
  if (field === 'dailyChecks') return 'faults';
  if (field === 'stopStrategy' || field === 'stopPole') return 'stop';
  if (/^(axes|datumStrategy|limitStrategy|referenceStages)|\.mount\./.test(field)) return 'placement';
  if (/\.(filter|dischargeResistance)/.test(field)) return 'filters';
  if (/^(circuits|parts)/.test(field)) return 'inputs';
  return undefined;
}
const { view, show } = useView<View>(
  () => views.value,
  () => 'inputs',
  ({ field }) => (typeof field === 'string' ? viewOf(field) : undefined),
);
/** Whoever has cut something goes on seeing it on the diagram; whoever only looked is done. */
const leaveTrial = () => trial.state?.acts.length || (trial.on = false);
watch(
  view,
  (v, was) => {
    if (v === 'try') trial.on = true;
    else if (was === 'try') leaveTrial();
  },
  { immediate: true },
);
onBeforeUnmount(() => view.value === 'try' && leaveTrial());
</script>

<template>
  <div class="switches">
    <StationTabs :views="views" :shown="view" label="Views of the switches" @show="show" />
    <div class="body" role="tabpanel" :aria-labelledby="`tab-${view}`">
      <InputsView v-if="view === 'inputs'" />
      <section v-else-if="view === 'try'" class="sheet">
        <TrialPanel v-if="Object.keys(machine.design.conductors).length" wide />
        <p v-else class="soft">
          There is no wire to try yet. Add inputs, then plan the wiring: what each switch does is worked out from it.
        </p>
      </section>
      <OptionsView v-else-if="view === 'options'" />
      <PlacementView v-else-if="view === 'placement'" />
      <FilterView v-else-if="view === 'filters'" />
      <StopChainView v-else-if="view === 'stop'" />
      <SweepView v-else-if="view === 'faults'" />
    </div>
  </div>
</template>

<style scoped>
.switches {
  display: flex;
  flex-direction: column;
  gap: 8px;
  height: 100%;
  min-height: 0;
}
.body {
  flex: 1;
  min-height: 0;
  overflow: auto;
}
@media (max-width: 720px) {
  .switches {
    height: auto;
  }
  .body {
    overflow: visible;
  }
}
</style>
