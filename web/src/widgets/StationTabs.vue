<script setup lang="ts" generic="V extends string">
import ActionButton from '../ui/ActionButton.vue';
import { onMounted, ref, watch } from 'vue';

/** The views of a station, one at a time. Arrow keys go from tab to tab. */
const props = defineProps<{ views: readonly { id: V; name: string; count?: number }[]; shown: V; label: string }>();
const emit = defineEmits<{ show: [V] }>();

/** On a narrow screen the row of tabs is longer than the screen: the one that is shown stays in sight. */
const row = ref<HTMLElement>();
const bring = () =>
  row.value?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest', inline: 'center' });
watch(() => props.shown, bring, { flush: 'post' });
onMounted(bring);

function step(e: KeyboardEvent) {
  const by = { ArrowRight: 1, ArrowLeft: -1 }[e.key];
  if (!by) return;
  const i = props.views.findIndex((v) => v.id === props.shown);
  const next = props.views[(i + by + props.views.length) % props.views.length]!;
  emit('show', next.id);
  document.getElementById(`view-${next.id}`)?.focus();
}
</script>

<template>
  <div ref="row" class="tabs" role="tablist" :aria-label="label" @keydown="step">
    <ActionButton
      v-for="v in views"
      :id="`view-${v.id}`"
      :key="v.id"
      kind="bare"
      role="tab"
      :aria-selected="shown === v.id"
      :tabindex="shown === v.id ? 0 : -1"
      @click="$emit('show', v.id)"
    >
      {{ v.name }}<span v-if="v.count" class="count mono" aria-label="dangers">{{ v.count }}</span>
    </ActionButton>
  </div>
</template>

<style scoped>
.tabs {
  display: flex;
  flex-wrap: wrap;
  border-bottom: 1px solid var(--line-strong);
}
button {
  font: inherit;
  color: var(--soft);
  background: none;
  border: 0;
  border-bottom: 3px solid transparent;
  padding: 5px 12px;
  cursor: pointer;
}
button[aria-selected='true'] {
  color: var(--ink);
  border-bottom-color: var(--accent);
}
.count {
  margin-left: 6px;
  color: var(--danger);
}
@media (max-width: 720px) {
  .tabs {
    flex-wrap: nowrap;
    overflow-x: auto;
    max-width: 100%;
  }
  button {
    min-height: 44px;
    white-space: nowrap;
  }
}
</style>
