<script setup lang="ts">
import type { WantedCut } from '@nodaxis/core/machine/parts';
import { tapFaults, tapNeed, type TapMachine } from '@nodaxis/core/spindle/tapping';
import { tapFaultInWords, waysInWords } from '@nodaxis/core/spindle/tapWords';
import type { Derived } from '@nodaxis/core/units/derived';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { usePreferences } from '../../../document/preferences';
import MachineField from '../../../widgets/MachineField.vue';

/** How far a tap runs on, what its holder has to give, and what of it does not go. */
const { tap, machine } = defineProps<{ tap: WantedCut; machine: Derived<TapMachine> }>();
const preferences = usePreferences();
const need = computed(() => (machine.known ? tapNeed(tap, machine.value) : undefined));
const faults = computed(() => (machine.known ? tapFaults(tap, machine.value) : []));
const bad = computed(() => {
  if (!machine.known || !need.value) return [];
  const [m, n] = [machine.value, need.value];
  return faults.value.map((f) => tapFaultInWords(f, tap, n, m, preferences.display));
});
const mm = (v: number) => showValue(v, 'length', preferences.display, 3);
const speed = (v: number) => showValue(v, 'speed', preferences.display, 3);
</script>

<template>
  <div v-if="!machine.known" class="stack">
    <p class="soft">Figures of the spindle or of Z are missing for it:</p>
    <div class="row wrap"><MachineField v-for="path in machine.missing" :key="path" :path="path" /></div>
  </div>
  <p v-else-if="!need && tap.pitch" class="soft">
    How far the tap runs on follows from how fast the spindle stops, and no ramp of it is known: see Speed and ramps.
    Without a drive the control cannot reverse the spindle; a reversing head turns the tap back by itself.
  </p>
  <template v-else-if="need">
    <p>
      {{ machine.value.letter }} moves <b>{{ speed(need.inMmS) }}</b><template v-if="need.outMmS > need.inMmS"
        >, and {{ speed(need.outMmS) }} on the way out</template
      >.
      <template v-if="need.runOnTurns > 0"
        >Reversed, the spindle runs on for <b>{{ printNumber(need.runOnTurns, 3) }}</b> turns ({{
          showValue(need.rampS, 'time', preferences.display, 2)
        }}).</template
      >
    </p>
    <p v-if="need.floatMm > 0">
      The {{ tap.holder === 'reversing' ? 'head' : 'holder' }} has to give way by at least
      <b>{{ mm(need.floatMm) }}</b>: {{ waysInWords(tap, need, preferences.display) }}.
    </p>
    <p v-if="need.deeperMm > 0 && !faults.includes('floor')">
      The tap goes <b>{{ mm(need.deeperMm) }}</b> deeper than {{ machine.value.letter }} is sent: leave as much below
      the thread.
    </p>
    <p v-if="tap.holder === 'reversing'" class="soft">
      The spindle keeps its direction: the program must not reverse it. An arm keeps the head from turning with the
      spindle; look at it before each run.
    </p>
    <p v-for="text in bad" :key="text" class="bad">{{ text }}</p>
  </template>
</template>

<style scoped>
.bad {
  color: var(--wont);
}
</style>
