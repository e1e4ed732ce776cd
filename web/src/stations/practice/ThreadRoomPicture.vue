<script setup lang="ts">
import type { ThreadRoom } from '@nodaxis/core/program/jobs/threadRoom';
import { displayUnit, printNumber, showValue } from '@nodaxis/core/units/print';
import { fromBase } from '@nodaxis/core/units/units';
import { computed } from 'vue';
import { usePreferences } from '../../document/preferences';

/** The passes of a thread over the ruler of Z: run-in to the right of the face, the thread, and where the axis comes to rest. */
const { room } = defineProps<{ room: ThreadRoom }>();
const preferences = usePreferences();
const mm = (v: number) => showValue(v, 'length', preferences.display, 3);
const [WIDTH, DEPTH, TOP, RULER] = [400, 70, 18, 92];
const MARGIN = 8;
/** Marks of the ruler stand at least this far apart. */
const APART = 46;
const total = computed(() => room.length + room.runIn);
const perMm = computed(() => (WIDTH - 2 * MARGIN) / total.value);
/** Z 0 is the face of the work, plus to the right. */
const x = (z: number) => MARGIN + (z + room.length) * perMm.value;
const deepest = computed(() => room.depths.at(-1) ?? 1);
const y = (depth: number) => TOP + (depth / deepest.value) * (DEPTH - 4);
const unit = computed(() => displayUnit('length', preferences.display));
const marks = computed(() => {
  const one = fromBase(1, unit.value);
  const raw = (APART / perMm.value) * one;
  const power = 10 ** Math.floor(Math.log10(raw));
  const step = ([1, 2, 5, 10].find((n) => n * power >= raw) ?? 10) * power;
  const first = Math.ceil((-room.length * one) / step);
  const last = Math.floor((room.runIn * one) / step);
  return Array.from({ length: last - first + 1 }, (_, i) => {
    const value = (first + i) * step;
    return { x: x(value / one), label: printNumber(value, 4) };
  });
});
const told = computed(
  () =>
    `Run-in ${mm(room.runIn)}, of which the ramp takes ${mm(room.ramp)}; thread ${mm(room.length)}; the last ${mm(room.runOut)} lie in the undercut. ${room.depths.length} passes to a depth of ${mm(deepest.value)}.`,
);
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${WIDTH} 120`" role="img" :aria-label="told">
      <rect class="work" :x="x(-room.length)" :y="TOP" :width="room.length * perMm" :height="DEPTH" />
      <rect class="ramp" :x="x(room.runIn - room.ramp)" :y="TOP" :width="room.ramp * perMm" :height="DEPTH" />
      <rect class="ramp" :x="x(-room.length)" :y="TOP" :width="room.runOut * perMm" :height="DEPTH" />
      <line
        v-for="(d, i) in room.depths"
        :key="i"
        class="pass"
        :x1="x(room.runIn)"
        :x2="x(-room.length)"
        :y1="y(d)"
        :y2="y(d)"
      />
      <line class="face" :x1="x(0)" :x2="x(0)" :y1="TOP - 6" :y2="RULER" />
      <text :x="x(0)" y="10" text-anchor="middle">face</text>
      <line class="ruler" :x1="x(-room.length)" :x2="x(room.runIn)" :y1="RULER" :y2="RULER" />
      <g v-for="m in marks" :key="m.x">
        <line class="ruler" :x1="m.x" :x2="m.x" :y1="RULER" :y2="RULER + 5" />
        <text :x="m.x" :y="RULER + 17" text-anchor="middle">{{ m.label }}</text>
      </g>
    </svg>
    <figcaption class="soft">{{ told }}</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  width: 100%;
  background: var(--paper);
  border: 1px solid var(--line);
}
.work {
  fill: var(--steel);
}
.ramp {
  fill: var(--accent-wash);
}
.pass {
  stroke: var(--accent);
  stroke-width: 0.8;
}
.face {
  stroke: var(--ink);
  stroke-dasharray: 3 2;
}
.ruler {
  stroke: var(--line-strong);
}
text {
  font-size: 11px;
  fill: var(--soft);
}
figcaption {
  font-size: 13px;
}
</style>
