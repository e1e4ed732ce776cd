<script setup lang="ts">
import { plateOf } from '@nodaxis/core/panel/plate';
import { computed, defineAsyncComponent, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useOpenMachine } from '../../../document/openMachine';
import Choice from '../../../ui/Choice.vue';
import PickOne from '../../../ui/PickOne.vue';
import FrontFace from './FrontFace.vue';
import PlateFace from './PlateFace.vue';

const InSpace = defineAsyncComponent(() => import('./InSpace.vue'));

/** Where everything sits: the plate inside a box, its front, and the depth between them. */
const machine = useOpenMachine();
const design = computed(() => machine.figures.design);
const boxes = computed(() => Object.entries(design.value.enclosures ?? {}));
const pickedBox = ref('');
const id = computed(() => boxes.value.find(([b]) => b === pickedBox.value)?.[0] ?? boxes.value[0]?.[0] ?? '');
const sized = computed(() => id.value && plateOf(design.value.enclosures![id.value]!) !== undefined);
const faces = [
  { value: 'plate', label: 'Plate' },
  { value: 'front', label: 'Front' },
  { value: 'space', label: 'Depth' },
] as const;
const face = ref<(typeof faces)[number]['value']>('plate');
// A finding of a box leads to the face that it is about.
const route = useRoute();
watch(
  () => route.query.field,
  (field) => {
    const [, box, what] = /^enclosures\.([^.]+)\.(\w+)/.exec(typeof field === 'string' ? field : '') ?? [];
    if (!box) return;
    pickedBox.value = box;
    face.value = what === 'front' || what === 'door' ? 'front' : 'plate';
  },
  { immediate: true },
);
</script>

<template>
  <p v-if="!id" class="sheet">Add the cabinet under Heat, with its sizes: its plate is laid out here.</p>
  <p v-else-if="!sized" class="sheet">
    Enter width, height and depth of the box under Heat, and its plate appears here to scale.
  </p>
  <div v-else class="stack panel">
    <div class="row">
      <PickOne v-model="face" :options="faces" label="Face of the box" />
      <Choice
        v-if="boxes.length > 1"
        label="Enclosure"
        :model-value="id"
        :options="boxes.map(([value, b]) => ({ value, label: b.name }))"
        @change="(b: string) => (pickedBox = b)"
      />
    </div>
    <PlateFace v-if="face === 'plate'" :id="id" :key="id" />
    <FrontFace v-else-if="face === 'front'" :id="id" :key="id" />
    <InSpace v-else :id="id" :key="id" />
  </div>
</template>

<style scoped>
.panel :deep(.view) {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 10px;
  align-items: start;
}
p {
  margin: 0;
}
@media (max-width: 1000px) {
  .panel :deep(.view) {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
