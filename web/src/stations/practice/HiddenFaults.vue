<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import NumberField from '../../ui/NumberField.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { drawFaults, hideableFaults, showsWhileRunning } from '@nodaxis/core/motion/truth/candidates';
import type { HiddenFault } from '@nodaxis/core/motion/truth/hiddenFault';
import { hiddenFaultTitle, revealFault } from '@nodaxis/core/motion/truth/hiddenFault';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePractice } from './usePractice';

/** What the true machine has and its file does not know: hidden by hand, or drawn by a seed so that nobody knows. */
const machine = useOpenMachine();
const practice = usePractice();
const { faults, seed, drillId } = practice;
const all = computed(() =>
  hideableFaults(machine.figures.design, machine.figures.plan.inputs).filter(showsWhileRunning),
);
const kinds = computed(() => [...new Set(all.value.map((f) => f.kind))]);
const kind = ref('');
const ofKind = computed(() => all.value.filter((f) => f.kind === kind.value));
const index = ref(0);
const shown = ref(false);
const count = ref(2);
function add() {
  const f = ofKind.value[index.value];
  if (f) faults.value = [...faults.value, f];
  shown.value = true;
}
function draw() {
  seed.value = 1 + Math.floor(Math.random() * 1_000_000);
  faults.value = drawFaults(all.value, count.value, seed.value);
  shown.value = false;
}
const remove = (f: HiddenFault) => (faults.value = faults.value.filter((x) => x !== f));
</script>

<template>
  <div class="stack">
    <Caution v-if="drillId">
      A drill is under way and hides its own fault. What you choose here counts after it.
    </Caution>
    <p class="soft small">
      The control goes on believing your file; the machine behind it is another one. Every wiring fault runs through the
      real nets.
    </p>
    <div class="row wrap">
      <Choice
        v-model="kind"
        label="Kind of fault"
        none="hide one by hand …"
        :options="kinds.map((k) => ({ value: k, label: hiddenFaultTitle[k] }))"
        @change="index = 0"
      />
      <Choice
        v-if="ofKind.length"
        v-model="index"
        label="Which one"
        :options="ofKind.map((f, value) => ({ value, label: revealFault(f, machine.design) }))"
      />
      <ActionButton kind="framed" :disabled="!ofKind.length" @click="add">Hide it</ActionButton>
    </div>
    <div class="row wrap">
      <ActionButton kind="main" @click="draw">Draw</ActionButton>
      <Choice
        v-model="count"
        label="How many"
        :options="[1, 2, 3, 4, 5].map((value) => ({ value, label: String(value) }))"
      />
      <span class="soft">unknown {{ count === 1 ? 'fault' : 'faults' }}; seed</span>
      <NumberField v-model="seed" :min="1" aria-label="Seed" />
    </div>
    <template v-if="faults.length">
      <p>
        <b>{{ faults.length }} hidden.</b>
        <ActionButton @click="shown = !shown">{{ shown ? 'Hide the list' : 'Show what it is' }}</ActionButton>
        <ActionButton @click="faults = []">Take all away</ActionButton>
      </p>
      <ul v-if="shown">
        <li v-for="(f, i) in faults" :key="i">
          {{ revealFault(f, machine.design) }}
          <ActionButton aria-label="Take this fault away" @click="remove(f)">×</ActionButton>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.stack {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.wrap {
  flex-wrap: wrap;
}
.small {
  font-size: 13px;
  margin: 0;
}
.choice {
  max-width: 100%;
}
.text-field {
  width: 90px;
}
p,
ul {
  margin: 0;
}
</style>
