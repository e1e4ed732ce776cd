<script setup lang="ts">
import { computed } from 'vue';

/** The mark of an axis: colour and shape; hollow for a slave motor. */
const props = defineProps<{ letter: string; hollow?: boolean; bare?: boolean }>();
const shape = computed(() => {
  if ('ABC'.includes(props.letter)) return 'diamond';
  return { X: 'square', U: 'square', Y: 'circle', V: 'circle', Z: 'triangle', W: 'triangle' }[props.letter] ?? 'square';
});
const colour = computed(
  () =>
    ({ square: 'var(--axis-x)', circle: 'var(--axis-y)', triangle: 'var(--axis-z)', diamond: 'var(--axis-r)' })[
      shape.value
    ],
);
</script>

<template>
  <span class="axis-mark" :style="{ color: colour }">
    <svg viewBox="0 0 14 14" width="13" height="13" aria-hidden="true" :class="{ hollow }">
      <rect v-if="shape === 'square'" x="2" y="2" width="10" height="10" />
      <circle v-else-if="shape === 'circle'" cx="7" cy="7" r="5.200" />
      <path v-else-if="shape === 'triangle'" d="M7 1.500 12.500 12h-11z" />
      <path v-else d="M7 1 13 7 7 13 1 7z" />
    </svg>
    <strong v-if="!bare">{{ letter }}</strong>
  </span>
</template>

<style scoped>
.axis-mark {
  display: inline-flex;
  align-items: center;
  gap: 4px;
}
svg {
  fill: currentcolor;
  stroke: currentcolor;
  stroke-width: 1.6;
}
.hollow {
  fill: none;
}
</style>
