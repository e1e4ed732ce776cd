<script setup lang="ts">
import { materials, millingW, tappingNm, TO_THE_CUT, turningW, type Material } from '@nodaxis/core/spindle/cutting';
import { powerW, torqueNm, type MotorOutput } from '@nodaxis/core/spindle/output';
import type { Stage } from '@nodaxis/core/machine/spindleStages';
import { displayUnit, showValue } from '@nodaxis/core/units/print';
import { baseValue, type Quantity } from '@nodaxis/core/units/quantity';
import { computed, ref, shallowRef } from 'vue';
import { usePreferences } from '../../../document/preferences';
import Choice from '../../../ui/Choice.vue';
import PickOne from '../../../ui/PickOne.vue';
import FigureFields, { type FigureField } from '../../../ui/FigureFields.vue';

/** What a cut asks for, against what each stage has at that speed. */
const { output, stages, lathe } = defineProps<{ output: MotorOutput; stages: readonly Stage[]; lathe: boolean }>();
const preferences = usePreferences();
type Job = 'mill' | 'turn' | 'tap';
const job = ref<Job>(lathe ? 'turn' : 'mill');
const jobs = [
  { value: 'mill', label: 'Milling' },
  { value: 'turn', label: 'Turning' },
  { value: 'tap', label: 'Tapping' },
] as const;
const material = ref<Material>('aluminium');
const listed = (Object.keys(materials) as Material[]).map((value) => ({ value, label: materials[value].name }));
type Key = 'rpm' | 'width' | 'depth' | 'feed' | 'diameter' | 'pitch';
const texts = ref<Partial<Record<Key, string>>>({});
const read = shallowRef<Partial<Record<Key, Quantity | undefined>>>({});
const field = (key: Key, label: string, dimension: 'length' | 'speed' | 'rotation'): FigureField<Key> => ({
  key,
  label,
  dimension,
  unit: displayUnit(dimension, preferences.display),
});
const fields = computed((): Record<Job, FigureField<Key>[]> => ({
  mill: [
    field('rpm', 'Speed', 'rotation'),
    field('width', 'Width of cut', 'length'),
    field('depth', 'Depth of cut', 'length'),
    field('feed', 'Feed', 'speed'),
  ],
  turn: [
    field('rpm', 'Speed', 'rotation'),
    field('diameter', 'Diameter', 'length'),
    field('depth', 'Depth of cut', 'length'),
    field('pitch', 'Feed a revolution', 'length'),
  ],
  tap: [
    field('rpm', 'Speed', 'rotation'),
    field('diameter', 'Thread diameter', 'length'),
    field('pitch', 'Pitch', 'length'),
  ],
}));
const needs = computed(() => {
  const v = (key: Key) => (read.value[key] ? baseValue(read.value[key]) : NaN);
  const { cutForce } = materials[material.value];
  const rpm = v('rpm');
  const watts =
    job.value === 'mill'
      ? millingW(cutForce, v('width'), v('depth'), v('feed'))
      : job.value === 'turn'
        ? turningW(cutForce, v('depth'), v('pitch'), v('diameter'), rpm)
        : powerW(tappingNm(cutForce, v('diameter'), v('pitch')), rpm);
  return watts > 0 && rpm > 0 ? { watts, nm: torqueNm(watts, rpm), rpm } : undefined;
});
const rows = computed(() => {
  const n = needs.value;
  if (!n) return [];
  return stages.map((s) => {
    const motorRpm = n.rpm / s.ratio;
    const reached = motorRpm <= output.topRpm;
    const has = reached ? (TO_THE_CUT * output.torqueAt(motorRpm)) / s.ratio : 0;
    return { s, reached, has, share: has > 0 ? n.nm / has : Infinity, slow: motorRpm < output.leastRpm };
  });
});
const nm = (x: number) => showValue(x, 'torque', preferences.display, 3);
</script>

<template>
  <section class="sheet stack" aria-label="What a cut needs">
    <h2>What a cut needs</h2>
    <div class="row wrap">
      <PickOne v-model="job" :options="jobs" label="Kind of work" />
      <Choice v-model="material" label="Material" :options="listed" />
    </div>
    <FigureFields v-model="texts" :fields="fields[job]" @read="read = { ...read, ...$event }" />
    <p v-if="!needs" class="soft">Enter the cut, and it is held against the torque at that speed.</p>
    <template v-else>
      <p>
        The cut asks for <b>{{ nm(needs.nm) }}</b> at the spindle,
        <b>{{ showValue(needs.watts, 'power', preferences.display, 3) }}</b>, with a sharp tool.
      </p>
      <p v-for="row in rows" :key="row.s.name" :class="{ bad: row.share > 1 }">
        <template v-if="stages.length > 1">{{ row.s.name }}: </template>
        <template v-if="!row.reached">does not turn so fast.</template>
        <template v-else
          >has {{ nm(row.has) }} for the cut, of which it takes {{ Math.round(100 * row.share) }} %<template
            v-if="row.share > 1"
            >: it stalls</template
          ><template v-if="row.slow">; so slowly it may not turn for long</template>.</template
        >
      </p>
    </template>
  </section>
</template>

<style scoped>
label {
  display: grid;
  gap: 2px;
  width: 118px;
}
.bad {
  color: var(--wont);
}
</style>
