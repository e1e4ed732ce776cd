<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import StationTabs from '../../ui/StationTabs.vue';
import { useView } from '../useView';
import SettingsList from './SettingsList.vue';

/** What the control has to be told: worked out, and in the words of the control itself. */
const ControlView = defineAsyncComponent(() => import('./ControlView.vue'));
const machine = useOpenMachine();
type View = 'needed' | 'control';
const views = computed((): { id: View; name: string }[] => [
  { id: 'needed', name: 'What it needs' },
  { id: 'control', name: machine.design.nameSheet?.name ?? 'In the control’s words' },
]);
const { view, show } = useView<View>(
  () => views.value,
  () => 'needed',
  ({ field }) => (typeof field === 'string' ? 'needed' : undefined),
);
</script>

<template>
  <div class="settings">
    <StationTabs :views="views" :shown="view" label="Views of the settings" @show="show" />
    <div class="body" role="tabpanel" :aria-labelledby="`tab-${view}`">
      <SettingsList v-if="view === 'needed'" />
      <ControlView v-else />
    </div>
  </div>
</template>

<style scoped>
.settings {
  display: flex;
  flex-direction: column;
  gap: 8px;
}
</style>
