<script setup lang="ts">
import type { Enclosure } from '@nodaxis/core/machine/enclosure';
import { displayUnit, showQuantity } from '@nodaxis/core/units/print';
import type { Quantity } from '@nodaxis/core/units/quantity';
import type { Dimension } from '@nodaxis/core/units/units';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import Choice from '../../../ui/Choice.vue';
import QuantityEntry from '../../../ui/QuantityEntry.vue';
import TextField from '../../../ui/TextField.vue';
import TickBox from '../../../ui/TickBox.vue';

/** What is to be known of a box: its sizes inside, how it is placed, how air gets through. */
const { id, box } = defineProps<{ id: string; box: Enclosure }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const refusals = ref<Partial<Record<keyof Enclosure, string>>>({});
function set<K extends keyof Enclosure>(key: K, value: Enclosure[K] | null): void {
  const faults = machine.run({ name: 'set-enclosure', args: { enclosure: id, set: { [key]: value } } });
  refusals.value = { ...refusals.value, [key]: faults.map((f) => `${f.what} ${f.fix}`).join(' ') };
}
type Figure = 'width' | 'height' | 'depth' | 'openArea' | 'flow';
const sizes: readonly { key: Figure; label: string }[] = [
  { key: 'width', label: 'Width inside' },
  { key: 'height', label: 'Height inside' },
  { key: 'depth', label: 'Depth inside' },
];
const dimensionOf: Record<Figure, Dimension> = {
  width: 'length',
  height: 'length',
  depth: 'length',
  openArea: 'area',
  flow: 'airFlow',
};
const airFigures = computed(() => [
  ...(box.air === 'grilles' ? [{ key: 'openArea' as Figure, label: 'Free opening of each grille' }] : []),
  ...(box.air === 'fan' ? [{ key: 'flow' as Figure, label: 'Flow of the fan, by its sheet' }] : []),
]);
/** An opening is measured in square millimetres, whatever conductors are measured in. */
const unitOf = (key: Figure) =>
  key === 'openArea' ? ('mm²' as const) : displayUnit(dimensionOf[key], preferences.display);
const shown = (q: Quantity | undefined) => (q ? showQuantity(q, { ...preferences.display, wire: 'mm²' }) : '');
const placements = [
  { value: 'free', label: 'free on all sides' },
  { value: 'at-wall', label: 'its back at a wall' },
  { value: 'beside-one', label: 'at a wall, another box beside it' },
  { value: 'between-two', label: 'at a wall, between two boxes' },
  { value: 'covered', label: 'under a bench, its top covered' },
] as const;
const airs = [
  { value: 'closed', label: 'closed' },
  { value: 'grilles', label: 'two grilles' },
  { value: 'fan', label: 'a fan and a grille' },
] as const;
const openings = [
  { value: 'bottom', label: 'low' },
  { value: 'side', label: 'at the side' },
  { value: 'top', label: 'high' },
  { value: 'none', label: 'nowhere' },
] as const;
const fans = [
  { value: 'inlet', label: 'where air comes in' },
  { value: 'outlet', label: 'where air gets out' },
] as const;
const ways = [
  { value: 'in', label: 'blows in' },
  { value: 'out', label: 'draws out' },
] as const;
const choices = computed(() => [
  { key: 'placement' as const, label: 'Placed', options: placements, when: true },
  { key: 'air' as const, label: 'Air', options: airs, when: true },
  { key: 'inlet' as const, label: 'Air comes in', options: openings, when: box.air !== 'closed' },
  { key: 'outlet' as const, label: 'Air gets out', options: openings, when: box.air !== 'closed' },
  { key: 'fanAt' as const, label: 'The fan sits', options: fans, when: box.air === 'fan' },
  { key: 'fanBlows' as const, label: 'The fan', options: ways, when: box.air === 'fan' },
]);
</script>

<template>
  <section class="sheet form" aria-label="The box">
    <label
      ><span>Name</span
      ><TextField
        :model-value="box.name"
        aria-label="Name of the enclosure"
        :disabled="machine.readOnly"
        @change="(v: string) => v.trim() && set('name', v.trim())"
    /></label>
    <label v-for="f in [...sizes, ...airFigures]" :key="f.key" :data-field="`enclosures.${id}.${f.key}`"
      ><span>{{ f.label }}</span
      ><QuantityEntry
        :shown="shown(box[f.key])"
        :dimension="dimensionOf[f.key]"
        :unit="unitOf(f.key)"
        :refusal="refusals[f.key]"
        :aria-label="f.label"
        :disabled="machine.readOnly"
        @enter="set(f.key, $event ?? null)"
    /></label>
    <template v-for="c in choices" :key="c.key">
      <label v-if="c.when" :data-field="`enclosures.${id}.${c.key}`"
        ><span>{{ c.label }}</span
        ><Choice
          :label="c.label"
          :model-value="(box[c.key] ?? '') as string"
          none="not said"
          :options="c.options as readonly { value: string; label: string }[]"
          :disabled="machine.readOnly"
          @change="(v: string) => set(c.key, (v || null) as never)"
      /></label>
    </template>
    <TickBox
      v-if="box.air !== 'closed'"
      :model-value="box.filter === true"
      :disabled="machine.readOnly"
      @change="(is: boolean) => set('filter', is)"
      >The air goes through a filter mat</TickBox
    >
  </section>
</template>

<style scoped>
.form {
  display: grid;
  gap: 7px;
}
label {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
}
</style>
