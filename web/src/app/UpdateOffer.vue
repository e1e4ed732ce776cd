<script setup lang="ts">
import Caution from '../ui/Caution.vue';
import ActionButton from '../ui/ActionButton.vue';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { pendingDrafts } from '../document/drafts';
import { openNow as machine } from '../document/openNow';
import { version } from '../document/version';
import { goOver, overtaken, waitingVersion } from './update';

/** Says that a newer version is there. It never reloads by itself, and keeps quiet while a test or a simulation is shown. */
const route = useRoute();
const busy = computed(() => ['bringup', 'practice'].includes(String(route.name)) || pendingDrafts.size > 0);
const shown = computed(() => (waitingVersion.value !== undefined || overtaken.value) && !busy.value);
async function reload() {
  await machine.flush();
  // What could not be saved would be gone: that is said where it stands.
  if (machine.saveState === 'saved') goOver();
}
</script>

<template>
  <Caution v-if="shown" kind="told" class="offer">
    <template v-if="overtaken"
      >Another tab now runs a newer version of Nodaxis. Load this page again when it suits you.</template
    >
    <template v-else
      >A newer version of Nodaxis is ready: {{ waitingVersion }} instead of {{ version }}. Go over to it when it suits
      you.</template
    >
    <template #action>
      <ActionButton kind="main" @click="reload">Load the page again</ActionButton>
    </template>
  </Caution>
</template>

<style scoped>
.offer {
  margin: 8px 16px 0;
}
</style>
