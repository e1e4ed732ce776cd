<script setup lang="ts">
import {
  barMaterials,
  MOST_FREE,
  MOST_WITH_CENTRE,
  passiveN,
  pushedAwayMm,
  supportFor,
  whipRpm,
  WHIP_SHARE,
  type Support,
} from '@nodaxis/core/spindle/bar';
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
/** What of the bar the tool does not reach, mm; undefined while the envelope of Z is not known. */
const beyond = computed(() => {
  const { axes, settings } = machine.figures;
  const z = axes.find((a) => a.axis.letter === 'Z');
  const [min, max] = (['min', 'max'] as const).map((e) => settingFigure(settings, `axis/${z?.id}/envelope-${e}`));
  const out = read.value.length;
  return out && min !== undefined && max !== undefined ? Math.max(0, baseValue(out) - (max - min)) : undefined;
});
const result = computed(() => {
  const { diameter, length: out, depth, feed, behind } = read.value;
  const of = barMaterials[material.value];
  if (!diameter || !out || !of || !(baseValue(diameter) > 0) || !(baseValue(out) > 0)) return undefined;
  const bar = { diameterMm: baseValue(diameter), lengthMm: baseValue(out), ...of };
  const force =
    depth && feed ? passiveN(materials[material.value].cutForce, baseValue(depth), baseValue(feed)) : undefined;
  const back = behind ? baseValue(behind) : 0;
  return {
    ratio: bar.lengthMm / bar.diameterMm,
    support: supportFor(bar),
    force,
    free: force === undefined ? undefined : pushedAwayMm(bar, force, false),
    centred: force === undefined ? undefined : pushedAwayMm(bar, force, true),
    slow: back > 0 ? WHIP_SHARE * whipRpm({ ...bar, lengthMm: back }) : undefined,
  };
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
      <p v-if="result.free !== undefined">
        The cut pushes with {{ showValue(result.force!, 'force', preferences.display, 2) }}: the end gives way by
        <b>{{ length(result.free) }}</b>, and the bar comes out larger there by twice that. With a centre it is
        {{ length(result.centred!) }}, near the middle.
      </p>
      <Caution v-if="beyond"
        >Z reaches less far than the bar: {{ length(beyond) }} of it stay out of reach of the tool.</Caution
      >
      <Caution v-if="result.slow !== undefined" kind="caution"
        >What is free behind the spindle whips: no faster than
        {{ showValue(result.slow, 'rotation', preferences.display, 3) }}, half of the speed at which it bends outward.
        Better lead it in a tube, or saw it off.</Caution
      >
    </template>
    <p v-else class="soft">Diameter and length tell what has to hold it.</p>
  </section>
</template>
