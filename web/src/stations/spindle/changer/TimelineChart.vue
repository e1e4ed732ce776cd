<script setup lang="ts">
import type { ChangeTimeline } from '@nodaxis/core/settings/changeTimeline';
import type { ChangeStep } from '@nodaxis/core/settings/toolChange';
import { computed } from 'vue';

/** Outputs and sensors of a change over time, one lane each, with the steps by their numbers. */
const { timeline, steps, name } = defineProps<{
  timeline: ChangeTimeline;
  steps: readonly ChangeStep[];
  name: (id: string) => string;
}>();
const [WIDTH, LEFT, LANE, TOP] = [560, 150, 24, 22];
const x = (s: number) => LEFT + (s / timeline.endS) * (WIDTH - LEFT - 6);
const height = computed(() => TOP + timeline.lanes.length * LANE + 4);
/** A step that is hardly there has no room for its number. */
const numbered = computed(() =>
  timeline.begins.map((s, i) => ({
    at: x(s),
    middle: (x(s) + x(timeline.begins[i + 1] ?? timeline.endS)) / 2,
    wide: x(timeline.begins[i + 1] ?? timeline.endS) - x(s) > 14,
    hand: steps[i]?.byHand === true,
    to: x(timeline.begins[i + 1] ?? timeline.endS),
  })),
);
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${height}`" role="img" aria-label="Outputs and sensors over the time of the change">
    <g v-for="(n, i) in numbered" :key="i">
      <rect v-if="n.hand" :x="n.at" :y="TOP - 4" :width="n.to - n.at" :height="height - TOP" class="hand" />
      <line :x1="n.at" :x2="n.at" :y1="TOP - 6" :y2="height" class="begin" />
      <text v-if="n.wide" :x="n.middle" y="12" text-anchor="middle">{{ i + 1 }}</text>
    </g>
    <g v-for="(l, k) in timeline.lanes" :key="l.id" :transform="`translate(0 ${TOP + k * LANE})`">
      <text :x="LEFT - 8" :y="LANE / 2" text-anchor="end" dominant-baseline="central">{{ name(l.id) }}</text>
      <line :x1="LEFT" :x2="WIDTH - 6" :y1="LANE - 5" :y2="LANE - 5" class="low" />
      <rect
        v-for="s in l.spans"
        :key="s.from"
        :x="x(s.from)"
        :width="Math.max(2, x(s.to) - x(s.from))"
        y="4"
        :height="LANE - 9"
        :class="l.kind"
      />
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  font-size: 12px;
}
text {
  fill: var(--ink);
}
.begin {
  stroke: var(--line);
}
.low {
  stroke: var(--soft);
}
.hand {
  fill: var(--accent-wash);
}
.output {
  fill: var(--accent);
}
.input {
  fill: var(--good);
}
</style>
