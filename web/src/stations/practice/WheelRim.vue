<script setup lang="ts">
import { ref } from 'vue';

/** A wheel to be turned with mouse, finger or arrow keys; tells each bit of a turn, clockwise to plus. */
const { clicks, label } = defineProps<{
  /** In a turn: an arrow key gives one of them. */
  clicks: number;
  label: string;
  now: number;
}>();
const emit = defineEmits<{ turn: [radians: number] }>();
const angle = ref(0);
const rim = ref<SVGSVGElement>();
let grabbed: number | undefined;
function at(e: PointerEvent): number {
  const r = rim.value!.getBoundingClientRect();
  return Math.atan2(e.clientY - r.top - r.height / 2, e.clientX - r.left - r.width / 2);
}
function turn(by: number) {
  angle.value += by;
  emit('turn', by);
}
function grab(e: PointerEvent) {
  (e.currentTarget as Element).setPointerCapture(e.pointerId);
  grabbed = at(e);
}
function drag(e: PointerEvent) {
  if (grabbed === undefined) return;
  const now = at(e);
  let by = now - grabbed;
  if (by > Math.PI) by -= 2 * Math.PI;
  if (by < -Math.PI) by += 2 * Math.PI;
  grabbed = now;
  turn(by);
}
const letGo = () => (grabbed = undefined);
function key(e: KeyboardEvent) {
  const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[e.key];
  if (!by) return;
  e.preventDefault();
  // A key gives whole clicks.
  turn((by * 2 * Math.PI) / clicks);
}
</script>

<template>
  <svg
    ref="rim"
    viewBox="-60 -60 120 120"
    role="slider"
    tabindex="0"
    :aria-label="label"
    :aria-valuenow="now"
    @pointerdown.prevent="grab"
    @pointermove="drag"
    @pointerup="letGo"
    @pointercancel="letGo"
    @keydown="key"
  >
    <circle r="56" class="rim" />
    <g :transform="`rotate(${(angle * 180) / Math.PI})`">
      <path v-for="k in 50" :key="k" class="mark" :transform="`rotate(${k * 7.2})`" d="M52 0h4" />
      <circle cx="36" cy="0" r="9" class="grip" />
    </g>
    <circle r="14" class="hub" />
  </svg>
</template>

<style scoped>
.rim {
  fill: var(--steel);
  stroke: var(--ink);
  stroke-width: 2;
}
.mark {
  stroke: var(--ink);
}
.grip {
  fill: var(--ink);
}
.hub {
  fill: var(--sheet);
  stroke: var(--ink);
}
svg {
  touch-action: none;
  cursor: grab;
}
</style>
