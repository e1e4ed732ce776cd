<script setup lang="ts">
import TextField from '../ui/TextField.vue';
import { computed, ref } from 'vue';
import { useMachine } from '../document/machine';
import SidePanel from '../widgets/SidePanel.vue';

defineEmits<{ close: [] }>();
const machine = useMachine();
const filter = ref('');
const lines = computed(() => {
  const wanted = filter.value.toLowerCase();
  return [...(machine.file?.history.revisions ?? [])]
    .reverse()
    .filter((r) => r.title.toLowerCase().includes(wanted))
    .slice(0, 400);
});
const when = (at: string) =>
  new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
</script>

<template>
  <SidePanel title="Change log" @close="$emit('close')">
    <TextField v-model="filter" class="filter" type="search" placeholder="Filter the log" aria-label="Filter the log" />
    <p v-if="!lines.length" class="soft">Every edit is written here, in the order in which it was made. Nothing yet.</p>
    <ol>
      <li v-for="r in lines" :key="r.number">
        <span class="mono soft">{{ r.number }}</span>
        <span
          >{{ r.title }}<br /><small class="soft">{{ when(r.at) }}</small></span
        >
      </li>
    </ol>
  </SidePanel>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  margin: 8px 0 0;
}
li {
  display: grid;
  grid-template-columns: 44px 1fr;
  padding: 5px 0;
  border-bottom: 1px solid var(--line);
  overflow-wrap: anywhere;
}
.filter {
  width: 100%;
}
</style>
