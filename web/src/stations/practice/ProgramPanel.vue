<script setup lang="ts">
import FilePicker from '../../ui/FilePicker.vue';
import Slider from '../../ui/Slider.vue';
import TickBox from '../../ui/TickBox.vue';
import NumberField from '../../ui/NumberField.vue';
import Progress from '../../ui/Progress.vue';
import TextField from '../../ui/TextField.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { computed, nextTick, ref, watch, reactive, shallowRef } from 'vue';
import type { ThreadPass } from '@nodaxis/core/motion/simulation/threadRecord';
import { tellApproach } from '@nodaxis/core/program/approach';
import type { Piece } from '@nodaxis/core/program/piece';
import { sampleProgram } from '@nodaxis/core/program/sample';
import { displayUnit, printQuantity } from '@nodaxis/core/units/print';
import { baseValue, quantity } from '@nodaxis/core/units/quantity';
import { usePreferences } from '../../document/preferences';
import QuantityEntry from '../../ui/QuantityEntry.vue';
import MachineField from '../../widgets/MachineField.vue';
import ThreadPicture from './ThreadPicture.vue';
import TouchHand from './TouchHand.vue';
import WriteProgram from './WriteProgram.vue';
import { usePractice } from './usePractice';

/** A program: typed or loaded, checked with line and column, drawn, held against the envelope, and run with its line lit. */
const practice = usePractice();
const { snapshot, program, reading, programText, drillStart } = practice;
const text = ref(programText.value || drillStart.value?.program || '');
/** As many lines are shown around the one that runs. */
const AROUND = 4;
/** A longer program is not typed: it is looked at in stretches, and fixed in its file. */
const MOST_TYPED = 4_000;
const around = ref(1);
const CHECK_AFTER_MS = 350;
const singleStep = ref(false);
const percent = (of: 'feed' | 'rapid' | 'spindle') => Math.round((snapshot.value?.trim[of] ?? 1) * 100);
/** Where the trims stand, in %, and how far each goes. */
const trims = reactive({ feed: percent('feed'), rapid: percent('rapid'), spindle: percent('spindle') });
const trimRange = { feed: [0, 200], rapid: [0, 100], spindle: [50, 150] } as const;
const settings = computed(() => (practice.input.value.known ? practice.input.value.value.settings : undefined));
const hasSpindle = computed(() => settings.value?.spindle !== undefined);

watch(
  () => drillStart.value?.program,
  (p) => p && (text.value = p),
);
let timer: ReturnType<typeof setTimeout> | undefined;
/** Checked while it is typed; once more when offsets or places change, since its figures hang on them. */
function soon() {
  clearTimeout(timer);
  timer = setTimeout(() => void practice.readProgram(text.value), CHECK_AFTER_MS);
}
watch(text, soon, { immediate: true });
const setup = computed(() => {
  const s = snapshot.value;
  const standing = s && (s.state === 'at-rest' || s.state === 'at-rest-unknown');
  return standing ? JSON.stringify([s.work, s.axes.map((a) => [a.position, a.referenced])]) : undefined;
});
watch(setup, (now, before) => now !== undefined && now !== before && soon());

const state = computed(() => snapshot.value?.state);
const running = computed(() => state.value === 'following-program' || state.value === 'paused');
const line = computed(() => (running.value ? (snapshot.value?.program?.line ?? 0) : 0));
const lines = computed(() => text.value.split('\n'));
const long = computed(() => lines.value.length > MOST_TYPED);
const shownLine = computed(() => (running.value ? line.value : around.value));
const nearby = computed(() => {
  const from = Math.max(0, shownLine.value - 1 - AROUND);
  return lines.value.slice(from, shownLine.value + AROUND).map((t, i) => ({ n: from + i + 1, t }));
});
const faults = computed(() => program.value?.faults ?? []);
const outside = computed(() => program.value?.outside ?? []);
const ready = computed(
  () => program.value !== undefined && !faults.value.length && !outside.value.length && reading.value === undefined,
);
/** Passes of a thread: drawn when there is one more, not with every look at the machine. */
const threads = shallowRef<readonly ThreadPass[]>([]);
watch(
  () => snapshot.value?.threads.length ?? 0,
  () => (threads.value = snapshot.value?.threads ?? []),
  { immediate: true },
);
/** The control would refuse it: nobody can say where these axes are. */
const doubted = computed(() => snapshot.value?.axes.some((a) => a.doubtful) ?? false);
const resumeAt = computed(() => snapshot.value?.program?.resumeAt);
const resumeLine = computed(() =>
  resumeAt.value === undefined ? undefined : program.value?.stepLines[resumeAt.value],
);

const writing = ref(false);
function written(program: string, piece: Piece | undefined): void {
  text.value = program;
  if (piece) practice.touchPiece.value = piece;
}
/** A program is run in the air before it cuts: this much higher, mm. */
const HIGHER_MM = 20;
const higher = ref(HIGHER_MM);
const preferences = usePreferences();
const lifted = computed(() => {
  const unit = displayUnit('length', preferences.display);
  return { unit, figure: printQuantity(quantity(higher.value, 'mm'), preferences.display).figure };
});
/** Up is a way out only where a Z stands over X and Y. */
const cutsInSpace = computed(() => {
  const { value } = practice.input;
  const letters = value.known ? value.value.settings.axes.map((a) => a.letter) : [];
  return ['X', 'Y', 'Z'].every((l) => letters.includes(l));
});
const noAir = ref('');
async function lift() {
  const up = await practice.inTheAir(higher.value);
  noAir.value =
    up === undefined ? 'Its feeds hang on the turns of the spindle, or it is too long: not in the air.' : '';
  if (up !== undefined) text.value = up;
}

const area = ref<InstanceType<typeof TextField>>();
/** Puts the caret where a fault is. */
async function goTo(where: string) {
  const found = /line (\d+)(?:, column (\d+))?/.exec(where);
  const box = area.value;
  if (found) around.value = Number(found[1]);
  if (!found || !box) return;
  await nextTick();
  const start = lines.value.slice(0, Number(found[1]) - 1).reduce((sum, l) => sum + l.length + 1, 0);
  const at = start + Number(found[2] ?? 1) - 1;
  box.select(at, start + (lines.value[Number(found[1]) - 1]?.length ?? 0));
}
const trim = (of: 'feed' | 'rapid' | 'spindle', share: number) =>
  practice.act({ type: 'trim', of, share: share / 100 });
/** A program to begin with, inside the envelope of this machine whatever its axes and zeros are. */
const sample = computed(() => {
  const s = settings.value;
  const work = snapshot.value?.work;
  return s && work && sampleProgram(s.axes, work.sets[work.active] ?? [], work.active, s);
});
</script>

<template>
  <div class="program">
    <div class="row spread">
      <div class="row">
        <FilePicker
          accept=".nc,.txt,.tap,.iso,.ngc,.cnc,text/plain"
          label="Load a file"
          @files="async ([f]) => (text = await f!.text())"
          >Load a file</FilePicker
        >
        <ActionButton v-if="!text && sample" @click="text = sample">Take a sample</ActionButton>
        <ActionButton @click="writing = true">Write one</ActionButton>
      </div>
      <span class="soft small">{{ program ? `${program.lines} lines` : '' }}</span>
    </div>
    <div v-if="reading !== undefined" class="row soft" role="status">
      <Progress :done="reading" /> Reading {{ Math.round(reading * 100) }} %
      <ActionButton @click="practice.stopReading()">Stop</ActionButton>
    </div>
    <label v-if="long && !running" class="row soft small"
      >A long program is fixed in its file; shown around line
      <NumberField v-model="around" :min="1" :max="lines.length"
    /></label>
    <TextField
      v-if="!running && !long"
      ref="area"
      v-model="text"
      type="textarea"
      :rows="8"
      spellcheck="false"
      aria-label="Program"
      placeholder="Type or load a program, such as G1 X40 F600"
    />
    <ol v-else class="mono run" :aria-label="running ? 'The running program' : 'The program'">
      <li v-for="l in nearby" :key="l.n" :class="{ lit: l.n === line }" :aria-current="l.n === line || undefined">
        <span class="soft">{{ l.n }}</span> {{ l.t }}
      </li>
    </ol>
    <ul v-if="faults.length || outside.length" class="faults" role="alert">
      <li v-for="f in [...faults, ...outside].slice(0, 6)" :key="f.where + f.what">
        <ActionButton @click="goTo(f.where)">
          <b>{{ f.where }}</b>: {{ f.what }} {{ f.fix }}
        </ActionButton>
      </li>
      <li v-if="(program?.furtherFaults ?? 0) + faults.length > 6" class="soft">
        and {{ (program?.furtherFaults ?? 0) + faults.length - 6 }} more
      </li>
    </ul>
    <p v-else-if="ready && doubted" class="warn small">
      Read and drawn, but a position is doubtful: find the datum first.
    </p>
    <p v-else-if="ready && state === 'at-rest'" class="good small">Read, drawn, and inside the envelope.</p>
    <p v-else-if="ready && state === 'at-rest-unknown'" class="soft small">
      Read and drawn. Find every datum first: without it there is no envelope to hold it against.
    </p>
    <div class="row wrap">
      <ActionButton v-if="!running" kind="main" :disabled="!ready || doubted" @click="practice.run()">
        Run
      </ActionButton>
      <ActionButton v-if="state === 'following-program'" kind="main" @click="practice.act({ type: 'pause' })">
        Pause
      </ActionButton>
      <template v-if="state === 'paused'">
        <ActionButton kind="main" @click="practice.act({ type: 'continue' })">Continue</ActionButton>
        <ActionButton kind="framed" @click="practice.act({ type: 'abandon' })">Abandon</ActionButton>
      </template>
      <ActionButton
        v-if="!running && resumeLine"
        kind="framed"
        :disabled="!ready || doubted"
        @click="practice.run(resumeAt)"
      >
        Take up at line {{ resumeLine }}
      </ActionButton>
      <TickBox v-model="singleStep" @change="practice.act({ type: 'single-step', on: singleStep })"
        >step by step</TickBox
      >
    </div>
    <TouchHand v-if="program?.touches" />
    <p v-if="!running && resumeLine" class="soft small">
      {{ tellApproach(resumeLine, settings?.clearBy) }}
    </p>
    <ThreadPicture v-if="threads.length" :passes="threads" />
    <div class="row wrap soft small">
      <template v-for="(range, name) in trimRange" :key="name">
        <Slider
          v-if="name !== 'spindle' || hasSpindle"
          v-model="trims[name]"
          :name="name"
          :min="range[0]"
          :max="range[1]"
          :step="10"
          :shown="`${trims[name]} %`"
          @update:model-value="trim(name, $event)"
        />
      </template>
    </div>
    <p v-if="state === 'paused'" class="warn small">
      A pause is no stop: the spindle turns on, and the next word can move an axis.
    </p>
    <form v-if="!running && ready && cutsInSpace" class="row wrap" @submit.prevent="lift">
      <QuantityEntry
        :shown="lifted.figure"
        dimension="length"
        :unit="lifted.unit"
        class="mono lift"
        aria-label="How much higher"
        @enter="(q) => (higher = q ? baseValue(q) : HIGHER_MM)"
      /><span class="soft small">{{ lifted.unit }}</span>
      <ActionButton kind="framed" native-type="submit">Once more in the air</ActionButton>
      <span class="soft small">All of it that much higher, spindle off.</span>
    </form>
    <p v-if="noAir" class="warn small" role="status">{{ noAir }}</p>
    <MachineField path="programWords" />
    <WriteProgram v-model="writing" @write="written" />
  </div>
</template>

<style scoped>
.program {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}
.spread {
  justify-content: space-between;
}
.text-field {
  font-family: var(--code);
  width: 100%;
}
.run {
  list-style: none;
  margin: 0;
  padding: 4px;
  border: 1px solid var(--line);
  background: var(--paper);
  min-height: 150px;
}
.run li {
  white-space: pre;
  overflow: hidden;
  text-overflow: ellipsis;
}
.lit {
  background: var(--accent-wash);
  font-weight: 700;
}
.faults {
  list-style: none;
  margin: 0;
  padding: 0;
  color: var(--danger);
}
.faults button {
  color: inherit;
  text-align: left;
}
.lift {
  width: 90px;
  text-align: right;
}
.wrap {
  flex-wrap: wrap;
}
.small {
  font-size: 13px;
  margin: 0;
}
.good {
  color: var(--good);
}
.warn {
  color: var(--wont);
}
</style>
