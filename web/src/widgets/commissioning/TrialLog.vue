<script setup lang="ts">
import type { JournalEntry } from '@nodaxis/core/machine/file';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref } from 'vue';
import { useDraft } from '../../document/drafts';
import { useOpenMachine } from '../../document/openMachine';
import ActionButton from '../../ui/ActionButton.vue';
import Caution from '../../ui/Caution.vue';
import SuggestField from '../../ui/SuggestField.vue';
import TextField from '../../ui/TextField.vue';
import FaultList from '../FaultList.vue';

/** What was tried on the drive, and what happened: so that nothing is tried twice, and the way back is known. */
const { part, settings } = defineProps<{ part: string; settings: readonly string[] }>();
const machine = useOpenMachine();
const typed = useDraft(() => `${machine.file.id}/trial/${part}`, { setting: '', value: '', happened: '' }, false);
const faults = ref<Fault[]>([]);
type Trial = Extract<JournalEntry, { kind: 'trial' }>;
const trials = computed(() =>
  machine.file.journal.filter((e): e is Trial => e.kind === 'trial' && e.part === part).reverse(),
);
const ready = computed(() => typed.value.setting.trim() && typed.value.value.trim() && typed.value.happened.trim());
function keep(): void {
  const { setting, value, happened } = typed.value;
  faults.value = machine.log({
    kind: 'trial',
    part,
    setting: setting.trim(),
    value: value.trim(),
    happened: happened.trim(),
  });
  if (!faults.value.length) typed.value = { setting: '', value: '', happened: '' };
}
const date = (at: string) => new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
</script>

<template>
  <section class="sheet stack" aria-label="Trial log">
    <h2>Tried, and what happened</h2>
    <form class="stack" @submit.prevent="keep">
      <div class="row">
        <SuggestField
          v-model="typed.setting"
          :suggestions="settings"
          placeholder="Setting"
          aria-label="Setting that was tried"
        />
        <TextField
          v-model="typed.value"
          placeholder="Value"
          aria-label="Value that was tried"
          maxlength="120"
          class="value"
        />
      </div>
      <TextField v-model="typed.happened" placeholder="What happened" aria-label="What happened" maxlength="2000" />
      <ActionButton kind="framed" native-type="submit" :disabled="!ready || machine.readOnly">Keep it</ActionButton>
    </form>
    <Caution v-if="faults.length" kind="refused"><FaultList :faults="faults" /></Caution>
    <p v-if="!trials.length" class="soft">
      One change at a time, each with what it did: an evening of trying is then not lost.
    </p>
    <ul>
      <li v-for="t in trials" :key="t.id">
        <b
          >{{ t.setting }} = <span class="mono">{{ t.value }}</span></b
        >
        <p>
          {{ t.happened }} <span class="soft">{{ date(t.at) }}</span>
        </p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.value {
  width: 90px;
  flex: none;
}
form .action {
  justify-self: start;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
li p {
  margin: 0;
}
</style>
