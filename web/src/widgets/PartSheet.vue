<script setup lang="ts">
import DataTable from '../ui/DataTable.vue';
import TickBox from '../ui/TickBox.vue';
import Fold from '../ui/Fold.vue';
import TextField from '../ui/TextField.vue';
import Choice from '../ui/Choice.vue';
import ActionButton from '../ui/ActionButton.vue';
import { Colour } from '@nodaxis/core/machine/connections';
import { roleOf } from '@nodaxis/core/machine/parts';
import { terminalWords } from '@nodaxis/core/machine/terminalWords';
import { sheetFieldsOf } from '@nodaxis/core/machine/library/sheet';
import type { Quantity } from '@nodaxis/core/units/quantity';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useMachine } from '../document/machine';
import { useOwnParts } from '../document/ownParts';
import MachineField from './MachineField.vue';
import SheetDialog from './SheetDialog.vue';
import SheetRow from './SheetRow.vue';

/** The data sheet of a part of this machine: its own copy, which no later edit of the library changes. */
const props = defineProps<{ partId: string }>();
const shown = defineModel<boolean>({ required: true });
const machine = useMachine();
const own = useOwnParts();
const part = computed(() => machine.design?.parts[props.partId]);
const fields = computed(() => (part.value ? sheetFieldsOf(part.value.data) : []));
const refusals = ref<Record<string, string>>({});
const kept = ref('');
const route = useRoute();
/** The dialog takes the focus itself; where a link led to one figure, it goes on to that. */
function focusLinked() {
  const path = route.query.field;
  if (typeof path === 'string')
    document.querySelector<HTMLInputElement>(`[data-field="${CSS.escape(path)}"] input`)?.focus();
}
watch(shown, () => {
  refusals.value = {};
  kept.value = '';
});
function set(key: string, value: Quantity | undefined) {
  const faults = machine.run({
    name: 'set-field',
    args: { path: `parts.${props.partId}.data.${key}`, value: value ?? null },
  });
  refusals.value = { ...refusals.value, [key]: faults.map((f) => `${f.what} ${f.fix}`).join(' ') };
}
/** What differs from one specimen to the next: the revision of a board, its links, what is printed on it. */
const revisions = computed(() => [
  ...new Set(Object.values(part.value?.terminals ?? {}).flatMap((t) => Object.keys(t.roleByRevision ?? {}))),
]);
const jumpers = computed(() =>
  Object.entries(part.value?.elements ?? {}).flatMap(([id, e]) => (e.kind === 'jumper' ? [{ id, e }] : [])),
);
const setRevision = (revision: string) =>
  machine.run({ name: 'set-part', args: { part: props.partId, set: { boardRevision: revision || null } } });
const setJumper = (jumper: string, closed: boolean) =>
  machine.run({
    name: 'set-jumper',
    args: { part: props.partId, jumper, closed },
  });
function relabel(terminal: string, typed: string): void {
  const printed = typed.trim();
  if (printed && printed !== part.value?.terminals[terminal]?.printed)
    machine.run({ name: 'set-terminal', args: { part: props.partId, terminal, set: { printed } } });
}
function setLead(terminal: string, typed: string): void {
  const code = typed.trim().toUpperCase();
  const known = Colour.safeParse(code);
  if (!code || known.success)
    machine.run({
      name: 'set-terminal',
      args: { part: props.partId, terminal, set: { lead: known.success ? known.data : null } },
    });
}
function rename(typed: string): void {
  const name = typed.trim();
  if (name && name !== part.value?.name) machine.run({ name: 'set-part', args: { part: props.partId, set: { name } } });
}
async function keep() {
  const p = part.value;
  if (!p) return;
  const { designation: _d, libraryKey, mount: _m, notes: _n, photos: _p, boardRevision: _b, ...rest } = p;
  await own.start();
  await own.put({
    ...rest,
    key: `own-${(libraryKey ?? props.partId).replace(/^own-/, '')}`,
    about: 'Kept from a machine.',
    name: p.name,
  });
  kept.value = own.fault || 'It is in your parts library now.';
}
</script>

<template>
  <SheetDialog
    v-model="shown"
    :title="part ? `Data sheet of ${part.designation}, ${part.name}` : ''"
    :part="part"
    @opened="focusLinked"
  >
    <label v-if="part" class="name"
      >Name
      <TextField
        :model-value="part.name"
        maxlength="120"
        aria-label="Name of this part"
        :disabled="machine.readOnly"
        strict
        @change="rename"
    /></label>
    <p class="soft">This machine’s own copy. Type a figure with or without its unit.</p>
    <MachineField v-if="part?.data.class === 'spindle'" :path="`parts.${partId}.data.poles`" />
    <DataTable v-if="part">
      <tbody>
        <SheetRow
          v-for="f in fields"
          :key="f.key"
          :field="f"
          :data="part.data"
          :path="`parts.${partId}.data.${f.key}`"
          :disabled="machine.readOnly"
          :refusal="refusals[f.key] ?? ''"
          @set="set(f.key, $event)"
        />
      </tbody>
    </DataTable>
    <template v-if="part">
      <label v-if="revisions.length" class="row"
        >Board revision
        <Choice
          :model-value="part.boardRevision ?? ''"
          :disabled="machine.readOnly"
          none="newest"
          :options="revisions"
          @change="setRevision"
      /></label>
      <TickBox
        v-for="j in jumpers"
        :key="j.id"
        :model-value="j.e.closed"
        :disabled="machine.readOnly"
        @change="setJumper(j.id, $event)"
        >{{ j.e.label }} closed</TickBox
      >
      <Fold
        ><template #title><span>Terminals: label, function, the maker’s lead</span></template>
        <DataTable>
          <tbody>
            <tr v-for="(t, id) in part.terminals" :key="id">
              <td>
                <TextField
                  class="mono label"
                  maxlength="40"
                  :model-value="t.printed"
                  :aria-label="`Label of ${String(id)}`"
                  :disabled="machine.readOnly"
                  @change="relabel(String(id), $event)"
                />
              </td>
              <td>{{ terminalWords[roleOf(part, t)] }}</td>
              <td>
                <TextField
                  class="mono label"
                  maxlength="4"
                  placeholder="none"
                  :model-value="t.lead ?? ''"
                  :aria-label="`Lead colour of ${t.printed}`"
                  :disabled="machine.readOnly"
                  strict
                  @change="setLead(String(id), $event)"
                />
              </td>
            </tr>
          </tbody>
        </DataTable>
      </Fold>
    </template>
    <div class="row">
      <ActionButton kind="framed" @click="keep">Keep as an own part</ActionButton>
      <span v-if="kept" role="status">{{ kept }}</span>
    </div>
  </SheetDialog>
</template>

<style scoped>
.label {
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--line);
  width: 90px;
}
</style>
