<script setup lang="ts">
import { curveOf, fluxShare, fluxStanding, fullFluxHz, outputVolts } from '@nodaxis/core/spindle/flux';
import { outputOf, throughStage } from '@nodaxis/core/spindle/output';
import { plateContradictions } from '@nodaxis/core/spindle/contradictions';
import { fieldRpm, plateOf } from '@nodaxis/core/spindle/plate';
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import { mainsOfDrive, voltsPerHertz } from '@nodaxis/core/settings/spindleDriveSettings';
import { gather, positive } from '@nodaxis/core/units/derived';
import { displayUnit, printNumber, showValue } from '@nodaxis/core/units/print';
import { fromBase } from '@nodaxis/core/units/units';
import { computed, defineAsyncComponent, ref } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import Caution from '../../../ui/Caution.vue';
import Choice from '../../../ui/Choice.vue';
import MachineField from '../../../widgets/MachineField.vue';
import type { Curve, Post } from '../curves';
import ChainPicture from './ChainPicture.vue';
import CommandWays from './CommandWays.vue';
import StagesForm from './StagesForm.vue';

/** The chart brings its library along. */
const LinesChart = defineAsyncComponent(() => import('../LinesChart.vue'));
/** What it can do: flux over frequency, torque and power over the speed of the spindle. */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const display = computed(() => preferences.display);
const plate = computed(() => plateOf(r.motor, r.motorId));
const mains = computed(() => mainsOfDrive(machine.figures.design, r));
const set = computed(() => voltsPerHertz(r, machine.figures.settings));
const output = computed(() => outputOf(r, set.value, mains.value));
const says = computed(() => plateContradictions(r));

const flux = computed(() => {
  const all = gather({ plate: plate.value, mains: mains.value, sheet: set.value });
  if (r.kind !== 'induction' || !r.drive || !all.known) return undefined;
  const { plate: p, mains: mainsV, sheet } = all.value;
  const top = p.topHz * 1.08;
  const has = gather({
    volts: positive(r.drive.data.ratedVoltage, ''),
    hz: positive(r.drive.data.baseFrequency, ''),
  });
  const now = has.known ? has.value : undefined;
  const differs = now && Math.abs(now.volts / now.hz / (p.volts / p.hz) - 1) > 0.06;
  const share = now ? fluxShare(p, outputVolts(now, mainsV, now.hz), now.hz) : 1;
  const curves: Curve[] = [
    { name: 'As the sheet sets it', ink: 'accent', data: curveOf(sheet, mainsV, top) },
    ...(differs ? [{ name: 'As the drive is entered', ink: 'wont' as const, data: curveOf(now, mainsV, top) }] : []),
    { name: 'Plate', ink: 'ink', data: [[p.hz, p.volts]], points: true },
    ...(mainsV < 1.5 * p.volts
      ? [
          {
            name: 'Mains',
            ink: 'soft' as const,
            dashed: true,
            data: [
              [0, mainsV],
              [top, mainsV],
            ] as [number, number][],
          },
        ]
      : []),
  ];
  const full = fullFluxHz(p, mainsV);
  const posts: Post[] = [
    { name: full < p.hz ? 'mains ends' : 'base', at: Number(full.toPrecision(4)) },
    ...(p.topHz > full * 1.05 ? [{ name: 'top', at: Number(p.topHz.toPrecision(4)) }] : []),
  ];
  return { curves, posts, p, full, share, standing: fluxStanding(share) };
});

const stage = ref('');
const stages = computed(() => r.stages.map(({ name }) => ({ value: name, label: name })));
const shown = computed(() => r.stages.find((s) => s.name === stage.value) ?? r.inUse);
const torqueUnit = computed(() => displayUnit('torque', display.value));
const pulled = computed(() => {
  if (!output.value.known) return undefined;
  const o = output.value.value;
  const inks = ['accent', 'wont', 'doubt', 'soft'] as const;
  const torque = r.stages.slice(0, inks.length).map((s, i): Curve => ({
    name: r.stages.length > 1 ? s.name : 'Torque',
    ink: inks[i]!,
    data: throughStage(o, s)
      .slice(3)
      .map((p) => [Math.round(p.rpm), Number(fromBase(p.nm, torqueUnit.value).toPrecision(4))]),
  }));
  const power: Curve[] = [
    {
      name: 'Power',
      ink: 'accent',
      data: throughStage(o, shown.value).map((p) => [Math.round(p.rpm), Math.round(p.watts)]),
    },
  ];
  const { ratio } = shown.value;
  const full = Math.min(o.weakFromRpm, o.topRpm);
  const posts: Post[] =
    o.weakFromRpm < o.topRpm * 0.98 ? [{ name: 'flux falls', at: Math.round(o.weakFromRpm * ratio) }] : [];
  return {
    torque,
    power,
    posts,
    least: Math.round(o.leastRpm * ratio),
    nm: o.torqueAt(full) / ratio,
    fullRpm: full * ratio,
    o,
  };
});
const rpm = (v: number) => showValue(v, 'rotation', display.value, 4);
const hz = (v: number) => showValue(v, 'frequency', display.value, 4);
const missing = computed(() => (output.value.known ? [] : output.value.missing));
</script>

<template>
  <div class="view">
    <section class="sheet stack wide" aria-label="From the mains to the spindle">
      <ChainPicture :r="r" />
      <Caution v-for="s in says" :key="s">{{ s }}</Caution>
    </section>
    <section v-if="missing.length" class="sheet stack wide" aria-label="Missing">
      <p>Enter what is missing, and torque and power are drawn here.</p>
      <div class="row wrap"><MachineField v-for="path in missing" :key="path" :path="path" /></div>
    </section>
    <section v-if="flux" class="sheet stack" aria-label="Volts over frequency">
      <h2>Volts over frequency</h2>
      <p>
        <b>{{ printNumber(flux.p.volts / flux.p.hz, 3) }} V/Hz</b> up to {{ hz(flux.full)
        }}<template v-if="flux.full < flux.p.topHz * 0.98">; above it the flux falls and the torque with it</template>.
        <strong v-if="flux.standing === 'too-much'" class="danger"
          >As the drive is entered now, it gives {{ printNumber(flux.share, 2) }} times the flux: the winding burns. Set
          its base frequency before the first run.</strong
        ><strong v-else-if="flux.standing === 'too-little'" class="bad"
          >As the drive is entered now, it gives {{ printNumber(flux.share, 2) }} of the flux: the motor is weak and
          slips.</strong
        >
      </p>
      <LinesChart
        :curves="flux.curves"
        :posts="flux.posts"
        x="Hz"
        y="V"
        :label="`Output voltage over frequency: ${flux.p.volts} volts at ${flux.p.hz} hertz`"
      />
    </section>
    <section v-if="pulled" class="sheet stack" :class="{ wide: !flux }" aria-label="Torque over speed">
      <div class="row spread wrap">
        <h2>At the spindle</h2>
        <Choice
          v-if="stages.length > 1"
          v-model="stage"
          label="Stage"
          :none="`${r.inUse.name} (on now)`"
          :options="stages.filter((s) => s.value !== r.inUse.name)"
        />
      </div>
      <p>
        <b>{{ showValue(pulled.nm, 'torque', display, 3) }}</b> up to <b>{{ rpm(pulled.fullRpm) }}</b>, at most
        {{ rpm(pulled.o.topRpm * shown.ratio)
        }}<template v-if="pulled.least">; below {{ rpm(pulled.least) }} not for long</template
        ><template v-if="r.kind === 'induction' && plate.known">
          (field {{ rpm(fieldRpm(plate.value.hz, plate.value.poles)) }}, {{ printNumber(100 * plate.value.slip, 2) }} %
          slip{{ plate.value.usualSlip ? ', a usual one' : '' }})</template
        >.
      </p>
      <p v-if="r.kind === 'switched'" class="soft">It is only switched on and off: it has this one speed.</p>
      <div v-else class="two">
        <LinesChart
          :curves="pulled.torque"
          :posts="pulled.posts"
          :from="pulled.least || undefined"
          x="rpm"
          :y="torqueUnit"
          label="Torque over the speed of the spindle"
        />
        <LinesChart
          :curves="pulled.power"
          :posts="pulled.posts"
          :from="pulled.least || undefined"
          x="rpm"
          y="W"
          label="Power over the speed of the spindle"
        />
      </div>
    </section>
    <StagesForm :r="r" />
    <CommandWays class="wide" :r="r" />
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.35fr);
  gap: 10px;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
.two {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
}
.danger {
  color: var(--danger);
}
.bad {
  color: var(--wont);
}
@media (max-width: 900px) {
  .view,
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
