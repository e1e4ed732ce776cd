<script setup lang="ts">
/** How far long work has come. */
import { ElProgress } from 'element-plus';

const { done, of = 1 } = defineProps<{ done: number; of?: number; label?: string }>();
</script>

<template>
  <ElProgress
    class="progress-bar"
    :percentage="of > 0 ? Math.min(100, (100 * done) / of) : 0"
    :show-text="false"
    :stroke-width="6"
    :aria-label="label"
  />
</template>
