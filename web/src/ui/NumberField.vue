<script setup lang="ts">
/** A plain number without a unit of its own; quantities with units are entered in fields that read them. */
import { ElInputNumber } from 'element-plus';

const value = defineModel<number>();
const { bare = false } = defineProps<{
  /** Without the buttons for one more and one less. */
  bare?: boolean;
}>();
</script>

<template>
  <ElInputNumber
    :model-value="value"
    class="number-field"
    :controls="!bare"
    controls-position="right"
    @update:model-value="(v: number | null | undefined) => v !== null && v !== undefined && (value = v)"
  />
</template>
