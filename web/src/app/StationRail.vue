<script setup lang="ts">
import { standings } from '@nodaxis/core/bringup/evidence';
import { PrintMemo } from '@nodaxis/core/bringup/fingerprint';
import { instancesOf } from '@nodaxis/core/bringup/graph';
import { tests } from '@nodaxis/core/bringup/list';
import { settledOf } from '@nodaxis/core/derivation/settled';
import type { Severity } from '@nodaxis/core/findings/finding';
import { watchDebounced } from '@vueuse/core';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useOpenMachine } from '../document/openMachine';
import SeverityMark from '../widgets/SeverityMark.vue';
import { stationList } from '../stations/stationList';

const PROVEN_AFTER_MS = 400;
defineProps<{ machineId: string }>();
const machine = useOpenMachine();

const settled = computed(() => ({ ...settledOf(machine.figures), bringup: proven.value }));
const memo = new PrintMemo();
/** How much of the bring-up still holds. Worked out a moment after an edit, which it must not hold up. */
const proven = shallowRef({ done: 0, of: 1 });
watchDebounced(
  [() => machine.file?.journal, () => machine.design],
  () => {
    const f = machine.file;
    if (!f?.journal.some((e) => e.kind === 'record' && e.mode === 'real')) {
      proven.value = { done: 0, of: 1 };
      return;
    }
    const made = { design: machine.figures.design, figures: machine.figures };
    const all = standings(made, instancesOf(made, tests), f.journal, 'real', memo).filter(
      (s) => !s.instance.test.optional,
    );
    proven.value = { done: all.filter((s) => s.state === 'passed').length, of: all.length };
  },
  { debounce: PROVEN_AFTER_MS, immediate: true },
);
/** On a phone the rail is wider than the screen: the station that is open stays in sight. */
const rail = ref<HTMLElement>();
const route = useRoute();
function bringHere() {
  const here = rail.value?.querySelector<HTMLElement>('.here');
  if (here) rail.value!.scrollLeft = here.offsetLeft - (rail.value!.clientWidth - here.clientWidth) / 2;
}
watch(() => route.path, bringHere, { flush: 'post' });
onMounted(bringHere);
/** Each station's own state: its worst finding, how many there are above a note, and how much is settled. */
const states = computed(() =>
  stationList.map((s) => {
    const own = machine.findings.filter((f) => f.station === s.id && f.severity !== 'note');
    const share = settled.value[s.id];
    const percent = share && share.of > 0 ? Math.floor((100 * share.done) / share.of) : undefined;
    return { ...s, worst: own[0]?.severity as Severity | undefined, count: own.length, percent };
  }),
);
</script>

<template>
  <nav ref="rail" class="rail" aria-label="Stations">
    <RouterLink class="shelf" to="/" data-hint="All machines">
      <img src="/mark.svg" alt="" width="28" height="28" />
      <span>Shelf</span>
    </RouterLink>
    <RouterLink
      v-for="s in states"
      :key="s.id"
      :to="`/machine/${machineId}/${s.id}`"
      class="station-link"
      active-class="here"
      :data-hint="s.question"
    >
      <component :is="s.icon" class="icon" aria-hidden="true" />
      <span>{{ s.title }}</span>
      <span v-if="s.worst" class="state"><SeverityMark :severity="s.worst" bare />{{ s.count }}</span>
      <span
        v-else-if="s.id !== 'binder' && (s.percent === undefined || s.percent === 100)"
        class="state settled"
        data-hint="Nothing open"
        >✓<span class="visually-hidden">nothing open</span></span
      >
      <span v-if="s.percent !== undefined && s.percent < 100" class="state" data-hint="How much of it is settled"
        >{{ s.percent }} %</span
      >
    </RouterLink>
  </nav>
</template>

<style scoped>
.rail {
  grid-area: rail;
  border-right: 1px solid var(--line-strong);
  background: var(--sheet);
  display: flex;
  flex-direction: column;
  padding: 8px 0;
  position: relative;
  overflow: auto;
}
a {
  color: var(--ink);
  text-decoration: none;
  display: grid;
  justify-items: center;
  gap: 2px;
  padding: 9px 4px;
  font-size: 13px;
  border-left: 4px solid transparent;
}
a:hover {
  background: var(--accent-wash);
}
.here {
  border-left-color: var(--accent);
  background: var(--accent-wash);
  font-weight: 700;
}
.icon {
  width: 22px;
  height: 22px;
}
.state {
  display: inline-flex;
  align-items: center;
  gap: 3px;
  font-size: 13px;
  font-weight: 400;
}
.settled {
  color: var(--good);
}
@media (max-width: 720px) {
  .rail {
    flex-direction: row;
    border-right: 0;
    border-top: 1px solid var(--line-strong);
    padding: 0;
    scrollbar-width: none;
    /* It goes on where it fades. */
    mask-image: linear-gradient(90deg, transparent 0, #000 20px, #000 calc(100% - 20px), transparent);
  }
  a {
    flex: 1 0 62px;
    border-left: 0;
    border-top: 3px solid transparent;
    font-size: 12px;
    padding: 6px 0;
    white-space: nowrap;
  }
  .here {
    border-top-color: var(--accent);
  }
}
</style>
