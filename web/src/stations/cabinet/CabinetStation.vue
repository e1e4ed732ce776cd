<script setup lang="ts">
import StationTabs from '../../ui/StationTabs.vue';
import { useView } from '../useView';
import HeatView from './heat/HeatView.vue';
import PanelView from './panel/PanelView.vue';
import ProtectionView from './protection/ProtectionView.vue';
import SuppliesView from './supplies/SuppliesView.vue';
import PowerTreeView from './tree/PowerTreeView.vue';

/** Does it suffice: what everything takes, and what gives it. */
const views = [
  { id: 'tree', name: 'Power tree' },
  { id: 'supplies', name: 'Supplies' },
  { id: 'protection', name: 'Protection' },
  { id: 'heat', name: 'Heat' },
  { id: 'panel', name: 'Panel' },
] as const;
type View = (typeof views)[number]['id'];
/** The view that a link to a field asks for. */
const viewOf = (field: string): View =>
  /^enclosures\..*\.(places|ducts|front|door)/.test(field)
    ? 'panel'
    : /^(enclosures|warmestRoom)/.test(field)
      ? 'heat'
      : 'tree';
const { view, show } = useView<View>(
  () => views,
  () => 'tree',
  ({ part, field }) => (typeof part === 'string' ? 'supplies' : typeof field === 'string' ? viewOf(field) : undefined),
);
</script>

<template>
  <div class="stack">
    <StationTabs :views="views" :shown="view" label="Views of the cabinet" @show="show" />
    <div role="tabpanel" :aria-labelledby="`tab-${view}`">
      <PowerTreeView v-if="view === 'tree'" />
      <SuppliesView v-else-if="view === 'supplies'" />
      <ProtectionView v-else-if="view === 'protection'" />
      <HeatView v-else-if="view === 'heat'" />
      <PanelView v-else />
    </div>
  </div>
</template>
