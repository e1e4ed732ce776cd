<script setup lang="ts">
import { CopyDocument, Delete, Download, Edit, FolderOpened, Printer } from '@element-plus/icons-vue';
import { compareDump, takenFrom, type Difference } from '@nodaxis/core/dialects/compare';
import { dumpInWords } from '@nodaxis/core/dialects/dumpWords';
import { linesOfSheet, type SheetLine } from '@nodaxis/core/dialects/lines';
import { MOST_DUMP, readDump } from '@nodaxis/core/dialects/readDump';
import { readSheet, writeSheet } from '@nodaxis/core/dialects/sheetFile';
import { sheets } from '@nodaxis/core/dialects/sheets/index';
import { dumpOf, heldOf, snapshotsOf } from '@nodaxis/core/dialects/snapshots';
import { overridesFor } from '@nodaxis/core/dialects/takeIn';
import { canWrite, writeCommands } from '@nodaxis/core/dialects/write';
import type { NameSheet } from '@nodaxis/core/machine/nameSheet';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref } from 'vue';
import { useDraft } from '../../document/drafts';
import { useOpenMachine } from '../../document/openMachine';
import { useCopied } from '../../document/useCopied';
import { download } from '../../document/transfer';
import ActionButton from '../../ui/ActionButton.vue';
import Choice from '../../ui/Choice.vue';
import Caution from '../../ui/Caution.vue';
import FilePicker from '../../ui/FilePicker.vue';
import PickOne from '../../ui/PickOne.vue';
import TextField from '../../ui/TextField.vue';
import FaultList from '../../widgets/FaultList.vue';
import ControlLines from './ControlLines.vue';
import EarlierReadings from './EarlierReadings.vue';
import ListenPanel from './ListenPanel.vue';
import MakeSheet from './MakeSheet.vue';
import MenuSheet from './MenuSheet.vue';
import SheetEditor from './SheetEditor.vue';
import WhatItSays from './WhatItSays.vue';

/** The settings in the own words of the control or of a drive: what to give it, what it holds, and where the two differ. */
const machine = useOpenMachine();
const faults = ref<Fault[]>([]);
const { said: done, copy: put } = useCopied('Save the file instead.');
const settings = computed(() => machine.figures.settings);
/** Whose words: those of the control, or of a drive with settings of its own. */
const whose = ref('');
const part = computed(() => (machine.design.parts[whose.value] ? whose.value : undefined));
const drives = computed(() =>
  Object.entries(machine.design.parts).flatMap(([id, p]) =>
    settings.value.some((s) => s.key.startsWith(`driver/${id}/`))
      ? [{ value: id, label: p.designation, note: machine.design.driveSheets?.[id]?.name ?? p.name }]
      : [],
  ),
);
const thing = computed(() => (part.value ? 'drive' : 'control'));
const sheet = computed(() => (part.value ? machine.design.driveSheets?.[part.value] : machine.design.nameSheet));
const lines = computed(() =>
  sheet.value ? linesOfSheet(sheet.value, machine.design, settings.value, part.value) : [],
);

function use(next: NameSheet | null): void {
  done.value = '';
  faults.value = machine.run({
    name: 'use-name-sheet',
    args: { sheet: next, ...(part.value ? { part: part.value } : {}) },
  });
}
const useShipped = (id: string) => use(sheets.find((s) => s.id === id) ?? null);
async function open([file]: File[]): Promise<void> {
  if (!file) return;
  const read = readSheet(await file.text(), file.name);
  if (read.ok) use(read.value);
  else faults.value = read.error;
}
const save = (of: NameSheet) => download(`${of.name}.name-sheet.json`, writeSheet(of));

/** What was pasted, kept as it is typed; without it, the reading that was kept last. */
const pasted = useDraft(() => `${machine.file.id}/control-dump${part.value ?? ''}`, '', false);
const snapshots = computed(() => snapshotsOf(machine.file.journal, part.value));
const last = computed(() => snapshots.value.at(-1));
const reading = computed(() =>
  sheet.value && pasted.value.trim() ? readDump(sheet.value, lines.value, pasted.value) : undefined,
);
const dump = computed(
  () => reading.value ?? (sheet.value && last.value ? dumpOf(last.value, sheet.value, lines.value) : undefined),
);
const differences = computed(() => dump.value && compareDump(lines.value, dump.value, settings.value));
const differing = computed(() => differences.value?.filter((d) => d.standing === 'differs') ?? []);
const told = computed(() => (dump.value && differences.value ? dumpInWords(dump.value, differences.value) : []));
/** What the control holds as far as is known, and the readings before that. */
const heldNow = computed(() => (reading.value ? heldOf(reading.value) : last.value?.held));
const earlier = computed(() => (reading.value ? snapshots.value : snapshots.value.slice(0, -1)));
async function openDump([file]: File[]): Promise<void> {
  if (!file) return;
  const text = await file.text();
  if (text.length <= MOST_DUMP.characters) {
    faults.value = [];
    pasted.value = text;
    return;
  }
  faults.value = [
    {
      what: `It has ${(text.length / 1e6).toFixed(1)} million characters: no list of settings is so long.`,
      where: file.name,
      fix: 'Pick the file that holds the settings alone.',
    },
  ];
}
const date = (at: string) => new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
function keep(): void {
  if (!reading.value || !sheet.value) return;
  faults.value = machine.log({
    kind: 'control',
    ...(part.value ? { part: part.value } : {}),
    sheet: sheet.value.name,
    held: heldOf(reading.value),
  });
  if (faults.value.length) return;
  pasted.value = '';
  done.value = 'Kept in the logbook.';
}

/** The sheet is being written or changed. */
const editing = ref(false);
const which = ref<'all' | 'differs' | 'left'>('all');
const rows = computed(() =>
  lines.value
    .map((line, i) => ({ line, difference: differences.value?.[i] }))
    .filter(({ line, difference }) =>
      which.value === 'differs'
        ? difference && difference.standing !== 'same' && difference.standing !== 'not given'
        : which.value === 'left'
          ? !canWrite(line)
          : true,
    ),
);
/** What is given out: once something was read, what differs from it; else everything. */
const toWrite = computed((): SheetLine[] => (differences.value ? differing.value.map((d) => d.line) : lines.value));
const written = computed(() => sheet.value && writeCommands(sheet.value, toWrite.value));
const left = computed(() => lines.value.filter((l) => !canWrite(l)).length);
const text = computed(() => `${written.value?.commands.join('\n') ?? ''}\n`);
const copy = () => put(text.value, `${written.value!.commands.length} lines copied.`);
const giving = computed(() => {
  const one = toWrite.value.filter(canWrite).length === 1;
  if (differences.value)
    return one
      ? `setting differs from what the ${thing.value} holds`
      : `settings differ from what the ${thing.value} holds`;
  return one ? 'setting to give it' : 'settings to give it';
});
const saveCommands = () => download(`${machine.design.name} for ${sheet.value!.name}.txt`, text.value, 'text/plain');
const print = () => window.print();

function takeOver({ line, given }: Difference): void {
  const taken = given?.value === undefined ? undefined : takenFrom(line, given.value);
  if (!taken || !sheet.value) return;
  const commands = overridesFor(taken, settings.value, `${line.name} of ${sheet.value.name} holds ${given!.text}`);
  faults.value = machine.run({ name: 'several', args: { title: `As the control has it: ${line.what}`, commands } });
}
</script>

<template>
  <div class="stack">
    <Caution v-if="faults.length" kind="refused"><FaultList :faults="faults" /></Caution>
    <label v-if="drives.length" class="row"
      >In the words of <Choice v-model="whose" label="In the words of" none="the control" :options="drives"
    /></label>
    <section v-if="!sheet" class="sheet stack" aria-label="Name sheet">
      <h2>Your {{ thing }} calls these settings by other names</h2>
      <p>
        A name sheet tells what each setting is called there, in which unit, and how it counts. With one, the values
        come out as lines to paste or as a list in the order of the menus, and what it prints is held against them.
      </p>
      <div class="row wrap">
        <ActionButton
          v-for="s in part ? [] : sheets"
          :key="s.id"
          kind="framed"
          :disabled="machine.readOnly"
          @click="useShipped(s.id)"
          >{{ s.name }}</ActionButton
        >
        <FilePicker
          accept=".json,application/json"
          label="Name sheet"
          kind="main"
          :disabled="machine.readOnly"
          @files="open"
          ><FolderOpened />Open a sheet</FilePicker
        >
        <ActionButton kind="framed" :disabled="machine.readOnly" @click="editing = true"
          ><Edit />Write one</ActionButton
        >
      </div>
      <p v-if="!part" class="soft">
        The first two are of invented controls, to try it out. A sheet is a text file, which can be saved, changed and
        handed on.
      </p>
    </section>
    <MakeSheet v-if="!sheet" :key="whose" :part="part" @made="use" />
    <SheetEditor :key="whose" v-model="editing" :sheet="sheet" :part="part" @change="use" />
    <template v-if="sheet">
      <div class="columns">
        <section class="sheet stack" :aria-label="`Into the ${thing}`">
          <h2>Into the {{ thing }}</h2>
          <p>
            <strong class="figure">{{ toWrite.filter(canWrite).length }}</strong>
            {{ giving
            }}<template v-if="left"
              >; {{ left }} left out: <ActionButton kind="bare" @click="which = 'left'">why</ActionButton></template
            >.
          </p>
          <p v-if="written?.waits.length" class="soft">
            Wait by hand: {{ written.waits.map((w) => `${w.seconds} s after line ${w.after}`).join(', ') }}.
          </p>
          <p v-if="written?.restart" class="soft">Some count only after a restart of the {{ thing }}.</p>
          <div class="row wrap">
            <ActionButton kind="main" :disabled="!written?.commands.length" @click="copy"
              ><CopyDocument />Copy the lines</ActionButton
            >
            <ActionButton kind="framed" :disabled="!written?.commands.length" @click="saveCommands"
              ><Download />Save as file</ActionButton
            >
            <ActionButton kind="framed" data-hint="In the order of its menus, with boxes to tick" @click="print"
              ><Printer />Print</ActionButton
            >
          </div>
          <p v-if="done" role="status" class="soft">{{ done }}</p>
          <Caution> First save what it holds now. After it, a hand on the stop for the first move. </Caution>
          <div class="row wrap foot">
            <span class="soft">By the sheet “{{ sheet.name }}”</span>
            <ActionButton
              aria-label="Change this sheet"
              data-hint="Change the sheet"
              :disabled="machine.readOnly"
              @click="editing = true"
              ><Edit
            /></ActionButton>
            <ActionButton aria-label="Save this sheet as a file" data-hint="Save the sheet" @click="save(sheet)"
              ><Download
            /></ActionButton>
            <FilePicker
              accept=".json,application/json"
              label="Another name sheet"
              kind="bare"
              :disabled="machine.readOnly"
              @files="open"
              >another sheet</FilePicker
            >
            <ActionButton
              aria-label="Take the sheet out"
              data-hint="Take it out"
              :disabled="machine.readOnly"
              @click="use(null)"
              ><Delete
            /></ActionButton>
          </div>
        </section>
        <section class="sheet stack" :aria-label="`Out of the ${thing}`">
          <h2>Out of the {{ thing }}</h2>
          <TextField
            v-model="pasted"
            type="textarea"
            :rows="4"
            class="mono"
            :aria-label="`What the ${thing} prints`"
            :placeholder="`Paste what it prints: ${sheet.dump}`"
          />
          <div class="row wrap">
            <FilePicker
              accept=".txt,.log,.csv,text/plain"
              label="What the control printed"
              kind="framed"
              @files="openDump"
              ><FolderOpened />Open a file</FilePicker
            >
            <ActionButton v-if="reading" kind="framed" :disabled="machine.readOnly || !reading.given.size" @click="keep"
              >Keep this reading</ActionButton
            >
            <span v-if="!reading && last" class="soft">As read on {{ date(last.at) }}</span>
          </div>
          <p v-if="differences" role="status">
            <strong :class="{ bad: differing.length }">{{ told[0] }}</strong> {{ told.slice(1).join(' ') }}
          </p>
        </section>
      </div>
      <ListenPanel v-if="!part && sheet.listen" :sheet="sheet" @printed="(t) => (pasted = t)" />
      <EarlierReadings
        v-if="heldNow && earlier.length"
        :sheet="sheet"
        :lines="lines"
        :earlier="earlier"
        :now="heldNow"
      />
      <section class="sheet stack" aria-label="Line by line">
        <div class="row spread wrap">
          <h2>Line by line</h2>
          <PickOne
            v-model="which"
            label="Which lines"
            :options="[
              { value: 'all', label: `all ${lines.length}` },
              { value: 'differs', label: `what differs: ${differing.length}` },
              { value: 'left', label: `left out: ${left}` },
            ]"
          />
        </div>
        <ControlLines :rows="rows" :read-only="machine.readOnly" @take-over="takeOver" />
      </section>
      <WhatItSays :sheet="sheet" @change="use" />
      <MenuSheet :lines="lines" :title="`${machine.design.name}: ${sheet.name}`" />
    </template>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 10px;
}
.foot {
  margin-top: auto;
}
.figure {
  font-size: 20px;
}
.bad {
  color: var(--wont);
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media print {
  .columns,
  section {
    display: none;
  }
}
</style>
