<script setup lang="ts">
import type { InrushFigures } from '@nodaxis/core/power/inrush';
import { showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { usePreferences } from '../../../document/preferences';

/** The curve of a breaker as a band: up to where it holds, from where it opens at once, and where the peak stands. */
const { inrush } = defineProps<{ inrush: InrushFigures }>();
const preferences = usePreferences();
const a = (amps: number) => showValue(amps, 'current', preferences.display, 3);
const scale = computed(() => Math.max(inrush.tripsA, inrush.closing.amps) * 1.15);
const at = (amps: number) => `${(100 * amps) / scale.value}%`;
const words = { holds: 'holds', 'may-trip': 'may trip', trips: 'trips' } as const;
</script>

<template>
  <div
    class="band"
    role="img"
    :aria-label="`A peak of ${a(inrush.closing.amps)}: it holds up to ${a(inrush.holdsA)} and opens at once from ${a(inrush.tripsA)} on`"
  >
    <span class="zone good" :style="{ left: '0', width: at(inrush.holdsA) }">holds</span>
    <span class="zone perhaps" :style="{ left: at(inrush.holdsA), width: at(inrush.tripsA - inrush.holdsA) }"
      >may trip</span
    >
    <span class="zone sure" :style="{ left: at(inrush.tripsA), right: '0' }">trips</span>
    <span class="peak" :style="{ left: at(inrush.closing.amps) }" />
    <span class="mark mono" :style="{ left: at(inrush.holdsA) }">{{ a(inrush.holdsA) }}</span>
    <span class="mark mono" :style="{ left: at(inrush.tripsA) }">{{ a(inrush.tripsA) }}</span>
  </div>
  <p class="small">
    Peak when it comes on: <b class="mono" :class="inrush.verdict">{{ a(inrush.closing.amps) }}</b>,
    {{ words[inrush.verdict] }}
  </p>
</template>

<style scoped>
.band {
  position: relative;
  height: 38px;
  overflow: hidden;
}
.zone {
  position: absolute;
  top: 0;
  height: 18px;
  font-size: 12px;
  line-height: 18px;
  padding-left: 4px;
  overflow: hidden;
  white-space: nowrap;
}
.zone.good {
  background: color-mix(in srgb, var(--good) 25%, var(--sheet));
}
.zone.perhaps {
  background: color-mix(in srgb, var(--wont) 25%, var(--sheet));
}
.zone.sure {
  background: color-mix(in srgb, var(--danger) 30%, var(--sheet));
}
.peak {
  position: absolute;
  top: 0;
  height: 22px;
  border-left: 3px solid var(--ink);
  margin-left: -2px;
}
.mark {
  position: absolute;
  top: 20px;
  font-size: 12px;
  transform: translateX(-50%);
}
.small {
  margin: 0;
  font-size: 14px;
}
.holds {
  color: var(--good);
}
.may-trip {
  color: var(--wont);
}
.trips {
  color: var(--danger);
}
</style>
