<script setup lang="ts">
import ActionButton from '../../ui/ActionButton.vue';
import { minutesOf, sayStale } from '@nodaxis/core/bringup/evidence';
import type { TestRecord } from '@nodaxis/core/bringup/evidence';
import { computed } from 'vue';
import PhotoStrip from '../../widgets/PhotoStrip.vue';
import ReworkForm from './ReworkForm.vue';
import StateMark from './StateMark.vue';
import { useBringUp } from './useBringUp';

/** What must be tested again and why, and what this test said before. */
const bringUp = useBringUp();
const { work, current, file, made, mode } = bringUp;
const again = computed(() =>
  work.value.again.map((s) => ({ s, why: sayStale(s.stale[0]!, made.value!.design, bringUp.titleOf) })),
);
const before = computed(() =>
  (file.value?.journal ?? [])
    .filter(
      (e): e is TestRecord => e.kind === 'record' && e.mode === mode.value && e.test === current.value?.instance.key,
    )
    .reverse(),
);
const minutes = computed(() => work.value.again.reduce((sum, s) => sum + minutesOf(s), 0));
const when = (at: string) =>
  new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
</script>

<template>
  <aside class="side">
    <section class="sheet" aria-label="To be tested again">
      <h3>To be tested again</h3>
      <p v-if="!again.length" class="soft">Nothing that passed has become doubtful.</p>
      <template v-else>
        <p class="soft">
          {{ again.length }} {{ again.length === 1 ? 'test' : 'tests' }}, about {{ minutes }} min, in this order:
        </p>
        <ol>
          <li v-for="a in again" :key="a.s.instance.key">
            <ActionButton kind="bare" @click="bringUp.picked.value = a.s.instance.key">
              <b>{{ a.s.instance.title }}</b><small class="soft">{{ a.why }}</small>
            </ActionButton>
          </li>
        </ol>
      </template>
    </section>
    <ReworkForm v-if="mode === 'real'" />
    <section class="sheet" aria-label="Results of this test">
      <h3>Results of this test</h3>
      <p v-if="!before.length" class="soft">
        None yet. Each is kept with its readings, its time, and what it depended on.
      </p>
      <ul>
        <li v-for="(r, i) in before" :key="r.id">
          <span class="row spread"
            ><StateMark :state="r.verdict" /><small class="soft">{{ when(r.at) }}, rev. {{ r.revision }}</small></span
          >
          <span>{{ r.outcome }}</span>
          <span v-if="r.note" class="soft">{{ r.note }}</span>
          <span v-if="r.photos?.length" class="row"><PhotoStrip :ids="r.photos" /></span>
          <span v-if="before.some((x) => x.corrects === r.id)" class="soft">Corrected by a later one.</span>
          <ActionButton v-if="i === 0 && mode === 'real'" class="small" @click="bringUp.correct(r)">
            Correct it
          </ActionButton>
        </li>
      </ul>
    </section>
  </aside>
</template>

<style scoped>
.side {
  display: grid;
  gap: 10px;
  align-content: start;
  min-height: 0;
  overflow: auto;
  /* What is hidden from sight in it scrolls with it, and does not lengthen the station. */
  position: relative;
}
ol,
ul {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
li {
  border-top: 1px solid var(--line);
  padding: 5px 0;
  display: grid;
  gap: 2px;
}
ol button {
  display: grid;
  background: none;
  border: 0;
  padding: 0;
  font: inherit;
  color: inherit;
  text-align: left;
  cursor: pointer;
}
.small {
  justify-self: start;
  font-size: 13px;
}
</style>
