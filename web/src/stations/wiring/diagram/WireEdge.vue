<script setup lang="ts">
import { detour, type Point } from '@nodaxis/core/wiring/diagram/elkGraph';
import { computed } from 'vue';

/** A conductor in its insulation's colour, along the corners of the layout; around them where a part was moved. */
const props = defineProps<{
  id: string;
  sourceX: number;
  sourceY: number;
  targetX: number;
  targetY: number;
  data: {
    points: Point[] | undefined;
    number: number;
    fills: [ground: string, stripe?: string];
    weight: number;
    net: number;
    lane: number;
  };
}>();
const points = computed(
  () =>
    props.data.points ??
    detour({ x: props.sourceX, y: props.sourceY }, { x: props.targetX, y: props.targetY }, props.data.lane),
);
const path = computed(() => points.value.map((p, i) => `${i ? 'L' : 'M'}${p.x},${p.y}`).join(' '));
</script>

<template>
  <g class="wire" :data-net="data.net" :data-wire="id" :style="{ '--weight': data.weight }">
    <path :d="path" class="hit" />
    <path :d="path" class="casing" />
    <path :d="path" class="ground" :style="{ stroke: data.fills[0] }" />
    <path v-if="data.fills[1]" :d="path" class="stripe" :style="{ stroke: data.fills[1] }" />
    <text :x="points[0]!.x + 4" :y="points[0]!.y - 4">{{ data.number }}</text>
  </g>
</template>

<style scoped>
path {
  fill: none;
  stroke-linejoin: round;
}
/* Wider than what is seen, and not painted. */
.hit {
  stroke: none;
  stroke-width: 14;
  pointer-events: stroke;
}
.casing {
  stroke: var(--ink);
  stroke-width: calc(3.4px * var(--weight));
}
.ground {
  stroke-width: calc(2.2px * var(--weight));
}
.stripe {
  stroke-width: 2.2;
  stroke-dasharray: 6 6;
}
text {
  font: calc(9px * var(--weight)) var(--mono);
  fill: var(--ink);
}
</style>
