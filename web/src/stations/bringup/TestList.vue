<script setup lang="ts">
import ActionButton from '../../ui/ActionButton.vue';
import type { Standing } from '@nodaxis/core/bringup/evidence';
import { phases } from '@nodaxis/core/bringup/testKind';
import { computed, ref, watch } from 'vue';
import StateMark from './StateMark.vue';
import { useBringUp } from './useBringUp';

/** Every test of this machine by phase: one kind a line, its subjects folded in. */
const { all, current, picked } = useBringUp();
const groups = computed(() =>
  phases.flatMap((phase) => {
    const own = all.value.filter((s) => s.instance.test.phase === phase);
    const kinds = [...new Set(own.map((s) => s.instance.test.kind))].map((kind) => {
      const same = own.filter((s) => s.instance.test.kind === kind);
      return { kind, title: same[0]!.instance.test.title, own: same };
    });
    return own.length ? [{ phase, own, kinds, passed: own.filter((s) => s.state === 'passed').length }] : [];
  }),
);
/** Shown are the phase of the test on the page, and those that a reader opens. */
const opened = ref(new Set<string>());
watch(
  () => current.value?.instance.test.phase,
  (phase) => phase && (opened.value = new Set([phase])),
  { immediate: true },
);
function toggle(phase: string) {
  const next = new Set(opened.value);
  if (!next.delete(phase)) next.add(phase);
  opened.value = next;
}
const worst = (own: readonly Standing[]) =>
  (['failed', 'stale', 'not-judged', 'open', 'locked', 'passed'] as const).find((s) =>
    own.some((x) => x.state === s),
  ) ?? 'open';
</script>

<template>
  <nav class="sheet list" aria-label="Tests">
    <section v-for="g in groups" :key="g.phase">
      <ActionButton kind="bare" class="phase" :aria-expanded="opened.has(g.phase)" @click="toggle(g.phase)">
        <StateMark :state="worst(g.own)" bare /><span>{{ g.phase }}</span
        ><span class="mono soft">{{ g.passed }}/{{ g.own.length }}</span>
      </ActionButton>
      <ul v-if="opened.has(g.phase)">
        <li v-for="k in g.kinds" :key="k.kind">
          <span v-if="k.own.length > 1" class="kind">{{ k.title }}</span>
          <ActionButton
            v-for="s in k.own"
            :key="s.instance.key"
            kind="bare"
            class="test"
            :class="{ under: k.own.length > 1 }"
            :aria-label="s.instance.title"
            :aria-current="current?.instance.key === s.instance.key || undefined"
            @click="picked = s.instance.key"
          >
            <StateMark :state="s.state" bare /><span
              >{{ k.own.length > 1 ? s.instance.subject.name : s.instance.title
              }}<small v-if="s.instance.test.optional" class="soft"> · if you like</small></span
            >
          </ActionButton>
        </li>
      </ul>
    </section>
  </nav>
</template>

<style scoped>
.list {
  overflow: auto;
  /* What is hidden from sight in it scrolls with it, and does not lengthen the station. */
  position: relative;
  padding: 6px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0 0 6px;
}
button {
  display: flex;
  align-items: flex-start;
  gap: 7px;
  width: 100%;
  background: none;
  border: 0;
  font: inherit;
  color: inherit;
  text-align: left;
  padding: 5px 6px;
  cursor: pointer;
  border-radius: 3px;
}
button:hover {
  background: var(--accent-wash);
}
.phase {
  font-weight: 700;
}
.phase::first-letter {
  text-transform: uppercase;
}
.phase span:nth-child(2) {
  flex: 1;
}
.phase span:nth-child(2)::first-letter {
  text-transform: uppercase;
}
.test {
  padding-left: 16px;
  overflow-wrap: anywhere;
}
.kind {
  display: block;
  padding: 4px 6px 0 16px;
  color: var(--soft);
}
.under {
  padding-left: 26px;
  padding-block: 3px;
}
.test[aria-current] {
  background: var(--accent-wash);
  box-shadow: inset 3px 0 var(--accent);
}
@media (max-width: 1000px) {
  button {
    min-height: 44px;
    align-items: center;
  }
}
</style>
