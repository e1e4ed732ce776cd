<script setup lang="ts">
import DataTable from '../../ui/DataTable.vue';
import Progress from '../../ui/Progress.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { machineRecord } from '@nodaxis/core/reports/machineRecord';
import { sheets, sheetsOfConductors } from '@nodaxis/core/wiring/sheets';
import { proxy, wrap } from 'comlink';
import { computed, onBeforeUnmount, ref, toRaw } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import { download, fileName } from '../../document/transfer';
import type { DrawnSheet } from '../../widgets/diagram/drawing';
import { graphOf, movedOn, svgOf, titleOf } from '../../widgets/diagram/drawing';
import { Layouter } from '../../widgets/diagram/layouter';
import type { PdfMaker } from '../../workers/pdf.worker';

/** The machine on paper, to be kept in its cabinet. */
const machine = useOpenMachine();
const preferences = usePreferences();
const record = computed(() =>
  machineRecord(machine.file, machine.figures, machine.findings, preferences.display, new Date().toISOString()),
);
const share = ref<number>();
const fault = ref('');
let thread: Worker | undefined;
let drawer: Layouter | undefined;
/** What the drawing of the sheets takes of it all. */
const SHEETS_SHARE = 0.5;
/** The overview and every sheet that has conductors, laid out one after the other. */
async function draw(layouter: Layouter): Promise<{ svg: string }[]> {
  const { design, layout: kept } = machine.file;
  const { wires } = machine.figures;
  const used = new Set(sheetsOfConductors(design).values());
  const all: DrawnSheet[] = used.size ? ['overview', ...sheets.filter((s) => used.has(s))] : [];
  const drawn: { svg: string }[] = [];
  for (const sheet of all) {
    const graph = graphOf(design, wires, sheet);
    const layout = await layouter.layOut(graph);
    const title = { title: `${design.name}: ${titleOf(sheet)}`, subtitle: record.value.lines[0] ?? '' };
    drawn.push({ svg: svgOf(sheet, graph, layout, movedOn(kept.positions, graph, sheet), title) });
    if (layouter === drawer) share.value = (SHEETS_SHARE * drawn.length) / all.length;
  }
  return drawn;
}
function stop() {
  drawer?.end();
  drawer = undefined;
  thread?.terminate();
  thread = undefined;
  share.value = undefined;
}
async function save() {
  stop();
  fault.value = '';
  share.value = 0;
  const layouter = (drawer = new Layouter());
  const own = new Worker(new URL('../../workers/pdf.worker.ts', import.meta.url), { type: 'module' });
  thread = own;
  try {
    const drawings = await draw(layouter);
    if (own !== thread) return;
    const bytes = await wrap<PdfMaker>(own).make(
      structuredClone(toRaw(record.value)),
      drawings,
      proxy((s: number) => own === thread && (share.value = SHEETS_SHARE + s * (1 - SHEETS_SHARE))),
    );
    if (own === thread) download(fileName(machine.file).replace('.nodaxis.json', '.pdf'), bytes, 'application/pdf');
  } catch (e) {
    fault.value = `The document could not be made (${e instanceof Error ? e.message : String(e)}). Try again; the file itself is whole.`;
  }
  if (own === thread) stop();
}
onBeforeUnmount(stop);
</script>

<template>
  <div class="record">
    <div class="row">
      <ActionButton kind="main" :disabled="share !== undefined" @click="save">Save as PDF</ActionButton>
      <template v-if="share !== undefined">
        <Progress :done="share" label="Making the document" />
        <ActionButton @click="stop">Stop</ActionButton>
      </template>
      <span v-if="fault" class="fault" role="alert">{{ fault }}</span>
    </div>
    <article class="sheet paper" aria-label="Machine record">
      <h1>{{ record.title }}</h1>
      <p v-for="l in record.lines" :key="l" class="soft">{{ l }}</p>
      <section v-for="s in record.sections" :key="s.heading">
        <h2>{{ s.heading }}</h2>
        <p v-for="p in s.paragraphs" :key="p">{{ p }}</p>
        <DataTable v-if="s.table">
          <colgroup v-if="s.table.widths">
            <col
              v-for="(c, i) in s.table.widths"
              :key="i"
              :style="{ width: `${(100 * c) / s.table.widths.reduce((a, b) => a + b, 0)}%` }"
            />
          </colgroup>
          <thead>
            <tr>
              <th v-for="(h, i) in s.table.head" :key="i" :class="{ num: s.table.right?.includes(i) }">{{ h }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(r, k) in s.table.rows" :key="k">
              <td v-for="(c, i) in r" :key="i" :class="{ num: s.table.right?.includes(i) }">{{ c }}</td>
            </tr>
          </tbody>
        </DataTable>
      </section>
    </article>
  </div>
</template>

<style scoped>
.record {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  gap: 10px;
  height: 100%;
}
.paper {
  overflow: auto;
  padding: 20px 26px;
}
.paper section {
  content-visibility: auto;
  contain-intrinsic-size: auto 300px;
}
h2 {
  margin: 16px 0 4px;
}
td {
  overflow-wrap: anywhere;
}
.fault {
  color: var(--danger);
}
</style>
