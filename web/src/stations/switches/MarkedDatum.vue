<script setup lang="ts">
import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import { pulseShaftOf, shaftsOf } from '@nodaxis/core/drivetrain/shafts';
import { seenAtEnd } from '@nodaxis/core/machine/directions';
import { usual } from '@nodaxis/core/machine/library/usual';
import { parksAtMark, pulseSensor } from '@nodaxis/core/machine/pulseSensor';
import { gapTurns, markedDatumOf, widestWindow } from '@nodaxis/core/switches/markedDatum';
import { missing } from '@nodaxis/core/units/derived';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import { baseValue, type Quantity } from '@nodaxis/core/units/quantity';
import { computed, shallowRef } from 'vue';
import { useDraft } from '../../document/drafts';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import ActionButton from '../../ui/ActionButton.vue';
import Caution from '../../ui/Caution.vue';
import FigureFields, { type FigureField } from '../../ui/FigureFields.vue';
import MachineField from '../../widgets/MachineField.vue';

/** A datum without a switch: parked by eye at a scribed mark, then searched for by one pulse a turn of a shaft. */
const { a } = defineProps<{ a: AxisFigures }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const dimension = computed(() => (a.axis.motion === 'linear' ? ('length' as const) : ('angle' as const)));
const show = (v: number) => showValue(v, dimension.value, preferences.display, 3);
const field = (key: string) => `axes.${a.id}.reference.${key}`;

const chosen = computed(() => parksAtMark(a.axis.reference));
const sensor = computed(() => pulseSensor(machine.design, a.id));
const isHall = computed(() => {
  const data = sensor.value ? machine.design.parts[sensor.value]?.data : undefined;
  return data?.class === 'sensor' && data.principle === 'hall';
});
/** What this way of referencing still asks for: the method, and a sensor on an input of its own. */
const wanted = computed(() => [
  ...(chosen.value ? [] : [{ name: 'set-field' as const, args: { path: field('method'), value: 'mark-and-index' } }]),
  ...(sensor.value
    ? []
    : [
        {
          name: 'add-input' as const,
          args: {
            function: 'index' as const,
            library: usual.pulseSensor,
            mount: { axis: a.id, end: a.axis.reference.end },
          },
        },
      ]),
]);
const fault = shallowRef('');
function choose() {
  const faults = machine.run({
    name: 'several',
    args: { title: `${a.axis.letter} finds its datum from a mark, by one pulse a turn`, commands: wanted.value },
  });
  fault.value = faults.map((f) => `${f.what} ${f.fix}`).join(' ');
}

const typed = useDraft(() => `${machine.file.id}/sensor-gap/${a.id}`, { gap: '', thread: '' }, false);
const read = shallowRef<Partial<Record<'gap' | 'thread', Quantity | undefined>>>({});
const gaps: FigureField<'gap' | 'thread'>[] = [
  { key: 'gap', label: 'Gap of the sensor', dimension: 'length', unit: 'mm' },
  { key: 'thread', label: 'Pitch of its thread', dimension: 'length', unit: 'mm', placeholder: 'M12: 1' },
];
const path = computed(() => `axes.${a.id}`);
const shafts = computed(() => (a.axis.transmission ? shaftsOf(a.axis.transmission, `${path.value}.transmission`) : []));
const shaft = computed(() => pulseShaftOf(a.axis, path.value));
const pitch = computed(() => (shaft.value?.travel.known ? shaft.value.travel.value : undefined));
const figureOf = (q: Quantity | undefined) => (q ? Math.abs(baseValue(q)) : undefined);
const parkWindow = computed(() => figureOf(a.axis.reference.parkWindow));
const pulse = computed(() => figureOf(a.axis.reference.pulseFromMark));
const found = computed(() => {
  const marked = markedDatumOf(a.axis, path.value, shaft.value?.travel ?? missing(`${path.value}.transmission`));
  return marked.known ? marked.value : undefined;
});
const end = computed(
  () =>
    `${a.axis.reference.end} end (${seenAtEnd(machine.design, a.axis, a.axis.reference.end, preferences.display.stand)})`,
);
const says = computed(() => {
  const m = found.value;
  if (!m || pitch.value === undefined) return undefined;
  const moved =
    Math.abs(m.shift) < 1e-3 * m.pitch
      ? ''
      : ` Turn the magnet on its shaft so that the pulse comes ${show(Math.abs(m.shift))} (${printNumber(Math.abs(m.shift) / m.pitch, 2)} of a turn) ${m.shift > 0 ? 'later, towards' : 'earlier, away from'} the ${end.value}.`;
  const told: Record<typeof m.verdict, string> = {
    sound: `Sound: from anywhere in the window the same pulse comes first, ${show(m.beyond * m.pitch)} beyond its far edge.`,
    near: `It works, and is near to a wrong turn.${moved}`,
    'wrong-turn': `From one edge of the window another turn is taken: the datum is then ${show(m.pitch)} off.${moved}`,
    'window-too-wide': `The window is as wide as a turn of this shaft. Park within ±${show(m.widest)}, or put the magnet on a shaft that turns slower.`,
  };
  return told[m.verdict];
});
const turns = computed(() => {
  const [gap, thread] = [figureOf(read.value.gap), figureOf(read.value.thread)];
  return gap !== undefined && thread ? gapTurns(gap, thread) : undefined;
});

const [WIDTH, HEIGHT] = [420, 64];
/** So many turns on either side of the mark are drawn. */
const AROUND = 1.3;
const drawn = computed(() => {
  const [p, w, at] = [pitch.value, parkWindow.value, pulse.value];
  if (!p || w === undefined) return undefined;
  const x = (v: number) => WIDTH / 2 + (v / (AROUND * p)) * (WIDTH / 2);
  const pulses =
    at === undefined ? [] : [-2, -1, 0, 1].map((k) => x((at % p) + k * p)).filter((v) => v >= 0 && v <= WIDTH);
  return { from: x(-w), width: x(w) - x(-w), pulses, first: at === undefined ? undefined : x(at % p) };
});
</script>

<template>
  <div class="marked">
    <p class="soft">
      The axis is parked by eye at a scribed mark and then searches towards the {{ end }} until a magnet on one of its
      shafts passes the sensor. Every start near the mark has to meet the same pulse.
    </p>
    <p v-if="wanted.length" class="row">
      <ActionButton kind="framed" :disabled="machine.readOnly" @click="choose">
        {{ chosen ? 'Add a Hall sensor for the pulse' : `Find the datum of ${a.axis.letter} this way` }}
      </ActionButton>
    </p>
    <Caution v-if="fault" kind="refused">{{ fault }}</Caution>
    <MachineField v-if="shafts.length > 1" :path="field('pulseShaft')" />
    <p v-if="pitch === undefined || !shaft" class="soft">
      Enter the transmission of {{ a.axis.letter }} on Drives first.
    </p>
    <template v-else>
      <p>
        One turn of the {{ shaft.title }} is <b>{{ show(pitch) }}</b>: a wrong turn costs as much. Park within ±<b>{{
          show(widestWindow(pitch))
        }}</b>
        at most: {{ printNumber(widestWindow(pitch) / pitch, 2) }} of a turn.
      </p>
      <MachineField :path="field('parkWindow')" no-source />
      <MachineField :path="field('pulseFromMark')" />
      <template v-if="chosen">
        <MachineField :path="field('markFromStop')" />
        <MachineField v-if="sensor" :path="field('pulseWidth')" />
        <MachineField v-if="sensor && isHall" :path="`parts.${sensor}.mount.pole`" label="Magnet shows its sensor" />
      </template>
      <svg v-if="drawn" :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="says ?? 'The park window'">
        <rect class="window" :x="drawn.from" y="14" :width="drawn.width" height="30" />
        <line class="mark" :x1="WIDTH / 2" :x2="WIDTH / 2" y1="8" y2="50" />
        <line
          v-for="x in drawn.pulses"
          :key="x"
          class="pulse"
          :class="{ first: x === drawn.first }"
          :x1="x"
          :x2="x"
          y1="14"
          y2="44"
        />
        <path class="way" :d="`M${WIDTH / 2} 56H${WIDTH - 12}m-7-4 7 4-7 4`" />
        <text :x="WIDTH - 12" y="10" text-anchor="end">towards the {{ a.axis.reference.end }} end</text>
      </svg>
      <p
        v-if="says"
        role="status"
        :class="{ bad: found && !['sound', 'near'].includes(found.verdict), good: found?.verdict === 'sound' }"
      >
        {{ says }}
      </p>
      <FigureFields v-model="typed" :fields="gaps" @read="read = { ...read, ...$event }">
        <p v-if="turns !== undefined">
          Screw it in until it touches, then <b>{{ printNumber(turns, 2) }} turns back</b>.
        </p>
      </FigureFields>
      <p class="soft">
        A Hall sensor answers to one pole of a magnet: hold either face to it, and watch its lamp, before the magnet is
        glued. Bring-up then asks for five runs: two from each edge of the window, one from the mark.
      </p>
    </template>
  </div>
</template>

<style scoped>
.marked {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}
p {
  margin: 0;
}
svg {
  width: 100%;
  max-width: 560px;
  background: var(--paper);
  border: 1px solid var(--line);
}
.window {
  fill: var(--accent-wash);
}
.mark {
  stroke: var(--ink);
  stroke-dasharray: 3 2;
}
.pulse {
  stroke: var(--line-strong);
  stroke-width: 2;
}
.pulse.first {
  stroke: var(--accent);
  stroke-width: 4;
}
.way {
  fill: none;
  stroke: var(--soft);
}
text {
  font-size: 11px;
  fill: var(--soft);
}
.bad {
  color: var(--danger);
}
.good {
  color: var(--good);
}
</style>
