<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import ActionButton from '../../ui/ActionButton.vue';
import type { LugReading } from '@nodaxis/core/wiring/asFound/lugFinder';
import { findLugs } from '@nodaxis/core/wiring/asFound/lugFinder';
import { computed, ref, shallowRef } from 'vue';

/** Which lug of an unmarked switch is which, by a few touches with a continuity tester. */
const count = ref<2 | 3>(3);
const lugs = computed(() => (count.value === 2 ? ['left', 'right'] : ['left', 'middle', 'right']));
const readings = shallowRef<LugReading[]>([]);
const result = computed(() => findLugs(lugs.value, readings.value));
function answer(closed: boolean): void {
  const next = result.value.next;
  if (next) readings.value = [...readings.value, { ...next, closed }];
}
const roleOf = (lug: string) =>
  lug === result.value.common
    ? count.value === 2
      ? 'contact'
      : 'common'
    : lug === result.value.normallyClosed
      ? 'normally closed'
      : lug === result.value.normallyOpen
        ? 'normally open'
        : '?';
const done = computed(() => !result.value.next && !result.value.trouble);
function restart(n: 2 | 3): void {
  count.value = n;
  readings.value = [];
}
</script>

<template>
  <section class="sheet stack" aria-label="Lugs of an unmarked switch">
    <h2>Lugs of an unmarked switch</h2>
    <div class="row" role="group" aria-label="How many lugs">
      <ActionButton kind="framed" :aria-pressed="count === 3" @click="restart(3)">three lugs</ActionButton>
      <ActionButton kind="framed" :aria-pressed="count === 2" @click="restart(2)">two lugs</ActionButton>
    </div>
    <div class="switch" aria-hidden="true">
      <span v-for="l in lugs" :key="l"
        ><b>{{ l }}</b
        >{{ roleOf(l) }}</span
      >
    </div>
    <p v-if="result.next" class="next">
      <span
        >Leads off. {{ result.next.pressed ? 'Press the switch' : 'Leave it free' }}, and touch
        <b>{{ result.next.lugs[0] }}</b> and <b>{{ result.next.lugs[1] }}</b></span
      >
      <ActionButton kind="main" @click="answer(true)">It rings</ActionButton>
      <ActionButton kind="framed" @click="answer(false)">Silent</ActionButton>
    </p>
    <p v-else-if="done" role="status">
      <template v-if="count === 2">This contact is {{ roleOf('right') }}.</template>
      <template v-for="l in lugs" v-else :key="l"
        ><b>{{ l }}</b> is {{ roleOf(l) }}.
      </template>
    </p>
    <Caution v-else>{{ result.trouble }}</Caution>
    <ActionButton v-if="readings.length" @click="readings = []">Begin again</ActionButton>
  </section>
</template>

<style scoped>
[aria-pressed='true'] {
  background: var(--accent-wash);
}
.switch {
  display: flex;
  gap: 0;
}
.switch span {
  border: 1px solid var(--line-strong);
  padding: 6px 14px;
  display: grid;
  justify-items: center;
  min-width: 90px;
}
.next {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
  font-size: 17px;
}
</style>
