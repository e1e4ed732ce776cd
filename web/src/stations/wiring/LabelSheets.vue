<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import NumberField from '../../ui/NumberField.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { Printer } from '@element-plus/icons-vue';
import type { LabelGrid } from '@nodaxis/core/wiring/labels';
import { labelPages, labelSize, paperMm, partLabels, wireLabels } from '@nodaxis/core/wiring/labels';
import { computed, reactive, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';

/** Labels for wire ends and parts, on a grid that suits the sheet at hand. */
const machine = useOpenMachine();
const what = ref<'wires' | 'parts'>('wires');
const skip = ref(0);
const grid = reactive<LabelGrid>({ paper: 'A4', columns: 7, rows: 27, marginX: 8, marginY: 13, gapX: 2, gapY: 0 });
const labels = computed(() =>
  what.value === 'wires' ? wireLabels(machine.design, machine.figures.whole.wires) : partLabels(machine.design),
);
const size = computed(() => labelSize(grid));
const pages = computed(() => (size.value ? labelPages(labels.value, grid, Math.max(0, Math.floor(skip.value))) : []));
const print = () => window.print();
const numbers: { key: Exclude<keyof LabelGrid, 'paper'>; name: string; max: number }[] = [
  { key: 'columns', name: 'Columns', max: 20 },
  { key: 'rows', name: 'Rows', max: 60 },
  { key: 'marginX', name: 'Margin left, right', max: 60 },
  { key: 'marginY', name: 'Margin top, bottom', max: 60 },
  { key: 'gapX', name: 'Gap across', max: 20 },
  { key: 'gapY', name: 'Gap down', max: 20 },
];
const whole = (key: string): boolean => key === 'columns' || key === 'rows';
function set(key: (typeof numbers)[number]['key'], n: number | undefined): void {
  if (n !== undefined) grid[key] = whole(key) ? Math.round(n) : n;
}
</script>

<template>
  <div class="labels">
    <section class="sheet stack settings" aria-label="Label sheet">
      <label
        >Labels for
        <Choice
          v-model="what"
          :options="[
            { value: 'wires', label: 'wire ends, two a conductor' },
            { value: 'parts', label: 'parts' },
          ]"
      /></label>
      <label>Paper <Choice v-model="grid.paper" :options="['A4', 'Letter']" /></label>
      <label v-for="n in numbers" :key="n.key"
        >{{ n.name }}<template v-if="!whole(n.key)"> (mm)</template>
        <NumberField
          :model-value="grid[n.key]"
          :min="whole(n.key) ? 1 : 0"
          :max="n.max"
          :step="whole(n.key) ? 1 : 0.5"
          @update:model-value="set(n.key, $event)"
        />
      </label>
      <label>Places used already <NumberField v-model="skip" :min="0" :max="999" /></label>
      <p v-if="size" class="soft">
        {{ labels.length }} labels of {{ size.width.toFixed(1) }} × {{ size.height.toFixed(1) }} mm on
        {{ pages.length }} page{{ pages.length === 1 ? '' : 's' }}.
      </p>
      <Caution v-else> This grid does not fit on {{ grid.paper }}: fewer columns or rows, or smaller margins. </Caution>
      <ActionButton kind="main" :disabled="!size" @click="print"><Printer />Print</ActionButton>
      <p class="soft">Print at 100 %, without fitting to the page, and check one sheet against a ruler.</p>
    </section>
    <div v-if="size" class="paper">
      <div
        v-for="(page, i) in pages"
        :key="i"
        class="page"
        :style="{
          width: `${paperMm[grid.paper].width}mm`,
          height: `${paperMm[grid.paper].height}mm`,
          padding: `${grid.marginY}mm ${grid.marginX}mm`,
          gridTemplateColumns: `repeat(${grid.columns}, ${size.width}mm)`,
          gridAutoRows: `${size.height}mm`,
          columnGap: `${grid.gapX}mm`,
          rowGap: `${grid.gapY}mm`,
        }"
      >
        <div v-for="(l, k) in page" :key="k" class="label" :class="{ used: !l }">
          <template v-if="l"
            ><b class="mono">{{ l.big }}</b> <span class="mono">{{ l.small }}</span></template
          >
        </div>
      </div>
    </div>
  </div>
</template>

<style scoped>
.labels {
  display: grid;
  grid-template-columns: 250px minmax(0, 1fr);
  gap: 12px;
  align-items: start;
}
.settings label {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
}
.settings .text-field {
  width: 74px;
}
.settings .choice {
  max-width: 150px;
}
.paper {
  overflow: auto;
  max-height: calc(100vh - 190px);
}
.page {
  display: grid;
  align-content: start;
  background: #fff;
  color: #000;
  border: 1px solid var(--line-strong);
  margin-bottom: 12px;
  zoom: 0.8;
}
.label {
  border: 1px dotted #bbb;
  overflow: hidden;
  white-space: nowrap;
  display: flex;
  align-items: center;
  justify-content: center;
  gap: 1.5mm;
  font-size: 2.9mm;
}
.label b {
  font-size: 3.6mm;
}
.used {
  background: repeating-linear-gradient(45deg, #eee 0 2px, #fff 2px 6px);
}
@media (max-width: 720px) {
  .labels {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media print {
  .settings {
    display: none;
  }
  .labels {
    display: block;
  }
  .paper {
    overflow: visible;
    max-height: none;
  }
  .page {
    zoom: 1;
    border: 0;
    margin: 0;
    break-after: page;
  }
  .page:last-child {
    break-after: auto;
  }
  .label {
    border-color: transparent;
  }
}
</style>
