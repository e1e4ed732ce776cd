<script setup lang="ts">
import type { PanelPlace } from '@nodaxis/core/machine/enclosure';
import { frontDrawing } from '@nodaxis/core/panel/drawing';
import {
  arrangedFront,
  frontOf,
  frontPlate,
  partsForFronts,
  partsInFront,
  placedInFront,
  type InFront,
} from '@nodaxis/core/panel/front';
import { overlaps, reachesOut } from '@nodaxis/core/panel/plate';
import { roomFor } from '@nodaxis/core/panel/room';
import { STEP } from '@nodaxis/core/panel/snap';
import { computed, ref } from 'vue';
import ActionButton from '../../../ui/ActionButton.vue';
import DoorForm from './DoorForm.vue';
import FaceSheet from './FaceSheet.vue';
import LooseParts from './LooseParts.vue';
import PanelBoard, { type BoardItem } from './PanelBoard.vue';
import PlacedPart from './PlacedPart.vue';
import { usePanel } from './usePanel';

/** The front of a box from outside: buttons, lamps, sockets and plugs, with the holes to cut for them. */
const { id } = defineProps<{ id: string }>();
const { machine, design, box, refusal, run, mm, part } = usePanel(() => id);
const front = computed(() => frontPlate(box.value)!);
const placed = computed(() => placedInFront(design.value, id));
const loose = computed(() => {
  const on = new Set(placed.value.map((p) => p.part));
  return partsInFront(design.value, id).filter((p) => !on.has(p));
});
const elsewhere = computed(() => partsForFronts(design.value));
const items = computed((): BoardItem[] =>
  placed.value.map((p) => ({
    id: p.part,
    x: p.x,
    y: p.y,
    width: p.body.width,
    height: p.body.height,
    label: part(p.part).designation,
    name: `${part(p.part).designation} ${part(p.part).name}, ${mm(p.x)} from the left, ${mm(p.y)} from below`,
    kind: 'part',
    cutOut: p.body.cutOut,
  })),
);
const lying = (i: BoardItem) => ({ x: i.x, y: i.y, body: i });
const clash = (a: BoardItem): boolean =>
  reachesOut(lying(a), front.value) || items.value.some((b) => b.id !== a.id && overlaps(lying(a), lying(b)));
const wrong = computed(() => new Set(items.value.filter(clash).map((i) => i.id)));
const stop = (i: BoardItem) => ({ x: Math.round(i.x / STEP) * STEP, y: Math.round(i.y / STEP) * STEP });
const picked = ref<readonly string[]>([]);
const one = computed(() => placed.value.find((p) => picked.value.length === 1 && p.part === picked.value[0]));
const put = (places: Record<string, PanelPlace | null>) =>
  run({ name: 'place-parts', args: { enclosure: id, on: 'front', places } });
const at = (p: InFront, x: number, y: number, turned = p.turned): PanelPlace => ({
  x,
  y,
  ...(turned ? { turned } : {}),
});
const move = (of: string, x: number, y: number) =>
  put({
    [of]: at(
      placed.value.find((p) => p.part === of)!,
      x,
      y,
    ),
  });
/** The first place that is free, two centimetres from everything. */
const room = (p: string): PanelPlace =>
  roomFor(
    frontOf(part(p))!,
    [
      ...items.value,
      { x: -1, y: -1, width: 1, height: front.value.height },
      { x: -1, y: -1, width: front.value.width, height: 1 },
    ],
    front.value,
    20,
  ) ?? { x: 0, y: 0 };
/** One that sat nowhere belongs to this box from now on. */
function bring(p: string): void {
  run({
    name: 'several',
    args: {
      commands: [
        { name: 'sit-part', args: { part: p, in: id } },
        {
          name: 'place-parts',
          args: { enclosure: id, on: 'front', places: { [p]: room(p) } },
        },
      ],
    },
  });
}
const left = ref<readonly string[]>([]);
function layOut(): void {
  const layout = arrangedFront(design.value, id);
  left.value = layout.left;
  put({ ...Object.fromEntries(layout.left.map((p) => [p, null])), ...layout.places });
}
const drawing = computed(() => frontDrawing(design.value, id));
const holeOf = ({ body: { cutOut } }: InFront) =>
  cutOut.round ? `hole ⌀ ${mm(cutOut.width)}` : `opening ${mm(cutOut.width)} × ${mm(cutOut.height)}`;
</script>

<template>
  <div class="view">
    <FaceSheet
      name="Front"
      :heading="`Front, ${mm(front.width)} × ${mm(front.height)}`"
      :refusal="refusal"
      :drawing="placed.length ? drawing : undefined"
      :title="`${design.name}: front of ${box.name}`"
      :file="`${id}-front`"
    >
      <template #actions>
        <ActionButton kind="framed" :disabled="machine.readOnly || !(placed.length + loose.length)" @click="layOut"
          >Lay it out by rules</ActionButton
        >
      </template>
      <p v-if="!placed.length">
        Nothing is in this front yet. Buttons, lamps, plugs and sockets can be put into it from the list beside it;
        their holes are drawn 1:1.
      </p>
      <PanelBoard
        v-model:picked="picked"
        :width="front.width"
        :height="front.height"
        :items="items"
        :wrong="wrong"
        :wrong-at="clash"
        :stop="stop"
        :step="STEP"
        :disabled="machine.readOnly"
        label="Parts in the front"
        @move="move"
      />
      <template #by-hand>
        From outside. What covers each hole is drawn with it; the hole inside it is what is cut. Leave a hand’s breadth
        around a stop button, at a height where a hand finds it without looking.
      </template>
    </FaceSheet>
    <aside class="stack">
      <PlacedPart
        v-if="one"
        :part="part(one.part)"
        :size="[one.body.width, one.body.height]"
        :hole="holeOf(one)"
        :x="one.x"
        :y="one.y"
        :usual="one.body.cutOut.usual"
        :turned="one.turned"
        @turn="(is: boolean) => put({ [one!.part]: at(one!, one!.x, one!.y, is) })"
        @take-off="put({ [one.part]: null })"
      />
      <LooseParts
        :parts="loose"
        heading="Belongs here, not placed"
        where="into the front"
        :full="left.length ? 'The front has no room for all of them.' : ''"
        @put="(p) => put({ [p]: room(p) })"
      />
      <LooseParts :parts="elsewhere" heading="Could sit in this front" where="into the front" @put="bring" />
      <DoorForm :id="id" @run="run" />
    </aside>
  </div>
</template>

<style scoped>
p {
  margin: 0;
}
</style>
