<script setup lang="ts">
import { axesOf } from '@nodaxis/core/machine/design';
import { circuitName } from '@nodaxis/core/machine/fields';
import { marksOf, marksWanted, MOST_STATIONS, type ToolChanger, type Turret } from '@nodaxis/core/machine/toolChanger';
import { displayUnit, showQuantity } from '@nodaxis/core/units/print';
import type { Quantity } from '@nodaxis/core/units/quantity';
import { outputName } from '@nodaxis/core/wiring/planner/outputs';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import Choice from '../../../ui/Choice.vue';
import NumberField from '../../../ui/NumberField.vue';
import QuantityEntry from '../../../ui/QuantityEntry.vue';

/** Outputs, sensors and times of a changer. */
const { changer } = defineProps<{ changer: ToolChanger }>();
const emit = defineEmits<{ set: [ToolChanger] }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const design = computed(() => machine.figures.design);

/** A field that is emptied goes. */
function put(of: Record<string, unknown>): void {
  const next: Record<string, unknown> = { ...changer, ...of };
  for (const key of Object.keys(next)) if (next[key] === undefined) delete next[key];
  emit('set', next as unknown as ToolChanger);
}
const outputs = computed(() =>
  Object.entries(design.value.outputs)
    .filter(([, o]) => o.function === 'switched-load' && !o.alwaysOn)
    .map(([value, o]) => {
      const load = design.value.parts[o.devices[0] ?? ''];
      return { value, label: load ? `${load.designation} ${o.reverses ? 'the other way' : load.name}` : outputName(o) };
    }),
);
const inputsOf = (...functions: string[]) =>
  Object.entries(design.value.circuits)
    .filter(([, c]) => functions.includes(c.function))
    .map(([value, c]) => ({
      value,
      label: `${c.devices.map((d) => design.value.parts[d]?.designation ?? d).join(' ')} ${circuitName(design.value, value)}`,
    }));
const positions = computed(() => inputsOf('position'));
const held = computed(() => inputsOf('spindle-permit', 'position'));

const rotary = computed(() =>
  axesOf(design.value).flatMap(([value, a]) => (a.motion === 'rotary' ? [{ value, label: a.letter }] : [])),
);
type Place = { key: string; label: string; none: string; options: { value: string; label: string }[] };
const places = computed((): Place[] =>
  changer.kind === 'turret'
    ? [
        { key: 'forward', label: 'Forward by', none: 'nothing yet', options: outputs.value },
        { key: 'back', label: 'Back into the lock by', none: 'a spring', options: outputs.value },
        { key: 'locked', label: 'Sensor: head locked', none: 'nothing', options: positions.value },
      ]
    : changer.kind === 'indexed'
      ? [
          { key: 'axis', label: 'Turned by', none: 'nothing yet', options: rotary.value },
          { key: 'locked', label: 'Sensor: head clamped', none: 'nothing', options: positions.value },
        ]
      : [
          { key: 'release', label: 'Released by', none: 'nothing yet', options: outputs.value },
          { key: 'open', label: 'Sensor: drawbar open', none: 'nothing', options: positions.value },
          { key: 'clamped', label: 'Sensor: tool held', none: 'nothing', options: held.value },
        ],
);
const times = computed((): { key: string; label: string }[] =>
  changer.kind === 'turret'
    ? [
        { key: 'stationTime', label: 'From station to station' },
        ...(changer.back === undefined
          ? []
          : [
              { key: 'runOn', label: 'Beyond the mark for' },
              { key: 'changeOver', label: 'Then at rest for' },
              { key: 'backTime', label: 'Turned back for' },
            ]),
      ]
    : changer.kind === 'indexed'
      ? []
      : [
          { key: 'standstill', label: 'Spindle at rest after' },
          { key: 'releaseTime', label: 'Released after' },
          { key: 'clampTime', label: 'Held after' },
        ],
);
const of = (key: string) => (changer as unknown as Record<string, unknown>)[key];
const turret = computed(() => (changer.kind === 'turret' ? changer : undefined));
const marks = computed(() => {
  const c = turret.value;
  return c
    ? marksOf(c).map((id, i) => ({
        label: c.sensing === 'each' ? `Station ${i + 1}` : i === 0 ? 'Every station' : 'First station',
        id: id ?? '',
      }))
    : [];
});
/** Other stations, or another way to see them: the sensors that are left keep their places. */
const reshape = (of: Partial<Pick<Turret, 'stations' | 'sensing'>>) => {
  if (!turret.value) return put(of);
  const next = { ...turret.value, ...of };
  put({ ...of, marks: next.marks.slice(0, marksWanted(next)) });
};
/** A sensor of another mark changes places with the one here. */
function mark(i: number, id: string): void {
  const next = marksOf(turret.value!);
  const other = id === '' ? -1 : next.indexOf(id);
  if (other >= 0) next[other] = next[i]!;
  next[i] = id || null;
  put({ marks: next });
}
const senses = [
  { value: 'each', label: 'a sensor for each station' },
  { value: 'count', label: 'one for all, one for the first' },
] as const;
</script>

<template>
  <div class="form">
    <template v-if="changer.kind !== 'drawbar'">
      <label for="changer-stations">Stations</label>
      <NumberField
        id="changer-stations"
        :model-value="changer.stations"
        :min="2"
        :max="MOST_STATIONS"
        :disabled="machine.readOnly"
        @update:model-value="(stations) => stations && reshape({ stations })"
      />
    </template>
    <template v-if="turret">
      <label for="changer-sensing">Stations seen by</label>
      <Choice
        id="changer-sensing"
        :model-value="turret.sensing"
        :options="senses"
        :disabled="machine.readOnly"
        @change="(sensing: Turret['sensing']) => reshape({ sensing })"
      />
    </template>
    <template v-for="p in places" :key="p.key">
      <label :for="`changer-${p.key}`">{{ p.label }}</label>
      <Choice
        :id="`changer-${p.key}`"
        :model-value="(of(p.key) as string | undefined) ?? ''"
        :none="p.none"
        :options="p.options"
        :disabled="machine.readOnly"
        @change="(v: string) => put({ [p.key]: v || undefined })"
      />
    </template>
    <template v-for="(m, i) in marks" :key="i">
      <label :for="`changer-mark-${i}`">{{ m.label }}</label>
      <Choice
        :id="`changer-mark-${i}`"
        :model-value="m.id"
        none="nothing yet"
        :options="positions"
        :disabled="machine.readOnly"
        @change="(v: string) => mark(i, v)"
      />
    </template>
    <template v-if="changer.kind === 'indexed'">
      <label for="changer-beyond">Past its station, then back</label>
      <QuantityEntry
        id="changer-beyond"
        :shown="changer.beyond ? showQuantity(changer.beyond, preferences.display) : ''"
        dimension="angle"
        unit="°"
        :disabled="machine.readOnly"
        @enter="(q) => put({ beyond: q ?? undefined })"
      />
    </template>
    <template v-for="t in times" :key="t.key">
      <label :for="`changer-${t.key}`">{{ t.label }}</label>
      <QuantityEntry
        :id="`changer-${t.key}`"
        :shown="showQuantity(of(t.key) as Quantity, preferences.display)"
        dimension="time"
        :unit="displayUnit('time', preferences.display)"
        :disabled="machine.readOnly"
        @enter="(q) => q && put({ [t.key]: q })"
      />
    </template>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 3px 8px;
  align-items: center;
  font-size: 14px;
}
</style>
