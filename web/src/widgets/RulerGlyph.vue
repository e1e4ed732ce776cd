<script setup lang="ts">
import type { Ruler } from '@nodaxis/core/switches/envelope';
import { displayUnit, printNumber } from '@nodaxis/core/units/print';
import { fromBase } from '@nodaxis/core/units/units';
import { computed } from 'vue';
import { usePreferences } from '../document/preferences';

/**
 * The travel ruler as a drawing: an engraved steel rule from hard stop to hard stop, with notches where switches trip,
 * the envelope as its polished stretch, the datum mark, and the carriage as a cursor. Minus is at x = 0 unless reversed.
 */
const props = defineProps<{
  ruler: Ruler;
  length: number;
  letter: string;
  linear: boolean;
  reverse?: boolean;
  position?: number;
  ghost?: number;
  pressed?: ReadonlySet<string>;
  /** Turn of the whole rule on the sheet, so that its figures stay upright. */
  upright?: number;
}>();
const preferences = usePreferences();
const H = 18;

const span = computed(() => props.ruler.hardPlus - props.ruler.hardMinus);
const x = (position: number): number => {
  const share = (position - props.ruler.hardMinus) / span.value;
  return (props.reverse ? 1 - share : share) * props.length;
};
const unit = computed(() => displayUnit(props.linear ? 'length' : 'angle', preferences.display));
/** Round steps in the reader's unit, so that labels stand at least 56 px apart. */
const ticks = computed(() => {
  const per = fromBase(span.value, unit.value) / props.length;
  const raw = per * 62;
  const power = 10 ** Math.floor(Math.log10(raw));
  const step = [1, 2, 5, 10].map((n) => n * power).find((n) => n >= raw) ?? raw;
  const toUnit = (v: number) => fromBase(v, unit.value);
  const list: { x: number; label: string; major: boolean }[] = [];
  const first = Math.ceil(toUnit(props.ruler.hardMinus) / (step / 5) - 1e-9);
  const last = Math.floor(toUnit(props.ruler.hardPlus) / (step / 5) + 1e-9);
  for (let i = first; i <= last && list.length < 400; i++) {
    const value = (i * step) / 5;
    const share = (value - toUnit(props.ruler.hardMinus)) / toUnit(span.value);
    list.push({
      x: (props.reverse ? 1 - share : share) * props.length,
      label: printNumber(value, 4),
      major: i % 5 === 0,
    });
  }
  return list;
});
const envelope = computed(() => {
  const [a, b] = [x(props.ruler.envelope.min), x(props.ruler.envelope.max)];
  return { x: Math.min(a, b), width: Math.max(0, Math.abs(b - a)) };
});
/** Inside the ends, so that it never meets the datum mark. */
const plusX = computed(() => props.length * (props.reverse ? 0.3 : 0.7));
</script>

<template>
  <g class="ruler">
    <rect class="body" x="0" y="0" :width="length" :height="H" />
    <rect class="polish" :x="envelope.x" y="1.5" :width="envelope.width" :height="H - 3" />
    <g v-for="(t, i) in ticks" :key="i">
      <line class="tick" :x1="t.x" :x2="t.x" :y1="H" :y2="t.major ? H - 10 : H - 5" />
      <text
        v-if="t.major"
        class="label"
        :transform="`translate(${t.x} ${H + 11}) rotate(${-(upright ?? 0)})`"
        :text-anchor="upright ? 'start' : 'middle'"
        :dominant-baseline="upright ? 'middle' : 'auto'"
      >
        {{ t.label }}
      </text>
    </g>
    <rect class="stop" x="-8" y="-4" width="8" :height="H + 8" />
    <rect class="stop" :x="length" y="-4" width="8" :height="H + 8" />
    <path
      v-for="t in ruler.trips"
      :key="t.device"
      class="notch"
      :class="{ lit: pressed?.has(t.device), reference: t.isReference }"
      :d="`M${x(t.position) - 5} -1h10l-5 8z`"
    />
    <path class="datum" :d="`M${x(ruler.restAfterReference)} 0v-8m-5 0h10l-5 6z`" />
    <text class="plus" :x="plusX" y="-9" text-anchor="middle"
      >{{ reverse ? '← ' : '' }}{{ letter }}+{{ reverse ? '' : ' →' }}</text
    >
    <line v-if="ghost !== undefined" class="ghost" :x1="x(ghost)" :x2="x(ghost)" y1="-6" :y2="H + 4" />
    <path v-if="position !== undefined" class="cursor" :d="`M${x(position)} ${H + 2}V-5m-4-5h8v5l-4 4-4-4z`" />
  </g>
</template>

<style scoped>
.body {
  fill: var(--steel);
  stroke: var(--line-strong);
}
.polish {
  fill: var(--polish);
}
.tick {
  stroke: var(--ink);
  stroke-width: 0.8;
}
.label {
  font: 10px var(--mono);
  fill: var(--soft);
}
.stop {
  fill: var(--ink);
}
.notch {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.notch.reference {
  fill: var(--accent-wash);
  stroke: var(--accent);
}
.notch.lit {
  fill: var(--danger);
  stroke: var(--danger);
}
.datum {
  fill: var(--accent);
  stroke: var(--accent);
}
.plus {
  font: 700 11px var(--sans);
  fill: var(--ink);
}
.cursor {
  fill: var(--wont);
  stroke: var(--wont);
  stroke-width: 1.6;
}
.ghost {
  stroke: var(--wont);
  stroke-dasharray: 3 2;
  stroke-width: 1.6;
}
</style>
