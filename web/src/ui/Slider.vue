<script setup lang="ts">
/** A figure that is tried by moving it, with its value in words beside it. */
import { ElSlider } from 'element-plus';

defineProps<{ name: string; min?: number; max: number; step?: number; shown: string }>();
const value = defineModel<number>({ required: true });
</script>

<template>
  <span class="row slider"
    >{{ name }}
    <ElSlider
      v-model="value"
      class="range"
      :min="min ?? 0"
      :max="max"
      :step="step ?? 1"
      :show-tooltip="false"
      :aria-label="name"
    /><span class="mono">{{ shown }}</span></span
  >
</template>
