<script setup lang="ts">
import type { MachineKind } from '@nodaxis/core/machine/mechanics';

/** A small line drawing of a kind of machine, seen from the front and a little from above. */
defineProps<{ kind: MachineKind }>();
</script>

<template>
  <svg class="thumb" viewBox="0 0 116 88" aria-hidden="true">
    <g v-if="kind === 'router-moving-gantry'">
      <path d="M10 70 30 44h68l8 26z" />
      <path d="M18 62V26h82v36M18 26l6-6h70l6 6" />
      <path class="tool" d="M52 22h16v24H52zM58 46h4v8l-2 4-2-4z" />
    </g>
    <g v-else-if="kind === 'router-fixed-gantry'">
      <path d="M14 78h88M24 78 36 52h46l12 26" />
      <path d="M12 78V22h92v56M12 22v-6h92v6" />
      <path class="tool" d="M50 20h16v22H50zM56 42h4v8l-2 4-2-4z" />
    </g>
    <g v-else-if="kind === 'mill-bench'">
      <path d="M66 80V10h28v70zM40 80h60" />
      <path d="M14 58h60v8H14zM26 66h36v6H26zM30 72h28v8H30z" />
      <path class="tool" d="M34 14h34v24H34zM44 38h6v10l-3 4-3-4z" />
    </g>
    <g v-else-if="kind === 'mill-knee'">
      <path d="M66 82V20h24v62zM38 82h58M30 20h60v-8H30z" />
      <path d="M12 50h60v7H12zM24 57h40v6H24zM34 63h32v12H34zM48 75v7" />
      <path class="tool" d="M34 22h16v16H34zM40 38h4v6l-2 4-2-4z" />
    </g>
    <g v-else>
      <path d="M8 72h100v8H8zM8 72V30h26v42M34 40h6v16h-6z" />
      <path d="M84 72V46h16v26M84 50l-8-2 8-2" />
      <path class="tool" d="M52 60h20v8H52zM58 52h8v8h-8zM58 54l-6-3 6-1zM46 72l4-4h26l4 4" />
    </g>
  </svg>
</template>

<style scoped>
.thumb {
  width: 100%;
  height: auto;
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
  stroke-linejoin: round;
}
.tool {
  stroke: var(--accent);
  fill: var(--accent-wash);
}
</style>
