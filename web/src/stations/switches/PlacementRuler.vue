<script setup lang="ts">
import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import type { Placement } from '@nodaxis/core/derivation/placements';
import { shownFactor } from '@nodaxis/core/machine/design';
import { showValue } from '@nodaxis/core/units/print';
import { quantity } from '@nodaxis/core/units/quantity';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import RulerGlyph from '../../widgets/RulerGlyph.vue';

/**
 * The travel ruler of an axis with its trip points to be dragged: behind each stands the stretch that the axis needs to
 * stop, so that one sees whether it ends before the block.
 */
const props = defineProps<{ axis: AxisFigures; placements: readonly Placement[] }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const box = ref<HTMLElement>();
const svg = ref<SVGSVGElement>();
const { width: measured } = useElementSize(box, { width: 600, height: 0 });
const width = computed(() => Math.max(260, measured.value));

const MARGIN = 14;
/** Both ends are drawn large: a stop of 10 mm on a travel of a metre could not be seen otherwise. */
const linear = computed(() => props.axis.axis.motion === 'linear');
const ruler = computed(() => (props.axis.ruler.known ? props.axis.ruler.value : undefined));
const length = computed(() => width.value - 2 * MARGIN);
const show = (v: number) => showValue(v, linear.value ? 'length' : 'angle', preferences.display, 4);

interface End {
  placement: Placement;
  /** While it is dragged. */
  fromStop: number;
}
const dragged = ref<{ device: string; fromStop: number }>();
const ends = computed((): End[] =>
  props.placements.flatMap((p) =>
    p.fromStop === undefined
      ? []
      : [{ placement: p, fromStop: dragged.value?.device === p.device ? dragged.value.fromStop : p.fromStop }],
  ),
);
const sides = computed(() => (['minus', 'plus'] as const).filter((s) => props.placements.some((p) => p.end === s)));
/** Two switches at one end have their names one under the other. */
const lineOf = (e: End) => ends.value.filter((o) => o.placement.end === e.placement.end).indexOf(e);
const extra = computed(() => Math.max(0, ...ends.value.map(lineOf)));
/** As much of each end as the longest of its stretches wants, mm or °. */
const reach = (end: 'minus' | 'plus') =>
  1.6 *
  Math.max(
    5,
    ...props.placements
      .filter((p) => p.end === end)
      .flatMap((p) => [p.fromStop ?? 0, p.stopping ?? 0, Math.min(p.coasting ?? 0, 3 * (p.stopping ?? 0))]),
  );
/** Of one end's close-up: pixels per mm, and where a distance from the stop lies. */
const CLOSE = computed(() => Math.min(260, length.value * 0.44));
const x = (end: 'minus' | 'plus', fromStop: number) => {
  const d = (fromStop / reach(end)) * CLOSE.value;
  return end === 'minus' ? d : length.value - d;
};
const fromX = (end: 'minus' | 'plus', px: number) =>
  ((end === 'minus' ? px : length.value - px) / CLOSE.value) * reach(end);

const STEP = 0.5;
const rounded = (v: number) => Math.round(Math.max(0, v) / STEP) * STEP;
function grab(e: PointerEvent, end: End): void {
  if (machine.readOnly) return;
  (e.currentTarget as Element).setPointerCapture(e.pointerId);
  dragged.value = { device: end.placement.device, fromStop: end.fromStop };
}
function drag(e: PointerEvent, end: End): void {
  if (dragged.value?.device !== end.placement.device || !svg.value) return;
  const px = e.clientX - svg.value.getBoundingClientRect().left - MARGIN;
  dragged.value = { device: end.placement.device, fromStop: rounded(fromX(end.placement.end, px)) };
}
function set(device: string, fromStop: number): void {
  machine.run({
    name: 'set-field',
    args: {
      path: `parts.${device}.mount.tripFromStop`,
      value: quantity(Number(fromStop.toFixed(3)), linear.value ? 'mm' : '°'),
    },
  });
}
function drop(end: End): void {
  const d = dragged.value;
  dragged.value = undefined;
  if (d && d.device === end.placement.device && d.fromStop !== end.placement.fromStop) set(d.device, d.fromStop);
}
function key(e: KeyboardEvent, end: End): void {
  const by = { ArrowLeft: -STEP, ArrowRight: STEP }[e.key];
  if (!by || machine.readOnly) return;
  e.preventDefault();
  const inwards = end.placement.end === 'minus' ? by : -by;
  set(end.placement.device, rounded(end.fromStop + inwards * (e.shiftKey ? 10 : 1)));
}
const named = (id: string) => machine.design.parts[id]?.designation ?? id;
const late = (e: End) => e.placement.isLimit && (e.placement.stopping ?? 0) > e.fromStop;
</script>

<template>
  <div ref="box" class="placing">
    <svg
      v-if="ruler"
      ref="svg"
      :width="width"
      :height="122 + 13 * extra"
      :viewBox="`${-MARGIN} 0 ${width} ${122 + 13 * extra}`"
      role="group"
      :aria-label="`Trip points of ${axis.axis.letter}`"
    >
      <g transform="translate(0 18)">
        <RulerGlyph
          :ruler="ruler"
          :length="length"
          :letter="axis.axis.letter"
          :linear="linear"
          :factor="shownFactor(machine.design, axis.axis)"
        />
      </g>
      <g transform="translate(0 64)">
        <g v-for="side in sides" :key="side">
          <rect class="close" :x="side === 'minus' ? 0 : length - CLOSE" y="0" :width="CLOSE" height="30" />
          <rect class="block" :x="side === 'minus' ? -10 : length" y="-4" width="10" height="38" />
        </g>
        <g v-for="e in ends" :key="e.placement.device">
          <rect
            v-if="e.placement.stopping !== undefined && e.placement.isLimit"
            class="needs"
            :class="{ late: late(e) }"
            :x="Math.min(x(e.placement.end, e.fromStop), x(e.placement.end, e.fromStop - e.placement.stopping))"
            y="4"
            :width="(e.placement.stopping / reach(e.placement.end)) * CLOSE"
            height="12"
          />
          <rect
            v-if="e.placement.coasting !== undefined && e.placement.isLimit"
            class="coasts"
            :x="Math.min(x(e.placement.end, e.fromStop), x(e.placement.end, e.fromStop - e.placement.coasting))"
            y="18"
            :width="(e.placement.coasting / reach(e.placement.end)) * CLOSE"
            height="8"
          />
          <g
            class="handle"
            tabindex="0"
            role="slider"
            :aria-label="`${named(e.placement.device)}, ${e.placement.end} end: trip point before the stop`"
            :aria-valuenow="e.fromStop"
            :aria-valuetext="show(e.fromStop)"
            :transform="`translate(${x(e.placement.end, e.fromStop)} 0)`"
            @pointerdown="grab($event, e)"
            @pointermove="drag($event, e)"
            @pointerup="drop(e)"
            @pointercancel="dragged = undefined"
            @keydown="key($event, e)"
          >
            <rect x="-14" y="-14" width="28" height="48" class="hit" />
            <path class="notch" :class="{ reference: e.placement.isReference }" d="M-7 -10h14l-7 12z" />
            <line x1="0" x2="0" y1="0" y2="30" />
            <text
              :y="44 + 13 * lineOf(e)"
              :text-anchor="e.placement.end === 'minus' ? 'start' : 'end'"
              :x="e.placement.end === 'minus' ? -6 : 6"
            >
              {{ named(e.placement.device) }} {{ show(e.fromStop) }}
            </text>
          </g>
        </g>
      </g>
    </svg>
    <p v-else class="soft">
      The ruler appears once travel, back-off and the trip point of the reference switch are known.
    </p>
  </div>
</template>

<style scoped>
svg {
  display: block;
  max-width: 100%;
  touch-action: pan-y;
}
.close {
  fill: var(--steel);
  stroke: var(--line-strong);
}
.block {
  fill: var(--ink);
}
.needs {
  fill: var(--accent);
  opacity: 0.75;
}
.needs.late {
  fill: var(--danger);
}
.coasts {
  fill: none;
  stroke: var(--wont);
  stroke-dasharray: 3 2;
}
.handle {
  cursor: ew-resize;
}
.handle line {
  stroke: var(--ink);
}
.hit {
  fill: transparent;
}
.notch {
  fill: var(--sheet);
  stroke: var(--ink);
}
.notch.reference {
  fill: var(--accent-wash);
  stroke: var(--accent);
}
text {
  font: 13px var(--mono);
  fill: var(--ink);
}
</style>
