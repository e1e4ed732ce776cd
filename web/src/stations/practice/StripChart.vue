<script setup lang="ts">
import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import { computed, onMounted, ref, watch } from 'vue';
import { usePreferences } from '../../document/preferences';
import type { TrailPoint } from './usePractice';

/** The positions of the last seconds, each axis over its own range: who moved when. Drawn on a canvas: it changes with every frame. */
const props = defineProps<{ trail: readonly TrailPoint[]; axes: readonly AxisFigures[] }>();
const W = 420;
const H = 92;
const SPAN_S = 12;
const canvas = ref<HTMLCanvasElement>();
const colour: Record<string, string> = { X: '--axis-x', Y: '--axis-y', Z: '--axis-z' };
const preferences = usePreferences();
/** Read once for a theme: asking the style anew would lay out the page in the middle of every frame. */
const inks = computed(() => {
  void preferences.theme;
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(name);
  return { line: of('--line'), axes: props.axes.map((a) => of(colour[a.axis.letter] ?? '--axis-r')) };
});
const dashes = [[], [7, 3], [2, 3], [9, 3, 2, 3]];

function draw() {
  const c = canvas.value;
  // Kept in plain memory: a graphics card gains nothing here, and one that is only simulated loses much.
  const g = c?.getContext('2d', { willReadFrequently: true });
  if (!c || !g) return;
  const scale = Math.min(2, devicePixelRatio || 1);
  if (c.width !== W * scale) [c.width, c.height] = [W * scale, H * scale];
  g.setTransform(scale, 0, 0, scale, 0, 0);
  g.clearRect(0, 0, W, H);
  g.strokeStyle = inks.value.line;
  g.lineWidth = 1;
  g.setLineDash([]);
  g.beginPath();
  for (let s = 1; s < SPAN_S; s++) {
    g.moveTo((W / SPAN_S) * s, 0);
    g.lineTo((W / SPAN_S) * s, H);
  }
  g.stroke();
  const now = props.trail.at(-1)?.t ?? 0;
  props.axes.forEach((a, i) => {
    let [low, high] = [Infinity, -Infinity];
    for (const p of props.trail) {
      low = Math.min(low, p.positions[i] ?? 0);
      high = Math.max(high, p.positions[i] ?? 0);
    }
    const ink = inks.value.axes[i]!;
    g.fillStyle = ink;
    g.font = '700 11px Source Sans 3, sans-serif';
    g.fillText(a.axis.letter, 6 + i * 24, 12);
    if (!(high - low > 1e-6)) return;
    g.strokeStyle = ink;
    g.lineWidth = 1.8;
    g.setLineDash(dashes[i % dashes.length]!);
    g.beginPath();
    for (const p of props.trail) {
      const x = W - ((now - p.t) / SPAN_S) * W;
      g.lineTo(x, H - 6 - (((p.positions[i] ?? 0) - low) / (high - low)) * (H - 12));
    }
    g.stroke();
  });
}
onMounted(draw);
watch(() => props.trail, draw, { flush: 'post' });
</script>

<template>
  <canvas ref="canvas" class="strip" role="img" aria-label="Positions over the last twelve seconds"></canvas>
</template>

<style scoped>
.strip {
  contain: strict;
  will-change: transform;
  width: 100%;
  height: 92px;
  background: var(--paper);
  border: 1px solid var(--line);
  display: block;
}
</style>
