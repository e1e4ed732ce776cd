<script setup lang="ts">
import { computed } from 'vue';

/** The head of a turret from the front: its stations, the place where one is in use, and the lock. */
const { stations, at, locked, wanted } = defineProps<{
  stations: number;
  /** Turned from its first station, in stations. */
  at: number;
  locked: boolean;
  /** The station that it turns to. */
  wanted?: number | undefined;
}>();
const R = 62;
const places = computed(() =>
  Array.from({ length: stations }, (_, i) => {
    // The station in use is at the top; the head turns on anticlockwise, so that the next one comes from the right.
    const angle = ((i - at) / stations) * 2 * Math.PI;
    return { number: i + 1, x: R * Math.sin(angle), y: -R * Math.cos(angle) };
  }),
);
const used = computed(() => (locked ? (((Math.round(at) % stations) + stations) % stations) + 1 : undefined));
const size = computed(() => Math.min(15, (2.6 * R) / stations));
</script>

<template>
  <svg
    viewBox="-100 -112 200 200"
    role="img"
    :aria-label="
      used === undefined ? 'The turret is between its stations' : `Station ${used} of the turret is in use and locked`
    "
  >
    <path d="M0 -84 l-7 -13 h14 z" class="pointer" />
    <circle r="80" class="head" />
    <circle r="16" class="hub" />
    <g v-for="p in places" :key="p.number">
      <circle
        :cx="p.x"
        :cy="p.y"
        :r="size"
        :class="['station', { used: p.number === used, wanted: p.number === wanted }]"
      />
      <text :x="p.x" :y="p.y" :style="{ fontSize: `${size * 1.1}px` }" :class="{ used: p.number === used }">
        {{ p.number }}
      </text>
    </g>
    <text y="1" class="lock">{{ locked ? 'lock' : 'open' }}</text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 190px;
}
.head,
.hub,
.station {
  fill: var(--sheet);
  stroke: var(--soft);
  stroke-width: 1.2;
}
.station.used {
  fill: var(--accent);
  stroke: var(--accent);
}
.station.wanted:not(.used) {
  stroke: var(--accent);
  stroke-width: 2.4;
}
.pointer {
  fill: var(--accent);
}
text {
  fill: var(--ink);
  text-anchor: middle;
  dominant-baseline: central;
}
text.used {
  fill: var(--sheet);
}
.lock {
  font-size: 10px;
}
</style>
