<script setup lang="ts">
import type { Severity } from '@nodaxis/core/findings/finding';
import { severityWord } from '@nodaxis/core/findings/finding';

/** Word, shape and colour, so that nobody needs colour. `bare` leaves the word to the reader of a screen. */
defineProps<{ severity: Severity; bare?: boolean }>();
</script>

<template>
  <span class="mark" :class="severity">
    <svg viewBox="0 0 16 16" width="14" height="14" aria-hidden="true">
      <path v-if="severity === 'danger'" d="M5 1h6l4 4v6l-4 4H5l-4-4V5z" />
      <path v-else-if="severity === 'wont-work'" d="M8 1 15 8 8 15 1 8z" />
      <path v-else-if="severity === 'doubtful'" d="M8 2 15 14H1z" />
      <circle v-else cx="8" cy="8" r="6.5" />
      <path v-if="severity === 'danger'" class="glyph" d="M5 5l6 6M11 5l-6 6" />
      <path v-else-if="severity === 'note'" class="glyph" d="M8 7v5M8 4v1" />
      <path v-else class="glyph" d="M8 5.500v4M8 11v1" />
    </svg>
    <span :class="{ 'visually-hidden': bare }">{{ severityWord[severity] }}</span>
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  font-weight: 700;
  white-space: nowrap;
}
svg {
  fill: currentcolor;
  flex: none;
}
.glyph {
  stroke: var(--sheet);
  stroke-width: 1.8;
  fill: none;
}
.danger {
  color: var(--danger);
}
.wont-work {
  color: var(--wont);
}
.doubtful {
  color: var(--doubt);
}
.note {
  color: var(--note);
}
</style>
