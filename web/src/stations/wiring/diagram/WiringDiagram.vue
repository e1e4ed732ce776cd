<script setup lang="ts">
import Caution from '../../../ui/Caution.vue';
import SuggestField from '../../../ui/SuggestField.vue';
import ActionButton from '../../../ui/ActionButton.vue';
import { Download, Printer, Refresh } from '@element-plus/icons-vue';
import { bundles, sheetOfBundle, walkOf } from '@nodaxis/core/wiring/diagram/overview';
import { partGroups } from '@nodaxis/core/wiring/diagram/overviewGroups';
import type { Point } from '@nodaxis/core/wiring/diagram/sheetLayout';
import { firstSight, rootSight, widthSight, wholeSight, type Sight } from '@nodaxis/core/wiring/diagram/firstSight';
import { extentOf } from '@nodaxis/core/wiring/diagram/paper';
import { changedAt, revisionOf } from '@nodaxis/core/machine/file';
import { sheetNumberOf, sheets, type Sheet } from '@nodaxis/core/wiring/sheets';
import { terminalName } from '@nodaxis/core/wiring/wires';
import { useVueFlow, VueFlow, type Node, type NodeDragEvent } from '@vue-flow/core';
import { MiniMap } from '@vue-flow/minimap';
import '@vue-flow/core/dist/style.css';
import { computed, markRaw, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import { download } from '../../../document/transfer';
import TrialPanel from '../../../trial/TrialPanel.vue';
import { useTrial } from '../../../trial/useTrial';
import { sheetNames } from '@nodaxis/core/wiring/sheets';
import {
  graphOf,
  isBundled,
  lineFills,
  lineWeight,
  movedLines,
  movedOn,
  placeKey,
  svgOf,
  titleOf,
  type DrawnSheet,
} from '../../../widgets/diagram/drawing';
import PartNode from './PartNode.vue';
import PrintSheets from './PrintSheets.vue';
import { useLayout } from './useLayout';
import { usePageStyle } from './usePageStyle';
import WalkPanel from './WalkPanel.vue';
import WireLines, { type Line } from './WireLines.vue';

/** The wiring as a diagram: a sheet for each function, and an overview that can be walked through. */
const machine = useOpenMachine();
const preferences = usePreferences();
const trial = useTrial();
const design = computed(() => machine.design);
const wires = computed(() => machine.figures.whole.wires);
const sheet = ref<DrawnSheet>('motor-power');
const present = computed(() => sheets.filter((s) => [...wires.value.sheets.values()].includes(s)));
const groups = computed(() => partGroups(design.value, wires.value));
const graph = computed(() => graphOf(machine.figures, sheet.value, preferences.display));
const { layout, busySince, seconds, fault, stop, again } = useLayout(graph);
const { setCenter, setViewport, zoomIn, zoomOut, viewport, getNodes, dimensions } = useVueFlow('wiring');

/** A part under a hand, until it is let go. */
const held = shallowRef<Readonly<Record<string, Point>>>({});
const moved = computed(() => ({
  ...movedOn(machine.file.layout.positions, graph.value, sheet.value),
  ...held.value,
}));
const laidOut = computed(() => layout.value && graph.value.nodes.every((n) => layout.value!.nodes[n.id]));
const nodes = computed((): Node[] =>
  laidOut.value
    ? graph.value.nodes.map((n) => ({
        id: n.id,
        type: 'part',
        position: moved.value[n.id] ?? layout.value!.nodes[n.id]!,
        // Raw: three hundred lines need not be watched in depth.
        data: markRaw({ node: n, bundle: isBundled(sheet.value) }),
        connectable: false,
        draggable: !machine.readOnly,
      }))
    : [],
);
const movedNow = computed(() => (laidOut.value ? movedLines(graph.value, layout.value!, moved.value) : {}));
const lines = computed((): Line[] =>
  laidOut.value
    ? graph.value.edges.map((e) => ({
        id: e.id,
        number: e.number,
        label: e.label,
        net: e.net,
        points: movedNow.value[e.id] ?? layout.value!.lines[e.id] ?? [],
        fills: lineFills(e, sheet.value),
      }))
    : [],
);
/** A terminal to be shown, once its sheet is laid out. */
let target: { sheet: Sheet; part: string; terminal: string } | undefined;
/** What the sheet covers: the lines too, which may run outside all parts. */
const extent = computed(() =>
  laidOut.value ? extentOf(graph.value, layout.value!, moved.value, movedNow.value) : undefined,
);
/** A stop of the walk keeps its surroundings in sight. */
const STEP_ZOOM = 0.55;
const go = ({ x, y, zoom }: Sight) => void setViewport({ x: -x * zoom, y: -y * zoom, zoom }, { duration: 0 });
const sights = computed(() =>
  extent.value
    ? { whole: wholeSight(extent.value, dimensions.value), width: widthSight(extent.value, dimensions.value) }
    : undefined,
);
const whole = () => sights.value && go(sights.value.whole);
const fullWidth = () => sights.value && go(sights.value.width);
/** Which of the two the view is at, to a pixel or two; of a full width any part of the height may be seen. */
const isAt = (s: Sight | undefined, height: boolean): boolean => {
  const { x, y, zoom } = viewport.value;
  if (!s || Math.abs(zoom - s.zoom) > 0.005 || Math.abs(x + s.x * zoom) > 2) return false;
  return !height || Math.abs(y + s.y * zoom) < 2;
};
const isWhole = computed(() => isAt(sights.value?.whole, true));
const isFullWidth = computed(() => isAt(sights.value?.width, false));
const open = () =>
  go(
    sheet.value === 'single-line'
      ? rootSight(graph.value, layout.value!, dimensions.value)
      : firstSight(graph.value, layout.value!, dimensions.value, moved.value, movedNow.value),
  );
/** Whether some of the sheet lies outside the view: only then does a map help. */
const beyond = computed(() => {
  const { x, y, zoom } = viewport.value;
  const e = extent.value;
  if (!e || !dimensions.value.width) return false;
  return (
    e.x * zoom + x < -1 ||
    e.y * zoom + y < -1 ||
    (e.x + e.width) * zoom + x > dimensions.value.width + 1 ||
    (e.y + e.height) * zoom + y > dimensions.value.height + 1
  );
});
/** Apart, so that pushing the sheet about does not draw the page around it anew. */
const percent = computed(() => Math.round(100 * viewport.value.zoom));
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
    if (spotted.value.size) showStep();
    // Where the reader has gone on to another sheet meanwhile, that one is opened as any other.
    else if (target?.sheet === sheet.value) centre();
    else open();
    return;
  }
}
watch([sheet, () => dimensions.value.width], () => void look(), { immediate: true });
onBeforeUnmount(() => looking++);

/**
 * The net under the pointer or pinned by a click, lit on whatever sheet is shown. Strokes fade one by one: a group that
 * fades is a layer of its own, and three hundred layers are slow.
 */
const pinned = ref<number>();
/** While the sheet is pushed about, it is moved as one picture instead of being drawn anew for each frame. */
const moving = ref(false);
const over = ref<number>();
const lit = computed(() => over.value ?? pinned.value);
const light = usePageStyle();
watch([lit, graph], ([net]) =>
  light(
    net === undefined || !graph.value.edges.some((e) => e.net === net)
      ? ''
      : `.vue-flow .wire:not([data-net="${net}"]) { stroke-opacity: 0.16; fill-opacity: 0.4 } .vue-flow .wire[data-net="${net}"] .casing { stroke: var(--accent); stroke-width: 6px } .vue-flow .port[data-net="${net}"] { background: var(--accent); color: var(--on-accent) }`,
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
/** On the overview: the bundle under the pointer, in words. */
const bundleOver = ref<string>();
const bundleNow = computed(() => {
  const b = bundleOver.value && bundles(wires.value, groups.value).find((x) => x.id === bundleOver.value);
  if (!b) return undefined;
  const nameOf = (id: string) => graph.value.nodes.find((n) => n.id === id)?.designation ?? '';
  const n = b.conductors.length;
  return `${sheetNames[b.sheet]}: ${n} ${n === 1 ? 'conductor' : 'conductors'} between ${nameOf(b.from)} and ${nameOf(b.to)}. A click opens the sheet.`;
});
function point(line: string | undefined): void {
  if (sheet.value === 'overview') bundleOver.value = line;
  else if (sheet.value !== 'single-line') over.value = netOf(line);
}
const netOf = (line: string | undefined): number | undefined =>
  line === undefined ? undefined : graph.value.edges.find((e) => e.id === line)?.net;
/** On trial: the way of the current, and what is cut. */
const current = usePageStyle();
watch(
  [() => trial.on, () => trial.state, graph],
  () => {
    const s = trial.on && !isBundled(sheet.value) ? trial.state : undefined;
    if (!s) return current('');
    const here = (ids: Iterable<string>) => {
      const shown = new Set(graph.value.edges.map((e) => e.id));
      return [...ids].filter((id) => shown.has(id)).map((id) => `.vue-flow .wire[data-wire="${CSS.escape(id)}"]`);
    };
    const live = here(s.view.paths.conductors);
    const cut = here(s.acts.flatMap((a) => (a.kind === 'cut' ? [a.conductor] : [])));
    const each = (list: string[], inner: string) => list.map((l) => `${l} ${inner}`).join(', ');
    current(
      `.vue-flow .wire { stroke-opacity: 0.3 }
       ${live.length ? `${live.join(', ')} { stroke-opacity: 1 } ${each(live, '.casing')} { stroke: var(--wont); stroke-width: 7px }` : ''}
       ${cut.length ? `${cut.join(', ')} { stroke-opacity: 1 } ${each(cut, ':is(.casing, .ground)')} { stroke: var(--danger); stroke-dasharray: 3 9 }` : ''}`,
    );
  },
  { immediate: true },
);

function pick(line: string): void {
  if (sheet.value === 'overview') {
    const bundle = bundles(wires.value, groups.value).find((b) => b.id === line);
    if (bundle) sheet.value = bundle.sheet;
    return;
  }
  if (sheet.value === 'single-line') {
    const drawn = sheetOfBundle(line);
    if (present.value.includes(drawn)) sheet.value = drawn;
    return;
  }
  if (trial.on) return trial.toggle({ kind: 'cut', conductor: line });
  const net = netOf(line);
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
const missing = ref('');
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
  missing.value = typed && !hit ? search.value.trim() : '';
  if (typed && hit) jump(hit[1]);
}
const placesOf = (e: NodeDragEvent) =>
  Object.fromEntries(e.nodes.map((n) => [n.id, { x: n.position.x, y: n.position.y }]));
function drop(e: NodeDragEvent): void {
  machine.place(Object.fromEntries(Object.entries(placesOf(e)).map(([id, at]) => [placeKey(sheet.value, id), at])));
  held.value = {};
}
const tidy = () =>
  machine.place(Object.fromEntries(Object.keys(moved.value).map((id) => [placeKey(sheet.value, id), undefined])));

const walk = computed(() => walkOf(design.value, wires.value));
const stepAt = ref(-1);
const step = computed(() => walk.value[stepAt.value]);
const spot = usePageStyle();
/** The boxes of this stop of the walk. */
const spotted = computed(() => {
  if (sheet.value !== 'overview' || !step.value) return new Set<string>();
  const boxOf = new Map(groups.value.flatMap((g) => g.parts.map((p) => [p, g.id] as const)));
  return new Set(step.value.parts.flatMap((p) => boxOf.get(p) ?? []));
});
watch(spotted, (ids) => {
  const among = graph.value.edges.filter((e) =>
    ids.size > 1 ? ids.has(e.from.node) && ids.has(e.to.node) : ids.has(e.from.node) || ids.has(e.to.node),
  );
  const boxes = [...ids].map((id) => `.vue-flow .part[data-part="${CSS.escape(id)}"]`);
  const clear = among.map((e) => `.vue-flow .wire[data-wire="${CSS.escape(e.id)}"]`);
  spot(
    ids.size
      ? `.vue-flow .part { opacity: 0.35 } .vue-flow .wire { stroke-opacity: 0.15; fill-opacity: 0.15 }
         ${boxes.join(', ')} { opacity: 1; outline: 5px solid var(--accent) }
         ${clear.length ? `${clear.join(', ')} { stroke-opacity: 1; fill-opacity: 1 }` : ''}`
      : '',
  );
  void look();
});
/** The boxes of this stop with what is around them. */
function showStep(): void {
  const boxes = graph.value.nodes.filter((n) => spotted.value.has(n.id));
  const e = extentOf({ nodes: boxes, edges: [] }, layout.value!, moved.value);
  go(wholeSight(e, dimensions.value, STEP_ZOOM));
}
function startWalk(): void {
  sheet.value = 'overview';
  stepAt.value = 0;
}

const fileStem = computed(() => `${design.value.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}-${sheet.value}`);
const titles = (s: DrawnSheet) => ({
  title: `${design.value.name}, ${titleOf(s)}`,
  subtitle: `Revision ${revisionOf(machine.file)} · ${changedAt(machine.file).slice(0, 10)} · drawn for planning; local code and a licensed person decide`,
});
const saveSvg = () =>
  download(
    `${fileStem.value}.svg`,
    svgOf(sheet.value, graph.value, layout.value!, moved.value, titles(sheet.value)),
    'image/svg+xml',
  );
const printing = ref(false);
</script>

<template>
  <div class="diagram">
    <div class="row bar">
      <div class="row sheets" role="group" aria-label="Sheets">
        <ActionButton :aria-pressed="sheet === 'overview'" @click="sheet = 'overview'">Overview</ActionButton>
        <ActionButton :aria-pressed="sheet === 'single-line'" @click="sheet = 'single-line'">Single line</ActionButton>
        <ActionButton v-for="s in present" :key="s" :aria-pressed="sheet === s" @click="sheet = s">
          <span class="number" aria-hidden="true">{{ sheetNumberOf(s) }}</span>{{ sheetNames[s] }}
        </ActionButton>
      </div>
      <form role="search" @submit.prevent="find">
        <SuggestField
          v-model="search"
          :suggestions="[...terminals.keys()]"
          placeholder="find -T4:V+"
          aria-label="Find a terminal"
          @change="find"
        />
      </form>
      <span class="row tools">
        <ActionButton v-if="Object.keys(moved).length" data-hint="Forget where parts were moved to" @click="tidy">
          <Refresh />Tidy
        </ActionButton>
        <ActionButton :disabled="!laidOut" data-hint="The sheet as SVG" aria-label="SVG" @click="saveSvg">
          <Download />
        </ActionButton>
        <ActionButton data-hint="Print" aria-label="Print" @click="printing = true"><Printer /></ActionButton>
        <ActionButton kind="framed" :aria-pressed="trial.on" @click="trial.on = !trial.on">Try it</ActionButton>
        <ActionButton v-if="walk.length" kind="framed" @click="startWalk">The chain explained</ActionButton>
      </span>
    </div>
    <Caution v-if="busySince" kind="told"
      >Laying the sheet out{{ seconds ? `, ${seconds} s` : '' }} …<template #action
        ><ActionButton kind="framed" @click="stop">Stop</ActionButton>
      </template></Caution
    >
    <Caution v-else-if="fault || !laidOut"
      >{{ fault || 'This sheet is not laid out.'
      }}<template #action><ActionButton kind="framed" @click="again">Lay it out</ActionButton> </template></Caution
    >
    <div class="canvas sheet" :class="{ moving }">
      <WalkPanel v-if="sheet === 'overview'" v-model="stepAt" :walk="walk" />
      <VueFlow
        id="wiring"
        :nodes="nodes"
        :min-zoom="0.08"
        :max-zoom="3"
        :nodes-connectable="false"
        :elements-selectable="false"
        :delete-key-code="null"
        :nodes-focusable="true"
        @node-drag="held = placesOf($event)"
        @node-drag-stop="drop"
        @node-click="trial.on && trial.act($event.node.id)"
        @pane-click="pinned = undefined"
        @move-start="moving = true"
        @move-end="moving = false"
      >
        <template #node-part="p">
          <PartNode :data="p.data" @jump="jump" @hover="over = $event" />
        </template>
        <template #zoom-pane>
          <WireLines :lines="lines" :weight="lineWeight(sheet)" @over="point" @pick="pick" />
        </template>
        <MiniMap v-if="beyond" pannable zoomable aria-label="Map of the sheet" :width="150" :height="96" />
      </VueFlow>
      <aside v-if="trial.on" class="trial-side"><TrialPanel /></aside>
    </div>
    <div class="row foot">
      <p class="net" role="status">
        <span v-if="missing" class="missing"
          >No conductor meets a terminal "{{ missing }}". Type it as on its label, with its part: -T4:V+.</span
        >
        <template v-else-if="netNow"
          ><b>One net:</b>
          <span class="mono"
            >{{ netNow.names.slice(0, 8).join(' ')
            }}{{ netNow.names.length > 8 ? ` and ${netNow.names.length - 8} more` : '' }}</span
          >
          <ActionButton v-for="[s, n] in netNow.on" :key="s" class="chip" @click="sheet = s">
            {{ sheetNames[s] }} {{ n }}
          </ActionButton></template
        >
        <span v-else-if="sheet === 'overview' && bundleNow">{{ bundleNow }}</span>
        <span v-else-if="sheet === 'overview'" class="soft"
          >Brown is mains, red motor power, yellow the stop chain, blue signals and their supply. A click on a line
          opens the sheet that draws its conductors.</span
        >
        <span v-else-if="sheet === 'single-line'" class="soft"
          >One line stands for all conductors of a run: how many, and how thick. Brown is mains, red direct current. The
          protective earth has its own star on sheet 0. A click on a line opens the sheet that draws its
          conductors.</span
        >
        <span v-else class="soft"
          >Point at a line: its whole net lights up. Click to keep it lit while you change the sheet. /3 leads to sheet
          3, where the terminal goes on.</span
        >
      </p>
      <span class="row zoom" role="group" aria-label="Size of the drawing">
        <ActionButton aria-label="Smaller" @click="zoomOut()">−</ActionButton>
        <span class="percent">{{ percent }} %</span>
        <ActionButton aria-label="Larger" @click="zoomIn()">+</ActionButton>
        <ActionButton :aria-pressed="isFullWidth" @click="fullWidth">Full width</ActionButton>
        <ActionButton :aria-pressed="isWhole" @click="whole">Whole</ActionButton>
      </span>
    </div>
    <p class="on-paper">Print the sheets by the button Print above the drawing: each gets a page of its own.</p>
    <PrintSheets v-model="printing" :sheet="sheet" :present="present" :titles="titles" />
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
.sheets button {
  padding: 0 6px;
}
.sheets [aria-pressed='true'] {
  background: var(--accent);
  color: var(--on-accent);
}
.number {
  font: 11px var(--mono);
  opacity: 0.7;
  margin-right: 5px;
}
.tools {
  margin-left: auto;
  gap: 0;
}
.bar form {
  width: 128px;
}
.text-field {
  width: 120px;
  font-family: var(--mono);
  font-size: 13px;
}
.canvas {
  flex: 1;
  min-height: 0;
  padding: 0;
  position: relative;
  overflow: hidden;
  display: flex;
}
.moving :deep(.vue-flow__transformationpane) {
  will-change: transform;
}
.foot {
  flex-wrap: nowrap;
  align-items: start;
}
.zoom {
  margin-left: auto;
  flex: none;
  flex-wrap: nowrap;
  gap: 0;
}
.zoom [aria-pressed='true'] {
  background: var(--accent-wash);
  box-shadow: inset 0 -2px 0 var(--accent);
}
.percent {
  min-width: 44px;
  text-align: center;
  font-size: 13px;
}
.trial-side {
  width: 320px;
  flex: none;
  overflow: auto;
  padding: 8px 10px;
  border-left: 1px solid var(--line-strong);
}
[aria-pressed='true'].action-framed {
  background: var(--accent);
  color: var(--on-accent);
}
.net {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: baseline;
  min-height: 26px;
  font-size: 13px;
}
.missing {
  color: var(--danger);
}
.net .chip {
  padding: 0 8px;
  border-color: var(--line-strong);
  min-height: 0;
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
  .canvas {
    flex-direction: column;
  }
  .trial-side {
    width: auto;
    max-height: 46%;
    border-left: 0;
    border-top: 1px solid var(--line-strong);
  }
  .foot {
    flex-direction: column;
  }
  .canvas :deep(.vue-flow__minimap) {
    display: none;
  }
}
@media screen {
  .on-paper {
    display: none;
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
}
</style>
