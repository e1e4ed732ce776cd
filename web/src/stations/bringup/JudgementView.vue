<script setup lang="ts">
import ActionButton from '../../ui/ActionButton.vue';
import type { Judgement, Proposal } from '@nodaxis/core/bringup/testKind';
import { computed, defineAsyncComponent } from 'vue';
import StateMark from './StateMark.vue';

/** What the readings come to: the outcome, the likely causes, and the ways out, each by one click. */
const props = defineProps<{ judgement: Judgement; canAct: boolean; staleNow?: boolean }>();
defineEmits<{ take: [Proposal] }>();
const ReadingsPlot = defineAsyncComponent(() => import('./ReadingsPlot.vue'));
const state = computed(() =>
  props.staleNow && props.judgement.verdict === 'passed' ? 'stale' : props.judgement.verdict,
);
</script>

<template>
  <section class="judgement" :class="state" aria-label="Judgement" aria-live="polite">
    <p class="outcome"><StateMark :state="state" /> {{ judgement.says[0] }}</p>
    <p v-for="t in judgement.says.slice(1)" :key="t">{{ t }}</p>
    <div class="both">
      <div v-if="judgement.causes?.length">
        <p class="soft">Likely, the likeliest first:</p>
        <ol>
          <li v-for="c in judgement.causes" :key="c">{{ c }}</li>
        </ol>
      </div>
      <ReadingsPlot v-if="judgement.plot" :plot="judgement.plot" />
    </div>
    <ul v-if="judgement.proposals?.length && judgement.verdict !== 'passed'" class="ways" aria-label="Ways out">
      <li v-for="p in judgement.proposals" :key="p.label">
        <ActionButton
          kind="framed"
          :disabled="!canAct"
          :data-hint="canAct ? '' : 'Keep the result first'"
          @click="$emit('take', p)"
        >
          {{ p.label }}
        </ActionButton>
        <span
          ><small class="kind">{{ 'command' in p ? 'changes the file' : 'work at the machine' }}</small>
          {{ p.why }}</span
        >
      </li>
    </ul>
    <p v-else-if="judgement.verdict === 'failed'" class="soft">
      No change of the file fixes this. Correct it at the machine, log it under “Something was done by hand”, and take
      the readings again.
    </p>
  </section>
</template>

<style scoped>
.judgement {
  border-left: 4px solid var(--line-strong);
  padding: 6px 0 6px 12px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}
.judgement.passed {
  border-color: var(--good);
}
.judgement.failed {
  border-color: var(--danger);
}
.judgement.stale {
  border-left: 4px dashed var(--stale);
}
.outcome {
  font-size: 16px;
}
.both {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
}
.both > * {
  flex: 1 1 240px;
}
ol {
  margin: 2px 0;
  padding-left: 20px;
}
.ways {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.ways li {
  display: grid;
  grid-template-columns: minmax(180px, auto) 1fr;
  gap: 10px;
  align-items: center;
}
.ways button {
  text-align: left;
}
.kind {
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  padding: 0 4px;
  color: var(--soft);
  white-space: nowrap;
}
@media (max-width: 720px) {
  .ways li {
    grid-template-columns: minmax(0, 1fr);
  }
  .ways button {
    min-height: 44px;
  }
}
</style>
