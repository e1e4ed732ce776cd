<script setup lang="ts">
import { topStage, type Rotating } from '@nodaxis/core/spindle/rotating';
import { clampedBelowMm, surfaceRpm } from '@nodaxis/core/spindle/threads';
import { figureOr } from '@nodaxis/core/units/derived';
import { showValue } from '@nodaxis/core/units/print';
import { baseValue, type Quantity } from '@nodaxis/core/units/quantity';
import { computed, defineAsyncComponent, ref, shallowRef } from 'vue';
import { usePreferences } from '../../../document/preferences';
import Caution from '../../../ui/Caution.vue';
import FigureFields from '../../../ui/FigureFields.vue';
import type { Curve } from '../curves';

/** The chart brings its library along. */
const LinesChart = defineAsyncComponent(() => import('../LinesChart.vue'));
/** Constant surface speed: how fast the spindle turns at each diameter, and where the clamp holds it. */
const { r } = defineProps<{ r: Rotating }>();
const preferences = usePreferences();
const top = computed(() => figureOr(r.motor.data.maxSpeed, 0) * topStage(r));
const texts = ref<Partial<Record<'speed' | 'clamp' | 'diameter', string>>>({ speed: '100', clamp: '', diameter: '60' });
const read = shallowRef<Partial<Record<'speed' | 'clamp' | 'diameter', Quantity | undefined>>>({});
const fields = [
  { key: 'speed', label: 'Cutting speed', dimension: 'speed', unit: 'm/min' },
  { key: 'diameter', label: 'Largest diameter', dimension: 'length', unit: 'mm' },
  { key: 'clamp', label: 'Chuck is rated for', name: 'Clamp of the speed', dimension: 'rotation', unit: 'rpm' },
] as const;
const POINTS = 50;
const figures = computed(() => {
  const { speed, clamp, diameter } = read.value;
  if (!speed || !diameter || !top.value) return undefined;
  const v = baseValue(speed);
  const chuck = clamp ? baseValue(clamp) : undefined;
  const most = Math.min(top.value, chuck ?? Infinity);
  const d = baseValue(diameter);
  const at = (mm: number, limit: number) => Math.min(limit, surfaceRpm(v, Math.max(mm, 0.01)));
  const through = (limit: number) =>
    Array.from({ length: POINTS + 1 }, (_, i): [number, number] => {
      const mm = (d * i) / POINTS;
      return [Number(mm.toPrecision(4)), Math.round(at(mm, limit))];
    });
  const curves: Curve[] = [
    { name: 'With the clamp', ink: 'accent', data: through(most) },
    ...(chuck && chuck < top.value
      ? [{ name: 'Without it', ink: 'wont' as const, dashed: true, data: through(top.value) }]
      : []),
  ];
  return { chuck, most, at: at(d, most), below: clampedBelowMm(v, most), curves };
});
const rpm = (v: number) => showValue(v, 'rotation', preferences.display, 4);
</script>

<template>
  <section class="sheet stack" aria-label="Constant surface speed">
    <h2>Constant surface speed</h2>
    <FigureFields v-model="texts" :fields="fields" @read="read = $event" />
    <template v-if="figures">
      <Caution v-if="figures.chuck === undefined"
        >Without a clamp in the program the spindle runs up to {{ rpm(figures.most) }} as the tool nears the centre.
        Enter what the chuck and the work are rated for.</Caution
      >
      <p>
        At the largest diameter <b>{{ rpm(figures.at) }}</b>; below
        <b>⌀{{ showValue(figures.below, 'length', preferences.display, 3) }}</b> it is held at
        <b>{{ rpm(figures.most) }}</b>.
      </p>
      <LinesChart :curves="figures.curves" x="diameter, mm" y="rpm" label="Speed of the spindle over the diameter" />
    </template>
  </section>
</template>
