<script setup lang="ts">
import { circuitName } from '@nodaxis/core/machine/fields';
import { tripOf } from '@nodaxis/core/machine/trips';
import { EDGES_PER_DETENT } from '@nodaxis/core/motion/hand/wheel';
import { wheelFigures } from '@nodaxis/core/settings/handwheel';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import ActionButton from '../../ui/ActionButton.vue';
import PickOne from '../../ui/PickOne.vue';
import TickBox from '../../ui/TickBox.vue';
import WheelRim from './WheelRim.vue';
import { usePractice } from './usePractice';

/** The machine’s own pendant and keys: their contacts go through its wires, and each edge of the wheel through its inputs. */
const machine = useOpenMachine();
const preferences = usePreferences();
const practice = usePractice();
const figures = computed(() => machine.figures);
const wheel = computed(() => wheelFigures(figures.value.design, figures.value.plan.inputs));
/** The inputs of a function, each with what trips it and what it is called. */
const of = (...functions: string[]) => {
  const { design, plan } = figures.value;
  return Object.entries(design.circuits).flatMap(([id, c]) =>
    functions.includes(c.function) && plan.inputs[id]
      ? c.devices.slice(0, 1).map((d) => ({ id, trip: tripOf(c, d, design.parts), name: circuitName(design, id), c }))
      : [],
  );
};
const keys = computed(() => of('jog'));
const enables = computed(() => of('hand-enable'));
const axes = computed(() => of('select-axis'));
const steps = computed(() => of('select-step'));

/** A selector stands in one position: the others are open. */
const at = ref({ axis: '', step: '' });
function select(which: 'axis' | 'step', trip: string): void {
  if (at.value[which]) practice.press(at.value[which], false);
  at.value = { ...at.value, [which]: trip };
  if (trip) practice.press(trip, true);
}
const held = ref(false);
function hold(on: boolean): void {
  held.value = on;
  for (const e of enables.value) practice.press(e.trip, on);
}
/** Keys that a hand is on: what was never pressed is not let go either. */
const down = new Set<string>();
function push(trip: string, on: boolean): void {
  if (down.has(trip) === on) return;
  if (on) down.add(trip);
  else down.delete(trip);
  practice.press(trip, on);
}
onBeforeUnmount(() => {
  for (const trip of down) practice.press(trip, false);
  if (held.value) hold(false);
  select('axis', '');
  select('step', '');
});

/** What the wheel moves where it has no selectors. */
const STEPS_MM = [0.001, 0.01, 0.1, 1];
const chosen = ref({ axis: figures.value.axes[0]?.id ?? '', stepMm: 0.1 });
watch(
  chosen,
  (c) => {
    if (!axes.value.length || !steps.value.length)
      practice.act({ type: 'wheel-moves', axis: c.axis, stepMm: c.stepMm });
  },
  { immediate: true },
);

/** Turned by hand: whole edges go out at the pace at which they came. */
let angle = 0;
let sent = 0;
let last = 0;
const [SHORTEST_S, LONGEST_S] = [0.005, 0.1];
const turnsPerS = ref(0);
const clicks = ref(0);
function turn(by: number): void {
  const w = wheel.value;
  if (!w) return;
  const now = performance.now();
  const seconds = Math.min(LONGEST_S, Math.max(SHORTEST_S, (now - last) / 1000));
  last = now;
  angle += by;
  const edges = Math.round((angle / (2 * Math.PI)) * w.edgesPerTurn) - sent;
  turnsPerS.value = Math.abs(by) / (2 * Math.PI) / seconds;
  if (!edges) return;
  sent += edges;
  clicks.value = Math.round(sent / EDGES_PER_DETENT);
  practice.act({ type: 'turn-wheel', edges, seconds });
}
const told = computed(() => {
  const w = wheel.value;
  if (!w) return '';
  if (w.way === 'computer') return `${w.pulsesPerTurn} clicks a turn, passed on by the computer: none is lost.`;
  const most = `counted up to ${printNumber(w.turnsPerS, 3)} turns a second`;
  return w.way === 'counter'
    ? `${w.pulsesPerTurn} clicks a turn at an encoder input: ${most}.`
    : `${w.pulsesPerTurn} clicks a turn at inputs that are looked at once in ${showValue(w.pollS, 'time', preferences.display, 3)}: ${most}.`;
});
const tooFast = computed(() => wheel.value !== undefined && turnsPerS.value > wheel.value.turnsPerS);
const off = { value: '', label: 'off' };
const options = (list: ReturnType<typeof of>) => [
  off,
  ...list.map((o) => ({
    value: o.trip,
    label:
      figures.value.design.parts[o.c.devices[0]!]?.terminals[o.c.contact ?? '']?.printed ??
      (o.c.axis ? figures.value.design.axes[o.c.axis]?.letter : undefined) ??
      o.name,
  })),
];
</script>

<template>
  <div class="pendant" role="group" aria-label="Pendant">
    <WheelRim
      v-if="wheel"
      :clicks="wheel.pulsesPerTurn"
      label="Wheel of the pendant: arrow keys turn it by a click"
      :now="clicks"
      @turn="turn"
    />
    <div class="stack">
      <TickBox v-if="enables.length" :model-value="held" @change="hold($event)">enabling switch held</TickBox>
      <div v-if="axes.length" class="row soft">
        axis
        <PickOne
          :model-value="at.axis"
          label="Axis of the wheel"
          :options="options(axes)"
          @update:model-value="select('axis', $event ?? '')"
        />
      </div>
      <div v-if="steps.length" class="row soft">
        step
        <PickOne
          :model-value="at.step"
          label="Step of the wheel"
          :options="options(steps)"
          @update:model-value="select('step', $event ?? '')"
        />
      </div>
      <div v-if="wheel && (!axes.length || !steps.length)" class="row soft">
        <PickOne
          v-if="!axes.length"
          :model-value="chosen.axis"
          label="Axis of the wheel, on the screen"
          :options="figures.axes.map((a) => ({ value: a.id, label: a.axis.letter }))"
          @update:model-value="chosen = { ...chosen, axis: $event ?? chosen.axis }"
        />
        <PickOne
          v-if="!steps.length"
          :model-value="chosen.stepMm"
          label="Step of a click, on the screen"
          :options="STEPS_MM.map((v) => ({ value: v, label: showValue(v, 'length', preferences.display, 3) }))"
          @update:model-value="chosen = { ...chosen, stepMm: $event ?? chosen.stepMm }"
        />
      </div>
      <div v-if="keys.length" class="row wrap" role="group" aria-label="Keys">
        <ActionButton
          v-for="k in keys"
          :key="k.id"
          kind="framed"
          @pointerdown="push(k.trip, true)"
          @pointerup="push(k.trip, false)"
          @pointerleave="push(k.trip, false)"
          @keydown.space.prevent="push(k.trip, true)"
          @keyup.space.prevent="push(k.trip, false)"
          @blur="push(k.trip, false)"
          >{{ k.name }}</ActionButton
        >
      </div>
      <p class="soft small">{{ told }} <b v-if="tooFast" class="bad">Just now it was faster: clicks are lost.</b></p>
    </div>
  </div>
</template>

<style scoped>
.pendant {
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
}
.pendant > .stack:only-child {
  grid-column: 1 / -1;
}
.stack {
  gap: 6px;
}
.wrap {
  flex-wrap: wrap;
}
.small {
  font-size: 13px;
  margin: 0;
}
.bad {
  color: var(--danger);
}
</style>
