<script setup lang="ts">
import { tellPiece } from '@nodaxis/core/program/piece';
import { computed } from 'vue';
import { usePreferences } from '../../document/preferences';
import ActionButton from '../../ui/ActionButton.vue';
import { usePractice } from './usePractice';

/** What a hand does beside a program that touches: it lays the piece, and holds the plate to the tool. */
const practice = usePractice();
const preferences = usePreferences();
const { snapshot, touchPiece } = practice;
const probe = computed(() => (practice.input.value.known ? practice.input.value.value.probe : undefined));
/** A hand that lays it does not hold it to the tool any more. */
function lay(): void {
  if (probe.value) practice.press(probe.value, false);
  practice.act({ type: 'lay', piece: { ...touchPiece.value } });
}
</script>

<template>
  <section v-if="probe" class="stack hand" aria-label="By your hand">
    <div class="row wrap">
      <ActionButton kind="framed" @click="practice.holdPlate()">Hold the plate to the tool</ActionButton>
      <ActionButton v-if="snapshot?.plate" kind="framed" @click="practice.act({ type: 'take-plate' })"
        >Take it away</ActionButton
      >
      <ActionButton v-else kind="framed" @click="lay">Lay it under the tool</ActionButton>
    </div>
    <p class="soft small">
      {{ tellPiece(touchPiece, preferences.display) }} The program says when: it waits for you, and its line tells what
      to do.
    </p>
  </section>
</template>

<style scoped>
.hand {
  gap: 4px;
}
.wrap {
  flex-wrap: wrap;
}
.small {
  font-size: 13px;
  margin: 0;
}
</style>
