<script setup lang="ts">
import ActionButton from '../../ui/ActionButton.vue';
import { datumQuality } from '@nodaxis/core/derivation/placements';
import { circuitName } from '@nodaxis/core/machine/fields';
import { dischargeOhmOf, filterTime, inputStage, openingCurve, waitAgainstMs } from '@nodaxis/core/switches/filter';
import { noiseRisk } from '@nodaxis/core/switches/noise';
import { fieldVolts } from '@nodaxis/core/switches/placement';
import { showValue } from '@nodaxis/core/units/print';
import { quantity } from '@nodaxis/core/units/quantity';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import MachineField from '../../widgets/MachineField.vue';

/** For each input: what its filter costs in time and place, and what a drive's noise does to it. */
const machine = useOpenMachine();
const preferences = usePreferences();
const route = useRoute();
const design = computed(() => machine.design);
const figures = computed(() => machine.figures);
const rows = computed(() =>
  Object.keys(design.value.circuits).flatMap((id) => {
    const input = figures.value.plan.inputs[id];
    if (!input) return [];
    return [
      {
        id,
        name: circuitName(design.value, id),
        risk: noiseRisk(design.value, id, input, figures.value.circuits[id]),
        stage: inputStage(design.value.parts[input.part], input.terminal, fieldVolts(design.value)),
      },
    ];
  }),
);
const asked = /^circuits\.([^.]+)\./.exec(String(route.query.field ?? ''))?.[1];
const picked = ref(asked ?? '');
const row = computed(() => rows.value.find((r) => r.id === picked.value) ?? rows.value[0]);
const circuit = computed(() => row.value && design.value.circuits[row.value.id]);
const time = computed(() => circuit.value && filterTime(circuit.value, row.value!.stage));
const axis = computed(() => {
  const mount = circuit.value?.devices.map((d) => design.value.parts[d]?.mount).find(Boolean);
  return mount && figures.value.axes.find((a) => a.id === mount.axis);
});
const datum = computed(() => axis.value && datumQuality(figures.value, axis.value));
const show = (v: number, d: 'time' | 'voltage' | 'length' | 'resistance', digits = 3) =>
  showValue(v, d, preferences.display, digits);
const discharge = computed(() => circuit.value && dischargeOhmOf(circuit.value, design.value.parts, row.value?.stage));

/** The net after its contact has opened, as a curve up or down to where the input changes its mind. */
const W = 420;
const H = 150;
const curve = computed(() => {
  const c = circuit.value && openingCurve(circuit.value, row.value?.stage);
  if (!c) return undefined;
  const x = (t: number) => 40 + (t / c.spanS) * (W - 50);
  const y = (v: number) => H - 20 - (v / c.supplyV) * (H - 34);
  return {
    line: c.points.map(([t, v]) => `${x(t)},${y(v)}`).join(' '),
    y: y(c.thresholdV),
    x: c.crossingS === undefined ? undefined : x(c.crossingS),
    threshold: c.thresholdV,
    at: c.crossingS,
    supply: c.supplyV,
  };
});
const riskWords = { none: 'no false trips', filtered: 'filtered out', likely: 'FALSE TRIPS LIKELY' };
/** A wait of the control that outlasts what disturbs this input. */
const helps = computed(() => row.value?.risk && waitAgainstMs(row.value.risk.aboveS));
const wait = (ms: number) =>
  machine.run({
    name: 'set-field',
    args: { path: `circuits.${row.value!.id}.filter`, value: quantity(ms, 'ms', 'entered') },
  });
</script>

<template>
  <div v-if="row && circuit" class="filters">
    <section class="sheet list" aria-label="Inputs and their noise">
      <h2>What a drive’s noise does to each input</h2>
      <ActionButton
        v-for="r in rows"
        :key="r.id"
        kind="bare"
        class="pick"
        :aria-pressed="r.id === row.id"
        @click="picked = r.id"
      >
        <span>{{ r.name }}</span>
        <span v-if="r.risk" class="mono" :class="r.risk.risk">{{ riskWords[r.risk.risk] }}</span>
        <span v-else class="soft">not known: its input has no data</span>
      </ActionButton>
      <p class="soft small">
        One edge of the strongest drive beside the whole lead, at rest: a cautious planning figure. A contact that is
        closed at rest holds its net and shrugs it off.
      </p>
    </section>
    <section class="sheet stack detail" :aria-label="`Filter of ${row.name}`">
      <h2>{{ row.name }}</h2>
      <div v-if="row.risk" class="noise" :class="row.risk.risk">
        <p>
          <b>{{ riskWords[row.risk.risk] }}.</b> An edge of {{ show(row.risk.swingV, 'voltage') }} beside
          {{ show(row.risk.unscreenedM * 1000, 'length') }} of unshielded lead lifts it by
          {{ show(row.risk.spikeV, 'voltage') }}; it takes {{ show(row.risk.marginV, 'voltage') }} to be read wrong.
          {{
            row.risk.aboveS > 0
              ? `That lasts ${show(row.risk.aboveS, 'time')}; the control waits ${show(row.risk.filterS, 'time')}.`
              : 'It never gets that far.'
          }}
          {{
            row.risk.heldAtRest
              ? 'At rest a closed contact or output holds the net.'
              : 'At rest only a resistor holds the net.'
          }}
        </p>
        <p v-if="row.risk.risk === 'likely'" class="row">
          What removes it: a contact closed at rest (see Options){{ helps ? ',' : ', or' }} a shielded lead landed at
          the cabinet end<template v-if="helps"
            >, or
            <ActionButton kind="framed" :disabled="machine.readOnly" @click="wait(helps)">
              let the control wait {{ helps }} ms
            </ActionButton></template
          >.
        </p>
      </div>
      <div class="two">
        <div>
          <MachineField :path="`circuits.${row.id}.filter`" label="The control waits" no-source />
          <MachineField :path="`circuits.${row.id}.filterResistance`" no-source />
          <MachineField :path="`circuits.${row.id}.filterCapacitance`" no-source />
          <MachineField :path="`circuits.${row.id}.dischargeResistance`" no-source />
        </div>
        <svg
          v-if="curve"
          :viewBox="`0 0 ${W} ${H}`"
          role="img"
          :aria-label="`After the contact opens the input changes after ${curve.at === undefined ? 'never' : show(curve.at, 'time')}`"
        >
          <line x1="40" :x2="W - 10" :y1="H - 20" :y2="H - 20" class="axis" />
          <line x1="40" x2="40" y1="10" :y2="H - 20" class="axis" />
          <line x1="40" :x2="W - 10" :y1="curve.y" :y2="curve.y" class="threshold" />
          <text x="44" :y="curve.y - 4">{{ show(curve.threshold, 'voltage') }} changes its mind</text>
          <polyline :points="curve.line" class="curve" />
          <template v-if="curve.x !== undefined">
            <line :x1="curve.x" :x2="curve.x" :y1="curve.y" :y2="H - 20" class="drop" />
            <text :x="curve.x + 4" :y="H - 24">{{ show(curve.at!, 'time') }}</text>
          </template>
          <text x="2" y="16">{{ show(curve.supply, 'voltage') }}</text>
        </svg>
        <p v-else class="soft small">
          With a capacitor from the input to 0 V, the curve of the net appears here. Most controls wait in software
          instead: that costs nothing and wears no contact.
        </p>
      </div>
      <dl v-if="time">
        <dt>In front of the input</dt>
        <dd class="mono">
          {{ time.wiredS === undefined ? 'never gets there: the resistor is too large' : show(time.wiredS, 'time') }}
        </dd>
        <dt>With the control’s wait</dt>
        <dd class="mono">{{ show(time.totalS, 'time') }}</dd>
        <template v-if="discharge !== undefined">
          <dt>At the contact, at least</dt>
          <dd class="mono">{{ show(discharge, 'resistance') }}</dd>
        </template>
        <template v-if="axis?.stopping.known">
          <dt>{{ axis.axis.letter }} runs on meanwhile</dt>
          <dd class="mono">
            {{ show(axis.stopping.value.speed * time.totalS, 'length') }} of
            {{ show(axis.stopping.value.distance, 'length') }} to stop
          </dd>
        </template>
        <template v-if="datum">
          <dt>Datum: shifted, always alike</dt>
          <dd class="mono">{{ show(datum.error.constant, 'length') }}</dd>
          <dt>Datum: scatters</dt>
          <dd class="mono">
            ±{{ show(datum.error.repeatability, 'length') }}, of it {{ show(datum.error.jitter, 'length') }} by the poll
          </dd>
        </template>
      </dl>
    </section>
  </div>
  <section v-else class="sheet"><p class="soft">There is no input to filter yet. Add one under Inputs.</p></section>
</template>

<style scoped>
.filters {
  display: grid;
  grid-template-columns: minmax(280px, 1fr) minmax(0, 2fr);
  gap: 10px;
  align-items: start;
}
.pick {
  font: inherit;
  font-size: 13px;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--line);
  display: flex;
  justify-content: space-between;
  gap: 8px;
  width: 100%;
  padding: 6px;
  text-align: left;
  cursor: pointer;
}
.pick[aria-pressed='true'] {
  background: var(--accent-wash);
}
.pick .likely,
.noise.likely b {
  color: var(--danger);
}
.noise {
  border-left: 3px solid var(--good);
  padding-left: 10px;
  font-size: 13px;
}
.noise.likely {
  border-color: var(--danger);
}
.small {
  font-size: 13px;
  margin-top: 6px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 14px;
  align-items: center;
}
svg {
  width: 100%;
}
.axis {
  stroke: var(--line-strong);
}
.threshold {
  stroke: var(--wont);
  stroke-dasharray: 4 3;
}
.curve {
  fill: none;
  stroke: var(--accent);
  stroke-width: 2.2;
}
.drop {
  stroke: var(--ink);
}
text {
  font: 12px var(--mono);
  fill: var(--ink);
}
dl {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 3px 10px;
  margin: 0;
  font-size: 13px;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
}
@media (max-width: 900px) {
  .filters,
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
  .pick {
    min-height: 44px;
    align-items: center;
  }
  dl {
    grid-template-columns: 130px minmax(0, 1fr);
  }
}
</style>
