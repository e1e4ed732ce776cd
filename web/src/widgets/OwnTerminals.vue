<script setup lang="ts">
import ActionButton from '../ui/ActionButton.vue';
import Caution from '../ui/Caution.vue';
import Choice, { type Option } from '../ui/Choice.vue';
import DataTable from '../ui/DataTable.vue';
import TextField from '../ui/TextField.vue';
import { Delete, Plus } from '@element-plus/icons-vue';
import type { LibraryEntry } from '@nodaxis/core/machine/library/entry';
import { usualFunctions, withTerminal, withTerminals, withoutTerminals } from '@nodaxis/core/machine/library/terminals';
import { terminalRoles, type TerminalRole } from '@nodaxis/core/machine/parts';
import { terminalWords } from '@nodaxis/core/machine/terminalWords';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue';

/** The terminals of an own part: added one by one or in runs, renamed, given another function, taken away. */
const props = defineProps<{ part: LibraryEntry; readOnly: boolean }>();
const emit = defineEmits<{ change: [part: LibraryEntry]; point: [terminal: string | undefined] }>();

/** The functions that such a part usually has come first. */
const functions = computed((): Option<TerminalRole>[] => {
  const usual = usualFunctions(props.part);
  const option = (value: TerminalRole) => ({
    value,
    label: terminalWords[value],
    group: usual.has(value) ? 'Usual for this part' : 'Other',
  });
  const all = terminalRoles.filter((r) => r !== 'pin').map(option);
  return [...all.filter((o) => usual.has(o.value)), ...all.filter((o) => !usual.has(o.value))];
});
const box = useTemplateRef<InstanceType<typeof TextField>>('box');
const labels = ref('');
const role = ref<TerminalRole | ''>('');
const bank = ref('');
const faults = ref<Fault[]>([]);
function add(): void {
  if (!role.value) return;
  const r = withTerminals(props.part, {
    labels: labels.value,
    role: role.value,
    ...(bank.value.trim() ? { bank: bank.value.trim().slice(0, 20) } : {}),
  });
  faults.value = r.ok ? [] : r.error;
  if (!r.ok) return;
  labels.value = '';
  emit('change', r.value);
  // The next run can be written at once.
  box.value?.select(0, 0);
}
function relabel(id: string, typed: string): void {
  const printed = typed.trim();
  if (printed) emit('change', withTerminal(props.part, id, { printed }));
}
/** The part as it was before terminals were taken away, until something else is changed. */
const before = shallowRef<LibraryEntry>();
let own = false;
watch(
  () => props.part,
  () => {
    if (!own) before.value = undefined;
    own = false;
  },
);
function remove(ids: string[]): void {
  before.value = props.part;
  own = true;
  emit('change', withoutTerminals(props.part, ids));
}
function putBack(): void {
  if (before.value) emit('change', before.value);
  before.value = undefined;
}
const rows = computed(() => Object.entries(props.part.terminals));
</script>

<template>
  <form v-if="!readOnly" class="add" @submit.prevent="add">
    <label
      >Labels
      <TextField ref="box" v-model="labels" class="mono" placeholder="IN1 … IN16  or  L, N, PE" maxlength="400" />
    </label>
    <label
      >Function
      <Choice v-model="role" none="choose …" :options="functions" label="Function of the new terminals" />
    </label>
    <label
      >Bank, if any
      <TextField v-model="bank" placeholder="A" maxlength="20" />
    </label>
    <ActionButton kind="framed" native-type="submit" :disabled="!labels.trim() || !role"><Plus />Add</ActionButton>
  </form>
  <Caution v-for="f in faults" :key="f.what" kind="refused">{{ f.what }} {{ f.fix }}</Caution>
  <div class="list">
    <DataTable v-if="rows.length">
      <thead>
        <tr>
          <th>Printed</th>
          <th>Function</th>
          <th class="wide">Bank</th>
          <th class="wide">Channel</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="[id, t] in rows"
          :key="id"
          @pointerenter="emit('point', id)"
          @pointerleave="emit('point', undefined)"
          @focusin="emit('point', id)"
        >
          <td>
            <TextField
              class="mono"
              maxlength="40"
              :model-value="t.printed"
              :aria-label="`Label of ${t.printed}`"
              :disabled="readOnly"
              strict
              @change="relabel(id, $event)"
            />
          </td>
          <td>
            <Choice
              :model-value="t.role"
              :label="`Function of ${t.printed}`"
              :options="functions"
              :disabled="readOnly"
              @change="$event && emit('change', withTerminal(part, id, { role: $event }))"
            />
          </td>
          <td class="wide">{{ t.place?.connector }}</td>
          <td class="wide">{{ t.channel }}</td>
          <td>
            <ActionButton v-if="!readOnly" :aria-label="`Remove ${t.printed}`" @click="remove([id])">
              <Delete />
            </ActionButton>
          </td>
        </tr>
      </tbody>
    </DataTable>
    <p v-else class="soft">
      No terminals yet. Write each label as the part has it, with its function: what is behind it inside follows from
      that.
    </p>
  </div>
  <div v-if="!readOnly" class="row">
    <ActionButton v-if="rows.length" @click="remove(Object.keys(part.terminals))"
      >Remove all {{ rows.length }}</ActionButton
    >
    <ActionButton v-if="before" @click="putBack">Put back what was removed</ActionButton>
  </div>
</template>

<style scoped>
.add {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr) minmax(0, 1fr) max-content;
  gap: 8px;
  align-items: end;
  margin-bottom: 8px;
}
.add label {
  display: grid;
  gap: 2px;
  font-size: 13px;
}
.add .choice {
  width: 100%;
}
.list .text-field {
  width: 110px;
}
@media (max-width: 720px) {
  .wide {
    display: none;
  }
  .list .choice {
    width: 150px;
  }
  .add {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
