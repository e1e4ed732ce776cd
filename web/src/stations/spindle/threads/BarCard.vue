<script setup lang="ts">
import { barMaterials, barStanding, MOST_FREE, MOST_WITH_CENTRE, type Support } from '@nodaxis/core/spindle/bar';
import { materials, type Material } from '@nodaxis/core/spindle/cutting';
import { settingFigure } from '@nodaxis/core/settings/setting';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import { baseValue, type Quantity } from '@nodaxis/core/units/quantity';
import { computed, ref, shallowRef } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import Caution from '../../../ui/Caution.vue';
import Choice from '../../../ui/Choice.vue';
import FigureFields from '../../../ui/FigureFields.vue';

/** A bar in the chuck: what has to hold it, how far the cut pushes it away, what is out of reach, and when it whips. */
const machine = useOpenMachine();
const preferences = usePreferences();
type Key = 'diameter' | 'length' | 'depth' | 'feed' | 'behind';
const texts = ref<Partial<Record<Key, string>>>({ diameter: '20', length: '100', depth: '1', feed: '0.1' });
const read = shallowRef<Partial<Record<Key, Quantity | undefined>>>({});
const fields = [
  { key: 'diameter', label: 'Diameter', name: 'Diameter of the bar', dimension: 'length', unit: 'mm' },
  { key: 'length', label: 'Sticks out', name: 'The bar sticks out', dimension: 'length', unit: 'mm' },
  { key: 'depth', label: 'Depth of cut', name: 'Depth of cut in the bar', dimension: 'length', unit: 'mm' },
  { key: 'feed', label: 'Feed a turn', name: 'Feed a turn along the bar', dimension: 'length', unit: 'mm' },
  { key: 'behind', label: 'Behind the spindle', name: 'Free behind the spindle', dimension: 'length', unit: 'mm' },
] as const;
const material = ref<Material>('steel');
const kinds = (Object.keys(barMaterials) as Material[]).map((value) => ({ value, label: materials[value].name }));
const needs: Record<Support, string> = {
  chuck: 'The chuck alone holds it.',
  centre: 'It needs a centre in the tailstock.',
  'steady-rest': 'It needs a steady rest besides the centre.',
};
const length = (v: number) => showValue(v, 'length', preferences.display, 3);
/** Below a micrometre nothing is told apart in a workshop, mm. */
const LEAST_MM = 0.001;
const givesWay = (v: number) => (v < LEAST_MM ? `less than ${length(LEAST_MM)}` : length(v));
/** How far the tool is moved along Z; undefined while its envelope is not known. */
const reachMm = computed(() => {
  const { axes, settings } = machine.figures;
  const z = axes.find((a) => a.axis.letter === 'Z');
  const [min, max] = (['min', 'max'] as const).map((e) => settingFigure(settings, `axis/${z?.id}/envelope-${e}`));
  return min === undefined || max === undefined ? undefined : max - min;
});
const mm = (q: Quantity | undefined) => (q ? baseValue(q) : undefined);
const result = computed(() => {
  const { diameter, length: out, depth, feed, behind } = read.value;
  return barStanding({
    material: material.value,
    diameterMm: mm(diameter) ?? 0,
    lengthMm: mm(out) ?? 0,
    depthMm: mm(depth),
    feedMm: mm(feed),
    behindMm: mm(behind) ?? 0,
    reachMm: reachMm.value,
  });
});
</script>

<template>
  <section class="sheet stack" aria-label="A bar in the chuck">
    <div class="row spread">
      <h2>A bar in the chuck</h2>
      <Choice v-model="material" label="Material of the bar" :options="kinds" />
    </div>
    <FigureFields v-model="texts" :fields="fields" @read="read = $event" />
    <template v-if="result">
      <p>
        {{ printNumber(result.ratio, 2) }} diameters stick out. <b>{{ needs[result.support] }}</b>
        <span class="soft"> Up to {{ MOST_FREE }} the chuck alone, up to {{ MOST_WITH_CENTRE }} with a centre.</span>
      </p>
      <p v-if="result.push">
        The cut pushes with {{ showValue(result.push.newtons, 'force', preferences.display, 2) }}: the end gives way by
        <b>{{ givesWay(result.push.freeMm) }}</b>, and the bar comes out larger there by twice that. With a centre it is
        {{ givesWay(result.push.centredMm) }}, near the middle.
      </p>
      <Caution v-if="result.beyondMm > 0"
        >Z reaches less far than the bar: {{ length(result.beyondMm) }} of it stays out of reach of the tool.</Caution
      >
      <Caution v-if="result.mostRpm !== undefined" kind="caution"
        >What is free behind the spindle whips: no faster than
        {{ showValue(result.mostRpm, 'rotation', preferences.display, 3) }}, half of the speed at which it bends
        outward. Better lead it in a tube, or saw it off.</Caution
      >
    </template>
    <p v-else class="soft">Diameter and length tell what has to hold it.</p>
  </section>
</template>
