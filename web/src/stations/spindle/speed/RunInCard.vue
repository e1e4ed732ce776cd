<script setup lang="ts">
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import { HOT_C, runInReasons, runInsOf, runInSteps, type RunInReason } from '@nodaxis/core/spindle/runIn';
import { positive } from '@nodaxis/core/units/derived';
import { displayUnit, showQuantity, showValue } from '@nodaxis/core/units/print';
import { baseValue, quantity, type Quantity } from '@nodaxis/core/units/quantity';
import type { Fault } from '@nodaxis/core/units/result';
import { useIntervalFn } from '@vueuse/core';
import { computed, ref, shallowRef } from 'vue';
import { useDraft } from '../../../document/drafts';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import Caution from '../../../ui/Caution.vue';
import PickOne from '../../../ui/PickOne.vue';
import QuantityField from '../../../ui/QuantityField.vue';
import FaultList from '../../../widgets/FaultList.vue';

/** Bearings run in step by step: timed here, over a reload too, and kept with how warm the nose was. */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const reasonWords: Record<RunInReason, string> = {
  new: 'new bearings',
  stood: 'it stood for weeks',
  day: 'before a day’s work',
};
/** Which step is under way, and since when, ms since 1970; 0: none. */
const run = useDraft<{ reason: RunInReason; step: number; since: number }>(
  () => `${machine.file.id}/run-in/${r.motorId}`,
  { reason: 'new', step: 0, since: 0 },
  false,
);
const now = ref(Date.now());
useIntervalFn(() => (now.value = Date.now()), 1000);
const top = computed(() => positive(r.motor.data.maxSpeed, `parts.${r.motorId}.data.maxSpeed`));
const steps = computed(() => {
  const least = positive(r.motor.data.minSpeed, '');
  return top.value.known ? runInSteps(run.value.reason, top.value.value, least.known ? least.value : 0) : [];
});
const under = computed(() => (run.value.since > 0 ? steps.value[run.value.step] : undefined));
const leftS = computed(() =>
  under.value ? Math.ceil(under.value.minutes * 60 - (now.value - run.value.since) / 1000) : 0,
);
const clock = (s: number) => `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
const kept = computed(() => runInsOf(machine.file.journal, r.motorId));
const rpm = (v: number) => showValue(v, 'rotation', preferences.display, 5);
const nose = ref('');
const noseRead = shallowRef<Quantity>();
const hot = computed(() => noseRead.value !== undefined && baseValue(noseRead.value) > HOT_C);
const faults = ref<Fault[]>([]);
const begin = (step: number) => (run.value = { ...run.value, step, since: Date.now() });
const stop = () => (run.value = { ...run.value, since: 0 });
function keep(): void {
  const step = under.value!;
  const minutes = Math.max(1, Math.round((Date.now() - run.value.since) / 60_000));
  faults.value = machine.log({
    kind: 'run-in',
    part: r.motorId,
    speed: quantity(step.rpm, 'rpm'),
    minutes,
    ...(noseRead.value ? { nose: noseRead.value } : {}),
  });
  if (faults.value.length) return;
  nose.value = '';
  run.value = { ...run.value, step: Math.min(run.value.step + 1, steps.value.length - 1), since: 0 };
}
const date = (at: string) => new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
</script>

<template>
  <section class="sheet stack" aria-label="Running in">
    <h2>Running in the bearings</h2>
    <p v-if="!top.known" class="soft">Its highest speed is missing: enter it on its plate, under Motor and drive.</p>
    <template v-else>
      <PickOne
        :model-value="run.reason"
        label="Why it is run in"
        :options="runInReasons.map((value) => ({ value, label: reasonWords[value] }))"
        @update:model-value="(reason) => (run = { reason: reason!, step: 0, since: 0 })"
      />
      <ol>
        <li v-for="(s, i) in steps" :key="s.rpm" :aria-current="under && i === run.step ? 'step' : undefined">
          <span class="mono">{{ rpm(s.rpm) }}</span>, {{ s.minutes }} min
          <template v-if="under && i === run.step">
            <b v-if="leftS > 0" class="mono" role="timer">{{ clock(leftS) }} left</b
            ><b v-else class="good">time is up</b>
          </template>
          <ActionButton v-else-if="!under" :aria-label="`Begin at ${rpm(s.rpm)}`" @click="begin(i)">Begin</ActionButton>
        </li>
      </ol>
      <form v-if="under" class="row wrap" @submit.prevent="keep">
        <QuantityField
          v-model="nose"
          dimension="ambient"
          :unit="displayUnit('ambient', preferences.display)"
          aria-label="Temperature at the nose"
          placeholder="at the nose"
          @update:quantity="noseRead = $event"
        />
        <ActionButton :kind="leftS > 0 ? 'framed' : 'main'" native-type="submit" :disabled="machine.readOnly"
          >Keep this step</ActionButton
        >
        <ActionButton kind="framed" @click="stop">Stop the clock</ActionButton>
      </form>
      <Caution v-if="hot" kind="refused"
        >Above {{ showQuantity(quantity(HOT_C, '°C'), preferences.display) }}: stop the spindle, let it cool to the
        hand, and repeat the step at a lower speed.</Caution
      >
      <Caution v-if="faults.length" kind="refused"><FaultList :faults="faults" /></Caution>
      <p class="soft small">
        No tool in it, coolant on, guard closed. A hand feels the nose after each step: warm is right, hot is not. Usual
        steps for greased bearings; what the maker says comes first.
      </p>
      <ul v-if="kept.length" class="soft small">
        <li v-for="e in kept.slice(0, 6)" :key="e.id">
          {{ showQuantity(e.speed, preferences.display) }}, {{ e.minutes }} min<template v-if="e.nose"
            >, nose {{ showQuantity(e.nose, preferences.display) }}</template
          >: {{ date(e.at) }}
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
ol,
ul {
  margin: 0;
  padding-left: 20px;
}
li {
  padding: 1px 0;
}
li[aria-current] {
  background: var(--accent-wash);
}
.wrap {
  flex-wrap: wrap;
}
.small {
  font-size: 13px;
  margin: 0;
}
.good {
  color: var(--good);
}
</style>
