<script setup lang="ts">
/** What is not needed at first sight, behind a line that says what it is. It opens by itself for a `reveal` from within. */
import { ElCollapse, ElCollapseItem } from 'element-plus';
import { ref, watch } from 'vue';

const { open = false } = defineProps<{ title?: string; open?: boolean }>();
const emit = defineEmits<{ 'update:open': [boolean] }>();
const shown = ref(open ? ['it'] : []);
watch(
  () => open,
  (is) => (shown.value = is ? ['it'] : []),
);
watch(
  () => shown.value.length > 0,
  (is) => emit('update:open', is),
);
</script>

<template>
  <ElCollapse v-model="shown" class="fold" @reveal="shown = ['it']">
    <ElCollapseItem name="it">
      <template #title
        ><slot name="title">{{ title }}</slot></template
      >
      <slot />
    </ElCollapseItem>
  </ElCollapse>
</template>
