<script setup lang="ts">
import { Delete } from '@element-plus/icons-vue';
import type { WantedCut } from '@nodaxis/core/machine/parts';
import { materials, type Material } from '@nodaxis/core/spindle/cutting';
import type { MotorOutput } from '@nodaxis/core/spindle/output';
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import { againstStages, bestStage, cutFigures, cutNeed } from '@nodaxis/core/spindle/wantedCuts';
import { displayUnit, showValue } from '@nodaxis/core/units/print';
import type { Quantity } from '@nodaxis/core/units/quantity';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref, shallowRef } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import Caution from '../../../ui/Caution.vue';
import Choice from '../../../ui/Choice.vue';
import PickOne from '../../../ui/PickOne.vue';
import TextField from '../../../ui/TextField.vue';
import FaultList from '../../../widgets/FaultList.vue';
import FigureFields, { type FigureField } from '../../../ui/FigureFields.vue';

/** What a cut asks for, against what each stage has at that speed. */
const { output, r, lathe } = defineProps<{ output: MotorOutput; r: Rotating; lathe: boolean }>();
const machine = useOpenMachine();
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
/** The cut as it is typed; what cannot be read is missing. */
const typed = computed((): Omit<WantedCut, 'name' | 'speed'> & { speed?: Quantity } => {
  const given = (['rpm', ...cutFigures[job.value]] as Key[]).flatMap((key) => {
    const q = read.value[key];
    return q ? [[key === 'rpm' ? 'speed' : key, q] as const] : [];
  });
  return { work: job.value, material: material.value, ...Object.fromEntries(given) };
});
const needs = computed(() => cutNeed(typed.value));
const rows = computed(() => (needs.value ? againstStages(needs.value, output, r.stages) : []));

const cuts = computed((): WantedCut[] => r.motor.setup.wantedCuts ?? []);
const kept = computed(() =>
  cuts.value.map((cut) => {
    const need = cutNeed(cut);
    return { cut, need, best: need && bestStage(againstStages(need, output, r.stages)) };
  }),
);
const name = ref('');
const faults = ref<Fault[]>([]);
const set = (next: WantedCut[]) =>
  (faults.value = machine.run({ name: 'set-cuts', args: { part: r.motorId, cuts: next } }));
function keep(): void {
  const { speed } = typed.value;
  if (!speed || !name.value.trim()) return;
  if (!set([...cuts.value, { ...typed.value, speed, name: name.value.trim() }]).length) name.value = '';
}
const percent = (share: number) => `${Math.round(100 * share)} %`;
const nm = (x: number) => showValue(x, 'torque', preferences.display, 3);
</script>

<template>
  <section class="sheet stack" aria-label="What a cut needs" :data-field="`parts.${r.motorId}.setup.wantedCuts`">
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
      <p v-for="row in rows" :key="row.stage.name" :class="{ bad: row.share > 1 }">
        <template v-if="r.stages.length > 1">{{ row.stage.name }}: </template>
        <template v-if="!row.reached"
          >{{ r.stages.length > 1 ? 'does' : 'The spindle does' }} not turn so fast.</template
        >
        <template v-else
          >{{ r.stages.length > 1 ? 'there' : 'There' }} are {{ nm(row.hasNm) }} for a cut; this one takes
          {{ percent(row.share) }} of them<template v-if="row.share > 1">: it stalls</template
          ><template v-if="row.slow">; so slowly it may not turn for long</template>.</template
        >
      </p>
      <form class="row" @submit.prevent="keep">
        <TextField
          v-model="name"
          placeholder="such as Pocket, 6 mm cutter"
          aria-label="Name of this cut"
          maxlength="60"
        />
        <ActionButton kind="framed" native-type="submit" :disabled="machine.readOnly || !name.trim()"
          >Keep this cut</ActionButton
        >
      </form>
    </template>
    <Caution v-if="faults.length" kind="refused"><FaultList :faults="faults" /></Caution>
    <ul v-if="kept.length" aria-label="Cuts that it is wanted for">
      <li
        v-for="{ cut, need, best } in kept"
        :key="cut.name"
        class="row spread"
        :class="{ bad: best && best.share > 1 }"
      >
        <span
          ><b>{{ cut.name }}</b> <span class="soft">{{ materials[cut.material].name }}</span>
          <template v-if="need && best"
            >: {{ nm(need.nm) }} at {{ showValue(need.rpm, 'rotation', preferences.display, 4) }},
            <template v-if="!best.reached">which it does not reach</template
            ><template v-else
              >{{ percent(best.share) }} of what {{ r.stages.length > 1 ? best.stage.name : 'it' }} has</template
            ></template
          ></span
        >
        <ActionButton
          :aria-label="`Remove ${cut.name}`"
          data-hint="Remove"
          :disabled="machine.readOnly"
          @click="set(cuts.filter((c) => c.name !== cut.name))"
          ><Delete
        /></ActionButton>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  flex-wrap: nowrap;
}
label {
  display: grid;
  gap: 2px;
  width: 118px;
}
.bad {
  color: var(--wont);
}
</style>
