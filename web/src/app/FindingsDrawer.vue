<script setup lang="ts">
import { severities, severityWord } from '@nodaxis/core/findings/finding';
import { computed, nextTick, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useMachine } from '../document/machine';
import FindingCard from '../widgets/FindingCard.vue';
import SeverityMark from '../widgets/SeverityMark.vue';
import SidePanel from '../widgets/SidePanel.vue';

defineEmits<{ close: [] }>();
const machine = useMachine();
const route = useRoute();
const groups = computed(() =>
  severities
    .map((severity) => ({ severity, list: machine.findings.filter((f) => f.severity === severity) }))
    .filter((g) => g.list.length),
);
const linked = computed(() => (typeof route.query.finding === 'string' ? route.query.finding : ''));
watch(
  linked,
  async (id) => {
    await nextTick();
    if (id) document.querySelector<HTMLElement>(`[data-finding="${CSS.escape(id)}"]`)?.focus();
  },
  { immediate: true },
);
const gone = computed(() => linked.value && !machine.findings.some((f) => f.id === linked.value));
</script>

<template>
  <SidePanel title="Findings" @close="$emit('close')">
    <p class="soft">These checks look at what is entered. A machine without findings is not a certified one.</p>
    <p v-if="gone" class="caution">The finding of this link is no longer there: it has been settled.</p>
    <p v-if="!groups.length">These checks found nothing.</p>
    <section v-for="g in groups" :key="g.severity" :aria-label="severityWord[g.severity]">
      <h3>
        <SeverityMark :severity="g.severity" /> <span class="soft">{{ g.list.length }}</span>
      </h3>
      <FindingCard v-for="f in g.list" :key="f.id" :finding="f" :linked="f.id === linked" />
    </section>
  </SidePanel>
</template>

<style scoped>
section {
  margin-top: 12px;
}
h3 {
  display: flex;
  gap: 6px;
  align-items: center;
}
</style>
