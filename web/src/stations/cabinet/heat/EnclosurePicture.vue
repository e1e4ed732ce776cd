<script setup lang="ts">
import type { Warmth } from '@nodaxis/core/cabinet/warmth';
import { showValue } from '@nodaxis/core/units/print';
import { figureOr } from '@nodaxis/core/units/derived';
import { computed } from 'vue';
import { usePreferences } from '../../../document/preferences';

/** The box from the front, to scale: what is before its sides, which way air goes, how warm it gets. */
const { warmth, roomC } = defineProps<{ warmth: Warmth; roomC: number }>();
const preferences = usePreferences();
const c = (n: number) => showValue(n, 'ambient', preferences.display, 3);
const ROOM = { width: 340, height: 250 };
const MOST = { width: 210, height: 180 };
const body = computed(() => {
  const { box } = warmth;
  const [w, h] = [figureOr(box.width, 600), figureOr(box.height, 600)];
  const scale = Math.min(MOST.width / w, MOST.height / h);
  const [width, height] = [Math.max(40, w * scale), Math.max(40, h * scale)];
  return { width, height, x: (ROOM.width - width) / 2, y: ROOM.height - 20 - height };
});
const hot = computed(() => warmth.tooWarm.length > 0);
/** Where an opening is: its middle, and the way of the arrow through it. */
const openings = computed(() => {
  const { box } = warmth;
  if (box.air === 'closed') return [];
  const b = body.value;
  const place = (at: typeof box.inlet, side: 'left' | 'right') => ({
    x: side === 'left' ? b.x : b.x + b.width,
    y: at === 'bottom' ? b.y + b.height - 24 : at === 'top' ? b.y + 24 : b.y + b.height / 2,
  });
  const [into, out] = [box.inlet ?? 'bottom', box.outlet ?? 'top'];
  return [
    ...(into === 'none'
      ? []
      : [{ ...place(into, 'left'), kind: 'in' as const, fan: box.air === 'fan' && box.fanAt !== 'outlet' }]),
    ...(out === 'none'
      ? []
      : [{ ...place(out, 'right'), kind: 'out' as const, fan: box.air === 'fan' && box.fanAt === 'outlet' }]),
  ];
});
const spoken = computed(() =>
  warmth.airC === undefined
    ? `${warmth.box.name}: its sizes are not entered`
    : `${warmth.box.name}: ${c(warmth.airC)} inside in a room of ${c(roomC)}`,
);
</script>

<template>
  <svg :viewBox="`0 0 ${ROOM.width} ${ROOM.height}`" role="img" :aria-label="spoken">
    <text x="6" y="16" class="small">room {{ c(roomC) }}</text>
    <line x1="0" :x2="ROOM.width" :y1="ROOM.height - 20" :y2="ROOM.height - 20" class="floor" />
    <rect
      v-if="warmth.box.placement === 'covered'"
      :x="body.x - 30"
      :y="body.y - 14"
      :width="body.width + 60"
      height="10"
      class="solid"
    />
    <rect
      v-if="['beside-one', 'between-two', 'covered'].includes(warmth.box.placement)"
      :x="body.x - 26"
      :y="body.y"
      width="22"
      :height="body.height"
      class="solid"
    />
    <rect
      v-if="['between-two', 'covered'].includes(warmth.box.placement)"
      :x="body.x + body.width + 4"
      :y="body.y"
      width="22"
      :height="body.height"
      class="solid"
    />
    <rect :x="body.x" :y="body.y" :width="body.width" :height="body.height" class="box" :class="{ hot }" />
    <g v-for="o in openings" :key="o.kind">
      <rect :x="o.x - 4" :y="o.y - 16" width="8" height="32" class="grille" />
      <path :d="`M${o.x - 22} ${o.y}h34l-7 -5m7 5l-7 5`" class="arrow" />
      <circle v-if="o.fan" :cx="o.x" :cy="o.y" r="9" class="fan" />
    </g>
    <text :x="body.x + body.width / 2" :y="body.y + body.height / 2 - 4" class="big" :class="{ hot }">
      {{ warmth.airC === undefined ? '?' : c(warmth.airC) }}
    </text>
    <text :x="body.x + body.width / 2" :y="body.y + body.height / 2 + 18" class="mid">
      {{ showValue(warmth.heat.watts, 'power', preferences.display, 2) }} of heat
    </text>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 420px;
  display: block;
}
.floor {
  stroke: var(--line-strong);
}
.solid {
  fill: var(--steel);
  stroke: var(--line-strong);
}
.box {
  fill: var(--polish);
  stroke: var(--ink);
  stroke-width: 2;
}
.box.hot {
  fill: color-mix(in srgb, var(--danger) 20%, var(--sheet));
}
.grille {
  fill: var(--sheet);
  stroke: var(--ink);
}
.arrow {
  fill: none;
  stroke: var(--accent);
  stroke-width: 2;
}
.fan {
  fill: none;
  stroke: var(--accent);
  stroke-width: 2;
}
text {
  fill: var(--ink);
  font-size: 13px;
}
.big {
  font-size: 26px;
  text-anchor: middle;
}
.big.hot {
  fill: var(--danger);
}
.mid {
  text-anchor: middle;
  fill: var(--soft);
}
.small {
  fill: var(--soft);
}
</style>
