<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import ActionButton from '../../ui/ActionButton.vue';
import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import { driverSheets } from '@nodaxis/core/advice/driverSheets';
import { showValue } from '@nodaxis/core/units/print';
import { quantity } from '@nodaxis/core/units/quantity';
import { computed } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import MachineField from '../../widgets/MachineField.vue';
import JumperBank from './JumperBank.vue';
import SocketBoard from './SocketBoard.vue';
import SwitchBank from './SwitchBank.vue';
import SwitchTable from './SwitchTable.vue';

/** How the driver itself is to be set: switches drawn, trimmer voltage, and the one place where the direction is turned. */
const props = defineProps<{ figures: AxisFigures }>();
const machine = useOpenMachine();
const preferences = usePreferences();

const sheets = computed(() => driverSheets(props.figures, machine.design.parts));
const setCurrent = (id: string, a: number) =>
  machine.run({
    name: 'set-field',
    args: { path: `parts.${id}.setup.peakCurrent`, value: quantity(Number(a.toPrecision(3)), 'A') },
  });
const amps = (v: number) => showValue(v, 'current', preferences.display, 3);
</script>

<template>
  <p v-if="!sheets.length" class="soft">Choose a driver first.</p>
  <SocketBoard />
  <div class="sheets">
    <article v-for="s in sheets" :key="s.id" class="stack">
      <h3>
        <span class="mono">{{ s.part.designation }}</span> {{ s.part.name }}
      </h3>
      <div v-if="s.data.switches" class="row">
        <JumperBank v-if="s.pluggedIn" :count="s.data.switches.count" :on="s.on" />
        <SwitchBank v-else :count="s.data.switches.count" :on="s.on" :used="s.used" />
        <p class="says">
          <template v-if="s.stepsOn"
            ><strong>{{ s.part.setup.stepsPerRevolution }} steps</strong> per revolution<template v-if="s.pluggedIn"
              >: {{ s.stepsOn.length ? `jumpers ${s.stepsOn.join(', ')} fitted` : 'no jumper fitted' }}</template
            >.</template
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
      <p v-if="s.data.currentBySerial" class="says">
        The board sends it its current and its steps over a serial line: enter them there as they are here.
      </p>
      <Caution v-if="s.data.currentShown === 'rms'">
        This table means RMS. Peak is √2 times as much: read as peak it would be set 1.41 times too high.
      </Caution>
      <p v-if="s.trimmer" class="says">
        Trimmer: reference voltage
        <strong class="mono">{{ showValue(s.trimmer.volts, 'voltage', preferences.display, 3) }}</strong>
        <span class="soft mono"> = {{ s.trimmer.factor }} · {{ s.trimmer.senseOhm }} Ω · {{ s.trimmer.peakA }} A</span>.
        Measure with the motor connected and at rest. Never connect or disconnect the motor{{
          s.pluggedIn ? ' or the driver' : ''
        }}
        under power.
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
      <p v-if="s.microStep" class="says">
        One of {{ s.microStep.count }} microsteps yields at most
        <strong>{{ showValue(s.microStep.yieldNm, 'torque', preferences.display, 2) }}</strong> before it moves:
        resolution is not accuracy.
      </p>
      <MachineField :path="`parts.${s.id}.setup.idleCurrent`" />
      <MachineField :path="`parts.${s.id}.setup.commandFormat`" />
      <p class="says">
        Direction is turned
        <strong>{{
          s.turnedBy.length === 0 ? 'in the controller, if at all' : s.turnedBy.join(' and by ')
        }}</strong><span v-if="s.turnedBy.length > 1" class="bad">: two places cancel each other. Leave one.</span>
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
