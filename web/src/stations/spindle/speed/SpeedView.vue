<script setup lang="ts">
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import RampsCard from './RampsCard.vue';
import RunInCard from './RunInCard.vue';
import SpeedCheck from './SpeedCheck.vue';

/** Does it turn as fast as it is asked to, and in which time may it get there and back. */
defineProps<{ r: Rotating }>();
</script>

<template>
  <div class="view">
    <div class="stack">
      <SpeedCheck :r="r" />
      <RunInCard :r="r" />
    </div>
    <RampsCard :r="r" />
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 10px;
  align-items: start;
}
@media (max-width: 900px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
