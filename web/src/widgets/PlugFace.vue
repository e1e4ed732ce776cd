<script setup lang="ts">
import type { PinLine, PlugForm } from '@nodaxis/core/wiring/pinSheet';
import { computed } from 'vue';
import { fillsOf } from './insulation';

/** One face of a plug with its contacts where they are; the one whose turn it is has a ring. */
const props = defineProps<{ pins: PinLine[]; form: PlugForm; next?: number | undefined; mirrored?: boolean }>();
const PITCH = 30;
const R = 11;
const at = computed(() =>
  props.pins.map((p) => ({
    ...p,
    cx: (props.mirrored ? -1 : 1) * p.x * PITCH,
    cy: p.y * PITCH,
    fill: p.colour ? fillsOf(p.colour)[0] : 'none',
  })),
);
const box = computed(() => {
  if (props.form === 'round') {
    const r = Math.max(...at.value.map((p) => Math.hypot(p.cx, p.cy))) + 26;
    return { x: -r, y: -r, w: 2 * r, h: 2 * r };
  }
  const xs = at.value.map((p) => p.cx);
  const ys = at.value.map((p) => p.cy);
  const pad = 26;
  const [x0, x1, y0, y1] = [Math.min(...xs) - pad, Math.max(...xs) + pad, Math.min(...ys) - pad, Math.max(...ys) + pad];
  return { x: x0, y: y0, w: x1 - x0, h: y1 - y0 };
});
/** The outline: a trapezium for D-shapes, a ring for round ones, with the key that shows how to hold it. */
const outline = computed(() => {
  const { x, y, w, h } = box.value;
  if (props.form === 'd-shape' || props.form === 'high-density')
    return `M${x + 2},${y + 4} H${x + w - 2} L${x + w - 14},${y + h - 4} H${x + 14} Z`;
  return `M${x + 2},${y + 2} h${w - 4} v${h - 4} h${4 - w} Z`;
});
const radius = computed(() => Math.max(box.value.w, box.value.h) / 2 - 2);
</script>

<template>
  <svg
    :viewBox="`${box.x - 4} ${box.y - 8} ${box.w + 8} ${box.h + 14}`"
    :width="Math.min(420, box.w * 1.1)"
    aria-hidden="true"
  >
    <template v-if="form === 'round'">
      <circle cx="0" cy="0" :r="radius" class="shell" />
      <path :d="`M-6,${-radius} l6,8 l6,-8`" class="key" />
    </template>
    <path v-else :d="outline" class="shell" />
    <g v-for="p in at" :key="p.number">
      <circle v-if="p.number === next" :cx="p.cx" :cy="p.cy" :r="R + 4" class="turn" />
      <circle :cx="p.cx" :cy="p.cy" :r="R" class="contact" :class="{ free: !p.conductor }" />
      <circle v-if="p.conductor" :cx="p.cx" :cy="p.cy" :r="R" :style="{ fill: p.fill }" class="colour" />
      <text :x="p.cx" :y="p.cy + 4" text-anchor="middle">{{ p.number }}</text>
      <text v-if="p.done" :x="p.cx + 8" :y="p.cy - 7" class="done">✓</text>
    </g>
  </svg>
</template>

<style scoped>
.shell {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.key {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.contact {
  fill: var(--sheet);
  stroke: var(--line-strong);
}
.free {
  stroke-dasharray: 3 3;
}
.colour {
  fill-opacity: 0.35;
  stroke: var(--ink);
}
.turn {
  fill: none;
  stroke: var(--accent);
  stroke-width: 3;
}
text {
  font: 13px var(--mono);
  fill: var(--ink);
}
.done {
  fill: var(--good);
  font-size: 15px;
}
</style>
