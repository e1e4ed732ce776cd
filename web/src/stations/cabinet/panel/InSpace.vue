<script setup lang="ts">
import { ductsOn } from '@nodaxis/core/panel/ducts';
import { placedInFront, frontPlate } from '@nodaxis/core/panel/front';
import { BEHIND, EDGE, placedOn, plateOf } from '@nodaxis/core/panel/plate';
import { Vector3, type Scene } from 'three';
import { computed, ref, watch } from 'vue';
import { solid, useSpace } from '../../../widgets/drawing/useSpace';
import { usePanel } from './usePanel';

/** A 3-D view of the box, its front open: how far each part reaches out, and what meets what sits in the door. */
const { id } = defineProps<{ id: string }>();
const { design, box, preferences, mm, part } = usePanel(() => id);
const host = ref<HTMLElement>();
const plate = computed(() => plateOf(box.value)!);
const front = computed(() => frontPlate(box.value)!);
const placed = computed(() => placedOn(design.value, id));
const inFront = computed(() => placedInFront(design.value, id));
const deepest = computed(() => [...placed.value].sort((a, b) => b.body.depth - a.body.depth).slice(0, 6));

/** A block by its lower left corner from the front and how far from the back it begins and ends, mm. */
function block(
  scene: Scene,
  x: number,
  y: number,
  w: number,
  h: number,
  from: number,
  to: number,
  fill: string,
  line: string,
  opacity = 1,
): void {
  const { width, height, depth } = front.value;
  const mesh = solid(new Vector3(w, h, Math.max(1, to - from)), fill, line, opacity);
  mesh.position.set(x + w / 2 - width / 2, y + h / 2 - height / 2, (from + to) / 2 - depth / 2);
  scene.add(mesh);
}
function fill(scene: Scene): number {
  const { width, height, depth } = front.value;
  block(scene, 0, 0, width, height, 0, depth, '--sheet', '--line-strong', 0.08);
  block(scene, EDGE, EDGE, plate.value.width, plate.value.height, BEHIND - 2, BEHIND, '--paper', '--ink');
  for (const d of ductsOn(design.value, id))
    block(scene, d.x + EDGE, d.y + EDGE, d.width, d.height, BEHIND, BEHIND + d.duct.depth, '--steel', '--line-strong');
  for (const p of placed.value) {
    const over = p.body.depth > plate.value.depth;
    block(
      scene,
      p.x + EDGE,
      p.y + EDGE,
      p.body.width,
      p.body.height,
      BEHIND,
      BEHIND + p.body.depth,
      over ? '--danger-wash' : '--accent-wash',
      over ? '--danger' : '--ink',
    );
  }
  for (const p of inFront.value)
    block(scene, p.x, p.y, p.body.width, p.body.height, depth - p.body.behind, depth, '--sheet', '--accent', 0.7);
  return Math.hypot(width, height, depth) * 0.55;
}
const { failed, build, hands } = useSpace(host, fill, { yaw: 0.6, pitch: 0.35, least: -0.4 });
watch([placed, inFront, box, () => preferences.theme], build, { flush: 'post' });
</script>

<template>
  <div class="view">
    <section class="sheet stack" aria-label="Depth of the box">
      <h2>Depth, {{ mm(front.depth) }} inside</h2>
      <div
        ref="host"
        class="space"
        role="img"
        tabindex="0"
        :aria-label="`${box.name}, 3-D view: drag or arrow keys turn it`"
        v-on="hands"
      >
        <p v-if="failed" class="soft">{{ failed }}</p>
      </div>
      <p class="soft small">
        Drag to turn it, or use the arrow keys. What sits in the front is drawn with its room behind.
      </p>
    </section>
    <aside class="stack">
      <section class="sheet stack" aria-label="Reaches out furthest">
        <h2>Reaches out furthest</h2>
        <p v-if="!deepest.length">Nothing is on the plate yet.</p>
        <ul>
          <li v-for="p in deepest" :key="p.part" class="row spread">
            <span
              ><b class="mono">{{ part(p.part).designation }}</b> {{ part(p.part).name }}</span
            >
            <span class="mono">{{ mm(p.body.depth) }}{{ p.body.usual ? ' *' : '' }}</span>
          </li>
        </ul>
        <p>
          From the plate to the front: <b class="mono">{{ mm(plate.depth) }}</b>
        </p>
        <p v-if="deepest.some((p) => p.body.usual)" class="soft small">
          * a usual depth: no sheet tells it. Measure yours.
        </p>
      </section>
    </aside>
  </div>
</template>

<style scoped>
.space {
  height: 520px;
  touch-action: none;
  cursor: grab;
}
.space :deep(canvas) {
  width: 100%;
  height: 100%;
  display: block;
}
p {
  margin: 0;
}
li {
  flex-wrap: nowrap;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.small {
  font-size: 13px;
}
</style>
