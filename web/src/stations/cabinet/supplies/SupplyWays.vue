<script setup lang="ts">
import { RESERVE, type Sizing } from '@nodaxis/core/power/sizing';
import type { SupplyDemand } from '@nodaxis/core/power/states';
import { showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { usePreferences } from '../../../document/preferences';

/** Three ways to size it, side by side, and why one of them is right. */
const { demand, sizing } = defineProps<{ demand: SupplyDemand; sizing: Sizing }>();
const preferences = usePreferences();
const a = (amps: number) => showValue(amps, 'current', preferences.display, 3);
const ways = computed(() => [
  { title: 'Phase currents added up', amps: sizing.phaseSumA },
  { title: 'Two thirds of them', amps: sizing.twoThirdsA },
  { title: 'Energy balance', amps: sizing.balanceA },
]);
const most = computed(() => Math.max(...ways.value.map((x) => x.amps), demand.ratedA));
</script>

<template>
  <section class="sheet stack" aria-label="Three ways to a size">
    <h2>Three ways to a size</h2>
    <dl>
      <template v-for="(way, i) in ways" :key="way.title">
        <dt :class="{ right: i === 2 }">{{ way.title }}</dt>
        <dd>
          <span class="bar" :class="{ right: i === 2 }" :style="{ width: `${(100 * way.amps) / most}%` }" />
          <b class="mono">{{ a(way.amps) }}</b>
        </dd>
      </template>
    </dl>
    <p>
      The energy balance is right: a driver chops its current down, so that the supply gives watts and never the phase
      currents. With {{ Math.round(RESERVE * 100) }} % of it in reserve, and enough for the moments when all accelerate,
      look for <strong>{{ a(sizing.wantedA) }}</strong> at
      {{ showValue(demand.volts, 'voltage', preferences.display, 3) }}.
    </p>
  </section>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 6px 12px;
  margin: 0;
  align-items: center;
}
dd {
  margin: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 70px;
  gap: 8px;
  align-items: center;
}
dd b {
  text-align: right;
}
.bar {
  height: 12px;
  background: var(--steel);
  border: 1px solid var(--soft);
}
.bar.right {
  background: var(--accent);
  border-color: var(--accent);
}
dt.right {
  font-weight: 700;
}
</style>
