<script setup lang="ts">
import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import { shaftsOf } from '@nodaxis/core/drivetrain/shafts';
import { seenAtEnd } from '@nodaxis/core/machine/directions';
import { gapTurns, markedDatum, widestWindow } from '@nodaxis/core/switches/markedDatum';
import { displayUnit, printNumber, showValue } from '@nodaxis/core/units/print';
import { baseValue, type Quantity } from '@nodaxis/core/units/quantity';
import { computed, shallowRef } from 'vue';
import { useDraft } from '../../document/drafts';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import PickOne from '../../ui/PickOne.vue';
import FigureFields, { type FigureField } from '../../ui/FigureFields.vue';

/** A datum without a switch: parked by eye at a scribed mark, then searched for by one pulse a turn of a shaft. */
const { a } = defineProps<{ a: AxisFigures }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const dimension = computed(() => (a.axis.motion === 'linear' ? ('length' as const) : ('angle' as const)));
const unit = computed(() => displayUnit(dimension.value, preferences.display));
const show = (v: number) => showValue(v, dimension.value, preferences.display, 3);
const typed = useDraft(
  () => `${machine.file.id}/marked-datum/${a.id}`,
  { shaft: 'driven', window: '', pulse: '', gap: '', thread: '' },
  false,
);
type Key = 'window' | 'pulse' | 'gap' | 'thread';
const read = shallowRef<Partial<Record<Key, Quantity | undefined>>>({});
const places = computed((): FigureField<Key>[] => [
  {
    key: 'window',
    label: 'Parked by eye within ±',
    name: 'Parked by eye within',
    dimension: dimension.value,
    unit: unit.value,
  },
  { key: 'pulse', label: 'From the mark to the pulse', dimension: dimension.value, unit: unit.value },
]);
const gaps: FigureField<Key>[] = [
  { key: 'gap', label: 'Gap of the sensor', dimension: 'length', unit: 'mm' },
  { key: 'thread', label: 'Pitch of its thread', dimension: 'length', unit: 'mm', placeholder: 'M12: 1' },
];
const shafts = computed(() => (a.axis.transmission ? shaftsOf(a.axis.transmission, `axes.${a.id}.transmission`) : []));
const shaft = computed(() => shafts.value.find((s) => s.id === typed.value.shaft) ?? shafts.value[0]);
const pitch = computed(() => (shaft.value?.travel.known ? shaft.value.travel.value : undefined));
const of = (key: keyof typeof read.value) => {
  const q = read.value[key];
  return q ? Math.abs(baseValue(q)) : undefined;
};
const found = computed(() => {
  const [w, p] = [of('window'), of('pulse')];
  return pitch.value && w !== undefined && p !== undefined ? markedDatum(pitch.value, w, p) : undefined;
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
  const [gap, thread] = [of('gap'), of('thread')];
  return gap !== undefined && thread ? gapTurns(gap, thread) : undefined;
});

const [WIDTH, HEIGHT] = [420, 64];
/** So many turns on either side of the mark are drawn. */
const AROUND = 1.3;
const drawn = computed(() => {
  const [p, w, at] = [pitch.value, of('window'), of('pulse')];
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
    <PickOne
      v-if="shafts.length > 1"
      v-model="typed.shaft"
      label="The magnet sits on the"
      :options="shafts.map((s) => ({ value: s.id, label: s.title }))"
    />
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
      <FigureFields v-model="typed" :fields="places" @read="read = { ...read, ...$event }" />
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
        glued. Then five runs: two from each edge of the window, one from the mark.
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
