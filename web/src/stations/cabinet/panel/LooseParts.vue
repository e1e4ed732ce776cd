<script setup lang="ts">
import ActionButton from '../../../ui/ActionButton.vue';
import { useOpenMachine } from '../../../document/openMachine';

/** Parts that belong here and are not placed yet. */
const { parts, heading, where } = defineProps<{
  parts: readonly string[];
  heading: string;
  where: string;
  full?: string;
}>();
const emit = defineEmits<{ put: [part: string] }>();
const machine = useOpenMachine();
const part = (p: string) => machine.figures.design.parts[p]!;
</script>

<template>
  <section v-if="parts.length" class="sheet stack" :aria-label="heading">
    <h2>{{ heading }}</h2>
    <p v-if="full" class="warn">{{ full }}</p>
    <ul>
      <li v-for="p in parts" :key="p" class="row spread">
        <span
          ><b class="mono">{{ part(p).designation }}</b> {{ part(p).name }}</span
        >
        <ActionButton
          :disabled="machine.readOnly"
          :aria-label="`Put ${part(p).designation} ${where}`"
          @click="emit('put', p)"
          >Put on</ActionButton
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
p {
  margin: 0;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.warn {
  color: var(--danger);
}
</style>
