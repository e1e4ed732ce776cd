<script setup lang="ts">
import { settingFigure, showSetting } from '@nodaxis/core/settings/setting';
import { entryOfSetting } from '@nodaxis/core/dialects/driveEntry';
import { capCauses, capSetting, tripCauses, type CapCause, type TripMoment } from '@nodaxis/core/spindle/capped';
import { plateOf } from '@nodaxis/core/spindle/plate';
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import { figureOr } from '@nodaxis/core/units/derived';
import { baseValue, type Quantity } from '@nodaxis/core/units/quantity';
import { displayUnit } from '@nodaxis/core/units/print';
import { computed, ref, shallowRef } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import Choice from '../../../ui/Choice.vue';
import FigureFields, { type FigureField } from '../../../ui/FigureFields.vue';

/** It stays below its highest frequency, or trips: which causes are likely, and what to look at next. */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const what = ref<'capped' | TripMoment>('capped');
const seen = [
  { value: 'capped', label: 'does not reach its speed' },
  { value: 'speeding-up', label: 'trips while speeding up' },
  { value: 'slowing-down', label: 'trips while slowing down' },
  { value: 'in-the-cut', label: 'trips in the cut' },
  { value: 'after-a-while', label: 'trips after a while' },
  { value: 'at-power-on', label: 'trips at power-on' },
] as const;
const title: Record<CapCause, string> = {
  'max-frequency': 'Highest frequency is set lower',
  'upper-limit': 'A second limit is lower',
  'speed-at-ten-volts': 'Frequency at 10 V is wrong',
  'control-limit': 'The control asks for less',
  carrier: 'Switching frequency is too low',
  'current-limit': 'The current limit holds it back',
  locked: 'The entry was not taken: locked',
  'auto-tune': 'Automatic tuning wrote other values',
  poles: 'Poles in the drive are wrong',
  transmission: 'Another pulley stage is in use',
};
type Key = 'hz' | 'amps' | 'rpm';
const texts = ref<Partial<Record<Key, string>>>({});
const read = shallowRef<Partial<Record<Key, Quantity | undefined>>>({});
const fields = computed((): FigureField<Key>[] => [
  {
    key: 'hz',
    label: 'Highest on its display',
    name: 'Highest frequency on its display',
    dimension: 'frequency',
    unit: 'Hz',
  },
  { key: 'amps', label: 'Current there', name: 'Current on its display', dimension: 'current', unit: 'A' },
  { key: 'rpm', label: 'Measured speed', dimension: 'rotation', unit: displayUnit('rotation', preferences.display) },
]);
const panel = ref('');
const held = ref('');
const yesNo = [
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
];
const answer = (v: string) => (v === '' ? undefined : v === 'yes');
const value = (key: string) => settingFigure(machine.figures.settings, `driver/${r.driveId}/${key}`) ?? 0;
const MOST = 5;
const causes = computed(() => {
  const plate = plateOf(r.motor, r.motorId);
  if (!read.value.hz || !plate.known) return [];
  const base = (q: Quantity | undefined) => (q ? baseValue(q) : undefined);
  return capCauses(
    {
      shownHz: baseValue(read.value.hz),
      shownA: base(read.value.amps),
      measuredRpm: base(read.value.rpm),
      panelReaches: answer(panel.value),
      held: answer(held.value),
    },
    {
      wantedHz: value('max-frequency') || plate.value.topHz,
      limitA: value('rated-current') * (value('overload') || 1),
      carrierHz: value('carrier'),
      factoryHz: [50, 60, figureOr(r.drive!.data.baseFrequency, 50)],
      poles: plate.value.poles,
      ratio: r.inUse.ratio,
    },
  ).slice(0, MOST);
});
/** The setting to look at: under the number that the drive has for it, once that was entered, with the value that it should have. */
function lookAt(suffix: string | undefined): string | undefined {
  const { settings } = machine.figures;
  const setting = suffix && settings.find((s) => s.key === `driver/${r.driveId}/${suffix}`);
  if (!setting) return undefined;
  const own = entryOfSetting(machine.design.driveSheets?.[r.driveId!], setting)?.name;
  const value = setting.value.known ? showSetting(setting.kind, setting.value.value, preferences.display) : '?';
  return `${own ? `${own}, ` : ''}${setting.title}: ${value}`;
}
const percent = (share: number) => `${Math.round(100 * share)} %`;
</script>

<template>
  <section class="sheet stack" aria-label="Capped or tripping">
    <h2>It <Choice v-model="what" label="What it does" :options="seen" /></h2>
    <template v-if="what === 'capped'">
      <FigureFields v-model="texts" :fields="fields" @read="read = $event" />
      <label class="row wrap"
        >Its own panel brings it higher
        <Choice v-model="panel" label="Its own panel brings it higher" none="not tried" :options="yesNo"
      /></label>
      <label class="row wrap"
        >The entry was kept after power off
        <Choice v-model="held" label="The entry was kept after power off" none="not tried" :options="yesNo"
      /></label>
      <p v-if="!causes.length" class="soft">
        Command full speed, without a tool, and enter the frequency on the display of the drive: causes are ranked here.
      </p>
      <ol class="causes">
        <li v-for="c in causes" :key="c.cause">
          <span class="bar" :style="{ width: `${100 * c.share}%` }" aria-hidden="true" />
          <b>{{ title[c.cause] }}</b> <span class="mono soft">{{ percent(c.share) }}</span>
          <p v-for="b in c.because" :key="b" class="small soft">{{ b }}</p>
          <p class="small">{{ c.check }}</p>
          <p v-if="lookAt(capSetting[c.cause])" class="small mono">{{ lookAt(capSetting[c.cause]) }}</p>
        </li>
      </ol>
      <p v-if="causes.length" class="soft small">Something else, or two causes at once, is always possible.</p>
    </template>
    <ol v-else class="causes">
      <li v-for="c in tripCauses[what]" :key="c.cause">
        <b>{{ c.cause }}</b>
        <p class="small">{{ c.check }}</p>
        <p v-if="lookAt(c.setting)" class="small mono">{{ lookAt(c.setting) }}</p>
      </li>
    </ol>
  </section>
</template>

<style scoped>
h2 {
  display: flex;
  gap: 6px;
  align-items: center;
  flex-wrap: wrap;
}
label:not(.row) {
  display: grid;
  gap: 2px;
  width: 108px;
}
.causes {
  margin: 0;
  padding-left: 20px;
  display: grid;
  gap: 8px;
}
.causes li {
  position: relative;
}
.bar {
  display: block;
  height: 4px;
  background: var(--accent);
}
.small {
  font-size: 13px;
  margin: 0;
}
</style>
