<script setup lang="ts">
import type { IndexCheck } from '@nodaxis/core/switches/indexPulse';
import type { AxisEnd } from '@nodaxis/core/machine/mechanics';
import { SOUND_PHASE } from '@nodaxis/core/switches/indexPulse';
import { showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { usePreferences } from '../../document/preferences';

/** One turn of the motor as a dial: the index at the top, the coarse mark where it trips, the sound stretch between. */
const props = defineProps<{ check: IndexCheck | undefined; pitch: number; linear: boolean; end: AxisEnd }>();
const preferences = usePreferences();
const R = 40;
const point = (turn: number, r = R) => `${Math.sin(2 * Math.PI * turn) * r} ${-Math.cos(2 * Math.PI * turn) * r}`;
const sound = `M${point(SOUND_PHASE.least)}A${R} ${R} 0 1 1 ${point(SOUND_PHASE.most)}`;
const len = (v: number) => showValue(v, props.linear ? 'length' : 'angle', preferences.display, 3);
const says = computed(() => {
  const c = props.check;
  if (!c)
    return `One index for each ${len(props.pitch)}. Enter where the coarse mark trips in that turn: jog slowly to the trip, then back to the index, and count.`;
  if (c.verdict === 'ambiguous')
    return `The coarse mark spreads further than the ${len(c.nearest)} to the next index: one run takes this pulse, the next one the other, and the datum is off by ${len(c.pitch)}.`;
  if (c.verdict === 'near')
    return `${len(c.nearest)} to the nearest index: heat or wear may bring the neighbour in, ${len(c.pitch)} off. Move the trip point by ${len(Math.abs(c.moveBy))} ${c.moveBy > 0 ? 'towards' : 'away from'} the ${props.end} end, or turn the motor by half a turn in its coupling.`;
  return `${len(c.nearest)} to the nearest index, ${Math.round(1 / c.share)} times the spread of the coarse mark. It always finds the same pulse.`;
});
</script>

<template>
  <div class="index">
    <svg viewBox="-56 -56 112 112" width="104" height="104" role="img" :aria-label="says">
      <circle :r="R" class="turn" />
      <path :d="sound" class="sound" />
      <line x1="0" x2="0" y1="-50" y2="-30" class="pulse" />
      <g v-if="check" :transform="`rotate(${check.phase * 360})`">
        <path d="M-6 -52h12l-6 13z" class="coarse" :class="check.verdict" />
      </g>
      <text y="4" text-anchor="middle">{{ check ? check.phase.toFixed(2) : '?' }}</text>
    </svg>
    <p :class="{ bad: check?.verdict === 'ambiguous' }">{{ says }}</p>
  </div>
</template>

<style scoped>
.index {
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
  font-size: 13px;
}
.turn {
  fill: none;
  stroke: var(--line-strong);
  stroke-width: 3;
}
.sound {
  fill: none;
  stroke: var(--good);
  stroke-width: 6;
}
.pulse {
  stroke: var(--ink);
  stroke-width: 3;
}
.coarse {
  fill: var(--accent);
}
.coarse.near {
  fill: var(--wont);
}
.coarse.ambiguous {
  fill: var(--danger);
}
text {
  font: 15px var(--mono);
  fill: var(--ink);
}
.bad {
  color: var(--danger);
}
</style>
