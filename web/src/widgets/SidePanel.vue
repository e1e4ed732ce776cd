<script setup lang="ts">
import ActionButton from '../ui/ActionButton.vue';
import { Close } from '@element-plus/icons-vue';

/** A panel beside the station: it does not cover the work, so that what a click there does can be seen. */
defineProps<{ title: string }>();
defineEmits<{ close: [] }>();
</script>

<template>
  <aside class="panel" :aria-label="title" @keydown.esc.stop="$emit('close')">
    <div class="row spread">
      <h2>{{ title }}</h2>
      <ActionButton aria-label="Close" @click="$emit('close')"><Close /></ActionButton>
    </div>
    <slot />
  </aside>
</template>

<style scoped>
.panel {
  grid-area: panel;
  width: 360px;
  overflow: auto;
  border-left: 1px solid var(--line-strong);
  background: var(--sheet);
  padding: 10px 14px;
}
@media (max-width: 720px) {
  .panel {
    position: fixed;
    inset: 0;
    width: auto;
    z-index: 5;
  }
}
</style>
