<script setup lang="ts">
import { Download } from '@element-plus/icons-vue';
import { planExtent, toolpathOf } from '@nodaxis/core/program/check';
import { jobs, touchJobs, trialJobs } from '@nodaxis/core/program/jobs/index';
import type { Piece } from '@nodaxis/core/program/piece';
import { jobFaults, jobMachineOf, startingValues, type JobField } from '@nodaxis/core/program/jobs/job';
import { readProgram } from '@nodaxis/core/program/reader';
import { simulatedTouchLines } from '@nodaxis/core/program/touchLines';
import { displayUnit, printQuantity, showValue } from '@nodaxis/core/units/print';
import { baseValue, quantity, type Quantity } from '@nodaxis/core/units/quantity';
import { baseUnit } from '@nodaxis/core/units/units';
import { ElDialog } from 'element-plus';
import { computed } from 'vue';
import { useDraft } from '../../document/drafts';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import { download } from '../../document/transfer';
import ActionButton from '../../ui/ActionButton.vue';
import Caution from '../../ui/Caution.vue';
import Choice from '../../ui/Choice.vue';
import QuantityEntry from '../../ui/QuantityEntry.vue';
import PathInPlan from './PathInPlan.vue';
import { usePractice } from './usePractice';

/** Programs from a few figures: seen from above, put into the simulated control, or saved for the real one. */
const shown = defineModel<boolean>({ required: true });
const emit = defineEmits<{ write: [string, Piece | undefined] }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const practice = usePractice();
const settings = computed(() => (practice.input.value.known ? practice.input.value.value.settings : undefined));
const LETTERS = ['X', 'Y', 'Z'];
/** What the jobs may know of this machine; undefined where it has no X, Y and Z. */
const made = computed(() => settings.value && jobMachineOf(settings.value));
const draft = useDraft<{ id: string; values: Record<string, Record<string, number>> }>(
  () => `${machine.file.id}/written-program`,
  { id: jobs[0]!.id, values: {} },
  false,
);
/** Touches need something that answers to them. */
const probed = computed(() => practice.input.value.known && practice.input.value.value.probe !== undefined);
const offered = computed(() => [
  ...jobs.map((j) => ({ value: j.id, label: j.title, group: 'On the work' })),
  ...(probed.value ? touchJobs : []).map((j) => ({ value: j.id, label: j.title, group: 'Touching off' })),
  ...trialJobs.map((j) => ({ value: j.id, label: j.title, group: 'Of the machine itself' })),
]);
const job = computed(
  () => [...jobs, ...(probed.value ? touchJobs : []), ...trialJobs].find((j) => j.id === draft.value.id) ?? jobs[0]!,
);
const touches = computed(() => job.value.piece !== undefined);
/** The lines are those of the simulated control alone: another one would not know them. */
const strange = computed(() => touches.value && !settings.value?.touchLines);
const fields = computed(() => (made.value ? job.value.fields(made.value) : []));
const values = computed(() => ({
  ...(made.value ? startingValues(job.value, made.value) : {}),
  ...draft.value.values[job.value.id],
}));
function enter({ key }: JobField, q: Quantity | undefined): void {
  const own = { ...draft.value.values[job.value.id] };
  if (q) own[key] = baseValue(q);
  else delete own[key];
  draft.value = { ...draft.value, values: { ...draft.value.values, [job.value.id]: own } };
}
function choose({ key }: JobField, value: number | undefined): void {
  const own = { ...draft.value.values[job.value.id] };
  if (value !== undefined) own[key] = value;
  draft.value = { ...draft.value, values: { ...draft.value.values, [job.value.id]: own } };
}
const figure = (f: JobField) =>
  printQuantity(quantity(values.value[f.key] ?? NaN, baseUnit(f.dimension)), preferences.display).figure;
const unit = (f: JobField) => displayUnit(f.dimension, preferences.display);
const faults = computed(() => {
  const single = jobFaults(fields.value, values.value);
  const together = made.value && !single.length ? job.value.refused?.(values.value, made.value) : undefined;
  return together ? [together] : single;
});
const style = computed(() => ({
  words: settings.value?.programWords ?? 'standard',
  inch: preferences.display.system === 'inch',
  touch: settings.value?.touchLines,
}));
const text = computed(() =>
  made.value && !faults.value.length ? job.value.write(values.value, style.value, made.value) : undefined,
);
const path = computed(() => {
  if (text.value === undefined) return undefined;
  const { program } = readProgram(
    text.value,
    {
      letters: LETTERS,
      linear: [true, true, true],
      diameterX: false,
      words: style.value.words,
      encoder: false,
      maxRpm: made.value?.maxRpm,
      touch: style.value.touch ?? simulatedTouchLines,
    },
    { start: [0, 0, 0], offsets: Array.from({ length: 6 }, () => [0, 0, 0]), active: 0 },
  );
  return toolpathOf(program);
});
/** How far it reaches across the table, against what the table has. */
const extent = computed(() => {
  const p = path.value;
  if (!p || !made.value) return undefined;
  const mm = (v: number) => showValue(v, 'length', preferences.display, 5);
  const { minX, maxX, minY, maxY } = planExtent(p, 0, 1);
  const [x, y] = [maxX - minX, maxY - minY];
  const { room } = made.value;
  return {
    told: `${mm(x)} by ${mm(y)}; the envelope has ${mm(room.x)} by ${mm(room.y)}`,
    tooLarge: x > room.x + 1e-6 || y > room.y + 1e-6,
  };
});
function put(): void {
  emit('write', text.value!, job.value.piece?.(values.value));
  shown.value = false;
}
const save = () => download(`${machine.design.name} ${job.value.id}.nc`, text.value!, 'text/plain');
</script>

<template>
  <ElDialog v-model="shown" title="A program from a few figures" width="min(900px, 97vw)" top="5vh">
    <p v-if="!made">These programs are for machines with the axes X, Y and Z, whose settings are complete.</p>
    <div v-else class="stack">
      <Choice
        :model-value="job.id"
        label="Which program"
        class="which"
        :options="offered"
        @change="(id: string) => (draft = { ...draft, id })"
      />
      <div class="columns">
        <div class="stack">
          <p>{{ job.purpose }}</p>
          <div class="fields">
            <label v-for="f in fields" :key="f.key"
              ><span>{{ f.title }}</span>
              <Choice
                v-if="f.choices"
                :model-value="values[f.key]"
                :label="f.title"
                :options="f.choices"
                @change="(v: number | undefined) => choose(f, v)"
              />
              <span v-else class="row entry"
                ><QuantityEntry
                  :shown="figure(f)"
                  :dimension="f.dimension"
                  :unit="unit(f)"
                  inputmode="decimal"
                  class="mono"
                  :aria-label="f.title"
                  @enter="enter(f, $event)"
                /><span class="soft">{{ unit(f) === '1' ? '' : unit(f) }}</span></span
              ></label
            >
          </div>
        </div>
        <div class="stack">
          <pre v-if="touches && text" class="mono lines" tabindex="0" aria-label="The program">{{ text }}</pre>
          <PathInPlan v-else-if="path && extent" :path="path" :x="0" :y="1" :told="extent.told" />
          <p><b>Before.</b> {{ job.before }}</p>
          <p v-if="job.then" class="soft">{{ job.then }}</p>
        </div>
      </div>
      <Caution v-if="faults.length" kind="refused">{{ faults[0]!.what }} {{ faults[0]!.fix }}</Caution>
      <Caution v-else-if="extent?.tooLarge" kind="refused"
        >It is larger than the envelope: on this machine it cannot be run.</Caution
      >
      <Caution v-else-if="touches"
        >Spindle off, its plug out while your hand is at the tool. Run it here first. At the machine the first touch
        shows whether the clip is on: watch the lamp, with your other hand on the stop.</Caution
      >
      <Caution v-else
        >Run it here first, then at the machine in the air, with a hand on the stop. The figures are yours: nobody has
        seen your clamps.</Caution
      >
    </div>
    <template v-if="made" #footer>
      <p v-if="strange" class="soft own">
        How your own control writes a touch is not known: these lines are those of the simulated one. Put its lines into
        its name sheet in
        <RouterLink :to="`/machine/${machine.file.id}/settings`" @click="shown = false">Settings</RouterLink> to save
        this program for it.
      </p>
      <div class="row end">
        <ActionButton kind="framed" :disabled="text === undefined || strange" @click="save"
          ><Download />Save as file</ActionButton
        >
        <ActionButton kind="main" :disabled="text === undefined" @click="put"
          >Put it into the simulated control</ActionButton
        >
      </div>
    </template>
  </ElDialog>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px 14px;
}
label {
  display: grid;
  gap: 2px;
  align-content: end;
}
pre {
  margin: 0;
  padding: 6px 8px;
  border: 1px solid var(--line);
  background: var(--paper);
  max-height: 300px;
  overflow: auto;
  font-size: 13px;
}
.own {
  margin: 0 0 6px;
  text-align: left;
}
.which {
  max-width: 320px;
}
.end {
  justify-content: flex-end;
}
.entry {
  flex-wrap: nowrap;
}
.entry :deep(.text-field) {
  width: 100px;
  text-align: right;
}
@media (max-width: 720px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
