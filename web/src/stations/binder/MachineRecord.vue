<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import DataTable from '../../ui/DataTable.vue';
import Progress from '../../ui/Progress.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { machineRecord } from '@nodaxis/core/reports/machineRecord';
import { sheets, sheetsOfConductors } from '@nodaxis/core/wiring/sheets';
import { proxy } from 'comlink';
import { computed, onBeforeUnmount, ref, toRaw } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import { download, fileName } from '../../document/transfer';
import type { DrawnSheet } from '../../widgets/diagram/drawing';
import { graphOf, movedOn, svgOf, titleOf } from '../../widgets/diagram/drawing';
import { Layouter } from '../../widgets/diagram/layouter';
import type { PdfMaker } from '../../workers/pdf.worker';
import { useWorkerJob } from '../../workers/useWorkerJob';

/** The machine on paper, to be kept in its cabinet. */
const machine = useOpenMachine();
const preferences = usePreferences();
const record = computed(() =>
  machineRecord(machine.file, machine.figures, machine.findings, preferences.display, new Date().toISOString()),
);
/** What the drawing of the sheets takes of it all. */
const SHEETS_SHARE = 0.5;
/** The share of the sheets that is drawn, while they are. */
const drawnShare = ref<number>();
const job = useWorkerJob<PdfMaker>(
  () => new Worker(new URL('../../workers/pdf.worker.ts', import.meta.url), { type: 'module' }),
  'The document could not be made',
);
const drawing = ref('');
const share = computed(() => {
  const made = job.progress.value;
  if (!made && drawnShare.value === undefined) return undefined;
  return SHEETS_SHARE * (drawnShare.value ?? 1) + (made ? ((1 - SHEETS_SHARE) * made.done) / made.of : 0);
});
let drawer: Layouter | undefined;
/** The overview and every sheet that has conductors, laid out one after the other; undefined where it was stopped. */
async function draw(layouter: Layouter): Promise<{ svg: string }[] | undefined> {
  const { design, layout: kept } = machine.file;
  const used = new Set(sheetsOfConductors(design).values());
  const all: DrawnSheet[] = used.size ? ['overview', 'single-line', ...sheets.filter((s) => used.has(s))] : [];
  const drawn: { svg: string }[] = [];
  for (const sheet of all) {
    drawing.value = `${titleOf(sheet)}, sheet ${drawn.length + 1} of ${all.length}`;
    drawnShare.value = drawn.length / all.length;
    const graph = graphOf(machine.figures, sheet, preferences.display);
    const layout = await layouter.layOut(graph);
    if (layouter !== drawer) return undefined;
    const title = { title: `${design.name}: ${titleOf(sheet)}`, subtitle: record.value.lines[0] ?? '' };
    drawn.push({ svg: svgOf(sheet, graph, layout, movedOn(kept.positions, graph, sheet), title) });
  }
  return drawn;
}
function stop() {
  drawer?.end();
  drawer = undefined;
  drawnShare.value = undefined;
  drawing.value = '';
  job.end();
}
async function save() {
  stop();
  job.fault.value = '';
  drawnShare.value = 0;
  const layouter = (drawer = new Layouter());
  try {
    const drawings = await draw(layouter);
    if (!drawings) return;
    drawnShare.value = undefined;
    drawing.value = '';
    const bytes = await job.run((maker, heard) =>
      maker.make(
        structuredClone(toRaw(record.value)),
        drawings,
        proxy((share: number) => heard(share, 1)),
      ),
    );
    if (bytes) download(fileName(machine.file).replace('.nodaxis.json', '.pdf'), bytes, 'application/pdf');
  } catch (e) {
    if (layouter === drawer)
      job.fault.value = `A sheet could not be drawn (${e instanceof Error ? e.message : String(e)}). Try again; the file itself is whole.`;
  } finally {
    if (layouter === drawer) stop();
  }
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
        <span class="soft" role="status">{{ drawing || 'Setting the pages' }} …</span>
      </template>
    </div>
    <Caution v-if="job.fault.value" kind="refused">{{ job.fault.value }}</Caution>
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
  display: flex;
  flex-direction: column;
  gap: 10px;
  height: 100%;
}
.paper {
  flex: 1;
  min-height: 0;
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
</style>
