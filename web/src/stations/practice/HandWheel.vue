<script setup lang="ts">
import Choice from '../../ui/Choice.vue';
import { EDGES_PER_DETENT, QuadratureDecoder, fastestDetents, quadrature } from '@nodaxis/core/motion/hand/wheel';
import { useIntervalFn } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePractice } from './usePractice';
import WheelRim from './WheelRim.vue';

/**
 * A handwheel drawn on the screen: its quadrature pair goes through a decoder that looks some hundred times a second, and
 * what is turned faster than it can look is missed, as it would be on the machine.
 */
const DETENTS = 100;
const LOOKS_PER_S = 250;
const machine = useOpenMachine();
const practice = usePractice();
const axis = ref(machine.figures.axes[0]?.id ?? '');
const size = ref(0.1);
let angle = 0;
const edges = ref(0);
const missed = ref(0);
const history = ref<number[]>(Array.from({ length: 40 }, () => 0));
const decoder = new QuadratureDecoder();
const pair = computed(() => quadrature(edges.value));

/** Between two frames the wheel passes every edge; the decoder sees those at which it happens to look. */
let lookedAt = performance.now();
let turnedTo = 0;
let turnedFrom = 0;
useIntervalFn(() => {
  const now = performance.now();
  const looks = Math.min(200, Math.max(1, Math.round(((now - lookedAt) / 1000) * LOOKS_PER_S)));
  lookedAt = now;
  for (let k = 1; k <= looks; k++) decoder.look(Math.round(turnedFrom + ((turnedTo - turnedFrom) * k) / looks));
  turnedFrom = turnedTo;
  missed.value = decoder.missed;
  const detents = decoder.takeDetents();
  if (detents && axis.value) practice.act({ type: 'wheel', axis: axis.value, distance: detents * size.value });
  if (edges.value !== history.value.at(-1)) history.value = [...history.value.slice(-39), edges.value];
}, 40);

function turn(by: number) {
  angle += by;
  turnedTo = Math.round((angle / (2 * Math.PI)) * DETENTS * EDGES_PER_DETENT);
  edges.value = turnedTo;
}
/** The levels of the last edges as a stepped line. */
const wave = (which: 'a' | 'b', y: number) =>
  history.value
    .map((e, i) => {
      const level = y - quadrature(e)[which] * 12;
      return `${i ? 'L' : 'M'}${i * 4} ${level}L${i * 4 + 4} ${level}`;
    })
    .join('');
</script>

<template>
  <div class="wheel">
    <WheelRim
      :clicks="DETENTS"
      label="Handwheel: arrow keys turn it by a detent"
      :now="Math.round(edges / EDGES_PER_DETENT)"
      @turn="turn"
    />
    <div class="stack">
      <div class="row">
        <label class="row soft"
          >Axis
          <Choice v-model="axis" :options="machine.figures.axes.map((a) => ({ value: a.id, label: a.axis.letter }))"
        /></label>
        <label class="row soft"
          >a detent
          <Choice v-model="size" :options="[0.001, 0.01, 0.1, 1].map((value) => ({ value, label: String(value) }))"
        /></label>
      </div>
      <svg viewBox="0 0 164 42" class="waves" role="img" :aria-label="`A ${pair.a}, B ${pair.b}`">
        <path class="a" :d="wave('a', 16)" />
        <path class="b" :d="wave('b', 38)" />
      </svg>
      <span class="soft small"
        >A {{ pair.a }} B {{ pair.b }}; missed edges: <b :class="{ bad: missed }">{{ missed }}</b>. This decoder follows
        {{ fastestDetents(LOOKS_PER_S).toFixed(0) }} detents a second.</span
      >
    </div>
  </div>
</template>

<style scoped>
.wheel {
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
}
.waves {
  width: 100%;
  max-width: 230px;
}
.a,
.b {
  fill: none;
  stroke: var(--accent);
  stroke-width: 1.6;
}
.b {
  stroke: var(--wont);
}
.small {
  font-size: 13px;
}
.bad {
  color: var(--danger);
}
</style>
