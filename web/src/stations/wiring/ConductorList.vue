<script setup lang="ts">
import FilePicker from '../../ui/FilePicker.vue';
import TickBox from '../../ui/TickBox.vue';
import TextField from '../../ui/TextField.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { Camera, Delete, Download, Plus, Upload } from '@element-plus/icons-vue';
import type { ConductorEdit } from '@nodaxis/core/commands/command';
import type { Command } from '@nodaxis/core/commands/command';
import { readConductorsCsv, writeConductorsCsv } from '@nodaxis/core/formats/conductorsCsv';
import type { Conductor } from '@nodaxis/core/machine/connections';
import { conductorStates } from '@nodaxis/core/machine/connections';
import { showQuantity } from '@nodaxis/core/units/print';
import type { Fault } from '@nodaxis/core/units/result';
import { stateAfter } from '@nodaxis/core/wiring/progress';
import { sheets } from '@nodaxis/core/wiring/sheets';
import { useVirtualList } from '@vueuse/core';
import { computed, nextTick, ref, shallowRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import { hasForm } from '../../document/drafts';
import { useMachine } from '../../document/machine';
import { usePreferences } from '../../document/preferences';
import { download } from '../../document/transfer';
import NotesAndPictures from '../../widgets/NotesAndPictures.vue';
import type { Subject } from '../../document/subjects';
import TrialPanel from '../../trial/TrialPanel.vue';
import { useTrial } from '../../trial/useTrial';
import AddConductor from './AddConductor.vue';
import ColourSwatch from './ColourSwatch.vue';
import ConductorEditor from './ConductorEditor.vue';
import { sheetNames } from '@nodaxis/core/wiring/sheets';
import type { SortKey } from './useConductorRows';
import { useConductorRows } from './useConductorRows';

/** The whole wire list: thousands of rows are no more work than the twenty that are seen. */
const ROW = 32;
const machine = useMachine();
const trial = useTrial();
const preferences = usePreferences();
const route = useRoute();
const { filter, sort, sortBy, all, rows, cables, parts } = useConductorRows();
const { list, containerProps, wrapperProps, scrollTo } = useVirtualList(rows, { itemHeight: ROW, overscan: 8 });

const picked = shallowRef(new Set<string>());
const active = ref('');
const adding = ref(hasForm(`${machine.file?.id}/add-conductor`));
const faults = shallowRef<Fault[]>([]);
const told = ref('');
const noting = ref(false);
/** Where Shift begins to pick from. */
let anchor = 0;

watch(
  () => route.query.part,
  (p) => (filter.part = typeof p === 'string' ? p : ''),
  { immediate: true },
);
watch(
  () => route.query.field,
  (f) => {
    const id = typeof f === 'string' && f.startsWith('conductors.') ? f.slice('conductors.'.length) : '';
    if (id) void nextTick(() => goTo(rows.value.findIndex((r) => r.id === id)));
  },
  { immediate: true },
);

const columns: { key: SortKey; name: string }[] = [
  { key: 'number', name: 'No.' },
  { key: 'from', name: 'From' },
  { key: 'to', name: 'To' },
  { key: 'colour', name: 'Colour' },
  { key: 'section', name: 'Section' },
  { key: 'cable', name: 'Cable, core' },
  { key: 'state', name: 'State' },
];
const activeIndex = computed(() => rows.value.findIndex((r) => r.id === active.value));
/** What an edit in the panel goes to: all that are picked, or the row under the cursor. */
const chosen = computed(() => {
  const ids = picked.value.size ? rows.value.filter((r) => picked.value.has(r.id)).map((r) => r.id) : [];
  return ids.length ? ids : active.value && machine.design!.conductors[active.value] ? [active.value] : [];
});

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
      title: `${machine.design!.parts[e.part]?.designation ?? ''} ${machine.design!.parts[e.part]?.name ?? ''}`,
    })),
  ];
});

function goTo(index: number): void {
  const row = rows.value[index];
  if (!row) return;
  active.value = row.id;
  const box = containerProps.ref.value;
  if (box) {
    const top = index * ROW;
    if (top < box.scrollTop || top + ROW > box.scrollTop + box.clientHeight)
      scrollTo(Math.max(0, index - Math.floor(box.clientHeight / ROW / 2)));
  }
  void nextTick(() => setTimeout(() => document.getElementById(`row-${row.id}`)?.focus({ preventScroll: true }), 20));
}
function pick(id: string, on = !picked.value.has(id)): void {
  const next = new Set(picked.value);
  if (on) next.add(id);
  else next.delete(id);
  picked.value = next;
  anchor = rows.value.findIndex((r) => r.id === id);
}
const pickRange = (to: number) => {
  const [a, b] = [Math.min(anchor, to), Math.max(anchor, to)];
  picked.value = new Set(rows.value.slice(a, b + 1).map((r) => r.id));
};
const allPicked = computed(() => rows.value.length > 0 && rows.value.every((r) => picked.value.has(r.id)));
const pickAll = (on: boolean) => (picked.value = new Set(on ? rows.value.map((r) => r.id) : []));

function set(ids: readonly string[], change: ConductorEdit): void {
  faults.value = ids.length ? machine.run({ name: 'set-conductors', args: { ids: [...ids], set: change } }) : [];
}
/** One step on for each: planned and cut become connected, connected becomes checked. */
function tick(ids: readonly string[]): void {
  const by = new Map<Conductor['state'], string[]>();
  for (const id of ids) {
    const next = stateAfter(machine.design!.conductors[id]!.state);
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
function remove(): void {
  faults.value = machine.run({ name: 'remove-conductors', args: { ids: chosen.value } });
  picked.value = new Set();
}

function onKey(e: KeyboardEvent): void {
  if (e.target instanceof HTMLElement && e.target.matches('input, select, textarea')) return;
  const i = activeIndex.value;
  const jump: Record<string, number> = {
    ArrowDown: i + 1,
    ArrowUp: i - 1,
    PageDown: i + 15,
    PageUp: i - 15,
    Home: 0,
    End: rows.value.length - 1,
  };
  const to = jump[e.key];
  if (to !== undefined) {
    e.preventDefault();
    const next = Math.max(0, Math.min(rows.value.length - 1, to));
    if (e.shiftKey) pickRange(next);
    else anchor = next;
    goTo(next);
  } else if (e.key === ' ' && active.value) {
    e.preventDefault();
    pick(active.value);
  } else if (e.key === 'Enter' && chosen.value.length) {
    e.preventDefault();
    tick(chosen.value);
  } else if (e.key === 'a' && (e.ctrlKey || e.metaKey)) {
    e.preventDefault();
    pickAll(true);
  } else if (e.key === 'x' && trial.on && active.value) {
    e.preventDefault();
    trial.toggle({ kind: 'cut', conductor: active.value });
  } else if (e.key === 'Escape') picked.value = new Set();
  else if (e.key === 'e' && !e.ctrlKey) {
    e.preventDefault();
    document.querySelector<HTMLElement>('#conductor-editor input, #conductor-editor select')?.focus();
  }
}
function click(e: MouseEvent, id: string, index: number): void {
  if (e.shiftKey) pickRange(index);
  else if (e.ctrlKey || e.metaKey) pick(id);
  active.value = id;
}

/** What a conductor is while the machine is on trial. */
const wireState = (id: string): 'cut' | 'live' | 'still' =>
  trial.is({ kind: 'cut', conductor: id }) ? 'cut' : trial.state?.view.paths.conductors.has(id) ? 'live' : 'still';

const slug = computed(() => machine.design!.name.toLowerCase().replace(/[^a-z0-9]+/g, '-'));
const exportCsv = () => download(`${slug.value}-conductors.csv`, writeConductorsCsv(machine.design!), 'text/csv');
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
  const table = readConductorsCsv(await f.text(), machine.design!);
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
      <label>Find <TextField v-model="filter.text" type="search" placeholder="terminal, cable, reason" /></label>
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
    <ul v-if="faults.length" class="caution faults" role="alert">
      <li v-for="(f, i) in faults.slice(0, 12)" :key="i">
        <b>{{ f.where }}</b> {{ f.what }} {{ f.fix }}
      </li>
      <li v-if="faults.length > 12">… and {{ faults.length - 12 }} more.</li>
    </ul>
    <div class="grid sheet" role="grid" :aria-rowcount="rows.length" aria-label="Conductors" @keydown="onKey">
      <div role="row" class="line head">
        <span role="columnheader"
          ><TickBox aria-label="Pick all shown" :model-value="allPicked" @change="pickAll"
        /></span>
        <span
          v-for="c in columns"
          :key="c.key"
          role="columnheader"
          :aria-sort="sort.key === c.key ? (sort.down ? 'descending' : 'ascending') : 'none'"
          ><ActionButton kind="bare" @click="sortBy(c.key)">
            {{ c.name }}<span v-if="sort.key === c.key" aria-hidden="true">{{ sort.down ? ' ↓' : ' ↑' }}</span>
          </ActionButton></span
        >
        <span role="columnheader" class="why">Why</span>
      </div>
      <div v-bind="containerProps" class="rows" role="presentation">
        <div v-bind="wrapperProps" role="rowgroup">
          <div
            v-for="{ data: r, index } in list"
            :id="`row-${r.id}`"
            :key="r.id"
            role="row"
            class="line"
            :class="[trial.on ? wireState(r.id) : r.c.state, { active: active === r.id, picked: picked.has(r.id) }]"
            :data-field="`conductors.${r.id}`"
            :aria-rowindex="index + 1"
            :aria-selected="picked.has(r.id)"
            :tabindex="active === r.id || (activeIndex < 0 && index === 0) ? 0 : -1"
            @click="click($event, r.id, index)"
            @focus="active = r.id"
          >
            <span role="gridcell"
              ><TickBox
                :tabindex="-1"
                :model-value="picked.has(r.id)"
                :aria-label="`Pick conductor ${r.c.number}`"
                @click.stop
                @change="pick(r.id, $event)"
            /></span>
            <span role="gridcell" class="mono num">{{ r.c.number }}</span>
            <span role="gridcell" class="mono">{{ r.from }}</span>
            <span role="gridcell" class="mono">{{ r.to }}</span>
            <span role="gridcell"><ColourSwatch v-if="r.c.colour" :code="r.c.colour" /></span>
            <span role="gridcell" class="mono">{{
              r.c.section ? showQuantity(r.c.section, preferences.display) : ''
            }}</span>
            <span role="gridcell">{{ [r.c.cable, r.c.core].filter(Boolean).join(', ') }}</span>
            <span role="gridcell" class="state">
              <Choice
                v-if="active === r.id"
                :model-value="r.c.state"
                tabindex="-1"
                :disabled="machine.readOnly"
                :label="`State of conductor ${r.c.number}`"
                :options="conductorStates"
                @click.stop
                @change="set([r.id], { state: $event as Conductor['state'] })"
              />
              <template v-else>{{ r.c.state }}</template>
            </span>
            <span role="gridcell" class="why soft" :data-hint="r.c.purpose"
              ><ActionButton
                v-if="trial.on"
                kind="bare"
                class="cut-it"
                tabindex="-1"
                :aria-pressed="trial.is({ kind: 'cut', conductor: r.id })"
                :aria-label="`Cut conductor ${r.c.number}`"
                @click.stop="trial.toggle({ kind: 'cut', conductor: r.id })"
              >
                {{ wireState(r.id) === 'cut' ? 'is cut' : 'cut' }}</ActionButton
              >{{ r.c.purpose }}</span
            >
          </div>
        </div>
        <p v-if="!rows.length" class="soft none">No conductor fits these filters.</p>
      </div>
    </div>
    <aside v-if="trial.on" class="sheet on-trial"><TrialPanel wide /></aside>
    <aside v-if="noting && subjects.length" class="sheet noting" aria-label="Notes and pictures">
      <NotesAndPictures v-for="x in subjects" :key="x.title" :subject="x.subject" :title="x.title" />
    </aside>
    <div v-if="!trial.on" class="foot row">
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
.line.live {
  box-shadow: inset 4px 0 0 var(--wont);
}
.line.cut {
  box-shadow: inset 4px 0 0 var(--danger);
  text-decoration: line-through;
}
.cut-it {
  font: 13px var(--mono);
  color: inherit;
  background: none;
  border: 1px solid var(--line-strong);
  border-radius: 2px;
  width: 54px;
  margin-right: 6px;
  cursor: pointer;
}
.cut .cut-it {
  background: var(--danger);
  color: var(--sheet);
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
.grid {
  flex: 1;
  min-height: 0;
  padding: 0;
  display: flex;
  flex-direction: column;
}
.line {
  display: grid;
  grid-template-columns: 30px 48px 104px 104px 84px 84px 150px 118px minmax(80px, 1fr);
  align-items: center;
  height: 32px;
  border-bottom: 1px solid var(--line);
  padding: 0 6px;
}
.line > span {
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
  padding: 0 4px;
}
.head {
  color: var(--soft);
  font-size: 13px;
  border-bottom-color: var(--line-strong);
  padding-right: 18px;
}
.head button {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  padding: 4px 0;
  cursor: pointer;
}
.num {
  text-align: right;
}
.rows {
  flex: 1;
}
.active {
  background: var(--accent-wash);
}
.picked {
  box-shadow: inset 4px 0 0 var(--accent);
}
.line:focus-visible {
  outline-offset: -2px;
}
.checked .num,
.connected .num {
  color: var(--good);
}
.temporary .num {
  color: var(--doubt);
}
.state .choice {
  width: 100%;
}
.why {
  font-size: 13px;
}
.none {
  padding: 14px;
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
    height: 82vh;
  }
  .line {
    grid-template-columns: 30px 40px 1fr 1fr;
  }
  .line > span:nth-child(n + 5) {
    display: none;
  }
}
</style>
