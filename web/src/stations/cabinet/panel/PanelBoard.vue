<script lang="ts">
/** What sits on a board and can be moved, mm from its lower left corner. */
export interface BoardItem {
  id: string;
  x: number;
  y: number;
  width: number;
  height: number;
  /** What is written on it, and what it is called in full. */
  label: string;
  name: string;
  kind: 'part' | 'duct';
  /** The hole behind it, from its middle. */
  cutOut?: { round: boolean; width: number; height: number };
}
</script>

<script setup lang="ts">
import { computed, shallowRef } from 'vue';

/** A plate or front to scale: its items are dragged, or moved by keys. What a hand holds is drawn where it is held, and kept once it is let go. */
const props = defineProps<{
  width: number;
  height: number;
  items: readonly BoardItem[];
  rails?: readonly { x: number; y: number; length: number }[];
  /** Items that sit wrong, as they are kept, and whether one would at another place. */
  wrong: ReadonlySet<string>;
  wrongAt: (item: BoardItem) => boolean;
  /** Where an item stops that is dragged to a place. */
  stop: (item: BoardItem) => { x: number; y: number };
  step: number;
  disabled: boolean;
  label: string;
}>();
const picked = defineModel<readonly string[]>('picked', { required: true });
const emit = defineEmits<{ move: [id: string, x: number, y: number] }>();

const held = shallowRef<BoardItem>();
const drawn = computed(() => props.items.map((i) => (i.id === held.value?.id ? held.value : i)));
const isWrong = (i: BoardItem): boolean =>
  i.id === held.value?.id ? props.wrongAt(held.value) : props.wrong.has(i.id);

/** Inside the board, as far as it is large enough: nothing is dragged out of sight. */
function within({ width, height }: BoardItem, x: number, y: number): { x: number; y: number } {
  const clamp = (v: number, most: number) => Math.max(0, Math.min(v, Math.max(0, most)));
  return { x: clamp(x, props.width - width), y: clamp(y, props.height - height) };
}
const svg = shallowRef<SVGSVGElement>();
function point(e: PointerEvent): { x: number; y: number } {
  const m = svg.value!.getScreenCTM()!;
  return { x: (e.clientX - m.e) / m.a, y: props.height - (e.clientY - m.f) / m.d };
}
let grip = { x: 0, y: 0 };
function grab(e: PointerEvent, item: BoardItem): void {
  pressing = true;
  (e.currentTarget as Element).setPointerCapture(e.pointerId);
  if (e.shiftKey) {
    const on = picked.value.includes(item.id);
    picked.value = on ? picked.value.filter((id) => id !== item.id) : [...picked.value, item.id];
    e.preventDefault();
    return;
  }
  picked.value = [item.id];
  if (props.disabled) return;
  const at = point(e);
  grip = { x: at.x - item.x, y: at.y - item.y };
  held.value = item;
}
function drag(e: PointerEvent): void {
  const item = held.value;
  if (!item) return;
  const at = point(e);
  const free = { ...item, ...within(item, at.x - grip.x, at.y - grip.y) };
  const to = e.altKey ? { x: Math.round(free.x), y: Math.round(free.y) } : props.stop(free);
  held.value = { ...item, ...within(item, to.x, to.y) };
}
function giveUp(): void {
  pressing = false;
  held.value = undefined;
}
function drop(): void {
  pressing = false;
  const h = held.value;
  held.value = undefined;
  const was = h && props.items.find((i) => i.id === h.id);
  if (h && was && (was.x !== h.x || was.y !== h.y)) emit('move', h.id, h.x, h.y);
}
/** What the keyboard reaches is picked; a press of the pointer, which brings the focus along, has picked by itself. */
let pressing = false;
function reached(item: BoardItem): void {
  if (!pressing && !picked.value.includes(item.id)) picked.value = [item.id];
}
const ways: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
function key(e: KeyboardEvent, item: BoardItem): void {
  if (e.key === ' ' || e.key === 'Enter') {
    e.preventDefault();
    const on = picked.value.includes(item.id);
    picked.value = e.shiftKey
      ? on
        ? picked.value.filter((id) => id !== item.id)
        : [...picked.value, item.id]
      : [item.id];
    return;
  }
  const way = ways[e.key];
  if (!way || props.disabled) return;
  e.preventDefault();
  const by = e.shiftKey ? 1 : props.step;
  const to = within(item, item.x + way[0] * by, item.y + way[1] * by);
  emit('move', item.id, to.x, to.y);
}
/** A label stays inside what it is written on; on one that is taller than wide it is turned. */
const lettering = (i: BoardItem) => {
  // Below a hole, so that its size is seen.
  if (i.cutOut) return { turned: false, size: 16 };
  const turned = i.kind === 'duct' ? i.height > i.width : i.width < 30 && i.height > 2 * i.width;
  const across = turned ? i.height : i.width;
  const high = turned ? i.width : i.height;
  return { turned, size: Math.max(5, Math.min(24, high * 0.6, across / (0.62 * Math.max(3, i.label.length)))) };
};
</script>

<template>
  <svg ref="svg" :viewBox="`-4 -4 ${width + 8} ${height + 8}`" role="group" :aria-label="label">
    <rect x="0" y="0" :width="width" :height="height" class="plate" @pointerdown="picked = []" />
    <rect
      v-for="r in rails"
      :key="`${r.x} ${r.y}`"
      :x="r.x"
      :y="height - r.y - 17.5"
      :width="r.length"
      height="35"
      class="rail"
    />
    <g
      v-for="i in drawn"
      :key="i.id"
      class="item"
      :class="[i.kind, { wrong: isWrong(i), picked: picked.includes(i.id) }]"
      tabindex="0"
      role="button"
      :aria-label="i.name"
      :aria-pressed="picked.includes(i.id)"
      :transform="`translate(${i.x} ${height - i.y - i.height})`"
      @pointerdown="grab($event, i)"
      @pointermove="drag"
      @pointerup="drop"
      @pointercancel="giveUp"
      @keydown="key($event, i)"
      @focus="reached(i)"
    >
      <rect :width="i.width" :height="i.height" :rx="i.cutOut?.round ? i.width / 2 : 0" />
      <template v-if="i.cutOut">
        <ellipse
          v-if="i.cutOut.round"
          class="cut"
          :cx="i.width / 2"
          :cy="i.height / 2"
          :rx="i.cutOut.width / 2"
          :ry="i.cutOut.height / 2"
        />
        <rect
          v-else
          class="cut"
          :x="(i.width - i.cutOut.width) / 2"
          :y="(i.height - i.cutOut.height) / 2"
          :width="i.cutOut.width"
          :height="i.cutOut.height"
        />
      </template>
      <text
        :transform="`translate(${i.width / 2} ${i.cutOut ? i.height + 12 : i.height / 2})${lettering(i).turned ? ' rotate(-90)' : ''}`"
        :font-size="lettering(i).size"
        dy=".35em"
      >
        {{ i.label }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  max-height: 540px;
  width: 100%;
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
/* A finger on the plate scrolls the page, one on a part drags it. */
.item {
  cursor: grab;
  touch-action: none;
}
.item > rect:first-child {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.duct > rect:first-child {
  fill: var(--paper);
  stroke: var(--line-strong);
  stroke-dasharray: 8 3;
}
.cut {
  fill: var(--polish);
  stroke: var(--ink);
}
.item text {
  text-anchor: middle;
  fill: var(--ink);
  pointer-events: none;
}
.duct text {
  fill: var(--ink-soft);
}
.picked > rect:first-child {
  fill: var(--accent-wash);
  stroke: var(--accent);
  stroke-width: 3;
}
.wrong > rect:first-child {
  stroke: var(--danger);
  stroke-width: 3;
}
.item:focus-visible {
  outline: none;
}
</style>
