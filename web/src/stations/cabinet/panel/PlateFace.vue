<script setup lang="ts">
import type { Duct, PanelPlace } from '@nodaxis/core/machine/enclosure';
import { bodyOf } from '@nodaxis/core/panel/body';
import { plateDrawing } from '@nodaxis/core/panel/drawing';
import { ductsOn, laid, USUAL_DUCT } from '@nodaxis/core/panel/ducts';
import { overlaps, partsOn, placedOn, plateOf, reachesOut, type Placed } from '@nodaxis/core/panel/plate';
import { roomFor } from '@nodaxis/core/panel/room';
import { railsOn } from '@nodaxis/core/panel/rails';
import { aligned, snapped, STEP, type Alignment } from '@nodaxis/core/panel/snap';
import { laidOut, layOutCommand } from '@nodaxis/core/wiring/laidOut';
import { computed, ref } from 'vue';
import ActionButton from '../../../ui/ActionButton.vue';
import ActionMenu from '../../../ui/ActionMenu.vue';
import FaceSheet from './FaceSheet.vue';
import DuctForm from './DuctForm.vue';
import LayoutFile from './LayoutFile.vue';
import LooseParts from './LooseParts.vue';
import PanelBoard, { type BoardItem } from './PanelBoard.vue';
import PlacedPart from './PlacedPart.vue';
import PlateLengths from './PlateLengths.vue';
import { usePanel } from './usePanel';

/** The plate of a box from the front: parts and ducts to scale, rails as they follow from the parts, the lengths that come of it. */
const { id } = defineProps<{ id: string }>();
const { machine, design, box, refusal, run, mm, part } = usePanel(() => id);
const plate = computed(() => plateOf(box.value)!);
const placed = computed(() => placedOn(design.value, id));
const ducts = computed(() => ductsOn(design.value, id));
const rails = computed(() => railsOn(design.value, id));
const loose = computed(() => {
  const on = new Set(placed.value.map((p) => p.part));
  return partsOn(design.value, id).filter((p) => !on.has(p));
});
const items = computed((): BoardItem[] => [
  ...ducts.value.map(({ id: of, duct, x, y, width, height }) => ({
    id: `duct ${of}`,
    x,
    y,
    width,
    height,
    label: of,
    name: `Duct ${of}, ${mm(duct.length)} long, ${mm(x)} from the left, ${mm(y)} from below`,
    kind: 'duct' as const,
  })),
  ...placed.value.map((p) => ({
    id: p.part,
    x: p.x,
    y: p.y,
    width: p.body.width,
    height: p.body.height,
    label: part(p.part).designation,
    name: `${part(p.part).designation} ${part(p.part).name}, ${mm(p.x)} from the left, ${mm(p.y)} from below`,
    kind: 'part' as const,
  })),
]);
const partAt = ({ id: of, x, y }: BoardItem): Placed | undefined => {
  const p = placed.value.find((q) => q.part === of);
  return p && { ...p, x, y };
};
const clashes = (a: Placed): boolean =>
  reachesOut(a, plate.value) ||
  placed.value.some((b) => b.part !== a.part && overlaps(a, b)) ||
  ducts.value.some((d) => overlaps(a, { x: d.x, y: d.y, body: d }));
const wrong = computed(() => new Set(placed.value.filter(clashes).map((p) => p.part)));
const wrongAt = (item: BoardItem): boolean => {
  const p = partAt(item);
  return p !== undefined && clashes(p);
};
const stop = (item: BoardItem) => {
  const p = partAt(item);
  const grid = (v: number) => Math.round(v / STEP) * STEP;
  return p ? snapped(design.value, id, p, placed.value) : { x: grid(item.x), y: grid(item.y) };
};

const picked = ref<readonly string[]>([]);
const one = computed(() =>
  picked.value.length === 1 ? placed.value.find((p) => p.part === picked.value[0]) : undefined,
);
const duct = computed(() => ducts.value.find((d) => picked.value.length === 1 && `duct ${d.id}` === picked.value[0]));
const several = computed(() => picked.value.flatMap((of) => placed.value.find((p) => p.part === of) ?? []));
const put = (places: Record<string, PanelPlace | null>, set?: Record<string, Duct | null>) =>
  run({ name: 'place-parts', args: { enclosure: id, places, ...(set ? { ducts: set } : {}) } });
const keepTurn = (turned: boolean) => (turned ? { turned } : {});
function move(of: string, x: number, y: number): void {
  const d = ducts.value.find((q) => `duct ${q.id}` === of);
  if (d) return put({}, { [d.id]: { ...d.duct, x, y } });
  put({ [of]: { x, y, ...keepTurn(placed.value.find((p) => p.part === of)?.turned === true) } });
}
const left = ref<readonly string[]>([]);
function layOut(): void {
  const layout = laidOut(design.value, machine.figures.wires, id);
  left.value = layout.left;
  run(layOutCommand(design.value, id, layout));
}
const lines = [
  { value: 'bottom', label: 'Lower edges in line' },
  { value: 'middle', label: 'Middles in line' },
  { value: 'top', label: 'Upper edges in line' },
  { value: 'left', label: 'Left edges in line' },
  { value: 'right', label: 'Right edges in line' },
  { value: 'spread', label: 'Evenly apart' },
] as const;
function align(how: Alignment): void {
  put(
    Object.fromEntries(
      Object.entries(aligned(several.value, how)).map(([of, at]) => [
        of,
        { ...at, ...keepTurn(several.value.find((p) => p.part === of)!.turned) },
      ]),
    ),
  );
}
function addDuct(): void {
  const taken = new Set(ducts.value.map((d) => d.id));
  let n = 1;
  while (taken.has(`d${n}`)) n++;
  const { width, height } = plate.value;
  const fresh = { x: 0, y: Math.round(height / 2 / STEP) * STEP, length: Math.round(width), ...USUAL_DUCT };
  put({}, { [`d${n}`]: laid(`d${n}`, fresh).duct });
  picked.value = [`duct d${n}`];
}
const drawing = computed(() => plateDrawing(design.value, id));
const undrilled = computed(() => drawing.value?.unknown.map((p) => part(p).designation) ?? []);
</script>

<template>
  <div class="view">
    <FaceSheet
      name="Plate"
      :heading="`Plate, ${mm(plate.width)} × ${mm(plate.height)}`"
      :refusal="refusal"
      :drawing="placed.length ? drawing : undefined"
      :title="`${design.name}: plate of ${box.name}`"
      :file="`${id}-plate`"
    >
      <template #actions>
        <ActionMenu v-if="several.length > 1 && !machine.readOnly" :items="lines" @pick="align"
          >Align {{ several.length }} parts</ActionMenu
        >
        <ActionButton :disabled="machine.readOnly" @click="addDuct">Add a duct</ActionButton>
        <ActionButton kind="framed" :disabled="machine.readOnly" @click="layOut">Lay it out by rules</ActionButton>
      </template>
      <PanelBoard
        v-model:picked="picked"
        :width="plate.width"
        :height="plate.height"
        :items="items"
        :rails="rails.map((r) => ({ x: r.from, y: r.y, length: r.length }))"
        :wrong="wrong"
        :wrong-at="wrongAt"
        :stop="stop"
        :step="STEP"
        :disabled="machine.readOnly"
        label="Parts on the plate"
        @move="move"
      />
      <template #by-hand>
        From the front. Drag a part, or move it by the arrow keys: steps of {{ STEP }} mm, with Shift of 1 mm. It stops
        at a rail or flush with its neighbour; Alt lets it stop anywhere. Shift and a click pick several.
      </template>
    </FaceSheet>
    <aside class="stack">
      <PlacedPart
        v-if="one"
        :part="part(one.part)"
        :size="[one.body.width, one.body.height, bodyOf(part(one.part)).depth]"
        :x="one.x"
        :y="one.y"
        :usual="one.body.usual"
        :turned="one.turned"
        @turn="(is: boolean) => put({ [one!.part]: { x: one!.x, y: one!.y, ...keepTurn(is) } })"
        @take-off="put({ [one.part]: null })"
      />
      <DuctForm v-else-if="duct" :key="duct.id" :enclosure="id" :duct="duct" @set="(d) => put({}, { [duct!.id]: d })" />
      <LooseParts
        :parts="loose"
        heading="Not on the plate"
        where="on the plate"
        :full="left.length ? 'The plate has no room for all of them. Take a larger box, or another compartment.' : ''"
        @put="(p) => put({ [p]: roomFor(bodyOf(part(p)), items, plate, 10) ?? { x: 0, y: 0 } })"
      />
      <PlateLengths v-if="placed.length" :id="id" @run="run" />
      <section v-if="rails.length || ducts.length" class="sheet stack" aria-label="Rails and ducts to cut">
        <h2>Rails and ducts to cut</h2>
        <ul>
          <li v-for="r in rails" :key="r.y">
            <b class="mono">{{ mm(Math.round(r.length)) }}</b> rail{{ ' ' }}
            <span class="soft">{{ r.parts.map((p) => part(p).designation).join(', ') }}</span>
          </li>
          <li v-for="d in ducts" :key="d.id">
            <b class="mono">{{ mm(Math.round(d.duct.length)) }}</b> duct {{ mm(d.duct.width) }} × {{ mm(d.duct.depth)
            }}{{ d.duct.divided ? ', divided' : '' }}{{ ' ' }} <span class="soft">{{ d.id }}</span>
          </li>
        </ul>
        <p v-if="undrilled.length" class="soft small">
          No holes are drawn for {{ undrilled.join(', ') }}: enter them on the sheet of the part, or mark them through
          it.
        </p>
      </section>
      <LayoutFile :id="id" @run="run" />
    </aside>
  </div>
</template>

<style scoped>
p {
  margin: 0;
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
