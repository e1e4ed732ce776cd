<script setup lang="ts">
import type { ColourCode } from '@nodaxis/core/machine/connections';
import { computed } from 'vue';
import { fillsOf, insulationName } from '../../widgets/insulation';

/** A piece of insulation in its colour, with its letter code after IEC 60757. */
const props = defineProps<{ code: ColourCode; large?: boolean }>();
/** A second colour lies on the first in stripes. */
const fill = computed(() => {
  const [ground, stripe] = fillsOf(props.code);
  return stripe ? `repeating-linear-gradient(90deg, ${ground} 0 7px, ${stripe} 7px 12px)` : ground;
});
</script>

<template>
  <span class="swatch" :class="{ large }" :data-hint="insulationName(code)"
    ><i :style="{ background: fill }"></i><span class="mono">{{ code }}</span></span
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
.large i {
  width: 72px;
  height: 18px;
  border-radius: 9px;
}
.large .mono {
  font-size: 22px;
}
</style>
