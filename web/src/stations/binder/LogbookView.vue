<script setup lang="ts">
import FilePicker from '../../ui/FilePicker.vue';
import TextField from '../../ui/TextField.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import type { Fault } from '@nodaxis/core/units/result';
import type { LineKind } from '@nodaxis/core/logbook/timeline';
import { filterTimeline, timelineOf } from '@nodaxis/core/logbook/timeline';
import { trendsOf } from '@nodaxis/core/logbook/trends';
import { useVirtualList } from '@vueuse/core';
import { computed, defineAsyncComponent, onMounted, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { MOST_TEXT } from '@nodaxis/core/machine/ids';
import { useDraft } from '../../document/drafts';
import { useIntake } from '../../document/intake';
import { useRehearsal } from '../../document/rehearsal';
import PhotoStrip from '../../widgets/PhotoStrip.vue';
import { useTestTitles, when } from './useLogbook';

/** Everything that was done with the machine, on one line of time. */
const TrendChart = defineAsyncComponent(() => import('./TrendChart.vue'));
const machine = useOpenMachine();
const titleOf = useTestTitles();
const kinds: { id: LineKind; name: string }[] = [
  { id: 'test', name: 'tests' },
  { id: 'edit', name: 'edits' },
  { id: 'rework', name: 'work by hand' },
  { id: 'note', name: 'notes' },
  { id: 'open', name: 'open items' },
  { id: 'control', name: 'the control' },
  { id: 'waiver', name: 'opened ahead' },
  { id: 'tick', name: 'ticks' },
];
const word: Record<LineKind, string> = {
  test: 'Test',
  rehearsal: 'Rehearsal',
  edit: 'Edit',
  rework: 'Work',
  note: 'Note',
  open: 'Open item',
  control: 'Control',
  waiver: 'Opened',
  tick: 'Tick',
};
const chosen = ref(new Set<LineKind>(['test', 'edit', 'rework', 'note', 'open', 'control', 'waiver', 'rehearsal']));
const words = ref('');
const verdict = ref<'' | 'passed' | 'failed'>('');
/** The real machine’s log, or that of the rehearsal: never both at once. */
const rehearsal = useRehearsal();
const of = ref<'real' | 'rehearsal'>('real');
onMounted(() => rehearsal.open(machine.file.id));
const file = computed(() => (of.value === 'rehearsal' && rehearsal.file ? rehearsal.file : machine.file));
const lines = computed(() => (file.value ? timelineOf(file.value, titleOf) : []));
const found = computed(() =>
  filterTimeline(lines.value, {
    kinds: chosen.value,
    words: words.value,
    ...(verdict.value ? { verdict: verdict.value } : {}),
  }),
);
const ROW = 58;
const { list, containerProps, wrapperProps } = useVirtualList(found, { itemHeight: ROW, overscan: 8 });
function toggle(k: LineKind) {
  const next = new Set(chosen.value);
  if (!next.delete(k)) next.add(k);
  chosen.value = next;
}
const note = useDraft(() => `${machine.file?.id}/log-note`, '');
const faults = ref<Fault[]>([]);
const intake = useIntake();
const picturesOf = computed(() => `${machine.file?.id}/log-note`);
const pictures = computed({
  get: () => intake.listOf(picturesOf.value),
  set: (ids) => intake.setList(picturesOf.value, ids),
});
function addNote() {
  faults.value = machine.log({
    kind: 'note',
    text: note.value.trim(),
    ...(pictures.value.length ? { photos: [...pictures.value] } : {}),
  });
  if (faults.value.length) return;
  note.value = '';
  pictures.value = [];
}
const opened = ref<string>();
const open = computed(() => found.value.find((l) => l.id === opened.value));
const trends = computed(() => trendsOf(machine.file?.journal ?? []));
</script>

<template>
  <div class="log">
    <section class="sheet main" :class="{ rehearsed: of === 'rehearsal' }" aria-label="Logbook">
      <div class="row">
        <TextField
          v-model="words"
          type="search"
          class="search"
          placeholder="Search the log"
          aria-label="Search the log"
        />
        <ActionButton
          v-for="k in kinds"
          :key="k.id"
          kind="framed"
          class="toggle"
          :aria-pressed="chosen.has(k.id)"
          @click="toggle(k.id)"
        >
          {{ k.name }}
        </ActionButton>
        <Choice v-model="verdict" label="Outcome" none="any outcome" :options="['passed', 'failed']" />
        <Choice
          v-if="rehearsal.file"
          v-model="of"
          label="Whose log"
          :options="[
            { value: 'real', label: 'the real machine' },
            { value: 'rehearsal', label: 'the rehearsal' },
          ]"
        />
        <span class="soft mono">{{ found.length }}</span>
      </div>
      <p v-if="!lines.length" class="soft">
        Edits, test results, work by hand and notes come together here, in the order in which they were made.
      </p>
      <div v-bind="containerProps" class="scroller">
        <ol v-bind="wrapperProps" aria-label="Entries, newest first">
          <li v-for="{ data: l } in list" :key="l.id" :style="{ height: `${ROW}px` }">
            <ActionButton
              kind="bare"
              class="line"
              :class="[l.kind, l.verdict]"
              :aria-current="opened === l.id || undefined"
              @click="opened = l.id"
            >
              <span class="kind">{{ word[l.kind] }}</span>
              <span class="text"
                ><b>{{ l.text }}</b
                ><span class="soft one">{{ l.detail }}</span></span
              >
              <span class="soft at"
                >{{ when(l.at) }}<br />
                <small>rev. {{ l.revision }}<template v-if="l.clockBack"> · clock set back</template></small></span
              >
            </ActionButton>
          </li>
        </ol>
      </div>
    </section>
    <aside class="side stack">
      <form class="sheet stack" @submit.prevent="addNote">
        <h3>Write a note</h3>
        <TextField
          v-model="note"
          type="textarea"
          :rows="3"
          :maxlength="MOST_TEXT"
          aria-label="Note"
          placeholder="What was seen, heard, done …"
        />
        <div v-if="pictures.length" class="row wrap">
          <PhotoStrip :ids="pictures" removable @drop="(id) => (pictures = pictures.filter((p) => p !== id))" />
        </div>
        <p v-for="f in [...faults, ...intake.faults]" :key="f.what" class="fault" role="alert">
          {{ f.what }} {{ f.fix }}
        </p>
        <div class="row">
          <ActionButton kind="framed" native-type="submit" :disabled="!note.trim() || intake.busy || machine.readOnly">
            {{ intake.busy ? 'The picture is coming in …' : 'Write it into the log' }}
          </ActionButton>
          <FilePicker
            accept="image/*"
            multiple
            label="Pictures of the note"
            :disabled="machine.readOnly"
            @files="intake.take($event, { kind: 'list', list: picturesOf })"
            >Picture</FilePicker
          >
        </div>
      </form>
      <section v-if="open" class="sheet stack" aria-label="Entry">
        <h3>{{ open.text }}</h3>
        <p v-if="open.detail">{{ open.detail }}</p>
        <p class="soft">{{ word[open.kind] }}, {{ when(open.at) }}, revision {{ open.revision }}</p>
        <div v-if="open.photos.length" class="row"><PhotoStrip :ids="open.photos" /></div>
        <RouterLink
          v-if="open.kind === 'test'"
          :to="{ name: 'bringup', params: { id: machine.file.id }, query: { test: open.about } }"
          >Open this test</RouterLink
        >
      </section>
      <section class="sheet stack" aria-label="Over time">
        <h3>Over time</h3>
        <p v-if="!trends.length" class="soft">
          Once a test was done more than once, its figures are drawn here: a datum that begins to scatter, a speed that
          no longer holds.
        </p>
        <TrendChart v-else :trends="trends" :title-of="titleOf" />
      </section>
    </aside>
  </div>
</template>

<style scoped>
.log {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 10px;
  height: 100%;
}
.main {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  gap: 8px;
  min-height: 0;
}
.rehearsed {
  border: 2px dashed var(--accent);
}
.scroller {
  min-height: 0;
  contain: strict;
  overflow: auto;
}
.fault {
  color: var(--danger);
}
.search {
  flex: 1 1 160px;
}
.toggle[aria-pressed='true'] {
  border-color: var(--accent);
  background: var(--accent-wash);
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.line {
  display: grid;
  grid-template-columns: 72px minmax(0, 1fr) 140px;
  gap: 10px;
  width: 100%;
  height: 100%;
  align-items: center;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--line);
  border-left: 4px solid transparent;
  font: inherit;
  color: inherit;
  text-align: left;
  padding: 2px 6px;
  cursor: pointer;
}
.line:hover,
.line[aria-current] {
  background: var(--accent-wash);
}
.line.passed {
  border-left-color: var(--good);
}
.line.failed {
  border-left-color: var(--danger);
}
.kind {
  color: var(--soft);
}
.text {
  display: grid;
  min-width: 0;
}
.text b,
.one {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.text b {
  font-weight: 400;
}
.test .text b,
.rework .text b {
  font-weight: 700;
}
.at {
  text-align: right;
  font-size: 13px;
  white-space: nowrap;
}
.side {
  overflow: auto;
}
.text-field {
  width: 100%;
}
@media (max-width: 1000px) {
  .log {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
  }
  .scroller {
    height: 60vh;
  }
  .line {
    grid-template-columns: 56px minmax(0, 1fr);
    gap: 0 8px;
    align-content: center;
  }
  .one {
    display: none;
  }
  .at {
    grid-column: 2;
    text-align: left;
  }
  .at br {
    display: none;
  }
  .at small {
    margin-left: 8px;
  }
}
</style>
