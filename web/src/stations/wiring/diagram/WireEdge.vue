<script setup lang="ts">
import type { ColourCode } from '@nodaxis/core/machine/connections';
import { detour, type Point } from '@nodaxis/core/wiring/diagram/elkGraph';
import { computed } from 'vue';
import { fillsOf } from '../../../widgets/insulation';

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
    colour: ColourCode | undefined;
    net: number;
    lane: number;
    bundle?: string;
  };
}>();
const points = computed(
  () =>
    props.data.points ??
    detour({ x: props.sourceX, y: props.sourceY }, { x: props.targetX, y: props.targetY }, props.data.lane),
);
const path = computed(() => points.value.map((p, i) => `${i ? 'L' : 'M'}${p.x},${p.y}`).join(' '));
const fills = computed(() => (props.data.colour ? fillsOf(props.data.colour) : undefined));
</script>

<template>
  <g class="wire" :data-net="data.net" :data-wire="id" :class="data.bundle">
    <path :d="path" class="hit" />
    <path :d="path" class="casing" />
    <path :d="path" class="ground" :style="fills ? { stroke: fills[0] } : {}" />
    <path v-if="fills?.[1]" :d="path" class="stripe" :style="{ stroke: fills[1] }" />
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
  stroke-width: 12;
  pointer-events: stroke;
}
.casing {
  stroke: var(--ink);
  stroke-width: 3.4;
}
.ground {
  stroke: var(--line);
  stroke-width: 2.2;
}
.stripe {
  stroke-width: 2.2;
  stroke-dasharray: 6 6;
}
text {
  font: 9px var(--mono);
  fill: var(--ink);
}
</style>
