<script setup lang="ts">
import type { AxisFigures, Figures } from '@nodaxis/core/derivation/figureTypes';
import {
  AmbientLight,
  Box3,
  BoxGeometry,
  BufferGeometry,
  Color,
  DirectionalLight,
  EdgesGeometry,
  Float32BufferAttribute,
  Group,
  LineBasicMaterial,
  LineDashedMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  OrthographicCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three';
import { useResizeObserver } from '@vueuse/core';
import { onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { usePreferences } from '../../document/preferences';

/**
 * The machine in space, as an axonometric drawing: table, frame, carriages, envelope and the tool's way, to scale. Drag
 * to turn it; arrow keys too. Drawn only when something has changed.
 */
const props = defineProps<{
  figures: Figures;
  positions: Readonly<Record<string, number>>;
  places: Readonly<Record<string, readonly number[]>>;
  path?: { axes: number; points: Float32Array; rapid: Uint8Array };
}>();
const preferences = usePreferences();
const host = ref<HTMLElement>();
const failed = ref('');
const MOST_POINTS = 30_000;

let renderer: WebGLRenderer | undefined;
let scene = new Scene();
const camera = new OrthographicCamera();
let yaw = -0.7;
let pitch = 0.5;
let wanted = false;

interface Way {
  axis: AxisFigures;
  /** Unit vector of plus: right, up and towards the viewer are +x, +y and +z. */
  plus: Vector3;
  min: number;
  max: number;
}
const directions: Record<string, Vector3> = {
  right: new Vector3(1, 0, 0),
  left: new Vector3(-1, 0, 0),
  up: new Vector3(0, 1, 0),
  down: new Vector3(0, -1, 0),
  away: new Vector3(0, 0, -1),
  'towards-you': new Vector3(0, 0, 1),
};
const waysOf = (): Way[] =>
  props.figures.axes.flatMap((axis) => {
    const plus = directions[axis.axis.plus];
    if (!plus || !axis.ruler.known) return [];
    return [{ axis, plus, min: axis.ruler.value.hardMinus, max: axis.ruler.value.hardPlus }];
  });

/** A machine position as a point in space, the middle of every travel at the origin. */
function point(positions: Readonly<Record<string, number>>, of: readonly Way[]): Vector3 {
  const p = new Vector3();
  for (const w of of) {
    const at = positions[w.axis.id] ?? (w.min + w.max) / 2;
    p.addScaledVector(w.plus, at - (w.min + w.max) / 2);
  }
  return p;
}
const token = (name: string) =>
  new Color(getComputedStyle(document.documentElement).getPropertyValue(name).trim() || '#888');

let tool: Group;
let bridge: Mesh;
let carriage: Mesh;
let work: Group;
function solid(size: Vector3, fill: string, line: string): Mesh {
  const geometry = new BoxGeometry(Math.max(1, size.x), Math.max(1, size.y), Math.max(1, size.z));
  const mesh = new Mesh(geometry, new MeshLambertMaterial({ color: token(fill) }));
  mesh.add(new LineSegments(new EdgesGeometry(geometry), new LineBasicMaterial({ color: token(line) })));
  return mesh;
}
function build() {
  scene = new Scene();
  scene.add(new AmbientLight(0xffffff, 2.2));
  const sun = new DirectionalLight(0xffffff, 1.4);
  sun.position.set(0.4, 1, 0.7);
  scene.add(sun);
  const ways = waysOf();
  const span = (v: Vector3) => ways.filter((w) => Math.abs(w.plus.dot(v)) > 0.5).reduce((s, w) => s + w.max - w.min, 0);
  const size = new Vector3(span(directions.right!), span(directions.up!), span(directions.away!));
  const [wide, high, deep] = [size.x || 100, size.y || 60, size.z || 100];
  const t = Math.max(wide, deep) * 0.03;
  work = new Group();
  const bed = solid(new Vector3(wide + 2 * t, t, deep + 2 * t), '--paper', '--ink');
  bed.position.y = -high / 2 - t / 2;
  work.add(bed);
  scene.add(work);
  bridge = solid(new Vector3(wide + 6 * t, t * 2.2, t * 2), '--sheet', '--ink');
  scene.add(bridge);
  carriage = solid(new Vector3(t * 3, high * 0.6 + t, t * 2.4), '--accent-wash', '--accent');
  scene.add(carriage);
  tool = new Group();
  const bit = solid(new Vector3(t * 0.6, high * 0.5 + t, t * 0.6), '--sheet', '--wont');
  bit.position.y = (high * 0.5 + t) / 2;
  tool.add(bit);
  scene.add(tool);
  // The envelope: the box that the tool may be in.
  const box = new Box3();
  for (const end of ['min', 'max'] as const)
    box.expandByPoint(
      point(
        Object.fromEntries(ways.map((w) => [w.axis.id, w.axis.ruler.known ? w.axis.ruler.value.envelope[end] : 0])),
        ways,
      ),
    );
  const room = box.getSize(new Vector3());
  const edges = new LineSegments(
    new EdgesGeometry(new BoxGeometry(Math.max(room.x, 0.1), Math.max(room.y, 0.1), Math.max(room.z, 0.1))),
    new LineDashedMaterial({ color: token('--good'), dashSize: t, gapSize: t * 0.6 }),
  );
  edges.computeLineDistances();
  box.getCenter(edges.position);
  scene.add(edges);
  if (props.path) for (const rapid of [0, 1] as const) work.add(pathLines(props.path, rapid, ways));
  // Seen from aslant, the whole box fits into the height.
  camera.userData.reach = Math.hypot(wide, high, deep) * 0.36;
  place();
}
function pathLines(path: NonNullable<typeof props.path>, rapid: 0 | 1, ways: readonly Way[]): LineSegments {
  const stride = Math.max(1, Math.ceil(path.rapid.length / MOST_POINTS));
  const vertices: number[] = [];
  const at = (k: number) =>
    point(Object.fromEntries(props.figures.axes.map((a, i) => [a.id, path.points[k * path.axes + i]!])), ways);
  let last = at(0);
  for (let k = stride; k < path.rapid.length; k += stride) {
    const next = at(k);
    if (path.rapid[k] === rapid) vertices.push(last.x, last.y, last.z, next.x, next.y, next.z);
    last = next;
  }
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new Float32BufferAttribute(vertices, 3));
  return new LineSegments(geometry, new LineBasicMaterial({ color: token(rapid ? '--line-strong' : '--accent') }));
}
/** Puts what moves where it is: a table goes the other way, by as much as the tool would. */
function place() {
  const ways = waysOf();
  const carried = ways.filter((w) => w.axis.axis.carries === 'workpiece');
  const tooled = ways.filter((w) => w.axis.axis.carries !== 'workpiece');
  const head = point(props.positions, tooled);
  const table = point(props.positions, carried).negate();
  work.position.copy(table);
  tool.position.copy(head);
  const t = (camera.userData.reach as number) * 0.04;
  carriage.position.copy(head).add(new Vector3(0, t * 2.5, -t * 1.2));
  const across = tooled.filter((w) => Math.abs(w.plus.z) > 0.5);
  bridge.position.copy(point(props.positions, across)).add(new Vector3(0, t * 3, -t * 2.6));
  ask();
}
function ask() {
  if (wanted) return;
  wanted = true;
  requestAnimationFrame(render);
}
function render() {
  wanted = false;
  const box = host.value;
  if (!renderer || !box) return;
  const [w, h] = [box.clientWidth, box.clientHeight];
  renderer.setSize(w, h, false);
  const reach = (camera.userData.reach as number) ?? 300;
  const half = reach;
  [camera.left, camera.right, camera.top, camera.bottom] = [(-half * w) / h, (half * w) / h, half, -half];
  [camera.near, camera.far] = [-10 * reach, 10 * reach];
  camera.position.set(
    Math.sin(yaw) * Math.cos(pitch) * reach * 3,
    Math.sin(pitch) * reach * 3,
    Math.cos(yaw) * Math.cos(pitch) * reach * 3,
  );
  camera.lookAt(0, 0, 0);
  camera.updateProjectionMatrix();
  renderer.setClearColor(token('--sheet'), 1);
  renderer.render(scene, camera);
}
const dragging = ref(false);
function turn(dx: number, dy: number) {
  yaw -= dx * 0.008;
  pitch = Math.min(1.5, Math.max(0.05, pitch + dy * 0.006));
  ask();
}
function key(e: KeyboardEvent) {
  const by = { ArrowLeft: [-20, 0], ArrowRight: [20, 0], ArrowUp: [0, 20], ArrowDown: [0, -20] }[e.key];
  if (!by) return;
  e.preventDefault();
  turn(by[0]!, by[1]!);
}
onMounted(() => {
  try {
    renderer = new WebGLRenderer({ antialias: true });
  } catch {
    failed.value = 'This browser cannot draw the 3-D view. Plan and elevation show the same.';
    return;
  }
  renderer.setPixelRatio(Math.min(1.5, devicePixelRatio || 1));
  host.value!.append(renderer.domElement);
  build();
});
useResizeObserver(host, ask);
onBeforeUnmount(() => renderer?.dispose());
watch(
  () => props.positions,
  () => renderer && place(),
);
watch([() => props.path, () => props.figures, () => preferences.theme], () => renderer && build(), { flush: 'post' });
</script>

<template>
  <div
    ref="host"
    class="space"
    role="img"
    tabindex="0"
    :aria-label="`${figures.design.name} in 3-D: drag or arrow keys turn it`"
    @pointerdown="dragging = true"
    @pointermove="dragging && turn($event.movementX, $event.movementY)"
    @pointerup="dragging = false"
    @pointerleave="dragging = false"
    @keydown="key"
  >
    <p v-if="failed" class="soft">{{ failed }}</p>
  </div>
</template>

<style scoped>
.space {
  height: 100%;
  min-height: 260px;
  touch-action: none;
  cursor: grab;
}
.space :deep(canvas) {
  width: 100%;
  height: 100%;
  display: block;
}
</style>
