<script setup lang="ts">
import { drawingDxf } from '@nodaxis/core/formats/drawingDxf';
import { drawingSvg } from '@nodaxis/core/formats/drawingSvg';
import { drawingTiles } from '@nodaxis/core/formats/drawingTiles';
import type { PanelDrawing } from '@nodaxis/core/panel/drawing';
import { proxy } from 'comlink';
import { computed, onBeforeUnmount } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { download } from '../../../document/transfer';
import ActionButton from '../../../ui/ActionButton.vue';
import ActionMenu from '../../../ui/ActionMenu.vue';
import Caution from '../../../ui/Caution.vue';
import Progress from '../../../ui/Progress.vue';
import type { PdfMaker } from '../../../workers/pdf.worker';
import { useWorkerJob } from '../../../workers/useWorkerJob';

/** The drawing of a plate or front as a file: one sheet, for a machine that cuts, or in sheets of A4 to print. */
const { drawing, title, name } = defineProps<{ drawing: PanelDrawing; title: string; name: string }>();
const machine = useOpenMachine();
const items = [
  { value: 'pdf', label: 'PDF in sheets of A4, to print' },
  { value: 'svg', label: 'SVG, one sheet' },
  { value: 'dxf', label: 'DXF, for a machine that cuts' },
] as const;
const job = useWorkerJob<PdfMaker>(
  () => new Worker(new URL('../../../workers/pdf.worker.ts', import.meta.url), { type: 'module' }),
  'The drawing could not be made',
);
const share = computed(() => job.progress.value && job.progress.value.done / job.progress.value.of);
async function save(as: 'pdf' | 'svg' | 'dxf'): Promise<void> {
  const file = `${machine.file.id}-${name}.${as}`;
  if (as === 'svg') return download(file, drawingSvg(drawing), 'image/svg+xml');
  if (as === 'dxf') return download(file, drawingDxf(drawing), 'image/vnd.dxf');
  const tiles = drawingTiles(drawing, title);
  const bytes = await job.run((maker, heard) =>
    maker.sheets(
      title,
      tiles.map((t) => t.svg),
      proxy((done: number) => heard(done, 1)),
    ),
  );
  job.end();
  if (bytes) download(file, bytes, 'application/pdf');
}
onBeforeUnmount(job.end);
</script>

<template>
  <template v-if="share !== undefined">
    <Progress :done="share" label="Making the drawing" />
    <ActionButton @click="job.end()">Stop</ActionButton>
  </template>
  <ActionMenu v-else :items="items" @pick="save">Drawing 1:1</ActionMenu>
  <Caution v-if="job.fault.value" kind="refused">{{ job.fault.value }}</Caution>
</template>
