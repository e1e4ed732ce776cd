<script setup lang="ts">
import PartChooser from '../../widgets/PartChooser.vue';
</script>

<template>
  <section class="sheet stack begin" aria-label="No spindle yet">
    <h2>No spindle yet</h2>
    <p>
      Choose the motor that turns the tool or the work, and its drive. Then its torque and power over speed are drawn
      here, the settings of the drive are worked out in the order in which they are entered, and its speed is checked
      against a meter.
    </p>
    <PartChooser :slot-of="{ role: 'spindle' }" :classes="['spindle']" label="Spindle" />
  </section>
</template>

<style scoped>
.begin {
  max-width: 620px;
}
</style>
