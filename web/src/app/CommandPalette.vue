<script setup lang="ts">
import { ElDialog, ElInput } from 'element-plus';
import { instancesOf } from '@nodaxis/core/bringup/graph';
import { tests } from '@nodaxis/core/bringup/list';
import { describeField, fieldPaths, fieldTitle } from '@nodaxis/core/machine/fields';
import { glossary } from '@nodaxis/core/words/glossary';
import { severityWord } from '@nodaxis/core/findings/finding';
import { computed, nextTick, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useOpenMachine } from '../document/openMachine';
import { useTypeAhead } from '../ui/typeAhead';
import { usePreferences } from '../document/preferences';
import { useShelf } from '../document/shelf';
import { exportMachine } from '../document/transfer';
import { useFocusLink } from '../widgets/focusLink';
import { stationList } from '../stations/stationList';
import { bestOf, type Entry } from './search';

const shown = defineModel<boolean>({ required: true });
const machine = useOpenMachine();
const shelf = useShelf();
const preferences = usePreferences();
const router = useRouter();
const { go } = useFocusLink();
const query = ref('');
const chosen = ref(0);
const MOST = 12;

const emit = defineEmits<{ term: [string] }>();

const entries = computed<Entry[]>(() => {
  const design = machine.design;
  if (!shown.value || !design) return [];
  const id = machine.file.id;
  const station = (name: string) => () => void router.push(`/machine/${id}/${name}`);
  return [
    ...stationList.map((s) => ({ kind: 'Station', title: s.title, also: s.question, run: station(s.id) })),
    ...glossary.map((t) => ({
      kind: 'Term',
      title: t.name,
      also: `${t.also} ${(t.forms ?? []).join(' ')}`,
      run: () => emit('term', t.name),
    })),
    {
      kind: 'Action',
      title: 'Plan the wiring',
      also: 'connect',
      run: () => void machine.run({ name: 'plan-wiring', args: {} }),
    },
    {
      kind: 'Action',
      title: 'Export the machine file',
      also: 'save download',
      run: () => void exportMachine(machine.file),
    },
    {
      kind: 'Action',
      title: 'Parts library',
      also: 'data sheets motors drivers own parts import csv',
      run: () => void router.push('/parts'),
    },
    { kind: 'Action', title: 'Switch mm and inch', also: 'units metric imperial', run: preferences.toggleUnits },
    { kind: 'Action', title: 'Light or dark', also: 'theme night', run: preferences.toggleTheme },
    { kind: 'Action', title: 'Back to the shelf', also: 'machines list import', run: () => void router.push('/') },
    ...machine.findings.map((f) => ({
      kind: severityWord[f.severity],
      title: f.title,
      also: f.code,
      run: () => void router.push({ query: { finding: f.id } }),
    })),
    ...fieldPaths(design).flatMap((path) => {
      const f = describeField(design, path);
      return f
        ? [{ kind: 'Field', title: fieldTitle(f), also: `${f.also} ${f.help}`, run: () => void go(f.station, path) }]
        : [];
    }),
    ...(machine.figures?.settings ?? []).map((s) => ({
      kind: 'Setting',
      title: `${s.group} · ${s.title}`,
      also: s.also,
      run: () => void go('settings', s.key),
    })),
    ...instancesOf({ design, figures: machine.figures }, tests).map((t) => ({
      kind: 'Test',
      title: t.title,
      also: t.test.purpose,
      run: () => void router.push({ name: 'bringup', params: { id }, query: { test: t.key } }),
    })),
    ...Object.entries(design.parts).map(([partId, p]) => ({
      kind: 'Part',
      title: `${p.designation} ${p.name}`,
      also: p.data.class,
      run: () => void router.push({ name: 'wiring', params: { id }, query: { part: partId } }),
    })),
    ...shelf.present
      .filter((c) => c.id !== id)
      .map((c) => ({ kind: 'Machine', title: c.name, also: c.kind, run: () => void router.push(`/machine/${c.id}`) })),
  ];
});

const found = computed(() => bestOf(entries.value, query.value, MOST));
watch(query, () => (chosen.value = 0));
const box = ref<InstanceType<typeof ElInput>>();
/** One can type at once, while the dialog still comes up; it takes the focus itself then, and gives it back to the box. */
const focusBox = () => box.value?.focus();
useTypeAhead(
  shown,
  query,
  () => '',
  () => pick(found.value[chosen.value]),
);

function pick(e: Entry | undefined) {
  if (!e) return;
  shown.value = false;
  void nextTick(e.run);
}
function onKey(e: Event) {
  if (!(e instanceof KeyboardEvent)) return;
  const n = found.value.length;
  if (e.key === 'ArrowDown') chosen.value = (chosen.value + 1) % Math.max(n, 1);
  else if (e.key === 'ArrowUp') chosen.value = (chosen.value + n - 1) % Math.max(n, 1);
  else if (e.key === 'Enter') pick(found.value[chosen.value]);
  else return;
  e.preventDefault();
}
</script>

<template>
  <ElDialog
    v-model="shown"
    title="Search"
    width="min(620px, 94vw)"
    top="10vh"
    @open="nextTick(focusBox)"
    @open-auto-focus="focusBox"
    @opened="focusBox"
  >
    <ElInput
      ref="box"
      v-model="query"
      class="query"
      autofocus
      aria-label="Search everything"
      placeholder="A field, a part, a finding, a word such as home or soft limit"
      container-role="combobox"
      aria-controls="palette-list"
      aria-expanded="true"
      :aria-activedescendant="found.length ? `palette-${chosen}` : undefined"
      @keydown="onKey"
    />
    <ul id="palette-list" role="listbox" aria-label="Found">
      <li
        v-for="(e, i) in found"
        :id="`palette-${i}`"
        :key="e.kind + e.title + i"
        role="option"
        :aria-selected="i === chosen"
        :class="{ chosen: i === chosen }"
        @mousemove="chosen = i"
        @click="pick(e)"
      >
        <span class="soft kind">{{ e.kind }}</span>{{ e.title }}
      </li>
    </ul>
    <p v-if="!found.length" class="soft">Nothing is called that here. Try a shorter word.</p>
  </ElDialog>
</template>

<style scoped>
.query {
  font-size: 16px;
}
ul {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
}
li {
  padding: 6px 8px;
  cursor: pointer;
  display: flex;
  gap: 10px;
}
.kind {
  flex: 0 0 96px;
}
.chosen {
  background: var(--accent-wash);
}
</style>
