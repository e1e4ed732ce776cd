<script setup lang="ts">
import { planExtent, type Toolpath } from '@nodaxis/core/program/check';
import { computed } from 'vue';

/** The way of the tool from above, X to the right and Y away, with the work zero; rapids are dashed. */
const { path, x, y } = defineProps<{
  path: Toolpath;
  /** Which of its axes lie in the plan. */
  x: number;
  y: number;
  /** Width and depth, as they are told. */
  told: string;
}>();
const EDGE = 0.08;
const drawn = computed(() => {
  const { points, axes, rapid } = path;
  const count = points.length / axes;
  const at = (i: number) => [points[i * axes + x]!, -points[i * axes + y]!] as const;
  const extent = planExtent(path, x, y);
  const [left, right] = [Math.min(0, extent.minX), Math.max(0, extent.maxX)];
  const [top, bottom] = [Math.min(0, -extent.maxY), Math.max(0, -extent.minY)];
  const [cuts, rapids]: [string[], string[]] = [[], []];
  for (let i = 1; i < count; i++) {
    const [px, py] = at(i);
    const [qx, qy] = at(i - 1);
    (rapid[i] ? rapids : cuts).push(`M${qx} ${qy}L${px} ${py}`);
  }
  const size = Math.max(right - left, bottom - top, 1);
  const edge = size * EDGE;
  return {
    cuts: cuts.join(''),
    rapids: rapids.join(''),
    box: [left - edge, top - edge, right - left + 2 * edge, bottom - top + 2 * edge].join(' '),
    zero: edge * 0.6,
  };
});
</script>

<template>
  <figure>
    <svg :viewBox="drawn.box" role="img" :aria-label="`Way of the tool from above, ${told}`">
      <path :d="drawn.rapids" class="rapid" />
      <path :d="drawn.cuts" class="cut" />
      <path :d="`M${-drawn.zero} 0H${drawn.zero}M0 ${-drawn.zero}V${drawn.zero}`" class="zero" />
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
  height: 260px;
  background: var(--paper);
  border: 1px solid var(--line);
}
path {
  fill: none;
  vector-effect: non-scaling-stroke;
}
.cut {
  stroke: var(--accent);
  stroke-width: 1.4;
}
.rapid {
  stroke: var(--soft);
  stroke-dasharray: 4 3;
}
.zero {
  stroke: var(--ink);
  stroke-width: 2;
}
figcaption {
  font-size: 13px;
}
</style>
