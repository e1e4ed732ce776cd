<script setup lang="ts">
import type { Standing } from '@nodaxis/core/reports/standing';
import { stationList } from '../stations/stationList';
import SeverityMark from '../widgets/SeverityMark.vue';

/** How far each station of a machine is, its worst finding, and what to do next. */
defineProps<{ standing: Standing; machineId: string }>();
const title = (id: string) => stationList.find((s) => s.id === id)?.title ?? id;
const percent = (s: { done: number; of: number }) => Math.floor((100 * s.done) / s.of);
</script>

<template>
  <div class="standing">
    <ul aria-label="Progress by station">
      <li
        v-for="s in standing.stations"
        :key="s.station"
        :data-hint="`${title(s.station)}: ${percent(s)} %`"
        :class="{ whole: s.done === s.of }"
      >
        <i :style="{ height: `${percent(s)}%` }"></i
        ><span class="visually-hidden">{{ title(s.station) }} {{ percent(s) }} %</span>
      </li>
    </ul>
    <div>
      <p v-if="standing.worst" class="worst">
        <SeverityMark :severity="standing.worst.severity" />
        <span v-if="standing.findings > 1" class="soft"> and {{ standing.findings - 1 }} more</span>
      </p>
      <p>
        Next:
        <RouterLink :to="`/machine/${machineId}/${standing.next.station}`">{{ standing.next.text }}</RouterLink>
      </p>
    </div>
  </div>
</template>

<style scoped>
.standing {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 10px;
  align-items: start;
  margin-top: 4px;
}
ul {
  display: flex;
  gap: 3px;
  margin: 3px 0 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  align-items: end;
  width: 8px;
  height: 30px;
  border: 1px solid var(--line-strong);
}
i {
  width: 100%;
  background: var(--accent);
}
.whole i {
  background: var(--good);
}
p {
  margin: 0;
  line-height: 1.3;
}
</style>
