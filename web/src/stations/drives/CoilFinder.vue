<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import DataTable from '../../ui/DataTable.vue';
import TextField from '../../ui/TextField.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import type { CoilObservation } from '@nodaxis/core/drivetrain/coilFinder';
import { findCoils } from '@nodaxis/core/drivetrain/coilFinder';
import { computed, ref } from 'vue';

/** Finds out which leads of an unmarked motor belong together. What is entered here belongs to no machine. */
const count = ref<4 | 5 | 6 | 8>(4);
const names = ref('');
const leads = computed(() => {
  const own = names.value
    .split(/[,;]/)
    .map((n) => n.trim())
    .filter(Boolean);
  return Array.from({ length: count.value }, (_, i) => own[i] ?? `lead ${i + 1}`);
});
const seen = ref<CoilObservation[]>([]);
const a = ref(0);
const b = ref(1);
const ohms = ref('');
const stiff = ref<'' | 'stiff' | 'free'>('');
const fault = ref('');
const answer = computed(() =>
  findCoils(
    leads.value,
    seen.value.filter((o) => leads.value.includes(o.a) && leads.value.includes(o.b)),
  ),
);

function add(open: boolean) {
  const [x, y] = [leads.value[a.value], leads.value[b.value]];
  const value = Number(ohms.value.replace(',', '.'));
  fault.value = '';
  if (!x || !y || x === y) {
    fault.value = 'Pick two different leads.';
    return;
  }
  if (!open && !(value > 0) && !stiff.value) {
    fault.value = 'Type the ohms, press “open”, or say how the shaft felt.';
    return;
  }
  seen.value = [
    ...seen.value.filter((o) => !((o.a === x && o.b === y) || (o.a === y && o.b === x))),
    {
      a: x,
      b: y,
      ...(open ? { ohms: 'open' as const } : value > 0 ? { ohms: value } : {}),
      ...(stiff.value ? { stiff: stiff.value === 'stiff' } : {}),
    },
  ];
  ohms.value = '';
  stiff.value = '';
  // The pair that the next step asks for is put ready.
  const pair = answer.value.nextPair;
  if (pair) {
    a.value = leads.value.indexOf(pair[0]);
    b.value = leads.value.indexOf(pair[1]);
  }
}
const told = (o: CoilObservation) =>
  [
    o.ohms === 'open' ? 'open' : o.ohms !== undefined ? `${o.ohms} Ω` : '',
    o.stiff === undefined ? '' : o.stiff ? 'shaft stiff' : 'shaft free',
  ]
    .filter(Boolean)
    .join(', ');
</script>

<template>
  <div class="finder">
    <div class="stack">
      <p class="soft">
        Motor out of the machine or uncoupled, no driver connected. Measure ohms between two leads, or join two and feel
        whether the shaft turns stiff. A pair split over two phases hums and does not turn, whatever the current.
      </p>
      <div class="row">
        <label
          >Leads
          <Choice
            v-model="count"
            :options="[4, 5, 6, 8].map((value) => ({ value, label: String(value) }))"
            @change="seen = []"
        /></label>
        <label class="wide"
          >Their colours, with commas
          <TextField v-model="names" placeholder="red, blue, green, black" @change="seen = []"
        /></label>
      </div>
      <form class="row" @submit.prevent="add(false)">
        <label
          >Between <Choice v-model="a" label="First lead" :options="leads.map((label, value) => ({ value, label }))"
        /></label>
        <label
          >and <Choice v-model="b" label="Second lead" :options="leads.map((label, value) => ({ value, label }))"
        /></label>
        <label>Ohms <TextField v-model="ohms" class="ohms" inputmode="decimal" /></label>
        <label>Shaft <Choice v-model="stiff" none="not felt" :options="['stiff', 'free']" /></label>
        <ActionButton kind="main" native-type="submit">Enter</ActionButton>
        <ActionButton kind="framed" @click="add(true)">Open</ActionButton>
      </form>
      <Caution v-if="fault" kind="refused">{{ fault }}</Caution>
      <ul class="seen">
        <li v-for="(o, i) in seen" :key="`${o.a}${o.b}`">
          {{ o.a }} – {{ o.b }}: {{ told(o) }}
          <ActionButton :aria-label="`Take back ${o.a} to ${o.b}`" @click="seen.splice(i, 1)">×</ActionButton>
        </li>
      </ul>
    </div>
    <div class="stack" aria-live="polite">
      <Caution v-for="c in answer.contradictions" :key="c" kind="refused">{{ c }}</Caution>
      <p v-if="answer.next"><strong>Next:</strong> {{ answer.next }}</p>
      <DataTable v-if="answer.terminals.length" aria-label="Terminals found">
        <thead>
          <tr>
            <th>Lead</th>
            <th>Terminal</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="t in answer.terminals" :key="t.lead">
            <td>{{ t.lead }}</td>
            <td class="mono">{{ t.terminal }}</td>
          </tr>
        </tbody>
      </DataTable>
      <p v-if="answer.terminals.length" class="soft">
        Which of the two phases is A does not matter. Turns it the wrong way, swap the two leads of one phase, never of
        both.
      </p>
    </div>
  </div>
</template>

<style scoped>
.finder {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(340px, 100%), 1fr));
  gap: 24px;
}
label {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}

.ohms {
  width: 70px;
}
.seen {
  list-style: none;
  padding: 0;
  margin: 0;
}
</style>
