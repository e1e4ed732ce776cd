<script setup lang="ts">
import PickOne from '../../ui/PickOne.vue';
import TickBox from '../../ui/TickBox.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import AxisHand from './AxisHand.vue';
import { handFunctions } from '@nodaxis/core/machine/connections';
import HandWheel from './HandWheel.vue';
import PendantHand from './PendantHand.vue';
import StickPad from './StickPad.vue';
import { usePractice } from './usePractice';

/** Moving by hand: keys, buttons and the rulers; a handwheel; a stick on the screen or a game controller. */
defineProps<{ pressed: ReadonlySet<string> }>();
const machine = useOpenMachine();
const practice = usePractice();
const { snapshot } = practice;
const override = ref(false);
const step = ref(0);
const means = ref<'keys' | 'wheel' | 'stick' | 'pendant'>('keys');
/** Keys and a pendant of the machine’s own. */
const hasPendant = computed(
  () =>
    figures.value.design.roles.pendant !== undefined ||
    Object.values(figures.value.design.circuits).some((c) => handFunctions.has(c.function)),
);
const figures = computed(() => machine.figures);
const powered = computed(() => snapshot.value !== undefined && snapshot.value.state !== 'no-power');
const strategy = computed(() => figures.value.design.limitStrategy);
/** The control has lost track of which way is off: a person says it. */
const ambiguous = computed(() => {
  const s = snapshot.value;
  if (!s) return [];
  return figures.value.axes.filter((a) =>
    s.inputs.some(
      (i) =>
        i.tripped &&
        figures.value.design.circuits[i.id]?.devices.some((d) => figures.value.design.parts[d]?.mount?.axis === a.id),
    ),
  );
});
const offsetOf = (i: number) => snapshot.value?.work.sets[snapshot.value.work.active]?.[i] ?? 0;
</script>

<template>
  <div class="hands" role="group" aria-label="Moving by hand">
    <div class="row spread">
      <PickOne
        v-model="means"
        label="Means"
        :options="[
          { value: 'keys', label: 'keys' },
          ...(hasPendant ? [{ value: 'pendant' as const, label: 'its pendant' }] : []),
          { value: 'wheel', label: 'handwheel' },
          { value: 'stick', label: 'stick' },
        ]"
      />
      <label v-if="means === 'keys'" class="row soft"
        >Step
        <Choice
          v-model="step"
          label="Step for each press"
          :options="[
            { value: 0, label: 'while held' },
            ...[0.01, 0.1, 1, 10].map((value) => ({ value, label: String(value) })),
          ]"
      /></label>
    </div>
    <PendantHand v-if="means === 'pendant'" />
    <HandWheel v-else-if="means === 'wheel'" />
    <StickPad v-if="means === 'stick'" />
    <AxisHand
      v-for="(a, i) in figures.axes"
      :key="a.id"
      :figures="a"
      :snapshot="snapshot?.axes.find((s) => s.id === a.id)"
      :offset="offsetOf(i)"
      :pressed="pressed"
      :powered="powered"
      :step="step"
      @hold="(d, share) => practice.hold(a.id, d, share, override)"
      @release="practice.release()"
      @nudge="(distance) => practice.act({ type: 'nudge', axis: a.id, distance })"
      @move="(position) => practice.act({ type: 'move', axis: a.id, position })"
      @reference="practice.act({ type: 'reference', axes: [a.id] })"
      @zero="practice.act({ type: 'set-work', axis: a.id, value: 0 })"
    />
    <div v-if="ambiguous.length" class="row off">
      <span>On a switch. Which way is off?</span>
      <template v-for="a in ambiguous" :key="a.id">
        <ActionButton kind="framed" @click="practice.act({ type: 'step-off', axis: a.id, direction: -1 })">
          {{ a.axis.letter }} −
        </ActionButton>
        <ActionButton kind="framed" @click="practice.act({ type: 'step-off', axis: a.id, direction: 1 })">
          {{ a.axis.letter }} +
        </ActionButton>
      </template>
    </div>
    <div class="row spread">
      <TickBox v-if="strategy === 'held-override' || strategy === 'away-only'" v-model="override"
        >override the limit</TickBox
      >
      <ActionButton
        v-if="strategy === 'switched-off' && !snapshot?.limitsOff"
        kind="framed"
        :disabled="!powered"
        @click="practice.act({ type: 'limits', on: false })"
      >
        Switch the limits off
      </ActionButton>
    </div>
    <p v-if="means === 'keys'" class="soft small">
      Tab to a ruler and hold ← or → (with Shift at full speed), hold the buttons, or drag the cursor. Release, or leave
      the page, and it stops.
    </p>
  </div>
</template>

<style scoped>
.spread {
  justify-content: space-between;
}
.small {
  font-size: 13px;
  margin: 4px 0 0;
}
.off {
  flex-wrap: wrap;
  border-top: 1px solid var(--line);
  padding: 5px 0;
}
</style>
