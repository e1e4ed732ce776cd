<script setup lang="ts">
import { CircleCheck, CircleClose, Lock, Minus, QuestionFilled, RefreshLeft } from '@element-plus/icons-vue';
import type { TestState } from '@nodaxis/core/bringup/evidence';
import { computed } from 'vue';

/** How a test stands: an icon, a word and a colour, and for what is stale a broken outline. */
const props = defineProps<{ state: TestState; bare?: boolean }>();
const words: Record<TestState, string> = {
  locked: 'Locked',
  open: 'Open',
  passed: 'Passed',
  failed: 'Failed',
  stale: 'Stale',
  'not-judged': 'Not judged',
};
const icons = {
  locked: Lock,
  open: Minus,
  passed: CircleCheck,
  failed: CircleClose,
  stale: RefreshLeft,
  'not-judged': QuestionFilled,
};
const icon = computed(() => icons[props.state]);
</script>

<template>
  <span class="state" :class="state"
    ><component :is="icon" class="icon" aria-hidden="true" /><span :class="{ 'visually-hidden': bare }">{{
      words[state]
    }}</span></span
  >
</template>

<style scoped>
.state {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  font-weight: 700;
  white-space: nowrap;
}
.icon {
  width: 16px;
  height: 16px;
  flex: none;
}
.locked {
  color: var(--soft);
}
.open {
  color: var(--accent);
}
.passed {
  color: var(--good);
}
.failed {
  color: var(--danger);
}
.stale {
  color: var(--stale);
  border: 1.5px dashed var(--stale);
  border-radius: 3px;
  padding: 0 3px;
}
.not-judged {
  color: var(--doubt);
}
</style>
