<script setup lang="ts">
import type { SheetLine } from '@nodaxis/core/dialects/lines';
import { canWrite, inMenuOrder } from '@nodaxis/core/dialects/write';
import { computed } from 'vue';
import DataTable from '../../ui/DataTable.vue';

/** On paper: the settings in the order of the menus, with a box to tick and a place for what was there before. */
const { lines } = defineProps<{ lines: readonly SheetLine[]; title: string }>();
const menus = computed(() => inMenuOrder(lines.filter(canWrite)));
</script>

<template>
  <div class="on-paper">
    <h2>{{ title }}</h2>
    <template v-for="m in menus" :key="m.menu">
      <h3>{{ m.menu || 'In the order of the sheet' }}</h3>
      <DataTable>
        <thead>
          <tr>
            <th>There it is</th>
            <th>What it is</th>
            <th class="num">Set to</th>
            <th>Was before</th>
            <th>Done</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="l in m.lines" :key="l.name">
            <td class="mono">{{ l.name }}</td>
            <td>{{ l.what }}{{ l.entry.restart ? ' (restart)' : '' }}</td>
            <td class="num mono">{{ l.text }} {{ l.unit ?? '' }}</td>
            <td class="blank"></td>
            <td>☐</td>
          </tr>
        </tbody>
      </DataTable>
    </template>
  </div>
</template>

<style scoped>
.on-paper {
  display: none;
}
.blank {
  width: 120px;
}
@media print {
  .on-paper {
    display: block;
  }
}
</style>
