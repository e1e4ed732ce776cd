<script setup lang="ts">
import type { AxisFigures } from '@nodaxis/core/derivation/figures';
import { computed } from 'vue';

/** The positions of the last seconds, each axis over its own travel: who moved when. */
const props = defineProps<{ trail: readonly { t: number; positions: number[] }[]; axes: readonly AxisFigures[] }>();
const W = 420;
const H = 84;
const SPAN_S = 12;
const colours: Record<string, string> = { X: 'var(--axis-x)', Y: 'var(--axis-y)', Z: 'var(--axis-z)' };
const lines = computed(() => {
  const now = props.trail.at(-1)?.t ?? 0;
  return props.axes.map((a, i) => {
    const own = props.trail.map((p) => p.positions[i] ?? 0);
    const low = Math.min(...own);
    const span = Math.max(Math.max(...own) - low, 1e-9);
    const points = props.trail.map(
      (p, k) =>
        `${(W - ((now - p.t) / SPAN_S) * W).toFixed(1)},${(H - 6 - ((own[k]! - low) / span) * (H - 12)).toFixed(1)}`,
    );
    const moved = span > 1e-6;
    return {
      letter: a.axis.letter,
      colour: colours[a.axis.letter] ?? 'var(--axis-r)',
      points: moved ? points.join(' ') : '',
      dash: ['', '7 3', '2 3', '9 3 2 3'][i % 4],
    };
  });
});
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" class="strip" role="img" aria-label="Positions over the last twelve seconds">
    <path v-for="s in 11" :key="s" :d="`M${(W / 12) * s} 0V${H}`" class="grid" />
    <g v-for="l in lines" :key="l.letter">
      <polyline
        v-if="l.points"
        :points="l.points"
        fill="none"
        :stroke="l.colour"
        stroke-width="1.8"
        :stroke-dasharray="l.dash"
      />
    </g>
    <text v-for="(l, i) in lines" :key="l.letter" :x="6 + i * 26" y="12" :fill="l.colour" class="name">
      {{ l.letter }}
    </text>
  </svg>
</template>

<style scoped>
.strip {
  width: 100%;
  background: var(--paper);
  border: 1px solid var(--line);
  display: block;
}
.grid {
  stroke: var(--line);
}
.name {
  font: 700 11px var(--sans);
}
</style>
