<script setup lang="ts">
import { arranged } from '@nodaxis/core/panel/arrange';
import { overlaps, partsOn, placedOn, plateOf, reachesOut } from '@nodaxis/core/panel/plate';
import { railsOn } from '@nodaxis/core/panel/rails';
import { plateSvg } from '@nodaxis/core/formats/plateSvg';
import type { PanelPlace } from '@nodaxis/core/machine/enclosure';
import { showValue } from '@nodaxis/core/units/print';
import { computed, ref, shallowRef } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import { download } from '../../../document/transfer';
import ActionButton from '../../../ui/ActionButton.vue';
import Caution from '../../../ui/Caution.vue';
import Choice from '../../../ui/Choice.vue';
import TickBox from '../../../ui/TickBox.vue';

/** The plate of a box from the front, to scale: parts are dragged or moved by keys, rails follow from them. */
const machine = useOpenMachine();
const preferences = usePreferences();
const design = computed(() => machine.figures.design);
const boxes = computed(() => Object.entries(design.value.enclosures ?? {}));
const pickedBox = ref('');
const id = computed(() => boxes.value.find(([b]) => b === pickedBox.value)?.[0] ?? boxes.value[0]?.[0] ?? '');
const plate = computed(() => (id.value ? plateOf(design.value.enclosures![id.value]!) : undefined));
const placed = computed(() => placedOn(design.value, id.value));
const rails = computed(() => railsOn(design.value, id.value));
const loose = computed(() => {
  const on = new Set(placed.value.map((p) => p.part));
  return partsOn(design.value, id.value).filter((p) => !on.has(p));
});
/** What a hand is moving: drawn where it is held, kept once it is let go. */
const held = shallowRef<{ part: string; x: number; y: number }>();
const drawn = computed(() => placed.value.map((p) => (p.part === held.value?.part ? { ...p, ...held.value } : p)));
const wrong = computed(() => {
  const on = plate.value;
  const bad = new Set<string>();
  drawn.value.forEach((a, i) => {
    if (on && reachesOut(a, on)) bad.add(a.part);
    for (const b of drawn.value.slice(i + 1)) if (overlaps(a, b)) bad.add(a.part).add(b.part);
  });
  return bad;
});
const picked = ref('');
const shown = computed(() => drawn.value.find((p) => p.part === picked.value));
const refusal = ref('');
function put(places: Record<string, PanelPlace | null>): void {
  refusal.value = machine
    .run({ name: 'place-parts', args: { enclosure: id.value, places } })
    .map((f) => `${f.what} ${f.fix}`)
    .join(' ');
}
const left = ref<string[]>([]);
function layOut(): void {
  const { places, left: without } = arranged(design.value, id.value);
  left.value = without;
  // What was on the plate and finds no room any more comes off it.
  put({ ...Object.fromEntries(without.map((p) => [p, null])), ...places });
}
/** Parts stop at each so many millimetres; with Shift at each one. */
const STEP = 5;
/** Inside the plate, as far as it is large enough: nothing is dragged out of sight. */
function within(p: { body: { width: number; height: number } }, x: number, y: number): { x: number; y: number } {
  const { width, height } = plate.value!;
  const clamp = (v: number, most: number) => Math.max(0, Math.min(v, Math.max(0, most)));
  return { x: clamp(x, width - p.body.width), y: clamp(y, height - p.body.height) };
}
const snapped = (mm: number, fine: boolean) => (fine ? Math.round(mm) : Math.round(mm / STEP) * STEP);
const svg = shallowRef<SVGSVGElement>();
function point(e: PointerEvent): { x: number; y: number } {
  const m = svg.value!.getScreenCTM()!;
  return { x: (e.clientX - m.e) / m.a, y: plate.value!.height - (e.clientY - m.f) / m.d };
}
let grip = { x: 0, y: 0 };
function grab(e: PointerEvent, part: string): void {
  picked.value = part;
  if (machine.readOnly) return;
  const p = placed.value.find((q) => q.part === part)!;
  const at = point(e);
  grip = { x: at.x - p.x, y: at.y - p.y };
  held.value = { part, x: p.x, y: p.y };
  (e.currentTarget as Element).setPointerCapture(e.pointerId);
}
function drag(e: PointerEvent): void {
  if (!held.value) return;
  const at = point(e);
  const p = placed.value.find((q) => q.part === held.value!.part)!;
  const to = within(p, snapped(at.x - grip.x, e.shiftKey), snapped(at.y - grip.y, e.shiftKey));
  held.value = { part: p.part, ...to };
}
function drop(): void {
  const h = held.value;
  held.value = undefined;
  const was = h && placed.value.find((p) => p.part === h.part);
  if (h && was && (was.x !== h.x || was.y !== h.y)) move(h.part, h.x, h.y, was.turned);
}
const move = (part: string, x: number, y: number, turned: boolean) =>
  put({ [part]: { x, y, ...(turned ? { turned } : {}) } });
const ways: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
function key(e: KeyboardEvent, part: string): void {
  const way = ways[e.key];
  const p = placed.value.find((q) => q.part === part);
  if (!way || !p || machine.readOnly) return;
  e.preventDefault();
  const by = e.shiftKey ? 1 : STEP;
  const to = within(p, p.x + way[0] * by, p.y + way[1] * by);
  move(part, to.x, to.y, p.turned);
}
const mm = (n: number) => showValue(n, 'length', preferences.display, 4);
const part = (p: string) => design.value.parts[p]!;
const save = () => {
  const text = plateSvg(design.value, id.value);
  if (text) download(`${machine.file.id}-${id.value}-plate.svg`, text, 'image/svg+xml');
};
</script>

<template>
  <p v-if="!id" class="sheet">Add the cabinet under Heat, with its sizes: its plate is laid out here.</p>
  <p v-else-if="!plate" class="sheet">
    Enter width, height and depth of the box under Heat, and its plate appears here to scale.
  </p>
  <div v-else class="view">
    <section class="sheet stack" aria-label="Plate">
      <div class="row spread">
        <Choice
          v-if="boxes.length > 1"
          label="Enclosure"
          :model-value="id"
          :options="boxes.map(([value, b]) => ({ value, label: b.name }))"
          @change="(b: string) => (pickedBox = b)"
        />
        <h2 v-else>Plate of {{ design.enclosures![id]!.name }}, {{ mm(plate.width) }} × {{ mm(plate.height) }}</h2>
        <span class="row">
          <ActionButton kind="framed" :disabled="machine.readOnly" @click="layOut">Lay it out by rules</ActionButton>
          <ActionButton :disabled="!placed.length" @click="save">Drawing 1:1 (SVG)</ActionButton>
        </span>
      </div>
      <Caution v-if="refusal" kind="refused">{{ refusal }}</Caution>
      <svg
        ref="svg"
        :viewBox="`-4 -4 ${plate.width + 8} ${plate.height + 8}`"
        role="group"
        aria-label="Parts on the plate"
      >
        <rect x="0" y="0" :width="plate.width" :height="plate.height" class="plate" />
        <rect
          v-for="r in rails"
          :key="`${r.y}`"
          :x="r.from"
          :y="plate.height - r.y - 17.5"
          :width="r.length"
          height="35"
          class="rail"
        />
        <g
          v-for="p in drawn"
          :key="p.part"
          class="part"
          :class="{ wrong: wrong.has(p.part), picked: p.part === picked }"
          tabindex="0"
          role="button"
          :aria-label="`${part(p.part).designation} ${part(p.part).name}, ${mm(p.x)} from the left, ${mm(p.y)} from below`"
          :aria-pressed="p.part === picked"
          :transform="`translate(${p.x} ${plate.height - p.y - p.body.height})`"
          @pointerdown="grab($event, p.part)"
          @pointermove="drag"
          @pointerup="drop"
          @pointercancel="held = undefined"
          @keydown="key($event, p.part)"
          @focus="picked = p.part"
        >
          <rect :width="p.body.width" :height="p.body.height" />
          <text :x="p.body.width / 2" :y="p.body.height / 2 + 6">{{ part(p.part).designation }}</text>
        </g>
      </svg>
      <p class="soft small">
        From the front. Drag a part, or move it by the arrow keys: steps of {{ STEP }} mm, with Shift of 1 mm. Each row
        leaves room for a duct below it; what heats most sits at the top, terminals at the bottom.
      </p>
    </section>
    <aside class="stack">
      <section v-if="shown" class="sheet stack" aria-label="The part">
        <h2>
          <span class="mono">{{ part(shown.part).designation }}</span> {{ part(shown.part).name }}
        </h2>
        <p class="mono">{{ mm(shown.body.width) }} × {{ mm(shown.body.height) }} × {{ mm(shown.body.depth) }}</p>
        <p v-if="shown.body.usual" class="soft small">
          A usual size: no sheet tells all of it. Measure yours and enter it on its sheet.
        </p>
        <p class="mono">{{ mm(shown.x) }} from the left, {{ mm(shown.y) }} from below</p>
        <TickBox
          :model-value="shown.turned"
          :disabled="machine.readOnly"
          @change="(is: boolean) => move(shown!.part, shown!.x, shown!.y, is)"
          >Turned by a quarter</TickBox
        >
        <ActionButton :disabled="machine.readOnly" @click="put({ [shown.part]: null })"
          >Take it off the plate</ActionButton
        >
      </section>
      <section v-if="loose.length" class="sheet stack" aria-label="Not on the plate">
        <h2>Not on the plate</h2>
        <p v-if="left.length" class="warn">
          The plate has no room for all of them. Take a larger box, or another compartment.
        </p>
        <ul>
          <li v-for="p in loose" :key="p" class="row spread">
            <span
              ><b class="mono">{{ part(p).designation }}</b> {{ part(p).name }}</span
            >
            <ActionButton
              :disabled="machine.readOnly"
              :aria-label="`Put ${part(p).designation} on the plate`"
              @click="put({ [p]: { x: 0, y: 0 } })"
              >Put on</ActionButton
            >
          </li>
        </ul>
      </section>
      <section v-if="rails.length" class="sheet stack" aria-label="Rails to cut">
        <h2>Rails to cut</h2>
        <ul>
          <li v-for="r in rails" :key="r.y">
            <b class="mono">{{ mm(Math.round(r.length)) }}</b>{{ ' ' }}
            <span class="soft"> {{ r.parts.map((p) => part(p).designation).join(', ') }}</span>
          </li>
        </ul>
      </section>
    </aside>
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 10px;
  align-items: start;
}
svg {
  display: block;
  max-height: 560px;
  width: 100%;
  touch-action: none;
}
.plate {
  fill: var(--polish);
  stroke: var(--line-strong);
  stroke-width: 2;
}
.rail {
  fill: var(--steel);
  stroke: var(--line-strong);
}
.part {
  cursor: grab;
}
.part rect {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.part text {
  text-anchor: middle;
  font-size: 16px;
  fill: var(--ink);
  pointer-events: none;
}
.part.picked rect {
  fill: var(--accent-wash);
  stroke: var(--accent);
  stroke-width: 3;
}
.part.wrong rect {
  stroke: var(--danger);
  stroke-width: 3;
}
.part:focus-visible {
  outline: none;
}
p {
  margin: 0;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.small {
  font-size: 13px;
}
.warn {
  color: var(--danger);
}
@media (max-width: 1000px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
