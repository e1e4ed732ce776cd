<script setup lang="ts">
import Fold from '../../ui/Fold.vue';
import TextField from '../../ui/TextField.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { reworkSubjects } from '@nodaxis/core/bringup/reworkSubjects';
import { computed } from 'vue';
import { useDraft } from '../../document/drafts';
import { useMachine } from '../../document/machine';
import { useBringUp } from './useBringUp';

/** Work that no test has asked for: it is logged, and what hangs on it is tested again. */
const machine = useMachine();
const bringUp = useBringUp();
const subjects = computed(() => (bringUp.made.value ? reworkSubjects(bringUp.made.value) : []));
const work = useDraft(() => `${machine.file?.id}/rework`, { subject: '', text: '' });
/** What was left half-written stands open again; from then on a hand opens and closes it. */
const begun = work.value.text !== '';
/** A subject that was picked and is gone since is picked anew. */
const chosen = computed(() => subjects.value.some((s) => s.subject === work.value.subject));
function log() {
  const { subject, text } = work.value;
  const name = subjects.value.find((s) => s.subject === subject)!.name;
  bringUp.log({ kind: 'rework', subject, text: `${name}: ${text.trim()}` });
  if (!bringUp.faults.value.length) work.value = { subject: '', text: '' };
}
</script>

<template>
  <Fold class="sheet" :open="begun"
    ><template #title><span>Something was done by hand</span></template>
    <form class="stack" @submit.prevent="log">
      <Choice
        v-model="work.subject"
        label="What was worked on"
        none="what was worked on …"
        :options="subjects.map((s) => ({ value: s.subject, label: s.name }))"
      />
      <TextField
        v-model="work.text"
        maxlength="10000"
        aria-label="What was done"
        placeholder="tightened, re-crimped, greased …"
      />
      <ActionButton kind="framed" native-type="submit" :disabled="!chosen || !work.text.trim()">Log it</ActionButton>
    </form>
  </Fold>
</template>

<style scoped>
form {
  padding-top: 8px;
}
</style>
