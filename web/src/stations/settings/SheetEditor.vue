<script setup lang="ts">
import { Delete, Plus } from '@element-plus/icons-vue';
import {
  blankEntry,
  blankSheet,
  formOfSheet,
  sheetOf,
  type EntryForm,
  type SheetForm,
} from '@nodaxis/core/dialects/sheetForm';
import type { NameSheet } from '@nodaxis/core/machine/nameSheet';
import { ElDialog } from 'element-plus';
import { computed, ref, watch } from 'vue';
import { useDraft } from '../../document/drafts';
import { useOpenMachine } from '../../document/openMachine';
import ActionButton from '../../ui/ActionButton.vue';
import Caution from '../../ui/Caution.vue';
import Fold from '../../ui/Fold.vue';
import PickOne from '../../ui/PickOne.vue';
import TextField from '../../ui/TextField.vue';
import EntryFields from './EntryFields.vue';

/** A name sheet written by hand: how a line looks, and one entry after the other, each tried on this machine. */
const shown = defineModel<boolean>({ required: true });
const { sheet, part } = defineProps<{
  sheet: NameSheet | undefined;
  /** The drive that it is of; the control without one. */
  part: string | undefined;
}>();
const emit = defineEmits<{ change: [NameSheet] }>();
const machine = useOpenMachine();
/** What is typed, kept as it is until it is taken or given up. */
const typed = useDraft<{ form: SheetForm | null }>(() => `${machine.file.id}/sheet-form${part ?? ''}`, { form: null });
const begin = (): SheetForm =>
  sheet ? formOfSheet(sheet) : blankSheet(part ? `sheet-${part}`.slice(0, 60) : 'own-sheet');
const form = computed(() => typed.value.form ?? begin());
const put = (set: Partial<SheetForm>) => (typed.value = { form: { ...form.value, ...set } });
const picked = ref(0);
watch(shown, (is) => is && (picked.value = 0));
const looked = ref('');
const listed = computed(() =>
  form.value.entries
    .map((entry, at) => ({ entry, at }))
    .filter(({ entry }) => `${entry.name} ${entry.what}`.toLowerCase().includes(looked.value.trim().toLowerCase())),
);
const entry = computed({
  get: () => form.value.entries[picked.value],
  set: (e: EntryForm | undefined) =>
    e && put({ entries: form.value.entries.map((old, at) => (at === picked.value ? e : old)) }),
});
function add(): void {
  looked.value = '';
  put({ entries: [...form.value.entries, { ...blankEntry(), each: part ? 'motor' : 'axis' }] });
  picked.value = form.value.entries.length - 1;
}
function drop(at: number): void {
  put({ entries: form.value.entries.filter((_, i) => i !== at) });
  picked.value = Math.max(0, Math.min(picked.value, form.value.entries.length - 1));
}
const heard = [
  { key: 'rate', title: 'Bits a second', such: '57600' },
  { key: 'askState', title: 'The line that asks for its state', such: '' },
  { key: 'askSettings', title: 'The line that asks for its settings', such: '' },
  { key: 'state', title: 'A line that tells its state', such: 'now: {value}' },
  { key: 'input', title: 'A line that tells of an input', such: 'lamp {name} {value}' },
  { key: 'inputName', title: 'What an input is called there', such: 'in{input}' },
  { key: 'lit', title: 'What it says of one that is on', such: 'lit' },
] as const;
const touching = [
  { key: 'touch', title: 'A move that ends at a touch', such: 'probe {letter}{to} F{feed}' },
  { key: 'setWork', title: 'Work position where it touched', such: 'here {letter} {value}' },
  { key: 'halve', title: 'Half of it, where it has a line for that', such: 'half {letter}' },
] as const;
const made = computed(() => sheetOf(form.value));
const faulty = computed(() => new Set(made.value.ok ? [] : made.value.error.map((f) => f.entry)));
function take(): void {
  if (!made.value.ok) return;
  emit('change', made.value.value);
  typed.value = { form: null };
  shown.value = false;
}
function giveUp(): void {
  typed.value = { form: null };
  shown.value = false;
}
</script>

<template>
  <ElDialog
    v-model="shown"
    :title="sheet ? `Name sheet: ${sheet.name}` : 'A name sheet of your own'"
    width="min(1100px, 97vw)"
    top="3vh"
  >
    <div class="stack">
      <Fold title="The control as a whole" :open="!sheet || faulty.has(-1)">
        <div class="whole">
          <label
            >Name of the sheet
            <TextField
              :model-value="form.name"
              maxlength="120"
              aria-label="Name of the sheet"
              @update:model-value="(name) => put({ name })"
          /></label>
          <label
            >A line that it prints
            <TextField
              :model-value="form.dump"
              class="mono"
              maxlength="200"
              aria-label="A line that it prints"
              @update:model-value="(dump) => put({ dump })"
          /></label>
          <label
            >A line that sets one
            <TextField
              :model-value="form.set"
              class="mono"
              maxlength="200"
              aria-label="A line that sets one"
              @update:model-value="(set) => put({ set })"
          /></label>
          <label
            >The line that restarts it
            <TextField
              :model-value="form.restart"
              class="mono"
              maxlength="200"
              aria-label="The line that restarts it"
              placeholder="by hand"
              @update:model-value="(restart) => put({ restart })"
          /></label>
          <label
            >The line that makes it wait
            <TextField
              :model-value="form.pauseLine"
              class="mono"
              maxlength="200"
              aria-label="The line that makes it wait"
              placeholder="by hand, or such as wait {seconds}"
              @update:model-value="(pauseLine) => put({ pauseLine })"
          /></label>
          <label
            >Lines ahead of all others
            <TextField
              :model-value="form.before"
              type="textarea"
              :rows="2"
              class="mono"
              aria-label="Lines ahead of all others"
              @update:model-value="(before) => put({ before })"
          /></label>
          <label
            >Lines behind all others
            <TextField
              :model-value="form.after"
              type="textarea"
              :rows="2"
              class="mono"
              aria-label="Lines behind all others"
              @update:model-value="(after) => put({ after })"
          /></label>
          <PickOne
            :model-value="form.decimal"
            label="Its decimal mark"
            :options="[
              { value: '.', label: '2.5' },
              { value: ',', label: '2,5' },
            ]"
            @update:model-value="(decimal) => put({ decimal: decimal! })"
          />
        </div>
      </Fold>
      <Fold v-if="!part" title="Over a serial line" :open="form.listen.rate !== '' && !sheet"
        ><div class="whole">
          <label v-for="f in heard" :key="f.key"
            >{{ f.title }}
            <TextField
              :model-value="form.listen[f.key]"
              class="mono"
              maxlength="200"
              :aria-label="f.title"
              :placeholder="f.such"
              @update:model-value="(text) => put({ listen: { ...form.listen, [f.key]: text } })"
          /></label>
          <PickOne
            :model-value="form.listen.litMeans"
            label="What that is"
            :options="[
              { value: 'tripped', label: 'tripped' },
              { value: 'high', label: 'high at the terminal' },
            ]"
            @update:model-value="(litMeans) => put({ listen: { ...form.listen, litMeans: litMeans! } })"
          /></div
      ></Fold>
      <Fold v-if="!part" title="Touches in programs" :open="false"
        ><div class="whole">
          <label v-for="f in touching" :key="f.key"
            >{{ f.title }}
            <TextField
              :model-value="form.touchLines[f.key]"
              class="mono"
              maxlength="200"
              :aria-label="f.title"
              :placeholder="f.such"
              @update:model-value="(text) => put({ touchLines: { ...form.touchLines, [f.key]: text } })"
          /></label></div
      ></Fold>
      <Fold v-if="!part" title="A thread in passes" :open="false"
        ><label
          >Its line in programs
          <TextField
            :model-value="form.threadLine"
            class="mono"
            maxlength="200"
            aria-label="Its line for a thread in passes"
            placeholder="such as SCREW Z{to} K{lead} X{from} R{root} N{passes}"
            @update:model-value="(text) => put({ threadLine: text })"
        /></label>
        <p class="soft">
          {to} where each pass ends along Z, {lead}, {from} and {root} for X where it begins and at its root, {passes};
          {spring} for passes at full depth.
        </p></Fold
      >
      <div class="columns">
        <nav class="stack" aria-label="Entries">
          <div class="row">
            <TextField
              v-model="looked"
              type="search"
              class="search"
              placeholder="Find an entry"
              aria-label="Find an entry"
            />
            <ActionButton kind="framed" aria-label="Add an entry" data-hint="Add an entry" @click="add"
              ><Plus
            /></ActionButton>
          </div>
          <p v-if="!form.entries.length" class="soft">
            No entry yet. One tells what a setting is called there, and what it is.
          </p>
          <ul>
            <li v-for="{ entry: e, at } in listed" :key="at" :class="{ now: at === picked }">
              <ActionButton kind="bare" class="pick" :aria-current="at === picked || undefined" @click="picked = at"
                ><span class="mono">{{ e.name || 'no name yet' }}</span> <span class="soft">{{ e.what }}</span><span
                  v-if="faulty.has(at)"
                  class="bad"
                >
                  !</span
                ></ActionButton
              >
              <ActionButton :aria-label="`Take out ${e.name || 'this entry'}`" @click="drop(at)"
                ><Delete
              /></ActionButton>
            </li>
          </ul>
        </nav>
        <EntryFields v-if="entry" :key="picked" v-model="entry" :decimal="form.decimal" :part="part" />
      </div>
      <Caution v-if="typed.form && !made.ok" kind="refused">
        <p v-for="f in made.error.slice(0, 3)" :key="f.where + f.what">{{ f.where }}: {{ f.what }} {{ f.fix }}</p>
      </Caution>
    </div>
    <template #footer>
      <div class="row end">
        <ActionButton v-if="typed.form" kind="framed" @click="giveUp">Give up what was typed</ActionButton>
        <ActionButton kind="main" :disabled="!typed.form || !made.ok || machine.readOnly" @click="take"
          >Take this sheet</ActionButton
        >
      </div>
    </template>
  </ElDialog>
</template>

<style scoped>
.whole {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px 12px;
}
label {
  display: grid;
  gap: 2px;
  font-size: 14px;
}
.columns {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: 16px;
}
.search {
  flex: 1;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  overflow: auto;
  max-height: 52vh;
}
li {
  display: flex;
  align-items: center;
  border-bottom: 1px solid var(--line);
}
.now {
  background: var(--accent-wash);
}
.pick {
  flex: 1;
  text-align: left;
  justify-content: flex-start;
  white-space: normal;
  overflow-wrap: anywhere;
}
.bad {
  color: var(--danger);
  font-weight: 700;
}
.end {
  justify-content: flex-end;
}
@media (max-width: 900px) {
  .columns,
  .whole {
    grid-template-columns: minmax(0, 1fr);
  }
  ul {
    max-height: 24vh;
  }
}
</style>
