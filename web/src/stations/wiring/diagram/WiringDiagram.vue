<script setup lang="ts">
import { Download, Printer, Refresh } from '@element-plus/icons-vue';
import { diagramSvg } from '@nodaxis/core/formats/diagramSvg';
import { detour, type Point } from '@nodaxis/core/wiring/diagram/elkGraph';
import { bundles, overviewGraph, walkOf } from '@nodaxis/core/wiring/diagram/overview';
import { sheetGraph } from '@nodaxis/core/wiring/diagram/sheetGraph';
import type { Sheet } from '@nodaxis/core/wiring/sheets';
import { sheets } from '@nodaxis/core/wiring/sheets';
import { terminalName } from '@nodaxis/core/wiring/wires';
import { useVueFlow, VueFlow, type Edge, type Node, type NodeDragEvent } from '@vue-flow/core';
import { MiniMap } from '@vue-flow/minimap';
import '@vue-flow/core/dist/style.css';
import { computed, markRaw, nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useMachine } from '../../../document/machine';
import { download } from '../../../document/transfer';
import { fillsOf } from '../../../widgets/insulation';
import { sheetNames } from '../sheetNames';
import PartNode from './PartNode.vue';
import { useLayout } from './useLayout';
import WireEdge from './WireEdge.vue';

/** The wiring as a diagram: a sheet for each function, and an overview that can be walked through. */
const machine = useMachine();
const design = computed(() => machine.design!);
const wires = computed(() => machine.figures!.wires);
const sheet = ref<Sheet | 'overview'>('motor-power');
const present = computed(() => sheets.filter((s) => [...wires.value.sheets.values()].includes(s)));
const list = computed(() => bundles(wires.value));
const graph = computed(() =>
  sheet.value === 'overview'
    ? overviewGraph(design.value, list.value)
    : sheetGraph(design.value, wires.value, sheet.value),
);
const { layout, busySince, seconds, fault, stop, again } = useLayout(graph);
const { setCenter, fitView, zoomIn, zoomOut, viewport, getNodes } = useVueFlow('wiring');

const edgeTypes = { wire: markRaw(WireEdge) as never };
const key = (part: string) => `${sheet.value}/${part}`;
/** Places that a hand has given to parts on this sheet. */
const moved = computed((): Record<string, Point> => {
  const positions = machine.file!.layout.positions;
  return Object.fromEntries(
    graph.value.nodes.flatMap((n) => {
      const p = positions[key(n.id)];
      return p ? [[n.id, p]] : [];
    }),
  );
});
const laidOut = computed(() => layout.value && graph.value.nodes.every((n) => layout.value!.nodes[n.id]));
const nodes = computed((): Node[] =>
  laidOut.value
    ? graph.value.nodes.map((n) => ({
        id: n.id,
        type: 'part',
        position: moved.value[n.id] ?? layout.value!.nodes[n.id]!,
        // Raw: three hundred lines need not be watched in depth.
        data: markRaw({ node: n, bundle: sheet.value === 'overview' }),
        connectable: false,
        draggable: !machine.readOnly,
      }))
    : [],
);
const edges = computed((): Edge[] =>
  laidOut.value
    ? graph.value.edges.map((e, i) => ({
        id: e.id,
        type: 'wire',
        source: e.from.node,
        target: e.to.node,
        sourceHandle: e.from.port,
        targetHandle: e.to.port,
        focusable: false,
        data: markRaw({
          points: moved.value[e.from.node] || moved.value[e.to.node] ? undefined : layout.value!.lines[e.id],
          number: e.number,
          colour: e.colour,
          net: e.net,
          lane: ((i % 9) - 4) * 6,
          bundle: sheet.value === 'overview' ? `bundle ${e.id.split('/')[0]}` : undefined,
        }),
      }))
    : [],
);
/** A terminal to be shown, once its sheet is laid out. */
let target: { sheet: Sheet; part: string; terminal: string } | undefined;
/** Brings a new sheet into view, as soon as the parts of this very sheet are on the page and measured. */
let looking = 0;
async function look(): Promise<void> {
  const mine = ++looking;
  for (let frame = 0; frame < 240; frame++) {
    await new Promise(requestAnimationFrame);
    if (mine !== looking) return;
    const now = new Set<unknown>(graph.value.nodes);
    const there = getNodes.value;
    if (!there.length || !there.every((n) => n.dimensions.width > 0 && now.has(n.data.node))) continue;
    // Where the reader has gone on to another sheet meanwhile, the whole of it is shown.
    if (target?.sheet === sheet.value) centre();
    else void fitView({ padding: 0.03, maxZoom: 1.2, duration: 0 });
    return;
  }
}
watch(sheet, () => void look(), { immediate: true });
onBeforeUnmount(() => looking++);

/** The net under the pointer or pinned by a click, lit on whatever sheet is shown. One style rule does it, not three hundred lines. */
const pinned = ref<number>();
/** While the sheet is pushed about, it is moved as one picture instead of being drawn anew for each frame. */
const moving = ref(false);
const over = ref<number>();
const lit = computed(() => over.value ?? pinned.value);
const light = new CSSStyleSheet();
onMounted(() => (document.adoptedStyleSheets = [...document.adoptedStyleSheets, light]));
onBeforeUnmount(() => (document.adoptedStyleSheets = document.adoptedStyleSheets.filter((s) => s !== light)));
watch([lit, graph], ([net]) =>
  light.replaceSync(
    net === undefined || !graph.value.edges.some((e) => e.net === net)
      ? ''
      : `.vue-flow .wire:not([data-net="${net}"]) { opacity: 0.18 } .vue-flow .wire[data-net="${net}"] .casing { stroke: var(--accent); stroke-width: 6px } .vue-flow .port[data-net="${net}"] { background: var(--accent); color: var(--on-accent) }`,
  ),
);
const netNow = computed(() => {
  if (lit.value === undefined || lit.value < 0) return undefined;
  const all = wires.value.all.filter((w) => w.net === lit.value);
  const on = new Map<Sheet, number>();
  for (const w of all) {
    const s = wires.value.sheets.get(w.id) ?? 'signals';
    on.set(s, (on.get(s) ?? 0) + 1);
  }
  const names = [...new Set(all.flatMap((w) => w.ends.map((e) => terminalName(design.value, e))))];
  return { names, on: [...on], conductors: all.map((w) => w.conductor.number) };
});
function hoverEdge(e: { edge: Edge }): void {
  over.value = (e.edge.data as { net: number }).net;
}
function pinEdge(e: { edge: Edge }): void {
  const net = (e.edge.data as { net: number }).net;
  if (sheet.value === 'overview') {
    sheet.value = e.edge.id.split('/')[0] as Sheet;
    return;
  }
  pinned.value = pinned.value === net ? undefined : net;
}

function centre(): void {
  const t = target;
  target = undefined;
  const node = t?.sheet === sheet.value && graph.value.nodes.find((n) => n.id === t.part);
  if (!node || !t || !layout.value) return;
  const at = moved.value[node.id] ?? layout.value.nodes[node.id]!;
  const port = node.ports.find((p) => p.terminal === t.terminal);
  if (port) pinned.value = port.net;
  void setCenter(at.x + node.width / 2, at.y + (port?.y ?? node.height / 2), { zoom: 1.1, duration: 0 });
}
function jump(to: { sheet: Sheet; part: string; terminal: string }): void {
  target = to;
  if (sheet.value === to.sheet) centre();
  else sheet.value = to.sheet;
}
const search = ref('');
const terminals = computed(() => {
  const map = new Map<string, { sheet: Sheet; part: string; terminal: string }>();
  for (const w of wires.value.all)
    for (const e of w.ends)
      map.set(terminalName(design.value, e), {
        sheet: wires.value.sheets.get(w.id) ?? 'signals',
        part: e.part,
        terminal: e.terminal,
      });
  return map;
});
function find(): void {
  const typed = search.value.trim().toLowerCase();
  const hit =
    [...terminals.value].find(([name]) => name.toLowerCase() === typed) ??
    [...terminals.value].find(([name]) => name.toLowerCase().includes(typed));
  if (typed && hit) jump(hit[1]);
}
const drop = (e: NodeDragEvent) =>
  machine.place(Object.fromEntries(e.nodes.map((n) => [key(n.id), { x: n.position.x, y: n.position.y }])));
const tidy = () => machine.place(Object.fromEntries(Object.keys(moved.value).map((id) => [key(id), undefined])));

const walk = computed(() => walkOf(design.value, wires.value));
const stepAt = ref(-1);
const step = computed(() => walk.value[stepAt.value]);
const spot = new CSSStyleSheet();
onMounted(() => (document.adoptedStyleSheets = [...document.adoptedStyleSheets, spot]));
onBeforeUnmount(() => (document.adoptedStyleSheets = document.adoptedStyleSheets.filter((s) => s !== spot)));
watch([step, sheet], () => {
  const ids = sheet.value === 'overview' ? (step.value?.parts ?? []) : [];
  spot.replaceSync(
    ids.length
      ? `.vue-flow .part { opacity: 0.3 } ${ids.map((id) => `.vue-flow .part[data-part="${CSS.escape(id)}"]`).join(', ')} { opacity: 1; outline: 4px solid var(--accent) }`
      : '',
  );
  if (ids.length)
    void fitView({ nodes: ids.filter((id) => layout.value?.nodes[id]), padding: 0.25, maxZoom: 1, duration: 0 });
});
function startWalk(): void {
  sheet.value = 'overview';
  stepAt.value = 0;
}

/** The sheet as it stands, moved parts and all, as a drawing of its own. */
function svgOf(): string {
  const lines: Record<string, Point[]> = {};
  const place = (id: string): Point => moved.value[id] ?? layout.value!.nodes[id]!;
  graph.value.edges.forEach((e, i) => {
    if (!moved.value[e.from.node] && !moved.value[e.to.node]) return;
    const end = (x: { node: string; port: string }): Point => {
      const n = graph.value.nodes.find((k) => k.id === x.node)!;
      const p = n.ports.find((k) => k.id === x.port)!;
      return { x: place(n.id).x + (p.side === 'east' ? n.width : 0), y: place(n.id).y + p.y };
    };
    lines[e.id] = detour(end(e.from), end(e.to), ((i % 9) - 4) * 6);
  });
  return diagramSvg(graph.value, layout.value!, {
    title: `${design.value.name}: ${sheet.value === 'overview' ? 'Overview' : sheetNames[sheet.value]}`,
    fills: (c) => (c ? fillsOf(c as never) : ['#8b8f94']),
    lines,
    positions: moved.value,
  });
}
const fileStem = computed(() => `${design.value.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}-${sheet.value}`);
const saveSvg = () => download(`${fileStem.value}.svg`, svgOf(), 'image/svg+xml');
const printUrl = ref('');
async function print(): Promise<void> {
  URL.revokeObjectURL(printUrl.value);
  printUrl.value = URL.createObjectURL(new Blob([svgOf()], { type: 'image/svg+xml' }));
  await nextTick();
  const image = document.querySelector<HTMLImageElement>('.print-sheet img');
  await image?.decode().catch(() => undefined);
  window.print();
}
onBeforeUnmount(() => URL.revokeObjectURL(printUrl.value));
</script>

<template>
  <div class="diagram">
    <div class="row bar">
      <div class="row sheets" role="group" aria-label="Sheets">
        <button class="plain-button" :aria-pressed="sheet === 'overview'" @click="sheet = 'overview'">Overview</button>
        <button v-for="s in present" :key="s" class="plain-button" :aria-pressed="sheet === s" @click="sheet = s">
          {{ sheetNames[s] }}
        </button>
      </div>
      <form role="search" @submit.prevent="find">
        <input
          v-model="search"
          list="diagram-terminals"
          type="search"
          placeholder="find -T4:V+"
          aria-label="Find a terminal"
          @change="find"
        />
        <datalist id="diagram-terminals">
          <option v-for="name in terminals.keys()" :key="name" :value="name" />
        </datalist>
      </form>
      <span class="row tools">
        <button class="plain-button" aria-label="Smaller" @click="zoomOut()">−</button>
        <button class="plain-button" aria-label="Larger" @click="zoomIn()">+</button>
        <button class="plain-button" @click="fitView({ padding: 0.03 })">Whole</button>
        <button
          v-if="Object.keys(moved).length"
          class="plain-button"
          title="Forget where parts were moved to"
          @click="tidy"
        >
          <Refresh />Tidy
        </button>
        <button class="plain-button" :disabled="!laidOut" @click="saveSvg"><Download />SVG</button>
        <button class="plain-button" :disabled="!laidOut" @click="print"><Printer />Print</button>
        <button v-if="walk.length" class="plain-button framed" @click="startWalk">The chain explained</button>
      </span>
    </div>
    <p v-if="busySince" class="caution row" role="status">
      Laying the sheet out{{ seconds ? `, ${seconds} s` : '' }} …
      <button class="plain-button framed" @click="stop">Stop</button>
    </p>
    <p v-else-if="fault || !laidOut" class="caution row">
      {{ fault || 'This sheet is not laid out.' }}
      <button class="plain-button framed" @click="again">Lay it out</button>
    </p>
    <div class="canvas sheet" :class="{ moving }">
      <VueFlow
        id="wiring"
        :nodes="nodes"
        :edges="edges"
        :edge-types="edgeTypes"
        :min-zoom="0.08"
        :max-zoom="3"
        :nodes-connectable="false"
        :elements-selectable="false"
        :delete-key-code="null"
        :nodes-focusable="true"
        @node-drag-stop="drop"
        @edge-mouse-enter="hoverEdge"
        @edge-mouse-leave="over = undefined"
        @edge-click="pinEdge"
        @pane-click="pinned = undefined"
        @move-start="moving = true"
        @move-end="moving = false"
      >
        <template #node-part="p">
          <PartNode :data="p.data" @jump="jump" @hover="over = $event" />
        </template>
        <MiniMap pannable zoomable aria-label="Map of the sheet" :width="150" :height="96" />
      </VueFlow>
      <aside v-if="step && sheet === 'overview'" class="walk sheet" aria-label="The chain explained">
        <p class="soft">{{ stepAt + 1 }} of {{ walk.length }}</p>
        <h2>{{ step.title }}</h2>
        <p>{{ step.text }}</p>
        <div class="row">
          <button class="plain-button framed" :disabled="stepAt === 0" @click="stepAt--">Back</button>
          <button v-if="stepAt < walk.length - 1" class="plain-button main" @click="stepAt++">On</button>
          <button class="plain-button" @click="stepAt = -1">Leave the walk</button>
        </div>
      </aside>
    </div>
    <p class="net" role="status">
      <template v-if="netNow"
        ><b>One net:</b>
        <span class="mono"
          >{{ netNow.names.slice(0, 8).join(' ')
          }}{{ netNow.names.length > 8 ? ` and ${netNow.names.length - 8} more` : '' }}</span
        >
        <button v-for="[s, n] in netNow.on" :key="s" class="plain-button chip" @click="sheet = s">
          {{ sheetNames[s] }} {{ n }}
        </button></template
      >
      <span v-else class="soft"
        >Point at a line: its whole net lights up. Click to keep it lit while you change the sheet. ▸ leads to the sheet
        where a terminal goes on. Zoom {{ Math.round(100 * viewport.zoom) }} %.</span
      >
    </p>
    <div class="print-sheet"><img v-if="printUrl" :src="printUrl" alt="" /></div>
  </div>
</template>

<style>
@import '@vue-flow/minimap/dist/style.css';
</style>
<style scoped>
.diagram {
  display: flex;
  flex-direction: column;
  gap: 6px;
  height: 100%;
  min-height: 460px;
}
.bar {
  gap: 4px 10px;
}
.sheets {
  gap: 0;
}
.sheets [aria-pressed='true'] {
  background: var(--accent);
  color: var(--on-accent);
}
.tools {
  margin-left: auto;
  gap: 0;
}
input[type='search'] {
  font: 13px var(--mono);
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  height: 28px;
  width: 120px;
  padding: 0 6px;
}
.canvas {
  flex: 1;
  min-height: 0;
  padding: 0;
  position: relative;
  overflow: hidden;
}
.moving :deep(.vue-flow__transformationpane) {
  will-change: transform;
}
.walk {
  position: absolute;
  left: 10px;
  bottom: 10px;
  width: 340px;
  z-index: 6;
  border-color: var(--accent);
  box-shadow: 0 2px 10px rgb(0 0 0 / 20%);
}
.net {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: baseline;
  min-height: 26px;
  font-size: 13px;
}
.net .chip {
  padding: 0 8px;
  border-color: var(--line-strong);
  min-height: 0;
}
.print-sheet {
  display: none;
}
.canvas :deep(.bundle .ground) {
  stroke: var(--steel);
}
.canvas :deep(.bundle .casing) {
  stroke-width: 4;
}
.canvas :deep(.bundle.mains .ground) {
  stroke: #6b3f1d;
}
.canvas :deep(.bundle.motor-power .ground),
.canvas :deep(.bundle.spindle .ground) {
  stroke: #c02a22;
}
.canvas :deep(.bundle.signals .ground),
.canvas :deep(.bundle.inputs .ground),
.canvas :deep(.bundle.outputs .ground) {
  stroke: #2a5fb0;
}
.canvas :deep(.bundle.stop-chain .ground) {
  stroke: #e8c51f;
}
.canvas :deep(.vue-flow__minimap) {
  background: var(--paper);
  border: 1px solid var(--line-strong);
}
.canvas :deep(.vue-flow__minimap-node) {
  fill: var(--line-strong);
}
@media (max-width: 720px) {
  .diagram {
    height: 80vh;
  }
}
@media print {
  .bar,
  .canvas,
  .net,
  .caution {
    display: none !important;
  }
  .diagram {
    display: block;
    height: auto;
  }
  .print-sheet {
    display: block;
  }
  .print-sheet img {
    max-width: 100%;
    max-height: 96vh;
  }
}
</style>
