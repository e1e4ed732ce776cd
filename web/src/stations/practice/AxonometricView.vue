<script setup lang="ts">
import type { AxisFigures, Figures } from '@nodaxis/core/derivation/figureTypes';
import {
  Box3,
  BoxGeometry,
  BufferGeometry,
  EdgesGeometry,
  Float32BufferAttribute,
  Group,
  LineBasicMaterial,
  LineDashedMaterial,
  LineSegments,
  type Mesh,
  type Scene,
  Vector3,
} from 'three';
import { ref, watch } from 'vue';
import { usePreferences } from '../../document/preferences';
import { solid, token, useSpace } from '../../widgets/drawing/useSpace';

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
const MOST_POINTS = 30_000;

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
let tool: Group;
let bridge: Mesh;
let carriage: Mesh;
let work: Group;
/** Half of the height that is seen. */
let reach = 300;
let filled = false;
function fill(scene: Scene): number {
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
  reach = Math.hypot(wide, high, deep) * 0.36;
  filled = true;
  place();
  return reach;
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
  const t = reach * 0.04;
  carriage.position.copy(head).add(new Vector3(0, t * 2.5, -t * 1.2));
  const across = tooled.filter((w) => Math.abs(w.plus.z) > 0.5);
  bridge.position.copy(point(props.positions, across)).add(new Vector3(0, t * 3, -t * 2.6));
  ask();
}
const { failed, build, ask, hands } = useSpace(host, fill);
watch(
  () => props.positions,
  () => filled && place(),
);
watch([() => props.path, () => props.figures, () => preferences.theme], build, { flush: 'post' });
</script>

<template>
  <div
    ref="host"
    class="space"
    role="img"
    tabindex="0"
    :aria-label="`${figures.design.name} in 3-D: drag or arrow keys turn it`"
    v-on="hands"
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
