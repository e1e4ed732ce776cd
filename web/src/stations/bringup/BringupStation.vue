<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import ActionButton from '../../ui/ActionButton.vue';
import Fold from '../../ui/Fold.vue';
import { useMediaQuery } from '@vueuse/core';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useOpenMachine } from '../../document/openMachine';
import WhyDead from '../../widgets/WhyDead.vue';
import AtTheMachine from './AtTheMachine.vue';
import ModeBar from './ModeBar.vue';
import PowerOnCard from './PowerOnCard.vue';
import RevealedMistakes from './RevealedMistakes.vue';
import TestList from './TestList.vue';
import TestPage from './TestPage.vue';
import ToDoPanel from './ToDoPanel.vue';
import { provideBringUp } from './useBringUp';

const machine = useOpenMachine();
const route = useRoute();
const bringUp = provideBringUp();
const { mode, rehearsal, current, picked } = bringUp;
const card = ref(false);
const close = ref(false);
onMounted(() => rehearsal.open(machine.file.id));
watch(
  () => route.query.test,
  (t) => typeof t === 'string' && (picked.value = t),
  { immediate: true },
);
/** On a phone the test comes first, and the list of all tests is folded behind it. */
const narrow = useMediaQuery('(max-width: 1000px)');
const listed = ref(false);
watch(
  () => current.value?.instance.key,
  async () => {
    if (!narrow.value) return;
    listed.value = false;
    await nextTick();
    document.getElementById('station')?.scrollTo({ top: 0 });
  },
);
const waiting = computed(() => mode.value === 'rehearsal' && !rehearsal.file);
</script>

<template>
  <div class="bringup" :class="{ rehearsing: mode === 'rehearsal' }">
    <div class="top">
      <ModeBar @card="card = true" @close-up="close = true" />
      <WhyDead />
      <Caution v-if="mode === 'rehearsal' && rehearsal.fault" kind="refused">{{ rehearsal.fault }}</Caution>
    </div>
    <RevealedMistakes v-if="waiting && rehearsal.told" :told="rehearsal.told" @close="rehearsal.told = undefined" />
    <section v-else-if="waiting" class="sheet empty stack">
      <h2>Rehearse the first power-up</h2>
      <p>
        The same pages run against a simulated copy of this machine, in which mistakes are hidden: a motor that turns
        the other way, two inputs that are swapped, a coupling that slips. It takes its own readings; you follow the
        pages and choose the way out. Nothing of it is written into the log of the real machine.
      </p>
      <form class="row" @submit.prevent>
        <ActionButton
          v-for="n in [0, 3, 5]"
          :key="n"
          :kind="n === 5 ? 'main' : 'framed'"
          @click="rehearsal.begin(n, Date.now() % 100000)"
        >
          {{ n === 0 ? 'Nothing hidden' : `${n} hidden mistakes` }}
        </ActionButton>
      </form>
    </section>
    <template v-else>
      <TestList v-if="!narrow" />
      <TestPage v-if="current" />
      <ToDoPanel />
      <Fold v-if="narrow" v-model:open="listed" title="All tests"><TestList /></Fold>
    </template>
    <PowerOnCard v-if="card" class="over" @close="card = false" />
    <AtTheMachine v-if="close" @close="close = false" />
  </div>
</template>

<style scoped>
.bringup {
  display: grid;
  grid-template-columns: 270px minmax(0, 1fr) 270px;
  grid-template-rows: auto;
  grid-auto-rows: minmax(0, 1fr);
  gap: 10px;
  height: 100%;
  min-height: 600px;
}
.empty {
  grid-column: 1 / -1;
  max-width: 640px;
  align-self: start;
}
.top {
  grid-column: 1 / -1;
  display: grid;
  gap: 8px;
}
.over {
  position: fixed;
  inset: 0 0 0 auto;
  z-index: 50;
  width: min(420px, 100vw);
}
.rehearsing {
  outline: 3px dashed var(--accent);
  outline-offset: 5px;
}
@media (max-width: 1000px) {
  .bringup {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: none;
    grid-auto-rows: auto;
    height: auto;
  }
}
</style>
