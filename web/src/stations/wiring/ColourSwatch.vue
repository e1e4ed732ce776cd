<script setup lang="ts">
import type { ColourCode, SingleColour } from '@nodaxis/core/machine/connections';
import { coloursOf } from '@nodaxis/core/machine/connections';
import { computed } from 'vue';

/** A piece of insulation in its colour, with its letter code after IEC 60757. */
const props = defineProps<{ code: ColourCode }>();
const shades: Record<SingleColour, [string, string]> = {
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
  GD: ['#b8912f', 'gold'],
  SR: ['#c4c8cc', 'silver'],
};
/** A second colour lies on the first in stripes. */
const shade = computed(() => {
  const [ground, stripe] = coloursOf(props.code).map((c) => shades[c]) as [[string, string], [string, string]?];
  return stripe
    ? {
        fill: `repeating-linear-gradient(90deg, ${ground[0]} 0 7px, ${stripe[0]} 7px 12px)`,
        name: `${ground[1]}-${stripe[1]}`,
      }
    : { fill: ground[0], name: ground[1] };
});
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
