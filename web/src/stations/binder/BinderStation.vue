<script setup lang="ts">
import StationTabs from '../../ui/StationTabs.vue';
import { useView } from '../useView';
import HelpReport from './HelpReport.vue';
import LogbookView from './LogbookView.vue';
import MachineRecord from './MachineRecord.vue';
import RevisionsView from './RevisionsView.vue';

type View = 'log' | 'revisions' | 'record' | 'help';
const views: { id: View; name: string }[] = [
  { id: 'log', name: 'Logbook' },
  { id: 'revisions', name: 'Revisions' },
  { id: 'record', name: 'Machine record' },
  { id: 'help', name: 'Help report' },
];
const { view: shown, show } = useView<View>(
  () => views,
  () => 'log',
);
</script>

<template>
  <div class="binder">
    <StationTabs :views="views" :shown="shown" label="Binder" @show="show" />
    <div class="view" role="tabpanel" :aria-labelledby="`tab-${shown}`">
      <LogbookView v-if="shown === 'log'" />
      <RevisionsView v-else-if="shown === 'revisions'" />
      <MachineRecord v-else-if="shown === 'record'" />
      <HelpReport v-else />
    </div>
  </div>
</template>

<style scoped>
.binder {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  gap: 10px;
  height: 100%;
  min-height: 500px;
}
.view {
  min-height: 0;
  overflow: auto;
}
</style>
