<script setup lang="ts">
import ActionButton from '../../ui/ActionButton.vue';
import type { AxisFigures } from '@nodaxis/core/derivation/figures';
import {
  currentAsSwitched,
  currentOptions,
  referenceVoltage,
  stepsAsSwitched,
} from '@nodaxis/core/drivetrain/driverSetup';
import { torqueAt } from '@nodaxis/core/drivetrain/motorCurve';
import { microstepTorqueShare } from '@nodaxis/core/drivetrain/scale';
import { isDriver } from '@nodaxis/core/machine/parts';
import { positive } from '@nodaxis/core/units/derived';
import { showValue } from '@nodaxis/core/units/print';
import { baseValue, quantity } from '@nodaxis/core/units/quantity';
import { computed } from 'vue';
import { useMachine } from '../../document/machine';
import { usePreferences } from '../../document/preferences';
import MachineField from '../../widgets/MachineField.vue';
import SwitchBank from './SwitchBank.vue';
import SwitchTable from './SwitchTable.vue';

/** How the driver itself is to be set: switches drawn, trimmer voltage, and the one place where the direction is turned. */
const props = defineProps<{ figures: AxisFigures }>();
const machine = useMachine();
const preferences = usePreferences();

const sheets = computed(() => {
  const seen = new Set<string>();
  return props.figures.axis.drives.flatMap((drive, i) => {
    const id = drive.driver;
    const part = id ? machine.design!.parts[id] : undefined;
    if (!id || !part || !isDriver(part.data) || seen.has(id)) return [];
    seen.add(id);
    const data = part.data;
    const torque = props.figures.drives[i]?.torque;
    const curve = torque?.known ? torque.value.motor.curve : undefined;
    const peakA = part.setup.peakCurrent
      ? baseValue(part.setup.peakCurrent)
      : curve?.kind === 'stepper'
        ? curve.circuit.peakA
        : undefined;
    const steps = part.setup.stepsPerRevolution;
    const micro = curve?.kind === 'stepper' && steps ? steps / (curve.circuit.polePairs * 4) : undefined;
    const table = data.switches;
    const sense = positive(data.senseResistance, '');
    const factor = positive(data.referenceFactor, '');
    const line = table && peakA !== undefined ? currentAsSwitched(table, peakA, data.currentShown) : undefined;
    const stepsOn = table && steps !== undefined ? stepsAsSwitched(table, steps) : undefined;
    return [
      {
        id,
        part,
        data,
        drive,
        i,
        peakA,
        table,
        line,
        stepsOn,
        on: [...(line?.on ?? []), ...(stepsOn ?? [])],
        used: [
          ...new Set([...(table?.currents.flatMap((c) => c.on) ?? []), ...(table?.steps.flatMap((c) => c.on) ?? [])]),
        ],
        volts:
          sense.known && factor.known && peakA !== undefined
            ? referenceVoltage(peakA, sense.value, factor.value)
            : undefined,
        sense,
        factor,
        options: curve?.kind === 'stepper' ? currentOptions(curve.ratedA, data) : [],
        micro,
        yieldNm: curve?.kind === 'stepper' && micro ? torqueAt(curve, 0) * microstepTorqueShare(micro) : undefined,
      },
    ];
  });
});
const setCurrent = (id: string, a: number) =>
  machine.run({
    name: 'set-field',
    args: { path: `parts.${id}.setup.peakCurrent`, value: quantity(Number(a.toPrecision(3)), 'A') },
  });
const amps = (v: number) => showValue(v, 'current', preferences.display, 3);
/** Where the direction is turned: in one place only, or nobody knows any more. */
const turned = (d: AxisFigures['axis']['drives'][number]) =>
  [d.invertedInWiring ? 'a swapped phase' : '', d.invertedInDrive ? 'the drive itself' : ''].filter(Boolean);
</script>

<template>
  <p v-if="!sheets.length" class="soft">Choose a driver first.</p>
  <div class="sheets">
    <article v-for="s in sheets" :key="s.id" class="stack">
      <h3>
        <span class="mono">{{ s.part.designation }}</span> {{ s.part.name }}
      </h3>
      <div v-if="s.table" class="row">
        <SwitchBank :count="s.table.count" :on="s.on" :used="s.used" />
        <p class="says">
          <template v-if="s.stepsOn"
            ><strong>{{ s.part.setup.stepsPerRevolution }} steps</strong> per revolution.</template
          >
          <template v-else-if="s.part.setup.stepsPerRevolution !== undefined"
            ><span class="bad">The table has no {{ s.part.setup.stepsPerRevolution }} steps.</span></template
          >
          <template v-else>Enter the steps per revolution.</template>
          <br />
          <template v-if="s.line"
            >Current <strong>{{ amps(s.line.printedA) }}</strong>
            {{ s.data.currentShown === 'rms' ? 'RMS' : s.data.currentShown === 'peak' ? 'peak' : '' }} on its table,
            {{ amps(s.line.peakA) }} peak<template v-if="s.peakA !== undefined && s.line.peakA < s.peakA * 0.97"
              >: the nearest below {{ amps(s.peakA) }}</template
            >.</template
          >
        </p>
      </div>
      <p v-if="s.data.currentShown === 'rms'" class="caution">
        This table means RMS. Peak is √2 times as much: read as peak it would be set 1.41 times too high.
      </p>
      <p v-if="s.volts !== undefined && s.sense.known && s.factor.known" class="says">
        Trimmer: reference voltage
        <strong class="mono">{{ showValue(s.volts, 'voltage', preferences.display, 3) }}</strong>
        <span class="soft mono"> = {{ s.factor.value }} · {{ s.sense.value }} Ω · {{ s.peakA }} A</span>. Measure with
        the motor plugged in and at rest; never plug or unplug it under power.
      </p>
      <MachineField :path="`parts.${s.id}.setup.peakCurrent`" />
      <p v-if="s.options.length" class="row options">
        <span class="soft">Ways to set it:</span>
        <ActionButton
          v-for="c in s.options"
          :key="c.title"
          kind="framed"
          :data-hint="c.why"
          :disabled="machine.readOnly"
          @click="setCurrent(s.id, c.amps)"
        >
          {{ c.title }}, {{ amps(c.amps) }}
        </ActionButton>
      </p>
      <p v-if="s.yieldNm !== undefined && s.micro !== undefined" class="says">
        One of {{ s.micro }} microsteps yields at most
        <strong>{{ showValue(s.yieldNm, 'torque', preferences.display, 2) }}</strong> before it moves: resolution is not
        accuracy.
      </p>
      <MachineField :path="`parts.${s.id}.setup.idleCurrent`" />
      <MachineField :path="`parts.${s.id}.setup.commandFormat`" />
      <p class="says">
        Direction is turned
        <strong>{{
          turned(s.drive).length === 0 ? 'in the controller, if at all' : turned(s.drive).join(' and by ')
        }}</strong><span v-if="turned(s.drive).length > 1" class="bad">: two places cancel each other. Leave one.</span>
        <br />An enable left open means
        <strong>{{ s.data.enableOpen ?? 'look it up: not on its data sheet here' }}</strong>.
      </p>
      <SwitchTable :part-id="s.id" />
    </article>
  </div>
</template>

<style scoped>
.sheets {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(400px, 100%), 1fr));
  gap: 20px;
}
.says {
  margin: 0;
}
.options {
  gap: 6px;
}
.bad {
  color: var(--wont);
}
</style>
