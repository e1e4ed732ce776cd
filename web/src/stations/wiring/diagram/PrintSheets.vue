<script setup lang="ts">
import Caution from '../../../ui/Caution.vue';
import TickBox from '../../../ui/TickBox.vue';
import ActionButton from '../../../ui/ActionButton.vue';
import { Printer } from '@element-plus/icons-vue';
import { withTitle } from '@nodaxis/core/formats/diagramSvg';
import {
  extentOf,
  letterHeight,
  PAPER_MARGIN_MM,
  papers,
  SMALLEST_LETTERS_MM,
  type Paper,
} from '@nodaxis/core/wiring/diagram/paper';
import type { Sheet } from '@nodaxis/core/wiring/sheets';
import { ElDialog } from 'element-plus';
import { useEventListener } from '@vueuse/core';
import { computed, nextTick, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import {
  graphOf,
  lineWeight,
  movedLines,
  movedOn,
  svgOf,
  titleOf,
  type DrawnSheet,
} from '../../../widgets/diagram/drawing';
import { Layouter } from '../../../widgets/diagram/layouter';

/** Which sheets go on which paper, how tall their letters come out, and the pages themselves. */
const shown = defineModel<boolean>({ required: true });
const props = defineProps<{
  sheet: DrawnSheet;
  present: readonly Sheet[];
  titles: (sheet: DrawnSheet) => { title: string; subtitle: string };
}>();
const machine = useOpenMachine();
const preferences = usePreferences();

interface Drawn {
  sheet: DrawnSheet;
  svg: string;
  width: number;
  height: number;
  /** How much larger its words are than those of a sheet. */
  scale: number;
}
const all = computed((): DrawnSheet[] => ['overview', 'single-line', ...props.present]);
const picked = ref<DrawnSheet[]>([]);
const paper = ref<Paper>('A4');
const drawn = shallowRef<readonly Drawn[]>([]);
const fault = ref('');
const pages = shallowRef<readonly string[]>([]);
let layouter: Layouter | undefined;

/** Draws them one after the other in the layout worker, so that each says how it will look on the paper. */
async function draw(): Promise<void> {
  layouter?.end();
  const mine = (layouter = new Layouter());
  drawn.value = [];
  fault.value = '';
  const { layout: kept } = machine.file;
  try {
    for (const sheet of all.value) {
      const graph = graphOf(machine.figures, sheet, preferences.display);
      const layout = await mine.layOut(graph);
      if (mine !== layouter) return;
      const moved = movedOn(kept.positions, graph, sheet);
      const { width, height } = withTitle(
        extentOf(graph, layout, moved, movedLines(graph, layout, moved)),
        lineWeight(sheet),
      );
      drawn.value = [
        ...drawn.value,
        {
          sheet,
          svg: svgOf(sheet, graph, layout, moved, props.titles(sheet)),
          width,
          height,
          scale: graph.nodes[0]?.scale ?? 1,
        },
      ];
    }
  } catch (e) {
    fault.value = `A sheet could not be laid out: ${e instanceof Error ? e.message : String(e)}`;
  } finally {
    mine.end();
  }
}
const rest = () => {
  layouter?.end();
  layouter = undefined;
};
watch(shown, (open) => {
  if (!open) return rest();
  picked.value = [props.sheet];
  void draw();
});
const ready = computed(() => drawn.value.length === all.value.length);
const rows = computed(() =>
  all.value.map((sheet) => {
    const d = drawn.value.find((x) => x.sheet === sheet);
    return { sheet, letters: d && d.scale * letterHeight(d, paper.value) };
  }),
);
const small = computed(() =>
  rows.value.some((r) => picked.value.includes(r.sheet) && r.letters !== undefined && r.letters < SMALLEST_LETTERS_MM),
);
const pageSheet = new CSSStyleSheet();
const forget = () => {
  pages.value.forEach((url) => URL.revokeObjectURL(url));
  pages.value = [];
  document.adoptedStyleSheets = document.adoptedStyleSheets.filter((s) => s !== pageSheet);
};
useEventListener(window, 'afterprint', forget);
async function print(): Promise<void> {
  forget();
  pages.value = drawn.value
    .filter((d) => picked.value.includes(d.sheet))
    .map((d) => URL.createObjectURL(new Blob([d.svg], { type: 'image/svg+xml' })));
  const { width, height } = papers[paper.value];
  pageSheet.replaceSync(`@page { size: ${width}mm ${height}mm; margin: ${PAPER_MARGIN_MM}mm }`);
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, pageSheet];
  await nextTick();
  const images = [...document.querySelectorAll<HTMLImageElement>('.print-pages img')];
  await Promise.all(images.map((i) => i.decode()));
  window.print();
}
const pageStyle = computed(() => ({
  height: `${papers[paper.value].height - 2 * PAPER_MARGIN_MM - 1}mm`,
}));
onBeforeUnmount(() => {
  rest();
  forget();
});
</script>

<template>
  <ElDialog v-model="shown" title="Sheets on paper" width="min(560px, 96vw)">
    <div class="row papers" role="group" aria-label="Paper">
      <ActionButton v-for="(_, p) in papers" :key="p" kind="framed" :aria-pressed="paper === p" @click="paper = p">
        {{ p }}
      </ActionButton>
      <ActionButton @click="picked = picked.length === all.length ? [sheet] : [...all]">
        {{ picked.length === all.length ? 'Only this one' : `All ${all.length} sheets` }}
      </ActionButton>
    </div>
    <ul class="picks">
      <li v-for="r in rows" :key="r.sheet">
        <TickBox
          :model-value="picked.includes(r.sheet)"
          @change="picked = $event ? [...picked, r.sheet] : picked.filter((s) => s !== r.sheet)"
        >
          <span class="title">{{ titleOf(r.sheet) }}</span>
          <span v-if="r.letters === undefined" class="soft">{{ fault ? 'not drawn' : 'being laid out …' }}</span>
          <span v-else :class="{ small: r.letters < SMALLEST_LETTERS_MM }">letters {{ r.letters.toFixed(1) }} mm</span>
        </TickBox>
      </li>
    </ul>
    <p v-if="fault" role="alert" class="small">
      {{ fault }} <ActionButton kind="framed" @click="draw">Again</ActionButton>
    </p>
    <Caution v-if="small">
      Letters below {{ SMALLEST_LETTERS_MM }} mm are hard to read beside the cabinet: take the larger paper, or move
      parts closer together on the sheet.
    </Caution>
    <template #footer>
      <span v-if="!ready && !fault" class="soft" role="status"
        >Sheet {{ drawn.length + 1 }} of {{ all.length }} …
      </span>
      <ActionButton v-if="!ready && !fault" kind="framed" @click="shown = false">Stop</ActionButton>
      <ActionButton
        kind="main"
        :disabled="!picked.length || picked.some((s) => !drawn.some((d) => d.sheet === s))"
        @click="print"
      >
        <Printer />Print {{ picked.length }} {{ picked.length === 1 ? 'page' : 'pages' }}
      </ActionButton>
    </template>
  </ElDialog>
  <Teleport v-if="pages.length" to="body">
    <div class="print-pages">
      <div v-for="url in pages" :key="url" class="page" :style="pageStyle"><img :src="url" alt="" /></div>
    </div>
  </Teleport>
</template>

<style scoped>
.papers {
  gap: 6px;
}
.papers [aria-pressed='true'] {
  background: var(--accent);
  color: var(--on-accent);
}
.picks {
  list-style: none;
  padding: 0;
  margin: 10px 0;
}
.picks label {
  display: grid;
  grid-template-columns: 24px 1fr auto;
  align-items: center;
  min-height: 32px;
  border-bottom: 1px solid var(--line);
}
.title::first-letter {
  text-transform: uppercase;
}
.title {
  display: inline-block;
}
.small {
  color: var(--danger);
}
</style>
<style>
.print-pages {
  display: none;
}
@media print {
  body:has(> .print-pages) > :not(.print-pages) {
    display: none !important;
  }
  .print-pages {
    display: block;
  }
  .print-pages .page {
    overflow: hidden;
    break-after: page;
    break-inside: avoid;
  }
  .print-pages .page:last-child {
    break-after: auto;
  }
  .print-pages img {
    display: block;
    width: 100%;
    height: 100%;
    object-fit: contain;
    object-position: left top;
  }
}
</style>
