<script setup lang="ts">
import ActionButton from '../../ui/ActionButton.vue';
import type { Fault } from '@nodaxis/core/units/result';
import { terminalName } from '@nodaxis/core/wiring/wires';
import { computed, ref, useId } from 'vue';
import { useDraft } from '../../document/drafts';
import { useMachine } from '../../document/machine';

/** A conductor that the plan does not know: made by hand, or found on a machine that was there before. */
const emit = defineEmits<{ done: [] }>();
const machine = useMachine();
const empty = { from: '', to: '', purpose: '', found: false };
const typed = useDraft(() => `${machine.file?.id}/add-conductor`, empty);
function done(): void {
  typed.value = { ...empty };
  emit('done');
}
const faults = ref<Fault[]>([]);
const listId = useId();
const terminals = computed(() => {
  const map = new Map<string, { part: string; terminal: string }>();
  for (const [part, p] of Object.entries(machine.design!.parts))
    for (const terminal of Object.keys(p.terminals))
      map.set(terminalName(machine.design!, { part, terminal }), { part, terminal });
  return map;
});
function add(): void {
  const { from, to, purpose, found } = typed.value;
  const [a, b] = [from, to].map((t) => terminals.value.get(t.trim()));
  const missing = [
    [a, from],
    [b, to],
  ].find(([end]) => !end);
  if (!a || !b) {
    faults.value = [
      {
        what: `There is no terminal "${String(missing?.[1] ?? '')}".`,
        where: 'ends',
        mend: 'Write it as on the labels, such as -T4:V+.',
      },
    ];
    return;
  }
  faults.value = machine.run({
    name: 'add-conductor',
    args: {
      from: a,
      to: b,
      purpose,
      origin: found ? 'as-found' : 'by-hand',
      ...(found ? { state: 'connected' as const } : {}),
    },
  });
  if (!faults.value.length) done();
}
</script>

<template>
  <form class="sheet row" aria-label="Add a conductor" @submit.prevent="add">
    <datalist :id="listId">
      <option v-for="name in terminals.keys()" :key="name" :value="name" />
    </datalist>
    <label>From <input v-model="typed.from" :list="listId" required placeholder="-T4:V+" /></label>
    <label>To <input v-model="typed.to" :list="listId" required placeholder="-X3:F" /></label>
    <label>What for <input v-model="typed.purpose" maxlength="300" class="long" /></label>
    <label><input v-model="typed.found" type="checkbox" /> found on the machine</label>
    <ActionButton kind="main" native-type="submit">Add it</ActionButton>
    <ActionButton @click="done()">Leave it</ActionButton>
    <p v-for="f in faults" :key="f.what" role="alert" class="fault">{{ f.what }} {{ f.mend }}</p>
  </form>
</template>

<style scoped>
input:not([type='checkbox']) {
  font: 14px var(--mono);
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  height: 30px;
  width: 110px;
  padding: 0 6px;
}
input.long {
  width: 200px;
  font-family: var(--sans);
}
.fault {
  color: var(--danger);
}
</style>
