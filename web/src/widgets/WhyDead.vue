<script setup lang="ts">
import Caution from '../ui/Caution.vue';
import ActionButton from '../ui/ActionButton.vue';
import { computed } from 'vue';
import { useFocusLink } from './focusLink';
import { useMachine } from '../document/machine';

/** Why nothing can happen on this machine: the cause first, then what hangs on it, each with the way to it. */
const MOST = 3;
const machine = useMachine();
const { go } = useFocusLink();
const reasons = computed(() => machine.figures?.stop.dead ?? []);
</script>

<template>
  <Caution v-if="reasons.length" class="why">
    <p v-for="r in reasons.slice(0, MOST)" :key="r.what + r.part">
      {{ r.text }} <ActionButton kind="framed" @click="go(r.station, r.field)">Go there</ActionButton>
    </p>
    <p v-if="reasons.length > MOST" class="soft">And {{ reasons.length - MOST }} more like these.</p>
  </Caution>
</template>

<style scoped>
.why {
  grid-column: 1 / -1;
  display: grid;
  gap: 4px;
}
</style>
