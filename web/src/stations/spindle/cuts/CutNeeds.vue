<script setup lang="ts">
import type { WantedCut } from '@nodaxis/core/machine/parts';
import { materials, type Material } from '@nodaxis/core/spindle/cutting';
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import { holderWords } from '@nodaxis/core/spindle/tapWords';
import { cutNeed, figuresOfCut } from '@nodaxis/core/spindle/wantedCuts';
import { displayUnit } from '@nodaxis/core/units/print';
import type { Quantity } from '@nodaxis/core/units/quantity';
import type { Dimension } from '@nodaxis/core/units/units';
import { computed, ref, shallowRef } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import Choice from '../../../ui/Choice.vue';
import FigureFields, { type FigureField } from '../../../ui/FigureFields.vue';
import PickOne from '../../../ui/PickOne.vue';
import TextField from '../../../ui/TextField.vue';
import { useCutJudgement } from './cutJudgement';
import TapAsked from './TapAsked.vue';
import ThreadAsked from './ThreadAsked.vue';
import TorqueAsked from './TorqueAsked.vue';

/** A cut as it is typed, held against what this machine can do. */
const { r } = defineProps<{ r: Rotating }>();
const emit = defineEmits<{ keep: [WantedCut] }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const { output, taps, threads } = useCutJudgement(() => r);
type Job = WantedCut['work'];
const lathe = computed(() => machine.figures.design.kind === 'lathe');
const job = ref<Job>(lathe.value ? 'turn' : 'mill');
const jobs = computed(() => [
  { value: 'mill' as const, label: 'Milling' },
  { value: 'turn' as const, label: 'Turning' },
  { value: 'tap' as const, label: 'Tapping' },
  ...(lathe.value ? [{ value: 'thread' as const, label: 'Threading' }] : []),
]);
const material = ref<Material>('aluminium');
const listed = (Object.keys(materials) as Material[]).map((value) => ({ value, label: materials[value].name }));
const holder = ref<NonNullable<WantedCut['holder']>>('rigid');
const holders = (['rigid', 'float', 'reversing'] as const).map((value) => ({ value, label: holderWords[value] }));

type Key = 'speed' | ReturnType<typeof figuresOfCut>[number];
const texts = ref<Partial<Record<Key, string>>>({});
const read = shallowRef<Partial<Record<Key, Quantity | undefined>>>({});
const labels: Record<Exclude<Key, 'diameter' | 'pitch'>, [label: string, dimension: Dimension]> = {
  speed: ['Speed', 'rotation'],
  width: ['Width of cut', 'length'],
  depth: ['Depth of cut', 'length'],
  feed: ['Feed', 'speed'],
  threadDepth: ['Depth of the thread', 'length'],
  reserve: ['Free below the thread', 'length'],
  float: ['It gives way by', 'length'],
  backRatio: ['Speed out for one in', 'ratio'],
  room: ['Free ahead of the thread', 'length'],
};
const asked = computed((): Key[] => ['speed', ...figuresOfCut(job.value, holder.value)]);
function labelOf(key: Key): [label: string, dimension: Dimension] {
  if (key === 'diameter') return [job.value === 'tap' ? 'Thread diameter' : 'Diameter', 'length'];
  if (key === 'pitch')
    return [job.value === 'turn' ? 'Feed a revolution' : job.value === 'thread' ? 'Lead' : 'Pitch', 'length'];
  return labels[key];
}
const fields = computed(() =>
  asked.value.map((key): FigureField<Key> => {
    const [label, dimension] = labelOf(key);
    return { key, label, dimension, unit: displayUnit(dimension, preferences.display) };
  }),
);
/** The cut as it is typed; what cannot be read is missing. */
const typed = computed((): Omit<WantedCut, 'name' | 'speed'> & { speed?: Quantity } => ({
  work: job.value,
  material: material.value,
  ...(job.value === 'tap' ? { holder: holder.value } : {}),
  ...Object.fromEntries(
    asked.value.flatMap((key) => {
      const q = read.value[key];
      return q ? [[key, q] as const] : [];
    }),
  ),
}));
const cut = computed((): WantedCut | undefined => {
  const { speed } = typed.value;
  return speed && { ...typed.value, speed, name: name.value.trim() || '–' };
});
const needs = computed(() => cutNeed(typed.value));
const judged = computed(
  () => needs.value || (cut.value && (job.value === 'tap' || job.value === 'thread') && read.value.pitch),
);
const name = ref('');
const nameFor: Record<Job, string> = {
  mill: 'such as Pocket, 6 mm cutter',
  turn: 'such as Roughing a shaft',
  tap: 'such as M6 through',
  thread: 'such as M20 × 1.5',
};
function keep(): void {
  if (!cut.value || !name.value.trim()) return;
  emit('keep', { ...cut.value, name: name.value.trim() });
  name.value = '';
}
</script>

<template>
  <section class="sheet stack" aria-label="What a cut needs">
    <h2>What a cut needs</h2>
    <div class="row wrap">
      <PickOne v-model="job" :options="jobs" label="Kind of work" />
      <Choice v-if="job !== 'thread'" v-model="material" label="Material" :options="listed" />
    </div>
    <PickOne v-if="job === 'tap'" v-model="holder" :options="holders" label="What holds the tap" />
    <FigureFields v-model="texts" :fields="fields" @read="read = { ...read, ...$event }" />
    <p v-if="!judged" class="soft">
      {{
        job === 'tap'
          ? 'Enter the tap: how far it runs on, what its holder has to give, and the torque at that speed follow.'
          : job === 'thread'
            ? 'Enter the thread, and it is held against the axis, its run-in and the encoder.'
            : 'Enter the cut, and it is held against the torque at that speed.'
      }}
    </p>
    <template v-else>
      <TorqueAsked v-if="needs" :needs="needs" :output="output" :r="r" />
      <TapAsked v-if="job === 'tap' && cut" :tap="cut" :machine="taps" />
      <ThreadAsked v-if="job === 'thread' && cut" :cut="cut" :limits="threads" />
      <form class="row" @submit.prevent="keep">
        <TextField v-model="name" :placeholder="nameFor[job]" aria-label="Name of this cut" maxlength="60" />
        <ActionButton kind="framed" native-type="submit" :disabled="machine.readOnly || !name.trim() || !cut"
          >Keep this cut</ActionButton
        >
      </form>
    </template>
  </section>
</template>
