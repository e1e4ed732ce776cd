<script setup lang="ts" generic="V extends string">
/**
 * The views of a station, one at a time. What is shown belongs into a `tabpanel` that is labelled by `tab-` and the id of
 * the view. A row that is longer than the screen has arrows to move it.
 */
import { ElTabPane, ElTabs } from 'element-plus';

defineProps<{ views: readonly { id: V; name: string; count?: number }[]; shown: V; label: string }>();
const emit = defineEmits<{ show: [V] }>();
</script>

<template>
  <ElTabs
    class="station-tabs"
    role="group"
    :aria-label="label"
    :model-value="shown"
    @update:model-value="(v: string | number) => emit('show', v as V)"
  >
    <ElTabPane v-for="v in views" :key="v.id" :name="v.id">
      <template #label
        >{{ v.name }}<span v-if="v.count" class="count" aria-label="dangers">{{ v.count }}</span></template
      >
    </ElTabPane>
  </ElTabs>
</template>
