<script setup lang="ts">
import { rotatingOf } from '@nodaxis/core/spindle/rotating';
import { computed } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import StationTabs from '../../ui/StationTabs.vue';
import { useView } from '../useView';
import ChangerView from './changer/ChangerView.vue';
import CutsView from './cuts/CutsView.vue';
import MotorView from './motor/MotorView.vue';
import NoSpindle from './NoSpindle.vue';
import SheetView from './sheet/SheetView.vue';
import SpeedView from './speed/SpeedView.vue';
import ThreadsView from './threads/ThreadsView.vue';

/** What turns: what it can do, what its drive needs to be told, and whether it turns as it is asked to. */
const machine = useOpenMachine();
const r = computed(() => rotatingOf(machine.figures.design));
/** A lathe threads and asks for an encoder; what is not a lathe may tap by one. */
const threads = computed(() => {
  const { design } = machine.figures;
  if (!r.value) return undefined;
  if (design.kind === 'lathe') return 'Encoder and threads';
  return design.roles.spindleEncoder || design.kind.startsWith('mill') ? 'Encoder' : undefined;
});
const views = computed(() => [
  { id: 'motor' as const, name: 'Motor and drive' },
  ...(r.value?.drive ? [{ id: 'sheet' as const, name: 'Commissioning' }] : []),
  ...(r.value ? [{ id: 'speed' as const, name: 'Speed and ramps' }] : []),
  ...(r.value ? [{ id: 'cuts' as const, name: 'Cuts and taps' }] : []),
  { id: 'changer' as const, name: 'Tool change' },
  ...(threads.value ? [{ id: 'threads' as const, name: threads.value }] : []),
]);
type View = (typeof views.value)[number]['id'];
/** The view that a link to a field asks for. */
const viewOf = (field: string): View =>
  field.startsWith('toolChanger')
    ? 'changer'
    : /encoderRatio/.test(field)
      ? 'threads'
      : /wantedCuts/.test(field)
        ? 'cuts'
        : /\.(setup\.(turningInertia|idlePower|halfSpeedTime)|data\.(brakingPower|busCapacitance|tripVoltage))/.test(
              field,
            )
          ? 'speed'
          : 'motor';
const { view, show } = useView<View>(
  () => views.value,
  () => 'motor',
  ({ field }) => (typeof field === 'string' ? viewOf(field) : undefined),
);
</script>

<template>
  <div class="stack">
    <StationTabs :views="views" :shown="view" label="Views of the spindle" @show="show" />
    <div role="tabpanel" :aria-labelledby="`tab-${view}`">
      <ChangerView v-if="view === 'changer'" />
      <NoSpindle v-else-if="!r" />
      <SheetView v-else-if="view === 'sheet' && r.drive" :r="r" />
      <SpeedView v-else-if="view === 'speed'" :r="r" />
      <ThreadsView v-else-if="view === 'threads'" :r="r" />
      <CutsView v-else-if="view === 'cuts'" :r="r" />
      <MotorView v-else :r="r" />
    </div>
  </div>
</template>
