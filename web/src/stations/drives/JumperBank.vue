<script setup lang="ts">
/** The jumpers under a plug-in driver, as they look on the board: two pins each, joined where a jumper is fitted. */
defineProps<{ count: number; on: readonly number[] }>();
const W = 26;
</script>

<template>
  <svg
    :viewBox="`0 0 ${count * W + 8} 62`"
    :width="count * W + 8"
    height="62"
    role="img"
    :aria-label="`Jumpers fitted: ${on.length ? [...on].sort((a, b) => a - b).join(', ') : 'none'}`"
  >
    <g v-for="n in count" :key="n" :transform="`translate(${4 + (n - 1) * W} 4)`">
      <rect v-if="on.includes(n)" class="cap" x="2" y="0" width="18" height="40" rx="3" />
      <rect
        v-for="y in [6, 26]"
        :key="y"
        class="pin"
        :class="{ under: on.includes(n) }"
        x="7"
        :y="y"
        width="8"
        height="8"
      />
      <text x="11" y="55" text-anchor="middle">{{ n }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  flex: none;
}
.cap {
  fill: var(--ink);
}
.pin {
  fill: var(--sheet);
  stroke: var(--ink);
}
.under {
  stroke: var(--sheet);
}
text {
  font: 12px var(--mono);
  fill: var(--ink);
}
</style>
