<script setup lang="ts">
import StationTabs from '../../ui/StationTabs.vue';
import { useView } from '../useView';
import HeatView from './heat/HeatView.vue';
import ProtectionView from './protection/ProtectionView.vue';
import SuppliesView from './supplies/SuppliesView.vue';
import PowerTreeView from './tree/PowerTreeView.vue';

/** Does it suffice: what everything takes, and what gives it. */
const views = [
  { id: 'tree', name: 'Power tree' },
  { id: 'supplies', name: 'Supplies' },
  { id: 'protection', name: 'Protection' },
  { id: 'heat', name: 'Heat' },
] as const;
type View = (typeof views)[number]['id'];
const { view, show } = useView<View>(
  () => views,
  () => 'tree',
  ({ part, field }) =>
    typeof part === 'string'
      ? 'supplies'
      : typeof field === 'string'
        ? /^(enclosures|warmestRoom)/.test(field)
          ? 'heat'
          : 'tree'
        : undefined,
);
</script>

<template>
  <div class="stack">
    <StationTabs :views="views" :shown="view" label="Views of the cabinet" @show="show" />
    <div role="tabpanel" :aria-labelledby="`tab-${view}`">
      <PowerTreeView v-if="view === 'tree'" />
      <SuppliesView v-else-if="view === 'supplies'" />
      <ProtectionView v-else-if="view === 'protection'" />
      <HeatView v-else />
    </div>
  </div>
</template>
