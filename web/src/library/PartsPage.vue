<script setup lang="ts">
import Caution from '../ui/Caution.vue';
import DataTable from '../ui/DataTable.vue';
import FilePicker from '../ui/FilePicker.vue';
import TextField from '../ui/TextField.vue';
import Choice from '../ui/Choice.vue';
import ActionButton from '../ui/ActionButton.vue';
import { writePartsCsv } from '@nodaxis/core/formats/partsCsv';
import { writePartsJson } from '@nodaxis/core/formats/partsJson';
import type { LibraryEntry } from '@nodaxis/core/machine/library/entry';
import { ownKey } from '@nodaxis/core/machine/library/own';
import { library } from '@nodaxis/core/machine/library/index';
import { blockingFields, sheetFieldsOf, sheetValue } from '@nodaxis/core/machine/library/sheet';
import type { PartClass } from '@nodaxis/core/machine/parts';
import { showQuantity } from '@nodaxis/core/units/print';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { useOwnParts } from '../document/ownParts';
import { usePreferences } from '../document/preferences';
import { download } from '../document/transfer';
import FaultList from '../widgets/FaultList.vue';
import NewPart from './NewPart.vue';
import OwnSheet from '../widgets/OwnSheet.vue';

/** All parts that can be chosen: those that ship, and the user's own. */
const own = useOwnParts();
const preferences = usePreferences();
const kind = ref<PartClass | ''>('');
const text = ref('');
const faults = shallowRef<Fault[]>([]);
const told = ref('');
const editing = ref('');
onMounted(() => {
  document.title = 'Parts · Nodaxis';
  void own.start();
});
const classNames: Record<PartClass, string> = {
  motor: 'motors',
  'stepper-driver': 'stepper drivers',
  'servo-drive': 'servo drives',
  supply: 'supplies',
  controller: 'controllers',
  'input-board': 'extension boards',
  switch: 'switches',
  sensor: 'sensors',
  button: 'buttons',
  probe: 'probes',
  spindle: 'spindles',
  'spindle-drive': 'spindle drives',
  encoder: 'encoders',
  'encoder-divider': 'encoder dividers',
  breaker: 'breakers and main switches',
  fuse: 'fuses',
  filter: 'filters',
  contactor: 'contactors',
  relay: 'relays',
  'terminal-strip': 'terminal strips and earth bars',
  connector: 'connectors',
  cable: 'cables',
  lamp: 'lamps',
  fan: 'fans',
  vacuum: 'vacuums',
  pump: 'pumps',
  heater: 'heaters',
  laser: 'laser heads',
  'gear-motor': 'gear motors',
  valve: 'valves',
  brake: 'brakes',
  'tool-head': 'tool heads',
  pendant: 'pendants',
  'host-computer': 'computers',
};
const rows = computed(() =>
  [...own.parts, ...library]
    .filter((e) => !kind.value || e.data.class === kind.value)
    .filter((e) => `${e.name} ${e.about}`.toLowerCase().includes(text.value.toLowerCase())),
);
/** The first figures of the data sheet, as one line. */
const line = (e: LibraryEntry) =>
  sheetFieldsOf(e.data)
    .flatMap((s) => {
      const q = sheetValue(e.data, s.key);
      return q ? [`${s.label.toLowerCase()} ${showQuantity(q, preferences.display)}`] : [];
    })
    .slice(0, 5)
    .join(', ');
const missing = (e: LibraryEntry) => blockingFields(e.data).map((s) => s.label.toLowerCase());
async function onPick(files: File[]) {
  faults.value = [];
  told.value = '';
  for (const f of files) {
    const r = await own.take(f);
    faults.value = [...faults.value, ...r.faults];
    told.value = `${r.taken} part${r.taken === 1 ? '' : 's'} taken from ${f.name}${r.faults.length ? `; ${r.faults.length} mistake${r.faults.length === 1 ? '' : 's'} in it` : ''}.`;
  }
}
const shownOrOwn = () => (own.parts.length ? own.parts : rows.value);
const asCsv = () => download('parts.csv', writePartsCsv(shownOrOwn()), 'text/csv');
const asJson = () => download('parts.nodaxis-parts.json', writePartsJson(shownOrOwn()));
/** A copy with all figures; its sheet opens at once, with the name ready to be changed. */
async function copy(e: LibraryEntry) {
  const name = `${e.name} (own)`;
  const key = ownKey(name, own.isTaken);
  await own.put({ ...e, key, name });
  editing.value = key;
}
</script>

<template>
  <div class="page">
    <header class="row spread head">
      <div>
        <p><RouterLink to="/">← Shelf</RouterLink></p>
        <h1>Parts library</h1>
        <p class="soft">
          Generic classes with invented names, and your own parts from their data sheets. A machine keeps a copy of each
          part it uses: a change here changes no machine.
        </p>
      </div>
      <div class="row">
        <FilePicker accept=".csv,.json,text/csv,application/json" label="Library files" @files="onPick"
          >Import CSV or JSON</FilePicker
        >
        <ActionButton kind="framed" @click="asCsv">Export as CSV</ActionButton>
        <ActionButton kind="framed" @click="asJson">Export as JSON</ActionButton>
      </div>
    </header>
    <Caution v-if="own.fault" kind="refused">{{ own.fault }}</Caution>
    <p v-if="told" role="status">{{ told }}</p>
    <section v-if="faults.length" class="sheet" aria-label="Mistakes in the file" role="alert">
      <h2>What was not imported, and how to fix it</h2>
      <FaultList :faults="faults.slice(0, 30)" />
    </section>
    <section class="row bar">
      <label
        >Class
        <Choice
          v-model="kind"
          none="all"
          :options="Object.entries(classNames).map(([value, label]) => ({ value, label }))"
      /></label>
      <label>Find <TextField v-model="text" type="search" /></label>
      <NewPart @made="editing = $event" />
    </section>
    <DataTable class="sheet">
      <thead>
        <tr>
          <th>Part</th>
          <th>Figures</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="e in rows" :key="e.key" :class="{ own: own.isOwn(e.key) }">
          <td>
            <strong>{{ e.name }}</strong><span v-if="own.isOwn(e.key)" class="soft"> own</span><br /><span
              class="soft about"
              >{{ e.about }}</span
            >
          </td>
          <td class="figures">
            {{ line(e) }}
            <span v-if="missing(e).length" class="lacks">missing: {{ missing(e).join(', ') }}</span>
          </td>
          <td class="acts">
            <ActionButton kind="framed" :aria-label="`Data sheet of ${e.name}`" @click="editing = e.key">
              Data sheet
            </ActionButton>
            <ActionButton :aria-label="`Copy ${e.name}`" @click="copy(e)">{{
              own.isOwn(e.key) ? 'Duplicate' : 'Copy as own'
            }}</ActionButton>
            <ActionButton v-if="own.isOwn(e.key)" :aria-label="`Remove ${e.name}`" @click="own.remove(e.key)"
              >Remove</ActionButton
            >
          </td>
        </tr>
      </tbody>
    </DataTable>
    <OwnSheet :part-key="editing" @close="editing = ''" @done="editing = ''" />
  </div>
</template>

<style scoped>
.page {
  max-width: 1180px;
  margin: 0 auto;
  padding: 16px;
}
.head {
  align-items: end;
  border-bottom: 1px solid var(--line-strong);
  padding-bottom: 10px;
  margin-bottom: 12px;
}
.head p {
  margin: 2px 0;
  max-width: 620px;
}
.bar {
  margin: 10px 0;
}
.bar label {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}

.data-table {
  width: 100%;
}
.figures,
.about {
  font-size: 13px;
}
.lacks {
  display: block;
  color: var(--doubt);
}
.acts {
  white-space: nowrap;
  text-align: right;
}
.own {
  background: var(--accent-wash);
}
@media (max-width: 720px) {
  thead {
    display: none;
  }
  tbody,
  .data-table {
    display: block;
  }
  tr {
    display: grid;
    border-bottom: 1px solid var(--line);
  }
  td {
    border: 0;
    text-align: left;
  }
}
</style>
