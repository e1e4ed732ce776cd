<script setup lang="ts">
import { brakingOf, dischargeS, turningInertia } from '@nodaxis/core/spindle/ramps';
import { hasThreePhaseMains, type Rotating } from '@nodaxis/core/spindle/rotating';
import { showSetting } from '@nodaxis/core/settings/setting';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import Caution from '../../../ui/Caution.vue';
import MachineField from '../../../widgets/MachineField.vue';
import TurningBodies from './TurningBodies.vue';

/** In which time it may speed up and slow down, and what that hangs on. */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const inertia = computed(() => turningInertia(r));
const braking = computed(() => brakingOf(machine.figures.design, r, hasThreePhaseMains(r)));
const ramps = computed(() =>
  (['acceleration-time', 'deceleration-time'] as const).flatMap((key) => {
    const s = machine.figures.settings.find((x) => x.key === `driver/${r.driveId}/${key}`);
    return s?.value.known
      ? [
          {
            title: s.title,
            shown: showSetting(s.kind, s.value.value, preferences.display),
            how: s.formula,
            numbers: s.numbers(preferences.display),
          },
        ]
      : [];
  }),
);
const from = {
  entered: 'as entered',
  'run-down': 'from the run-down',
  bodies: 'from its rotor and what turns with it',
  rotor: 'of its rotor alone: what it turns comes on top',
};
const j = (v: number) => `${printNumber(v, 3)} J`;
</script>

<template>
  <section class="sheet stack" aria-label="Ramps">
    <h2>Ramps</h2>
    <template v-for="x in ramps" :key="x.title">
      <p>
        {{ x.title }} <b class="large">{{ x.shown }}</b>
        <span class="soft small"
          ><br />{{ x.how
          }}<template v-if="x.numbers"
            >: <span class="mono">{{ x.numbers }}</span></template
          ></span
        >
      </p>
    </template>
    <p v-if="!ramps.length" class="soft">Without a drive it starts at once, and coasts to a stop.</p>
    <p v-if="inertia.known">
      Inertia of what turns
      <b>{{ showValue(inertia.value.kgM2, 'inertia', preferences.display, 3) }}</b>, {{ from[inertia.value.from]
      }}<template v-if="braking.known"
        >; at full speed it holds <b>{{ j(braking.value.storedJ) }}</b></template
      >.
    </p>
    <p v-if="braking.known && r.drive && braking.value.resistorW === 0">
      <template v-if="braking.value.busJ > 0"
        >The bus takes {{ j(braking.value.busJ) }} before it trips; the rest</template
      ><template v-else>All of it</template> has to go into losses of
      {{ showValue(braking.value.lossW, 'power', preferences.display, 2) }}. For a faster stop, fit a braking resistor
      or let it coast.
    </p>
    <h3>What it is worked out from</h3>
    <MachineField :path="`parts.${r.motorId}.setup.turningInertia`" />
    <TurningBodies :r="r" />
    <p class="soft small">Or measure it: let the spindle coast from its highest speed, without a tool.</p>
    <MachineField :path="`parts.${r.motorId}.setup.idlePower`" />
    <MachineField :path="`parts.${r.motorId}.setup.halfSpeedTime`" />
    <template v-if="r.driveId && r.kind === 'induction'">
      <MachineField :path="`parts.${r.driveId}.data.busCapacitance`" />
      <MachineField :path="`parts.${r.driveId}.data.tripVoltage`" />
      <MachineField :path="`parts.${r.driveId}.data.brakingPower`" />
    </template>
    <Caution v-if="r.drive"
      >After power-off its capacitors stay charged: wait {{ showValue(dischargeS(r), 'time', preferences.display, 3) }},
      and measure, before a cover is opened.</Caution
    >
  </section>
</template>

<style scoped>
.large {
  font-size: 20px;
}
.small {
  font-size: 13px;
}
p {
  margin: 0;
}
</style>
