<script setup lang="ts">
import { shapes } from '@nodaxis/core/wiring/diagram/symbolShapes';
import type { Symbol } from '@nodaxis/core/wiring/diagram/symbols';

/** A graphical symbol, as the drawing and its export share it. */
defineProps<{ name: Symbol }>();
</script>

<template>
  <svg class="symbol" width="34" height="34" viewBox="0 0 34 34" aria-hidden="true">
    <path v-for="(s, i) in shapes[name].strokes" :key="i" :d="s.d" :class="{ filled: s.filled }" />
    <text v-for="l in shapes[name].letters ?? []" :key="l.text" :x="l.x" :y="l.y" text-anchor="middle">
      {{ l.text }}
    </text>
  </svg>
</template>

<style scoped>
path {
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.4;
}
.filled {
  fill: currentcolor;
}
text {
  font: 10px var(--mono);
  fill: currentcolor;
}
</style>
