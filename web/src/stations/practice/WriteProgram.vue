<script setup lang="ts">
import { Download } from '@element-plus/icons-vue';
import { planExtent, toolpathOf } from '@nodaxis/core/program/check';
import { jobs, latheJobs, touchJobs, trialJobs } from '@nodaxis/core/program/jobs/index';
import type { Piece } from '@nodaxis/core/program/piece';
import { bound, jobFaults, jobMachineOf, type BoundJob, type JobField } from '@nodaxis/core/program/jobs/job';
import { latheMachineOf } from '@nodaxis/core/program/jobs/lathe';
import { readProgram } from '@nodaxis/core/program/reader';
import { simulatedThreadLine } from '@nodaxis/core/program/threadLine';
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
import ThreadRoomPicture from './ThreadRoomPicture.vue';
import { usePractice } from './usePractice';

/** Programs from a few figures: seen from above, put into the simulated control, or saved for the real one. */
const shown = defineModel<boolean>({ required: true });
const emit = defineEmits<{ write: [string, Piece | undefined] }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const practice = usePractice();
const settings = computed(() => (practice.input.value.known ? practice.input.value.value.settings : undefined));
/** What the jobs may know of this machine: one with X, Y and Z, or a lathe whose spindle is counted. */
const made = computed(() => settings.value && jobMachineOf(settings.value));
const lathe = computed(() => settings.value && latheMachineOf(settings.value));
const draft = useDraft<{ id: string; values: Record<string, Record<string, number>> }>(
  () => `${machine.file.id}/written-program`,
  { id: '', values: {} },
  false,
);
/** Touches need something that answers to them. */
const probed = computed(() => practice.input.value.known && practice.input.value.value.probe !== undefined);
const groups = computed((): { title: string; jobs: BoundJob[] }[] => {
  const [m, l] = [made.value, lathe.value];
  if (l) return [{ title: 'On the work', jobs: latheJobs.map((j) => bound(j, l)) }];
  if (!m) return [];
  return [
    { title: 'On the work', jobs: jobs.map((j) => bound(j, m)) },
    { title: 'Touching off', jobs: (probed.value ? touchJobs : []).map((j) => bound(j, m)) },
    { title: 'Of the machine itself', jobs: trialJobs.map((j) => bound(j, m)) },
  ];
});
const offered = computed(() =>
  groups.value.flatMap((g) => g.jobs.map(({ job: j }) => ({ value: j.id, label: j.title, group: g.title }))),
);
const chosen = computed(() => {
  const all = groups.value.flatMap((g) => g.jobs);
  return all.find((j) => j.job.id === draft.value.id) ?? all[0];
});
const job = computed(() => chosen.value?.job);
const touches = computed(() => job.value?.piece !== undefined);
const fields = computed(() => chosen.value?.fields ?? []);
const values = computed((): Record<string, number> => ({
  ...Object.fromEntries(fields.value.map((f) => [f.key, f.value])),
  ...draft.value.values[job.value?.id ?? ''],
}));
/** A line of each control’s own, and what it is for: that of the simulated one alone, another would not know it. */
const ownLine = computed(() => job.value?.ownLine?.(values.value) ?? false);
const strange = computed(() =>
  touches.value && !settings.value?.touchLines
    ? 'a touch'
    : ownLine.value && !settings.value?.threadLine
      ? 'a thread in passes'
      : undefined,
);
const keep = (own: Record<string, number>) =>
  (draft.value = { ...draft.value, values: { ...draft.value.values, [job.value!.id]: own } });
function enter({ key }: JobField, q: Quantity | undefined): void {
  const own = { ...draft.value.values[job.value!.id] };
  if (q) own[key] = baseValue(q);
  else delete own[key];
  keep(own);
}
const choose = ({ key }: JobField, value: number | undefined) =>
  value !== undefined && keep({ ...draft.value.values[job.value!.id], [key]: value });
const figure = (f: JobField) =>
  printQuantity(quantity(values.value[f.key] ?? NaN, baseUnit(f.dimension)), preferences.display).figure;
const unit = (f: JobField) => displayUnit(f.dimension, preferences.display);
const faults = computed(() => {
  const single = jobFaults(fields.value, values.value);
  const together = single.length ? undefined : chosen.value?.refused(values.value);
  return together ? [together] : single;
});
const style = computed(() => ({
  words: settings.value?.programWords ?? 'standard',
  inch: preferences.display.system === 'inch',
  touch: settings.value?.touchLines,
  threadLine: settings.value?.threadLine,
}));
const text = computed(() =>
  chosen.value && !faults.value.length ? chosen.value.write(values.value, style.value) : undefined,
);
const room = computed(() => (faults.value.length ? undefined : chosen.value?.room(values.value)));
/** How it is seen: from above, on a lathe with Z to the right. */
const plan = computed(() =>
  lathe.value ? { letters: ['X', 'Z'], across: 1, up: 0 } : { letters: ['X', 'Y', 'Z'], across: 0, up: 1 },
);
const path = computed(() => {
  if (text.value === undefined) return undefined;
  const { letters } = plan.value;
  const zeros = letters.map(() => 0);
  const { program } = readProgram(
    text.value,
    {
      letters,
      linear: letters.map(() => true),
      diameterX: lathe.value?.diameterX ?? false,
      words: style.value.words,
      encoder: lathe.value !== undefined,
      maxRpm: made.value?.maxRpm ?? lathe.value?.maxRpm,
      touch: style.value.touch ?? simulatedTouchLines,
      threadLine: style.value.threadLine ?? simulatedThreadLine,
    },
    { start: zeros, offsets: Array.from({ length: 6 }, () => zeros), active: 0 },
  );
  return toolpathOf(program);
});
/** How far it reaches, against what the machine has. */
const extent = computed(() => {
  const p = path.value;
  const room = lathe.value ? { x: lathe.value.room.z, y: lathe.value.room.x } : made.value?.room;
  if (!p || !room) return undefined;
  const mm = (v: number) => showValue(v, 'length', preferences.display, 5);
  const { minX, maxX, minY, maxY } = planExtent(p, plan.value.across, plan.value.up);
  const [x, y] = [maxX - minX, maxY - minY];
  const told = `${mm(x)} by ${mm(y)}; the envelope has ${mm(room.x)} by ${mm(room.y)}`;
  return {
    told: lathe.value ? `${told}, ways of the slides` : told,
    tooLarge: x > room.x + 1e-6 || y > room.y + 1e-6,
  };
});
function put(): void {
  emit('write', text.value!, job.value!.piece?.(values.value));
  shown.value = false;
}
const save = () => download(`${machine.design.name} ${job.value!.id}.nc`, text.value!, 'text/plain');
</script>

<template>
  <ElDialog v-model="shown" title="A program from a few figures" width="min(900px, 97vw)" top="5vh">
    <p v-if="!job">
      These programs are for machines with the axes X, Y and Z, and for lathes whose control sets the speed of the
      spindle and counts its encoder. The settings of the machine have to be complete.
    </p>
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
          <pre v-if="(touches || ownLine) && text" class="mono lines" tabindex="0" aria-label="The program">{{
            text
          }}</pre>
          <PathInPlan
            v-else-if="!room && path && extent"
            :path="path"
            :x="plan.across"
            :y="plan.up"
            :told="extent.told"
          />
          <ThreadRoomPicture v-if="room" :room="room" />
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
    <template v-if="job" #footer>
      <p v-if="strange" class="soft own">
        How your own control writes {{ strange }} is not known: the line here is that of the simulated one. Put its own
        into its name sheet in
        <RouterLink :to="`/machine/${machine.file.id}/settings`" @click="shown = false">Settings</RouterLink> to save
        this program for it.
      </p>
      <div class="row end">
        <ActionButton kind="framed" :disabled="text === undefined || strange !== undefined" @click="save"
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
