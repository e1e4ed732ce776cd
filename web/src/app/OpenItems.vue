<script setup lang="ts">
import { openItemNames, openItemsOf, type OpenItem } from '@nodaxis/core/logbook/openItems';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref } from 'vue';
import { useDraft } from '../document/drafts';
import { useOpenMachine } from '../document/openMachine';
import ActionButton from '../ui/ActionButton.vue';
import Caution from '../ui/Caution.vue';
import Choice from '../ui/Choice.vue';
import TextField from '../ui/TextField.vue';
import FaultList from '../widgets/FaultList.vue';
import SidePanel from '../widgets/SidePanel.vue';

/** What stands on the machine for now and must not be forgotten: opened with its reason, in sight until it is closed. */
defineEmits<{ close: [] }>();
const machine = useOpenMachine();
const faults = ref<Fault[]>([]);
const items = computed(() => openItemsOf(machine.file.journal));
const kinds = (Object.keys(openItemNames) as OpenItem['of'][]).map((value) => ({ value, label: openItemNames[value] }));
const blank = { of: 'limit-off' as OpenItem['of'], what: '', reason: '', waitsFor: '' };
const typed = useDraft(() => `${machine.file.id}/open-item`, blank);
const since = (at: string) =>
  new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });

function add(): void {
  const { of, what, reason, waitsFor } = typed.value;
  faults.value = machine.log({
    kind: 'open-item',
    of,
    what: what.trim(),
    reason: reason.trim(),
    waitsFor: waitsFor.trim(),
  });
  if (!faults.value.length) typed.value = { ...blank, of };
}
const done = (item: OpenItem) => (faults.value = machine.log({ kind: 'closed-item', closes: item.id }));
</script>

<template>
  <SidePanel title="Open items" @close="$emit('close')">
    <div class="stack">
      <p v-if="!items.length" class="soft">
        Nothing is open. A limit that was switched off, a bridge in a terminal, a guard taken off: write it down here,
        and it shows on every screen until it is put right.
      </p>
      <ul v-else>
        <li v-for="i in items" :key="i.id">
          <strong>{{ openItemNames[i.of] }}: {{ i.what }}</strong>
          <span class="soft">since {{ since(i.at) }}</span>
          <span v-if="i.reason">{{ i.reason }}</span>
          <span v-if="i.waitsFor">Waits for {{ i.waitsFor }}.</span>
          <ActionButton kind="framed" :disabled="machine.readOnly" :aria-label="`Put right: ${i.what}`" @click="done(i)"
            >It is put right</ActionButton
          >
        </li>
      </ul>
      <Caution v-if="faults.length" kind="refused"><FaultList :faults="faults" /></Caution>
      <form class="stack" @submit.prevent="add">
        <h3>Write one down</h3>
        <Choice v-model="typed.of" label="What kind" :options="kinds" :disabled="machine.readOnly" />
        <TextField
          v-model="typed.what"
          maxlength="200"
          placeholder="Which, and how: X plus, jumper on J3"
          aria-label="What it is"
        />
        <TextField v-model="typed.reason" maxlength="500" placeholder="Why" aria-label="Why" />
        <TextField
          v-model="typed.waitsFor"
          maxlength="200"
          placeholder="What it waits for: a new switch"
          aria-label="What it waits for"
        />
        <ActionButton kind="main" native-type="submit" :disabled="machine.readOnly || !typed.what.trim()"
          >Write it down</ActionButton
        >
      </form>
    </div>
  </SidePanel>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  gap: 2px;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
  overflow-wrap: anywhere;
}
li .action-button {
  justify-self: start;
}
</style>
