<script setup lang="ts">
import type { LibraryEntry } from '@nodaxis/core/machine/library/entry';
import { ElDialog } from 'element-plus';
import PartFace from './PartFace.vue';

/** The sheet of a part: what is entered of it, beside a drawing of its terminals that stays in sight. */
defineProps<{
  part: Pick<LibraryEntry, 'data' | 'terminals' | 'name'> | undefined;
  title: string;
  /** A terminal that is pointed out. */
  lit?: string | undefined;
}>();
const shown = defineModel<boolean>({ required: true });
const emit = defineEmits<{ opened: [] }>();
</script>

<template>
  <ElDialog
    v-model="shown"
    :title="title"
    width="min(1040px, 97vw)"
    top="4vh"
    @open-auto-focus="emit('opened')"
    @opened="emit('opened')"
  >
    <div v-if="part" class="sheet-of">
      <div><slot /></div>
      <PartFace :part="part" :lit="lit" class="drawing" />
    </div>
  </ElDialog>
</template>

<style scoped>
.sheet-of {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: 16px;
  align-items: start;
}
.sheet-of :slotted(.name) {
  display: grid;
  grid-template-columns: max-content 1fr;
  align-items: center;
  gap: 8px;
}
.drawing {
  position: sticky;
  top: 0;
}
@media (max-width: 900px) {
  .sheet-of {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
