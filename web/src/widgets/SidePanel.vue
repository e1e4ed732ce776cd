<script setup lang="ts">
import ActionButton from '../ui/ActionButton.vue';
import { Close } from '@element-plus/icons-vue';
import { onBeforeUnmount, onMounted, useTemplateRef } from 'vue';

/** A panel beside the station: it does not cover the work, so that what a click there does can be seen. */
defineProps<{ title: string }>();
defineEmits<{ close: [] }>();

/** Whoever opens it is in it, and back where it was opened once it is closed. */
const panel = useTemplateRef<HTMLElement>('panel');
let opener: Element | null = null;
onMounted(() => {
  opener = document.activeElement;
  if (!panel.value!.contains(opener)) panel.value!.focus({ preventScroll: true });
});
onBeforeUnmount(() => {
  const inside = panel.value?.contains(document.activeElement);
  if (inside && opener instanceof HTMLElement && opener.isConnected) opener.focus({ preventScroll: true });
});
</script>

<template>
  <aside ref="panel" class="panel" :aria-label="title" tabindex="-1" @keydown.esc.stop="$emit('close')">
    <div class="row spread">
      <h2>{{ title }}</h2>
      <ActionButton aria-label="Close" @click="$emit('close')"><Close /></ActionButton>
    </div>
    <slot />
  </aside>
</template>

<style scoped>
.panel {
  outline: none;
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
