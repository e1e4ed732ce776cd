<script setup lang="ts">
import type { Ruler } from '@nodaxis/core/switches/envelope';
import { displayUnit, printNumber } from '@nodaxis/core/units/print';
import { fromBase } from '@nodaxis/core/units/units';
import { computed, ref } from 'vue';
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
  /** What its figures are multiplied by: 2 where the slide of a lathe is read as a diameter. */
  factor: 1 | 2;
  reverse?: boolean;
  position?: number;
  ghost?: number;
  pressed?: ReadonlySet<string>;
  /** Turn of the whole rule on the sheet, so that its figures stay upright. */
  upright?: number;
  /** Its cursor can be dragged to a place, and its switches pressed by hand. */
  movable?: boolean;
  /** The input of each switch as the control takes it, by device. */
  lamps?: Readonly<Record<string, { label: string; tripped: boolean }>>;
}>();
const emit = defineEmits<{ move: [position: number]; press: [device: string, down: boolean] }>();
const root = ref<SVGGElement>();
const dragged = ref<number>();
/** The place under the pointer, wherever on the sheet and however turned the rule lies. */
function placeAt(e: PointerEvent): number {
  const matrix = root.value!.getScreenCTM()!.inverse();
  const local = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix);
  const share = Math.min(1, Math.max(0, local.x / props.length));
  return props.ruler.hardMinus + (props.reverse ? 1 - share : share) * span.value;
}
function grip(e: PointerEvent) {
  if (!props.movable) return;
  e.preventDefault();
  (e.currentTarget as Element).setPointerCapture(e.pointerId);
  dragged.value = placeAt(e);
}
const drag = (e: PointerEvent) => dragged.value !== undefined && (dragged.value = placeAt(e));
function drop() {
  if (dragged.value !== undefined) emit('move', dragged.value);
  dragged.value = undefined;
}
function push(device: string, e: PointerEvent) {
  if (!props.movable) return;
  e.stopPropagation();
  e.preventDefault();
  (e.currentTarget as Element).setPointerCapture(e.pointerId);
  emit('press', device, true);
}
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
  const per = (props.factor * fromBase(span.value, unit.value)) / props.length;
  const raw = per * 62;
  const power = 10 ** Math.floor(Math.log10(raw));
  const step = [1, 2, 5, 10].map((n) => n * power).find((n) => n >= raw) ?? raw;
  const toUnit = (v: number) => props.factor * fromBase(v, unit.value);
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
/** Around the mark, where the axis may be parked. */
const windowOf = computed(() => {
  const { mark } = props.ruler;
  if (!mark) return undefined;
  const [a, b] = [x(mark.position - mark.window), x(mark.position + mark.window)];
  return { x: Math.min(a, b), width: Math.abs(b - a) };
});
/** Inside the ends, so that it never meets the datum mark. */
const plusX = computed(() => props.length * (props.reverse ? 0.3 : 0.7));
</script>

<template>
  <g ref="root" class="ruler">
    <rect class="body" x="0" y="0" :width="length" :height="H" />
    <rect class="polish" :x="envelope.x" y="1.5" :width="envelope.width" :height="H - 3" />
    <!-- The scale stays as it is while the cursor moves: it is not even compared. -->
    <g v-for="(t, i) in ticks" :key="i" v-memo="[ticks, upright]">
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
    <!-- An axis that turns on and on has no stops: one turn of it is drawn. -->
    <template v-if="!ruler.endless">
      <rect class="stop" x="-8" y="-4" width="8" :height="H + 8" />
      <rect class="stop" :x="length" y="-4" width="8" :height="H + 8" />
    </template>
    <rect
      v-if="movable"
      class="grip"
      x="-8"
      y="-8"
      :width="length + 16"
      :height="H + 18"
      @pointerdown="grip"
      @pointermove="drag"
      @pointerup="drop"
      @pointercancel="dragged = undefined"
    />
    <g v-for="t in ruler.trips" :key="t.device">
      <path
        class="notch"
        :class="{ lit: pressed?.has(t.device), reference: t.isReference }"
        :d="`M${x(t.position) - 5} -1h10l-5 8z`"
      />
      <template v-if="lamps?.[t.device]">
        <circle class="lamp" :class="{ lit: lamps[t.device]!.tripped }" :cx="x(t.position)" cy="-9" r="4.5" />
        <rect
          v-if="movable"
          class="grip finger"
          :x="x(t.position) - 11"
          y="-18"
          width="22"
          height="26"
          :aria-label="`Press ${lamps[t.device]!.label} by hand`"
          @pointerdown="push(t.device, $event)"
          @pointerup="emit('press', t.device, false)"
          @pointercancel="emit('press', t.device, false)"
        >
          <title>{{ lamps[t.device]!.label }}: hold to press by hand</title>
        </rect>
      </template>
    </g>
    <g v-if="ruler.mark" class="mark">
      <rect v-if="windowOf" :x="windowOf.x" y="-3" :width="windowOf.width" height="6" />
      <line :x1="x(ruler.mark.position)" :x2="x(ruler.mark.position)" y1="-9" :y2="H" />
    </g>
    <path class="datum" :d="`M${x(ruler.restAfterReference)} 0v-8m-5 0h10l-5 6z`" />
    <text class="plus" :x="plusX" y="-9" text-anchor="middle"
      >{{ reverse ? '← ' : '' }}{{ factor === 2 ? '⌀\u00a0' : '' }}{{ letter }}+{{ reverse ? '' : ' →' }}</text
    >
    <line
      v-if="(dragged ?? ghost) !== undefined"
      class="ghost"
      :x1="x((dragged ?? ghost)!)"
      :x2="x((dragged ?? ghost)!)"
      y1="-6"
      :y2="H + 4"
    />
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
.lamp {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.lamp.lit {
  fill: var(--danger);
}
.grip {
  fill: transparent;
  cursor: grab;
  touch-action: none;
}
.finger {
  cursor: pointer;
}
.cursor,
.ghost,
.datum,
.notch,
.lamp {
  pointer-events: none;
}
.mark {
  pointer-events: none;
}
.mark rect {
  fill: var(--accent);
  opacity: 0.3;
}
.mark line {
  stroke: var(--ink);
  stroke-dasharray: 3 2;
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
