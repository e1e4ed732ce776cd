<script setup lang="ts">
import StationTabs from '../../ui/StationTabs.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { describeField, fieldTitle } from '@nodaxis/core/machine/fields';
import { driveVolts } from '@nodaxis/core/drivetrain/bus';
import { speedVerdict } from '@nodaxis/core/advice/speedVerdict';
import { computed, defineAsyncComponent, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useFocusLink } from '../../widgets/focusLink';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import BusSlider from './BusSlider.vue';
import CoilFinder from './CoilFinder.vue';
import DriveCard from './DriveCard.vue';
import DriverSheet from './DriverSheet.vue';
import DriverChoice from './DriverChoice.vue';
import HelpPanel from './HelpPanel.vue';
import LoopSheet from './LoopSheet.vue';
import { pickedAxis } from './pickedAxis';
import ServoSheet from './ServoSheet.vue';
import SpeedLadder from './SpeedLadder.vue';
import StepOrBus from './StepOrBus.vue';

const TorqueChart = defineAsyncComponent(() => import('./TorqueChart.vue'));

const machine = useOpenMachine();
const route = useRoute();
const preferences = usePreferences();
const axes = computed(() => machine.figures.axes);
const picked = computed(() => axes.value.find((a) => a.id === pickedAxis.value) ?? axes.value[0]);
/** What is below is shown only where there is an axis. */
const selected = computed(() => picked.value!);

/** The axis that a linked field belongs to: its own, or that of the drive which uses the part. */
function axisOf(path: string): string | undefined {
  const [table, id] = path.split('.');
  if (table === 'axes') return id;
  return axes.value.find((a) => a.axis.drives.some((d) => d.motor === id || d.driver === id))?.id;
}
watch(
  () => route.query.field,
  (field) => {
    const id = typeof field === 'string' ? axisOf(field) : undefined;
    if (id) pickedAxis.value = id;
  },
  { immediate: true },
);

const panels = [
  { id: 'help', name: 'What would help' },
  { id: 'driver', name: 'Driver settings' },
  { id: 'choice', name: 'Which driver, which supply' },
  { id: 'loop', name: 'Closed loop' },
  { id: 'servo', name: 'Servo drive' },
  { id: 'bus', name: 'Steps or fieldbus' },
  { id: 'coils', name: 'Coil finder' },
] as const;
const panel = ref<(typeof panels)[number]['id']>('help');
const tryVolts = ref<number>();
watch(picked, (a, b) => a?.id !== b?.id && (tryVolts.value = undefined));
const busVolts = computed(() => driveVolts(machine.design, picked.value?.axis.drives[0]?.driver));
/** What the chart waits for, each with the way to its field. */
const missing = computed(() => {
  const paths = new Set([
    ...(torque.value && !torque.value.known ? torque.value.missing : []),
    ...(selected.value.speedLimits.known ? [] : selected.value.speedLimits.missing),
  ]);
  return [...paths].flatMap((p) => describeField(machine.design, p) ?? []);
});
const { go } = useFocusLink();
const torque = computed(() => selected.value.drives[0]?.torque);
const verdict = computed(() => speedVerdict(selected.value));
</script>

<template>
  <section v-if="!picked" class="sheet empty stack">
    <h2>This machine has no axis</h2>
    <p>Drives are worked out axis by axis: torque, speed and what limits it. Add the first axis to see them.</p>
    <p><RouterLink :to="`/machine/${String(route.params.id)}/machine`">To the machine</RouterLink></p>
  </section>
  <div v-else class="stack">
    <section class="sheet" aria-label="Speed ladder">
      <SpeedLadder :axes="axes" :selected="selected.id" @select="pickedAxis = $event" />
    </section>
    <div class="two">
      <section class="sheet" :aria-label="`Torque of ${selected.axis.letter}`">
        <header class="row spread">
          <h2 class="verdict" :class="verdict.answer">
            {{ selected.axis.letter }}: is the wanted speed possible?
            <strong>{{ verdict.sentence(preferences.display) }}</strong>
            <small v-if="verdict.answer !== 'unknown'">{{ verdict.why(preferences.display) }}</small>
          </h2>
          <BusSlider v-model="tryVolts" :axis-id="selected.id" />
        </header>
        <TorqueChart
          v-if="torque?.known && selected.speedLimits.known"
          :figures="selected"
          :try-volts="tryVolts"
          :bus-volts="busVolts"
        />
        <p v-if="torque?.known && torque.value.motor.curve.kind === 'stepper'" class="soft model">
          Sine currents, warm winding. A driver at its voltage limit gives a square wave: 15 to 30 % more at speed,
          before iron loss takes most of that back.
        </p>
        <div v-if="!torque?.known || !selected.speedLimits.known" class="empty stack">
          <p class="soft">The available torque is drawn against the required torque as soon as these are known:</p>
          <p class="row">
            <ActionButton v-for="f in missing" :key="f.path" kind="framed" @click="go(f.station, f.path)">
              {{ fieldTitle(f) }}
            </ActionButton>
          </p>
        </div>
      </section>
      <DriveCard :figures="selected" />
    </div>
    <section class="sheet">
      <StationTabs :views="panels" :shown="panel" label="More about this drive" @show="(id) => (panel = id)" />
      <div :id="`panel-${panel}`" role="tabpanel" :aria-labelledby="`tab-${panel}`">
        <HelpPanel v-if="panel === 'help'" :axis-id="selected.id" :needed="verdict.answer !== 'yes'" />
        <DriverSheet v-else-if="panel === 'driver'" :figures="selected" />
        <DriverChoice v-else-if="panel === 'choice'" :axis-id="selected.id" />
        <LoopSheet v-else-if="panel === 'loop'" :figures="selected" />
        <ServoSheet v-else-if="panel === 'servo'" :figures="selected" />
        <StepOrBus v-else-if="panel === 'bus'" />
        <CoilFinder v-else />
      </div>
    </section>
  </div>
</template>

<style scoped>
.verdict {
  font-weight: 400;
  line-height: 1.3;
}
.verdict strong {
  color: var(--good);
}
.verdict.no strong {
  color: var(--danger);
}
.verdict.barely strong {
  color: var(--wont);
}
.verdict.unknown strong {
  color: inherit;
}
.verdict small {
  display: block;
  color: var(--soft);
  font-size: 13px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.9fr) minmax(330px, 1fr);
  gap: 12px;
}
.model {
  font-size: 13px;
  margin: 0;
}
.empty {
  padding: 40px 20px;
  max-width: 560px;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
