<script setup lang="ts">
import { reworkSubjects } from '@nodaxis/core/bringup/reworkSubjects';
import { computed, ref } from 'vue';
import { vDraft } from '../../document/drafts';
import { useMachine } from '../../document/machine';
import { useBringUp } from './useBringUp';

/** Work that no test has asked for: it is logged, and what hangs on it is tested again. */
const machine = useMachine();
const bringUp = useBringUp();
const subjects = computed(() => (bringUp.made.value ? reworkSubjects(bringUp.made.value) : []));
const subject = ref('');
const text = ref('');
function log() {
  const name = subjects.value.find((s) => s.subject === subject.value)!.name;
  bringUp.log({ kind: 'rework', subject: subject.value, text: `${name}: ${text.value.trim()}` });
  if (!bringUp.faults.value.length) text.value = '';
}
</script>

<template>
  <details class="sheet">
    <summary>Something was done by hand</summary>
    <form class="stack" @submit.prevent="log">
      <select v-model="subject" aria-label="What was worked on">
        <option value="">what was worked on …</option>
        <option v-for="s in subjects" :key="s.subject" :value="s.subject">{{ s.name }}</option>
      </select>
      <input
        v-model="text"
        v-draft.held="`${machine.file?.id}/rework`"
        maxlength="10000"
        aria-label="What was done"
        placeholder="tightened, re-crimped, greased …"
      />
      <button class="plain-button framed" :disabled="!subject || !text.trim()">Log it</button>
    </form>
  </details>
</template>

<style scoped>
form {
  padding-top: 8px;
}
input {
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  height: 32px;
  padding: 0 8px;
}
</style>
