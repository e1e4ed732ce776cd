<script setup lang="ts">
import type { PanelDrawing } from '@nodaxis/core/panel/drawing';
import Caution from '../../../ui/Caution.vue';
import DrawingFiles from './DrawingFiles.vue';

/** A face of a box: its picture with what can be done to all of it above, and how a hand works on it below. */
defineProps<{
  name: string;
  heading: string;
  refusal: string;
  /** Undefined while nothing is placed that would be drawn. */
  drawing: PanelDrawing | undefined;
  /** What is written on a drawing, and what its file is called. */
  title: string;
  file: string;
}>();
</script>

<template>
  <section class="sheet stack" :aria-label="name">
    <div class="row spread">
      <h2>{{ heading }}</h2>
      <span class="row">
        <slot name="actions" />
        <DrawingFiles v-if="drawing" :drawing="drawing" :title="title" :name="file" />
      </span>
    </div>
    <Caution v-if="refusal" kind="refused">{{ refusal }}</Caution>
    <slot />
    <p class="soft small"><slot name="by-hand" /></p>
  </section>
</template>

<style scoped>
p {
  margin: 0;
}
.small {
  font-size: 13px;
}
</style>
