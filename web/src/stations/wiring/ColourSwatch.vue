<script setup lang="ts">
import type { ColourCode } from '@nodaxis/core/machine/connections';
import { computed } from 'vue';

/** A piece of insulation in its colour, with its letter code after IEC 60757. */
const props = defineProps<{ code: ColourCode }>();
const shades: Record<Exclude<ColourCode, 'GNYE'>, [string, string]> = {
  BK: ['#1b1b1b', 'black'],
  BN: ['#6b3f1d', 'brown'],
  RD: ['#c02a22', 'red'],
  OG: ['#e07b1a', 'orange'],
  YE: ['#e8c51f', 'yellow'],
  GN: ['#2f8a3d', 'green'],
  BU: ['#2a5fb0', 'blue'],
  VT: ['#7a3fa0', 'violet'],
  GY: ['#8b8f94', 'grey'],
  WH: ['#f4f4f0', 'white'],
  PK: ['#e79ab4', 'pink'],
  TQ: ['#30b0b0', 'turquoise'],
};
const shade = computed(() =>
  props.code === 'GNYE'
    ? { fill: 'repeating-linear-gradient(90deg, #2f8a3d 0 7px, #e8c51f 7px 12px)', name: 'green-yellow' }
    : { fill: shades[props.code][0], name: shades[props.code][1] },
);
</script>

<template>
  <span class="swatch" :title="shade.name"
    ><i :style="{ background: shade.fill }"></i><span class="mono">{{ code }}</span></span
  >
</template>

<style scoped>
.swatch {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
i {
  width: 26px;
  height: 8px;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
}
</style>
