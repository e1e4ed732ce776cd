<script setup lang="ts">
import type { Point } from '@nodaxis/core/wiring/diagram/sheetLayout';

/** A conductor as it is drawn: along its corners, in the colour of its insulation. */
export interface Line {
  id: string;
  /** Absent for a bundle. */
  number?: number | undefined;
  /** Of a whole run, written where it arrives. */
  label?: string | undefined;
  net: number;
  points: readonly Point[];
  fills: readonly [ground: string, stripe?: string];
}
/**
 * All conductors of a sheet in one drawing, under the parts. One element listens for all of them: three hundred lines
 * cost little more than one while the sheet is pushed about.
 */
defineProps<{ lines: readonly Line[]; weight: number }>();
const emit = defineEmits<{ over: [line: string | undefined]; pick: [line: string] }>();

const lineAt = (e: Event): string | undefined => (e.target as Element).closest<SVGGElement>('.wire')?.dataset['wire'];
const pathOf = (points: readonly Point[]): string => points.map((p, i) => `${i ? 'L' : 'M'}${p.x},${p.y}`).join(' ');
function pick(e: Event): void {
  const line = lineAt(e);
  if (line) emit('pick', line);
}
</script>

<template>
  <svg
    class="wires"
    :style="{ '--weight': weight }"
    aria-hidden="true"
    @mouseover="emit('over', lineAt($event))"
    @mouseleave="emit('over', undefined)"
    @mouseout="emit('over', undefined)"
    @click="pick"
  >
    <g
      v-for="line in lines"
      :key="line.id"
      v-memo="[line.points, line.fills[0], line.fills[1], line.number, line.label, line.net]"
      class="wire"
      :data-net="line.net"
      :data-wire="line.id"
    >
      <path :d="pathOf(line.points)" class="hit" />
      <path :d="pathOf(line.points)" class="casing" />
      <path :d="pathOf(line.points)" class="ground" :style="{ stroke: line.fills[0] }" />
      <path v-if="line.fills[1]" :d="pathOf(line.points)" class="stripe" :style="{ stroke: line.fills[1] }" />
      <template v-if="line.label !== undefined && line.points.length">
        <text
          v-for="(words, i) in line.label.split('\n')"
          :key="i"
          :x="line.points.at(-1)!.x - 5"
          :y="line.points.at(-1)!.y + (i ? 13 : -5)"
          text-anchor="end"
        >
          {{ words }}
        </text>
      </template>
      <text v-else-if="line.points[0] && line.number !== undefined" :x="line.points[0].x + 4" :y="line.points[0].y - 4">
        {{ line.number }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.wires {
  position: absolute;
  left: 0;
  top: 0;
  width: 1px;
  height: 1px;
  overflow: visible;
  z-index: -1;
}
path {
  fill: none;
  stroke-linejoin: round;
  pointer-events: none;
}
/* Wider than what is seen, and not painted. */
.hit {
  stroke: none;
  stroke-width: 14;
  pointer-events: stroke;
  cursor: pointer;
}
.casing {
  stroke: var(--ink);
  stroke-width: calc(3.4px * var(--weight));
}
.ground {
  stroke-width: calc(2.2px * var(--weight));
}
.stripe {
  stroke-width: calc(2.2px * var(--weight));
  stroke-dasharray: 6 6;
}
text {
  font: 11px var(--mono);
  fill: var(--ink);
  pointer-events: none;
}
</style>
