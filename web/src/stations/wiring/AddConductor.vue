<script setup lang="ts">
import { ElCheckbox } from 'element-plus';
import SuggestField from '../../ui/SuggestField.vue';
import TextField from '../../ui/TextField.vue';
import ActionButton from '../../ui/ActionButton.vue';
import type { Fault } from '@nodaxis/core/units/result';
import { terminalName } from '@nodaxis/core/wiring/wires';
import { computed, ref } from 'vue';
import { useDraft } from '../../document/drafts';
import { useOpenMachine } from '../../document/openMachine';

/** A conductor that the plan does not know: made by hand, or found on a machine that was there before. */
const emit = defineEmits<{ done: [] }>();
const machine = useOpenMachine();
const empty = { from: '', to: '', purpose: '', found: false };
const typed = useDraft(() => `${machine.file?.id}/add-conductor`, empty);
function done(): void {
  typed.value = { ...empty };
  emit('done');
}
const faults = ref<Fault[]>([]);
const terminals = computed(() => {
  const map = new Map<string, { part: string; terminal: string }>();
  for (const [part, p] of Object.entries(machine.design.parts))
    for (const terminal of Object.keys(p.terminals))
      map.set(terminalName(machine.design, { part, terminal }), { part, terminal });
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
        fix: 'Write it as on the labels, such as -T4:V+.',
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
    <label
      >From <SuggestField v-model="typed.from" :suggestions="[...terminals.keys()]" required placeholder="-T4:V+"
    /></label>
    <label
      >To <SuggestField v-model="typed.to" :suggestions="[...terminals.keys()]" required placeholder="-X3:F"
    /></label>
    <label>What for <TextField v-model="typed.purpose" maxlength="300" class="long" /></label>
    <ElCheckbox v-model="typed.found">found on the machine</ElCheckbox>
    <ActionButton kind="main" native-type="submit">Add it</ActionButton>
    <ActionButton @click="done()">Leave it</ActionButton>
    <p v-for="f in faults" :key="f.what" role="alert" class="fault">{{ f.what }} {{ f.fix }}</p>
  </form>
</template>

<style scoped>
.text-field {
  width: 110px;
  font-family: var(--mono);
}
.text-field.long {
  width: 200px;
  font-family: var(--sans);
}
.fault {
  color: var(--danger);
}
</style>
