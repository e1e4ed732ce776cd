<script setup lang="ts">
import ActionButton from '../../ui/ActionButton.vue';

/** The stop buttons of the machine. In every theme a stop is red and nothing else is. */
defineProps<{ stops: readonly { id: string; name: string }[]; pressed: ReadonlySet<string> }>();
defineEmits<{ toggle: [string] }>();
</script>

<template>
  <ActionButton
    v-for="b in stops"
    :key="b.id"
    class="stop"
    :aria-pressed="pressed.has(b.id)"
    data-hint="Esc presses it; turn it to release"
    @click="$emit('toggle', b.id)"
  >
    {{ b.name }}{{ pressed.has(b.id) ? ': turn to release' : ' (Esc)' }}
  </ActionButton>
</template>

<style scoped>
.stop {
  background: var(--stop);
  color: #fff;
  border-radius: 16px;
  padding: 5px 14px;
  font-weight: 700;
}
.stop:hover:not(:disabled),
.stop:focus {
  background: var(--stop);
  color: #fff;
}
.stop[aria-pressed='true'] {
  outline: 3px double var(--stop);
  outline-offset: 2px;
}
</style>
