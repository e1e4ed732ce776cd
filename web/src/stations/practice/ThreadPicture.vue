<script setup lang="ts">
import { groovesOf, type ThreadPass } from '@nodaxis/core/motion/simulation/threadRecord';
import { tellThread } from '@nodaxis/core/motion/simulation/threadWords';
import { showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { usePreferences } from '../../document/preferences';

/** What a program has cut of a thread: the work unrolled around its middle, and how far each pass strayed from its groove. */
const props = defineProps<{ passes: readonly ThreadPass[] }>();
const preferences = usePreferences();
const verdict = computed(() => tellThread(props.passes, preferences.display));

const [WIDTH, HEIGHT, STRAY_HEIGHT] = [340, 96, 70];
/** So many leads of the work are unrolled. */
const LEADS = 4;
/** A helix is drawn in pieces of this share of a turn, so that none crosses the seam. */
const PIECES = 48;
const unrolled = computed(() => {
  const found = groovesOf(props.passes);
  const [first] = props.passes;
  if (!found || !first) return undefined;
  const span = LEADS * first.lead;
  const from = found.at - span / 2;
  const x = (place: number) => ((place - from) / span) * WIDTH;
  const lines = props.passes.map((p) => {
    let path = '';
    let before = NaN;
    for (let i = 0; i <= LEADS * PIECES; i++) {
      const place = from + (i / (LEADS * PIECES)) * span;
      const turns = p.phase + p.turnsPerMm * place;
      const share = turns - Math.floor(turns);
      // Over the seam the pen is lifted.
      path += `${Math.abs(share - before) < 0.5 ? 'L' : 'M'}${x(place).toFixed(1)} ${((1 - share) * HEIGHT).toFixed(1)}`;
      before = share;
    }
    return path;
  });
  return { lines, several: found.grooves.length > 1 };
});
/** Twice the band in which a tool counts as in step. */
const MOST_DEG = 4;
const strays = computed(() => {
  const points = props.passes.map(({ strays: s }) =>
    Array.from({ length: s.length / 2 }, (_, i) => ({ place: s[2 * i]!, degrees: s[2 * i + 1]! })),
  );
  const all = points.flatMap((p) => p.map((s) => s.place));
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const x = (place: number) => ((place - low) / (high - low)) * WIDTH;
  const y = (degrees: number) =>
    STRAY_HEIGHT / 2 - (Math.max(-MOST_DEG, Math.min(MOST_DEG, degrees)) / MOST_DEG) * (STRAY_HEIGHT / 2 - 2);
  const [a, b] = (props.passes[0]?.inStep ?? [0, 0]).map(x);
  return {
    lines: points.map((p) => `M${p.map((s) => `${x(s.place).toFixed(1)} ${y(s.degrees).toFixed(1)}`).join('L')}`),
    inStep: { x: Math.min(a!, b!), width: Math.abs(b! - a!) },
  };
});
const lead = computed(() => showValue(props.passes[0]?.lead ?? 0, 'length', preferences.display, 4));
</script>

<template>
  <section v-if="verdict && unrolled" class="thread" aria-label="The thread that was cut">
    <p
      v-for="(s, i) in verdict.says"
      :key="i"
      class="small"
      :class="i === 0 ? (verdict.good ? 'good' : 'warn') : 'soft'"
    >
      {{ s }}
    </p>
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="verdict.says[0]">
      <path v-for="(d, i) in unrolled.lines" :key="i" class="groove" :class="{ several: unrolled.several }" :d="d" />
    </svg>
    <p class="soft small">
      The work unrolled around the middle of the thread: one turn from top to bottom, {{ LEADS }} leads of
      {{ lead }} from left to right, a line for each pass.
    </p>
    <svg :viewBox="`0 0 ${WIDTH} ${STRAY_HEIGHT}`" role="img" aria-label="How far each pass strays from its groove">
      <rect class="step" :x="strays.inStep.x" y="0" :width="strays.inStep.width" :height="STRAY_HEIGHT" />
      <line class="zero" x1="0" :x2="WIDTH" :y1="STRAY_HEIGHT / 2" :y2="STRAY_HEIGHT / 2" />
      <path v-for="(d, i) in strays.lines" :key="i" class="stray" :d="d" />
    </svg>
    <p class="soft small">
      Along the whole pass: how far the tool strays from its groove, up to {{ MOST_DEG }}° of the spindle either way.
      Shaded: in step.
    </p>
  </section>
</template>

<style scoped>
.thread {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 4px;
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
p {
  margin: 0;
}
.small {
  font-size: 13px;
}
svg {
  width: 100%;
  background: var(--paper);
  border: 1px solid var(--line);
}
path,
line {
  fill: none;
  vector-effect: non-scaling-stroke;
}
.groove {
  stroke: var(--accent);
  stroke-width: 1.4;
}
.groove.several {
  stroke: var(--wont);
}
.stray {
  stroke: var(--accent);
}
.zero {
  stroke: var(--line-strong);
}
.step {
  fill: var(--accent-wash);
}
.good {
  color: var(--good);
}
.warn {
  color: var(--wont);
}
</style>
