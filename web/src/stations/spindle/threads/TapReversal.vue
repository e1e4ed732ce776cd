<script setup lang="ts">
import { settingFigure } from '@nodaxis/core/settings/setting';
import { rampFrom } from '@nodaxis/core/spindle/ramps';
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import { reversalTurns } from '@nodaxis/core/spindle/threads';
import { figureOr } from '@nodaxis/core/units/derived';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import { baseValue, type Quantity } from '@nodaxis/core/units/quantity';
import { computed, ref, shallowRef } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import FigureFields from '../../../ui/FigureFields.vue';

/** Tapping without a clutch: how far the tap runs on when the spindle is reversed. */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const preferences = usePreferences();
type Key = 'rpm' | 'pitch' | 'ramp';
const texts = ref<Partial<Record<Key, string>>>({});
const read = shallowRef<Partial<Record<Key, Quantity | undefined>>>({});
const fields = [
  { key: 'rpm', label: 'Speed', name: 'Speed of the tap', dimension: 'rotation', unit: 'rpm' },
  { key: 'pitch', label: 'Pitch', name: 'Pitch of the tap', dimension: 'length', unit: 'mm' },
  { key: 'ramp', label: 'Comes to rest in', dimension: 'time', unit: 's' },
] as const;
const ramp = computed(() => {
  if (read.value.ramp) return baseValue(read.value.ramp);
  const { settings } = machine.figures;
  const s = settingFigure(settings, `driver/${r.driveId}/deceleration-time`);
  const top = figureOr(r.motor.data.maxSpeed, 0) * r.inUse.ratio;
  return s !== undefined && read.value.rpm && top > 0 ? rampFrom(baseValue(read.value.rpm), s, top) : undefined;
});
const result = computed(() => {
  const { rpm, pitch } = read.value;
  if (!rpm || !pitch || ramp.value === undefined) return undefined;
  const turns = reversalTurns(baseValue(rpm), ramp.value);
  return { turns, mm: turns * baseValue(pitch) };
});
</script>

<template>
  <section class="sheet stack" aria-label="Tapping">
    <h2>Tapping: the reversal</h2>
    <FigureFields v-model="texts" :fields="fields" @read="read = $event" />
    <p v-if="result">
      It runs on for <b>{{ printNumber(result.turns, 3) }}</b> turns:
      <b>{{ showValue(result.mm, 'length', preferences.display, 3) }}</b> deeper than where it is reversed. Leave as
      much below the thread, in {{ showValue(ramp!, 'time', preferences.display, 2) }}.
    </p>
    <p v-else class="soft">
      Speed and pitch tell how deep the tap goes on. Without a time, the ramp of the drive counts.
    </p>
  </section>
</template>
