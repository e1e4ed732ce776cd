<script setup lang="ts">
import type { Notice } from '@nodaxis/core/switches/polarity';

/** When a fault shows: an open ring at once, a half one at the next use, a full square never. */
defineProps<{ notice: Notice; word?: boolean }>();
</script>

<template>
  <span class="notice" :class="notice.replaceAll(' ', '-')">
    <svg viewBox="0 0 12 12" width="12" height="12" role="img" :aria-label="notice">
      <circle v-if="notice !== 'never'" cx="6" cy="6" r="4.6" />
      <path v-if="notice === 'at next use'" class="full" d="M6 1.4a4.6 4.6 0 0 1 0 9.2z" />
      <rect v-if="notice === 'never'" class="full" x="1.4" y="1.4" width="9.2" height="9.2" />
    </svg>
    <template v-if="word">{{ notice }}</template>
  </span>
</template>

<style scoped>
.notice {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  white-space: nowrap;
}
svg {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.4;
}
.full {
  fill: currentColor;
}
</style>
