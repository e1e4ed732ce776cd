<script setup lang="ts">
import type { AxisEnd } from '@nodaxis/core/machine/mechanics';
import type { Figures } from '@nodaxis/core/derivation/figureTypes';
import { shownFactor } from '@nodaxis/core/machine/design';
import { seenAtEnd } from '@nodaxis/core/machine/directions';
import { figureOr } from '@nodaxis/core/units/derived';
import { computed } from 'vue';
import { usePreferences } from '../../document/preferences';
import RulerGlyph from '../RulerGlyph.vue';
import type { View, Way } from './layout';
import { shareOnSheet, viewsOf } from './layout';

/**
 * A general-arrangement drawing of this machine, from its data: plan and front elevation with the travel rulers laid
 * along the real axes, the switches on them and the datum corner. `places` are true places from the minus stops.
 */
const props = defineProps<{
  figures: Figures;
  places?: Readonly<Record<string, readonly number[]>>;
  positions?: Readonly<Record<string, number>>;
  pressed?: ReadonlySet<string>;
  pickCorner?: boolean;
  /** Rulers can be dragged and switches pressed; the inputs of the switches as the control takes them. */
  movable?: boolean;
  lamps?: Readonly<Record<string, { label: string; tripped: boolean }>>;
  /** The skew of a gantry is drawn as many times as large, so that it can be seen. */
  skewFactor?: number;
  /** The way of a program's tool: machine positions of all axes in turn for each point. */
  path?: { axes: number; points: Float32Array; rapid: Uint8Array };
  /** Height that the views may take up, px. */
  room?: number;
}>();
const preferences = usePreferences();
const emit = defineEmits<{
  corner: [ends: Record<string, AxisEnd>];
  move: [axis: string, position: number];
  press: [device: string, down: boolean];
}>();
const REST = 0.4;

const kind = computed(() => props.figures.design.kind);
/** The head of a lathe stands at the left: its cross ruler goes to the right. */
const isLathe = computed(() => kind.value === 'lathe');
const PAD = computed(() =>
  isLathe.value ? { left: 70, top: 34, right: 76, bottom: 74 } : { left: 104, top: 46, right: 30, bottom: 74 },
);
const views = computed(() => viewsOf(props.figures.axes, kind.value, isLathe.value ? 500 : 195, props.room ?? 270));
const width = (v: View) => v.width + PAD.value.left + PAD.value.right;
const height = (v: View) => v.height + PAD.value.top + PAD.value.bottom;

const share = (way: Way | undefined, drive = 0): number => {
  if (!way) return REST;
  const all = props.places?.[way.id];
  const shown = all?.[drive];
  const middle = all && all.length > 1 ? (all[0]! + all[1]!) / 2 : shown;
  const place = shown === undefined ? undefined : middle! + (shown - middle!) * (props.skewFactor ?? 1);
  const travel = figureOr(way.figures.axis.travel, 0);
  return place === undefined || travel <= 0 ? REST : place / travel;
};
const acrossPx = (v: View) => (v.across ? shareOnSheet(v.across, share(v.across), false) : 0.5) * v.width;
const alongPx = (v: View, drive = 0) => (v.along ? shareOnSheet(v.along, share(v.along, drive), true) : 0.5) * v.height;
/** A table that carries the work goes the other way, by as much as the tool would. */
const tableX = (v: View) => (v.across?.work ? v.width / 2 - acrossPx(v) : 0);
const tableY = (v: View) => (v.along?.work ? v.height / 2 - alongPx(v) : 0);
const toolX = (v: View) => (v.across?.work ? v.width / 2 : acrossPx(v));
const toolY = (v: View, drive = 0) => (v.along?.work ? v.height / 2 : alongPx(v, drive));
/** A table that travels is drawn shorter than its travel, so that it stays on the sheet. */
function bed(v: View) {
  const size = (length: number, way: Way | undefined) => (way?.work ? length * 0.5 : length + 24);
  const [w, h] = [size(v.width, v.across), size(v.height, v.along)];
  return { x: (v.width - w) / 2, y: (v.height - h) / 2, width: w, height: h };
}
const isRouter = computed(() => kind.value.startsWith('router'));
const endAt = (way: Way, low: boolean, vertical: boolean): AxisEnd =>
  low === (way.reversed !== vertical) ? 'plus' : 'minus';

/** Four corners of a view with the end of each axis that meets there. */
function corners(v: View) {
  const list: { x: number; y: number; ends: Record<string, AxisEnd>; here: boolean; name: string; seen: string }[] = [];
  for (const left of [true, false])
    for (const top of [true, false]) {
      const ends: Record<string, AxisEnd> = {};
      if (v.across) ends[v.across.id] = endAt(v.across, left, false);
      if (v.along) ends[v.along.id] = endAt(v.along, top, true);
      const here = Object.entries(ends).every(([id, end]) => props.figures.design.axes[id]?.reference.end === end);
      const { design } = props.figures;
      const axisOf = (id: string) => design.axes[id]!;
      const name = Object.entries(ends)
        .map(([id, end]) => `${axisOf(id).letter} ${end}`)
        .join(', ');
      const seen = Object.entries(ends)
        .map(([id, end]) => seenAtEnd(design, axisOf(id), end, preferences.display.stand))
        .join(', ');
      list.push({ x: left ? 0 : v.width, y: top ? 0 : v.height, ends, here, name, seen });
    }
  return list;
}
/** A point of the sheet for a place in machine position along a way, without the table's own travel. */
function onSheet(way: Way | undefined, position: number, lengthPx: number, vertical: boolean): number {
  if (!way?.figures.ruler.known) return lengthPx / 2;
  const { hardMinus, hardPlus } = way.figures.ruler.value;
  return shareOnSheet(way, (position - hardMinus) / (hardPlus - hardMinus), vertical) * lengthPx;
}
/** More points than this cannot be determined apart on the sheet. */
const MOST_POINTS = 4000;
/** The tool's way in a view: cuts and rapids as two lines. */
const ways = computed(() =>
  views.value.map((v) => {
    const path = props.path;
    const index = (w: Way | undefined) => (w ? props.figures.axes.findIndex((a) => a.id === w.id) : -1);
    const [i, j] = [index(v.across), index(v.along)];
    if (!path || i < 0 || j < 0) return undefined;
    const count = path.rapid.length;
    const stride = Math.max(1, Math.ceil(count / MOST_POINTS));
    let cuts = '';
    let rapids = '';
    let last = '';
    for (let k = 0; k < count; k += stride) {
      const x = onSheet(v.across, path.points[k * path.axes + i]!, v.width, false).toFixed(1);
      const y = onSheet(v.along, path.points[k * path.axes + j]!, v.height, true).toFixed(1);
      const to = `${x} ${y}`;
      if (last && last !== to) {
        if (path.rapid[k]) rapids += `M${last}L${to}`;
        else cuts += `M${last}L${to}`;
      }
      last = to;
    }
    return { cuts, rapids };
  }),
);
/** The envelope as a box in a view. */
function envelopeBox(v: View) {
  const ends = (w: Way | undefined, px: number, vertical: boolean): [number, number] => {
    if (!w?.figures.ruler.known) return [0, px];
    const { min, max } = w.figures.ruler.value.envelope;
    const [a, b] = [onSheet(w, min, px, vertical), onSheet(w, max, px, vertical)];
    return [Math.min(a, b), Math.max(a, b)];
  };
  const [x0, x1] = ends(v.across, v.width, false);
  const [y0, y1] = ends(v.along, v.height, true);
  return { x: x0, y: y0, width: Math.max(0, x1 - x0), height: Math.max(0, y1 - y0) };
}
const pairOf = (v: View) => (v.along?.figures.axis.drives.length ?? 1) > 1;
</script>

<template>
  <div class="drawing">
    <figure v-for="(v, vi) in views" :key="v.title">
      <svg
        :viewBox="`${-PAD.left} ${-PAD.top} ${width(v)} ${height(v)}`"
        :width="width(v)"
        :height="height(v)"
        :role="pickCorner ? 'group' : 'img'"
        :aria-label="`${v.title} of ${figures.design.name}`"
      >
        <template v-if="v.title === 'Plan' && kind !== 'lathe'">
          <g :transform="`translate(${tableX(v)} ${tableY(v)})`">
            <rect class="bed" v-bind="bed(v)" rx="2" />
            <path
              class="slots"
              :d="
                [0.2, 0.4, 0.6, 0.8].map((t) => `M${bed(v).x} ${bed(v).y + bed(v).height * t}h${bed(v).width}`).join('')
              "
            />
          </g>
          <template v-if="isRouter">
            <path
              class="frame"
              :d="`M-22 ${toolY(v, 0) - 12}L${v.width + 22} ${toolY(v, pairOf(v) ? 1 : 0) - 12}v24L-22 ${toolY(v, 0) + 12}z`"
            />
            <rect class="carriage" :x="toolX(v) - 16" :y="toolY(v) - 17" width="32" height="34" />
          </template>
          <circle class="tool" :cx="toolX(v)" :cy="toolY(v)" r="8" />
          <path class="tool" :d="`M${toolX(v) - 13} ${toolY(v)}h26M${toolX(v)} ${toolY(v) - 13}v26`" />
        </template>
        <template v-else-if="v.title === 'Plan'">
          <rect class="frame" x="-58" :y="-10" width="46" :height="v.height * 0.75" />
          <rect class="bed" x="-12" :y="v.height * 0.12" width="14" :height="v.height * 0.32" />
          <path class="slots" :d="`M-58 ${v.height * 0.28}h${v.width + 70}`" stroke-dasharray="14 4 3 4" />
          <rect class="bed" x="2" :y="v.height * 0.2" :width="v.width * 0.3" :height="v.height * 0.16" />
          <g :transform="`translate(${acrossPx(v)} ${alongPx(v)})`">
            <rect class="carriage" x="-14" y="6" width="40" height="34" />
            <path class="tool" d="M-10 0l8 6h8l-2-6z" />
          </g>
        </template>
        <template v-else>
          <g :transform="`translate(${tableX(v)} 0)`">
            <rect class="bed" :x="bed(v).x" :y="v.height + 4" :width="bed(v).width" height="12" />
          </g>
          <path
            v-if="isRouter"
            class="frame"
            :d="`M-22 ${v.height + 16}V-16h${v.width + 44}v${v.height + 32}h-14V6h${-(v.width + 16)}v${v.height + 10}z`"
          />
          <rect v-else class="frame" :x="v.width / 2 - 34" y="-22" width="68" :height="v.height + 26" />
          <rect class="carriage" :x="toolX(v) - 17" :y="toolY(v) - 40" width="34" height="34" />
          <path class="tool" :d="`M${toolX(v) - 4} ${toolY(v) - 6}h8v10l-4 6-4-6z`" />
        </template>

        <rect v-if="movable" class="envelope" v-bind="envelopeBox(v)" />
        <g v-if="ways[vi]" :transform="`translate(${tableX(v)} ${v.title === 'Plan' ? tableY(v) : 0})`">
          <path class="rapids" :d="ways[vi]!.rapids" />
          <path class="cuts" :d="ways[vi]!.cuts" />
        </g>
        <g v-if="v.across?.figures.ruler.known" :transform="`translate(0 ${v.height + 24})`">
          <RulerGlyph
            :ruler="v.across.figures.ruler.value"
            :length="v.width"
            :letter="v.across.figures.axis.letter"
            :linear="true"
            :factor="shownFactor(figures.design, v.across.figures.axis)"
            :reverse="v.across.reversed"
            :position="positions?.[v.across.id]"
            :pressed="pressed"
            :movable="movable"
            :lamps="lamps"
            @move="(p) => emit('move', v.across!.id, p)"
            @press="(device, down) => emit('press', device, down)"
          />
        </g>
        <g
          v-if="v.along?.figures.ruler.known"
          :transform="`translate(${isLathe ? v.width + 22 : -84} ${v.height}) rotate(-90)`"
        >
          <RulerGlyph
            :ruler="v.along.figures.ruler.value"
            :length="v.height"
            :letter="v.along.figures.axis.letter"
            :linear="true"
            :factor="shownFactor(figures.design, v.along.figures.axis)"
            :reverse="v.along.reversed"
            :position="positions?.[v.along.id]"
            :pressed="pressed"
            :upright="-90"
            :movable="movable"
            :lamps="lamps"
            @move="(p) => emit('move', v.along!.id, p)"
            @press="(device, down) => emit('press', device, down)"
          />
        </g>
        <g v-for="w in [v.across, v.along].filter((way) => way && !way.figures.ruler.known)" :key="w!.id">
          <text
            class="unknown"
            :x="w === v.across ? v.width / 2 : -8"
            :y="w === v.across ? v.height + 34 : v.height / 2"
            :text-anchor="w === v.across ? 'middle' : 'end'"
          >
            {{ w!.figures.axis.letter }}{{ w!.reversed ? ' ←' : w === v.across ? ' →' : ' ↑' }}
          </text>
        </g>
        <template v-if="v.title === 'Plan'">
          <text class="stand" :x="v.width / 2" :y="v.height + 68" text-anchor="middle">you stand here</text>
        </template>

        <template v-for="c in corners(v)" :key="c.name">
          <path
            v-if="c.here"
            class="datum"
            :d="`M${c.x} ${c.y}m-9 0a9 9 0 1 0 18 0a9 9 0 1 0 -18 0M${c.x - 14} ${c.y}h28M${c.x} ${c.y - 14}v28`"
          />
          <g
            v-if="pickCorner"
            class="pick"
            role="button"
            tabindex="0"
            :aria-label="`Datum corner at ${c.name}: ${c.seen}`"
            :aria-pressed="c.here"
            @click="emit('corner', c.ends)"
            @keydown.enter.prevent="emit('corner', c.ends)"
            @keydown.space.prevent="emit('corner', c.ends)"
          >
            <circle :cx="c.x" :cy="c.y" r="15" />
            <title>Datum corner at {{ c.name }}: {{ c.seen }}</title>
          </g>
        </template>
      </svg>
      <figcaption class="soft">{{ v.title }}</figcaption>
    </figure>
  </div>
</template>

<style scoped>
.drawing {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: flex-end;
  justify-content: space-evenly;
}
figure {
  margin: 0;
  max-width: 100%;
}
figcaption {
  text-align: center;
  font-size: 12px;
}
svg {
  max-width: 100%;
  height: auto;
  display: block;
  margin: 0 auto;
}
.bed {
  fill: var(--paper);
  stroke: var(--ink);
}
.slots {
  stroke: var(--line-strong);
  fill: none;
}
.frame {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.carriage {
  fill: var(--accent-wash);
  stroke: var(--accent);
  stroke-width: 1.5;
}
.envelope {
  fill: none;
  stroke: var(--good);
  stroke-dasharray: 6 4;
}
.cuts,
.rapids {
  fill: none;
  stroke: var(--accent);
  stroke-width: 1.2;
}
.rapids {
  stroke: var(--soft);
  stroke-dasharray: 3 3;
}
.tool {
  fill: var(--sheet);
  stroke: var(--wont);
  stroke-width: 1.8;
}
.datum {
  fill: none;
  stroke: var(--accent);
  stroke-width: 2;
}
.pick {
  cursor: pointer;
}
.pick circle {
  fill: transparent;
  stroke: var(--accent);
  stroke-dasharray: 3 3;
}
.pick:hover circle,
.pick:focus-visible circle {
  fill: var(--accent-wash);
  fill-opacity: 0.6;
  stroke-dasharray: none;
  stroke-width: 2;
}
.pick:focus-visible {
  outline: none;
}
.stand {
  font: italic 11px var(--sans);
  fill: var(--soft);
}
.unknown {
  font: 700 13px var(--sans);
  fill: var(--soft);
}
</style>
