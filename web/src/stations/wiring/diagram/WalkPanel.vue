<script setup lang="ts">
import ActionButton from '../../../ui/ActionButton.vue';
import type { WalkStep } from '@nodaxis/core/wiring/diagram/overview';
import { computed } from 'vue';

/** The chain explained, stop by stop, beside the overview. */
const at = defineModel<number>({ required: true });
const props = defineProps<{ walk: readonly WalkStep[] }>();
const step = computed(() => props.walk[at.value]);
</script>

<template>
  <aside v-if="step" class="walk" aria-label="The chain explained">
    <p class="soft">{{ at + 1 }} of {{ walk.length }}</p>
    <h2>{{ step.title }}</h2>
    <p>{{ step.text }}</p>
    <div class="row">
      <ActionButton kind="framed" :disabled="at === 0" @click="at--">Back</ActionButton>
      <ActionButton v-if="at < walk.length - 1" kind="main" @click="at++">On</ActionButton>
      <ActionButton @click="at = -1">Leave the walk</ActionButton>
    </div>
  </aside>
</template>

<style scoped>
.walk {
  width: 270px;
  flex-shrink: 0;
  padding: 12px;
  border-right: 2px solid var(--accent);
  overflow-y: auto;
  line-height: 1.45;
}
@media (max-width: 720px) {
  .walk {
    width: auto;
    border-right: 0;
    border-bottom: 2px solid var(--accent);
  }
}
</style>
