<script setup lang="ts">
import Caution from '../ui/Caution.vue';
import { CircleCheck } from '@element-plus/icons-vue';
import type { Finding } from '@nodaxis/core/findings/finding';
import { severities, severityWord } from '@nodaxis/core/findings/finding';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useMachine } from '../document/machine';
import { useSweep } from '../trial/useSweep';
import FindingCard from '../widgets/FindingCard.vue';
import SeverityMark from '../widgets/SeverityMark.vue';
import SidePanel from '../widgets/SidePanel.vue';

defineEmits<{ close: [] }>();
const machine = useMachine();
const route = useRoute();
const sweep = useSweep();
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
/** A remedy was applied to these, by id, and they were still there after it; what the single faults show takes a while. */
const applied = ref<Record<string, string>>({});
const settled = ref<{ id: string; title: string }[]>([]);
const MOST_FIXED = 3;
/** One that came back, by an undo for example, is not fixed any more. */
const fixed = computed(() => settled.value.filter((s) => !machine.findings.some((f) => f.id === s.id)));
async function onApplied(finding: Finding): Promise<void> {
  const ids = groups.value.flatMap((g) => g.list.map((f) => f.id));
  const at = ids.indexOf(finding.id);
  applied.value = { ...applied.value, [finding.id]: finding.title };
  await nextTick();
  settle();
  await nextTick();
  // The card may be gone, and the focus with it: it stays by what was done.
  if (document.activeElement && document.activeElement !== document.body) return;
  const cards = [...document.querySelectorAll<HTMLElement>('[data-finding]')];
  (cards[Math.min(at, cards.length - 1)] ?? document.querySelector<HTMLElement>('aside.panel'))?.focus();
}
/** What is gone is confirmed; what is still there once everything was checked is no longer waited for. */
function settle(): void {
  const there = new Set(machine.findings.map((f) => f.id));
  const entries = Object.entries(applied.value);
  const gone = entries.filter(([id]) => !there.has(id)).map(([id, title]) => ({ id, title }));
  if (gone.length) settled.value = [...gone, ...fixed.value].slice(0, MOST_FIXED);
  applied.value = Object.fromEntries(entries.filter(([id]) => there.has(id) && sweep.due));
}
watch([() => machine.findings, () => sweep.due], settle);
const gone = computed(() => linked.value && !machine.findings.some((f) => f.id === linked.value));
</script>

<template>
  <SidePanel title="Findings" @close="$emit('close')">
    <p class="soft">These checks look at what is entered. A machine without findings is not a certified one.</p>
    <Caution v-if="gone">The finding of this link is no longer there: it has been settled.</Caution>
    <p v-for="s in fixed" :key="s.id" class="fixed" role="status">
      <CircleCheck class="icon" aria-hidden="true" /> Fixed: {{ s.title }}
    </p>
    <p v-if="!groups.length">These checks found nothing.</p>
    <section v-for="g in groups" :key="g.severity" :aria-label="severityWord[g.severity]">
      <h3>
        <SeverityMark :severity="g.severity" /> <span class="soft">{{ g.list.length }}</span>
      </h3>
      <FindingCard
        v-for="f in g.list"
        :key="f.id"
        :finding="f"
        :linked="f.id === linked"
        :checking="f.id in applied"
        @applied="onApplied(f)"
      />
    </section>
  </SidePanel>
</template>

<style scoped>
.fixed {
  color: var(--good);
}
.fixed .icon {
  width: 16px;
  vertical-align: -3px;
}
section {
  margin-top: 12px;
}
h3 {
  display: flex;
  gap: 6px;
  align-items: center;
}
</style>
