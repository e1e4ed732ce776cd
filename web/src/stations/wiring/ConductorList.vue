<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import FilePicker from '../../ui/FilePicker.vue';
import TextField from '../../ui/TextField.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { Camera, Delete, Download, Plus, Upload } from '@element-plus/icons-vue';
import type { ConductorEdit } from '@nodaxis/core/commands/command';
import type { Command } from '@nodaxis/core/commands/command';
import { readConductorsCsv, writeConductorsCsv } from '@nodaxis/core/formats/conductorsCsv';
import type { Conductor } from '@nodaxis/core/machine/connections';
import { conductorStates } from '@nodaxis/core/machine/connections';
import type { Fault } from '@nodaxis/core/units/result';
import { stateAfter } from '@nodaxis/core/wiring/progress';
import { sheets } from '@nodaxis/core/wiring/sheets';
import { useMediaQuery } from '@vueuse/core';
import { computed, nextTick, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import { hasForm } from '../../document/drafts';
import { useOpenMachine } from '../../document/openMachine';
import { download } from '../../document/transfer';
import NotesAndPictures from '../../widgets/NotesAndPictures.vue';
import type { Subject } from '../../document/subjects';
import TrialPanel from '../../trial/TrialPanel.vue';
import { useTrial } from '../../trial/useTrial';
import AddConductor from './AddConductor.vue';
import ConductorGrid from './ConductorGrid.vue';
import ConductorEditor from './ConductorEditor.vue';
import { sheetNames } from '@nodaxis/core/wiring/sheets';
import { useConductorRows } from './useConductorRows';

/** The whole wire list: filtered, edited one by one or many at once, and out and in as a table. */
const machine = useOpenMachine();
const trial = useTrial();
const route = useRoute();
const { filter, sort, sortBy, all, rows, cables, parts } = useConductorRows();

const narrow = useMediaQuery('(max-width: 720px)');
const grid = useTemplateRef<InstanceType<typeof ConductorGrid>>('grid');
const picked = shallowRef<ReadonlySet<string>>(new Set());
const active = ref('');
const adding = ref(hasForm(`${machine.file?.id}/add-conductor`));
/** On a phone the filters are folded away; how many of them count is said. */
const filtering = ref(false);
const filtered = computed(() => [filter.sheet, filter.part, filter.cable, filter.state].filter(Boolean).length);
const faults = shallowRef<Fault[]>([]);
const told = ref('');
const noting = ref(false);

watch(
  () => route.query.part,
  (p) => (filter.part = typeof p === 'string' ? p : ''),
  { immediate: true },
);
watch(
  () => route.query.field,
  (f) => {
    const id = typeof f === 'string' && f.startsWith('conductors.') ? f.slice('conductors.'.length) : '';
    if (id) void nextTick(() => grid.value?.goTo(rows.value.findIndex((r) => r.id === id)));
  },
  { immediate: true },
);

/** What an edit in the panel goes to: all that are picked, or the row under the cursor. */
const chosen = computed(() => {
  const ids = picked.value.size ? rows.value.filter((r) => picked.value.has(r.id)).map((r) => r.id) : [];
  return ids.length ? ids : active.value && machine.design.conductors[active.value] ? [active.value] : [];
});

/** On a phone the panel lies below the list: it comes into sight once there is something to edit. */
const foot = useTemplateRef<HTMLElement>('foot');
watch(
  () => chosen.value.length > 0,
  async (is) => {
    await nextTick();
    if (!is || !narrow.value) return;
    foot.value?.scrollIntoView({ block: 'end' });
    grid.value?.goTo(rows.value.findIndex((r) => r.id === active.value));
  },
);

/** The row under the cursor, its ends and their parts: each may have notes and pictures of its own. */
const subjects = computed((): { subject: Subject; title: string }[] => {
  const r = rows.value.find((x) => x.id === active.value);
  if (!r) return [];
  const ends = [r.c.from, r.c.to] as const;
  return [
    { subject: { kind: 'conductor', id: r.id }, title: `Conductor ${r.c.number}` },
    ...ends.map((e, i) => ({
      subject: { kind: 'terminal' as const, id: e.part, terminal: e.terminal },
      title: `Terminal ${i === 0 ? r.from : r.to}`,
    })),
    ...ends.map((e) => ({
      subject: { kind: 'part' as const, id: e.part },
      title: `${machine.design.parts[e.part]?.designation ?? ''} ${machine.design.parts[e.part]?.name ?? ''}`,
    })),
  ];
});

function set(ids: readonly string[], change: ConductorEdit): void {
  faults.value = ids.length ? machine.run({ name: 'set-conductors', args: { ids: [...ids], set: change } }) : [];
}
/** One step on for each: planned and cut become connected, connected becomes checked. */
function tick(ids: readonly string[]): void {
  const by = new Map<Conductor['state'], string[]>();
  for (const id of ids) {
    const next = stateAfter(machine.design.conductors[id]!.state);
    by.set(next, [...(by.get(next) ?? []), id]);
  }
  const commands: Command[] = [...by].map(([state, list]) => ({
    name: 'set-conductors',
    args: { ids: list, set: { state } },
  }));
  faults.value = machine.run(
    commands.length === 1
      ? commands[0]!
      : { name: 'several', args: { title: `${ids.length} conductors advanced`, commands } },
  );
}
/** The panel below takes the keyboard. */
const edit = () => document.querySelector<HTMLElement>('#conductor-editor input')?.focus();
function remove(): void {
  faults.value = machine.run({ name: 'remove-conductors', args: { ids: chosen.value } });
  picked.value = new Set();
}

const slug = computed(() => machine.design.name.toLowerCase().replace(/[^a-z0-9]+/g, '-'));
const exportCsv = () => download(`${slug.value}-conductors.csv`, writeConductorsCsv(machine.design), 'text/csv');
async function importCsv(f: File): Promise<void> {
  told.value = '';
  faults.value = [];
  if (f.size > 8e6) {
    faults.value = [
      {
        what: `${f.name} has ${Math.round(f.size / 1e6)} MB: no wire list is that long.`,
        where: f.name,
        fix: 'Pick another file.',
      },
    ];
    return;
  }
  const table = readConductorsCsv(await f.text(), machine.design);
  const commands: Command[] = [
    ...table.change.map(({ id, set: change }): Command => ({
      name: 'set-conductors',
      args: { ids: [id], set: change },
    })),
    ...table.add.map((args): Command => ({ name: 'add-conductor', args })),
  ];
  const refused = commands.length
    ? machine.run({ name: 'several', args: { title: `Wire list read from ${f.name.slice(0, 80)}`, commands } })
    : [];
  faults.value = [...table.faults, ...refused];
  told.value = refused.length
    ? ''
    : `${table.change.length} changed, ${table.add.length} added, ${table.same} as they were, ${table.faults.length} mistake${table.faults.length === 1 ? '' : 's'}.`;
}
</script>

<template>
  <div class="list" data-field="conductors">
    <div class="row bar">
      <span v-if="!narrow || filtering" class="row filters">
        <label
          >Sheet
          <Choice
            v-model="filter.sheet"
            class="narrow"
            none="all"
            :options="sheets.map((s) => ({ value: s, label: sheetNames[s] }))"
        /></label>
        <label
          >Part
          <Choice
            v-model="filter.part"
            class="narrow"
            none="all"
            :options="parts.map(([id, p]) => ({ value: id, label: `${p.designation} ${p.name}` }))"
        /></label>
        <label>Cable <Choice v-model="filter.cable" class="narrow" none="all" :options="cables" /></label>
        <label>State <Choice v-model="filter.state" class="narrow" none="all" :options="conductorStates" /></label>
      </span>
      <label class="find"
        >Find <TextField v-model="filter.text" type="search" placeholder="terminal, cable, reason"
      /></label>
      <ActionButton v-if="narrow" kind="framed" :aria-expanded="filtering" @click="filtering = !filtering">
        Filters{{ filtered ? ` (${filtered})` : '' }}
      </ActionButton>
      <span class="row tools">
        <ActionButton kind="framed" :aria-pressed="trial.on" @click="trial.on = !trial.on">Try it</ActionButton>
        <ActionButton :disabled="machine.readOnly" @click="adding = !adding"><Plus />Add</ActionButton>
        <ActionButton data-hint="The list as a table (CSV)" @click="exportCsv"><Download />CSV</ActionButton>
        <FilePicker
          kind="text"
          accept=".csv,.tsv,.txt,text/csv"
          label="Wire list as a table"
          data-hint="Read a table (CSV)"
          :disabled="machine.readOnly"
          @files="([f]) => importCsv(f!)"
          ><Upload />CSV</FilePicker
        >
      </span>
    </div>
    <AddConductor v-if="adding" @done="adding = false" />
    <p v-if="told" role="status">{{ told }}</p>
    <Caution v-if="faults.length" kind="refused" class="faults"
      ><ul>
        <li v-for="(f, i) in faults.slice(0, 12)" :key="i">
          <b>{{ f.where }}</b> {{ f.what }} {{ f.fix }}
        </li>
        <li v-if="faults.length > 12">… and {{ faults.length - 12 }} more.</li>
      </ul></Caution
    >
    <ConductorGrid
      ref="grid"
      :key="`${narrow}`"
      v-model:active="active"
      v-model:picked="picked"
      :rows="rows"
      :sort="sort"
      :tall="narrow"
      @sort="sortBy"
      @enter="tick(chosen)"
      @edit="edit"
      @state="(id, state) => set([id], { state })"
    />
    <aside v-if="trial.on" class="sheet on-trial"><TrialPanel wide /></aside>
    <aside v-if="noting && subjects.length" class="sheet noting" aria-label="Notes and pictures">
      <NotesAndPictures v-for="x in subjects" :key="x.title" :subject="x.subject" :title="x.title" />
    </aside>
    <div v-if="!trial.on" ref="foot" class="foot row">
      <ConductorEditor
        v-if="chosen.length"
        id="conductor-editor"
        :ids="chosen"
        @tick="tick(chosen)"
        @remove="remove"
        @fault="faults = $event"
      >
        <ActionButton kind="framed" :aria-expanded="noting" :disabled="!active" @click="noting = !noting">
          <Camera />Notes and pictures
        </ActionButton>
        <ActionButton kind="danger" :disabled="machine.readOnly" @click="remove"><Delete />Remove</ActionButton>
      </ConductorEditor>
      <p v-else class="soft">
        {{ rows.length }} of {{ all.length }} conductors. Arrow keys go through them, Space picks, Enter advances the
        state, E edits what is picked. Wire with the mains plug pulled and the supplies discharged.
      </p>
    </div>
  </div>
</template>

<style scoped>
.list {
  display: flex;
  flex-direction: column;
  gap: 6px;
  height: 100%;
  min-height: 420px;
}
.bar label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.bar .choice {
  max-width: 130px;
}
.text-field {
  width: 170px;
}
.tools {
  margin-left: auto;
  gap: 0;
}
.on-trial {
  max-height: 52%;
  overflow: auto;
}
[aria-pressed='true'].action-framed {
  background: var(--accent);
  color: var(--on-accent);
}
.faults {
  margin: 0;
  max-height: 130px;
  overflow: auto;
  padding-left: 26px;
}
@media (min-width: 721px) {
  .noting {
    display: grid;
    grid-template-columns: repeat(5, minmax(0, 1fr));
    gap: 10px;
  }
}
.noting {
  max-height: 210px;
  overflow: auto;
}
.foot {
  min-height: 44px;
}
@media (max-width: 720px) {
  .list {
    height: calc(100dvh - 150px);
  }
  .bar .choice,
  .text-field {
    width: 100%;
    max-width: none;
  }
  .bar label.find {
    flex: 1 1 auto;
  }
  .filters {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 6px 12px;
    flex: 1 1 100%;
  }
  .filters label {
    flex-direction: column;
    align-items: stretch;
    gap: 0;
  }
  .foot {
    max-height: 46%;
    overflow: auto;
  }
}
</style>
