<script setup lang="ts">
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import BarCard from './BarCard.vue';
import EncoderChain from './EncoderChain.vue';
import SurfaceSpeed from './SurfaceSpeed.vue';
import ThreadNeeds from './ThreadNeeds.vue';

/** What the encoder tells the control, and which threads and surface speeds follow from it. */
defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const lathe = computed(() => machine.figures.design.kind === 'lathe');
</script>

<template>
  <div class="view">
    <EncoderChain class="wide" :r="r" />
    <ThreadNeeds v-if="lathe" :r="r" />
    <div class="stack">
      <SurfaceSpeed v-if="lathe" :r="r" />
      <BarCard v-if="lathe" />
    </div>
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 10px;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
@media (max-width: 900px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
