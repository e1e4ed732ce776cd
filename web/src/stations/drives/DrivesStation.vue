<script setup lang="ts">
import { computed } from 'vue';
import { useMachine } from '../../document/machine';
import DriveCard from './DriveCard.vue';
import SpeedLadder from './SpeedLadder.vue';

const machine = useMachine();
const axes = computed(() => machine.figures!.axes);
</script>

<template>
  <div class="stack">
    <section class="sheet" aria-label="Speed ladder"><SpeedLadder :axes="axes" /></section>
    <div class="cards">
      <DriveCard v-for="a in axes" :key="a.id" :figures="a" />
    </div>
    <p class="caution">
      What is worked out here is kinematics and pulses. Whether the motor has the torque for it is not yet checked:
      raise speed and acceleration on the real machine in small steps, with a hand on the stop.
    </p>
  </div>
</template>

<style scoped>
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(350px, 1fr));
  gap: 12px;
}
@media (max-width: 720px) {
  .cards {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
