<script setup lang="ts">
/** A bank of slide switches as it looks on the driver: up is on. Switches that the table says nothing of are hatched. */
defineProps<{ count: number; on: readonly number[]; used: readonly number[] }>();
const W = 20;
</script>

<template>
  <svg
    :viewBox="`0 0 ${count * W + 30} 62`"
    :width="count * W + 30"
    height="62"
    role="img"
    :aria-label="`Switches on: ${on.length ? [...on].sort((a, b) => a - b).join(', ') : 'none'}`"
  >
    <text x="2" y="19" class="word">on</text>
    <g v-for="n in count" :key="n" :transform="`translate(${24 + (n - 1) * W} 4)`">
      <rect class="slot" width="14" height="40" :class="{ unused: !used.includes(n) }" />
      <rect class="knob" x="2" :y="on.includes(n) ? 2 : 22" width="10" height="16" />
      <text x="7" y="55" text-anchor="middle">{{ n }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  flex: none;
}
.slot {
  fill: var(--sheet);
  stroke: var(--ink);
}
.unused {
  stroke-dasharray: 3 3;
  stroke: var(--soft);
}
.knob {
  fill: var(--ink);
}
text {
  font: 12px var(--mono);
  fill: var(--ink);
}
.word {
  fill: var(--soft);
}
</style>
