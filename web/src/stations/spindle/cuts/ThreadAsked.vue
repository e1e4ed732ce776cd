<script setup lang="ts">
import type { WantedCut } from '@nodaxis/core/machine/parts';
import { boundOfThread, type ThreadBound, type ThreadLimits } from '@nodaxis/core/spindle/threadLimits';
import { runInMm, threadSpeed } from '@nodaxis/core/spindle/threads';
import type { Derived } from '@nodaxis/core/units/derived';
import { showValue } from '@nodaxis/core/units/print';
import { baseValue } from '@nodaxis/core/units/quantity';
import { computed } from 'vue';
import { usePreferences } from '../../../document/preferences';
import MachineField from '../../../widgets/MachineField.vue';

/** A turned thread against the axis, its run-in and the encoder. */
const { cut, limits } = defineProps<{ cut: WantedCut; limits: Derived<ThreadLimits> }>();
const preferences = usePreferences();
const told = computed(() => {
  if (!limits.known) return undefined;
  const bound = boundOfThread(limits.value, cut);
  if (!bound || !cut.pitch) return undefined;
  const v = threadSpeed(baseValue(cut.pitch), baseValue(cut.speed));
  return {
    v,
    bound,
    runIn: runInMm(v, limits.value.acceleration, limits.value.pollS),
    fits: baseValue(cut.speed) <= bound.rpm,
  };
});
const by: Record<ThreadBound['by'], string> = {
  axis: 'the speed of the axis',
  'run-in': 'the room for the run-in',
  counter: 'the counter of the encoder',
  spindle: 'the spindle',
};
</script>

<template>
  <div v-if="!limits.known" class="row wrap">
    <MachineField v-for="path in limits.missing" :key="path" :path="path" />
  </div>
  <template v-else-if="told">
    <p>
      {{ limits.value.letter }} moves <b>{{ showValue(told.v, 'speed', preferences.display, 3) }}</b> and needs
      <b>{{ showValue(told.runIn, 'length', preferences.display, 3) }}</b> of run-in ahead of the thread, and as much
      behind it to stop.
    </p>
    <p :class="{ bad: !told.fits }">
      {{ told.fits ? 'Possible: at most' : 'Too fast: at most' }}
      <b>{{ showValue(Math.floor(told.bound.rpm), 'rotation', preferences.display, 4) }}</b>, bound by
      {{ by[told.bound.by] }}.
    </p>
  </template>
</template>

<style scoped>
.bad {
  color: var(--wont);
}
</style>
