<script setup lang="ts">
import type { Duct } from '@nodaxis/core/machine/enclosure';
import { DUCT_DEPTHS, DUCT_WIDTHS, type LaidDuct } from '@nodaxis/core/panel/ducts';
import { displayUnit, printNumber, showValue } from '@nodaxis/core/units/print';
import { baseValue } from '@nodaxis/core/units/quantity';
import { ductFills, MOST_DUCT_FILL } from '@nodaxis/core/wiring/ductFills';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import Choice from '../../../ui/Choice.vue';
import QuantityEntry from '../../../ui/QuantityEntry.vue';
import TickBox from '../../../ui/TickBox.vue';

/** The duct that is picked: how large it is, and how full it gets. */
const { enclosure, duct } = defineProps<{ enclosure: string; duct: LaidDuct }>();
const emit = defineEmits<{ set: [duct: Duct | null] }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const mm = (n: number) => showValue(n, 'length', preferences.display, 4);
const fill = computed(() =>
  ductFills(machine.figures.design, machine.figures.wires, enclosure).find((f) => f.duct.id === duct.id),
);
const change = (to: Partial<Duct>) => emit('set', { ...duct.duct, ...to });
const sizes = (all: readonly number[], now: number) =>
  [...new Set([...all, now])].sort((a, b) => a - b).map((n) => ({ value: String(n), label: mm(n) }));
/** A duct runs on over the plate or is cut, never to nothing. */
const lengthOf = (value: number) => Math.max(10, Math.min(10_000, value));
</script>

<template>
  <section class="sheet stack" aria-label="The duct">
    <h2>Duct {{ duct.id }}</h2>
    <p v-if="fill" :class="{ bad: fill.fill > MOST_DUCT_FILL }">
      <b class="mono">{{ printNumber(100 * fill.fill, 3) }} %</b> full at its fullest, {{ 100 * MOST_DUCT_FILL }} % at
      most; {{ fill.conductors.length }} conductors.
    </p>
    <label class="field"
      ><span>Length</span
      ><QuantityEntry
        :shown="mm(duct.duct.length)"
        dimension="length"
        :unit="displayUnit('length', preferences.display)"
        aria-label="Length of the duct"
        :disabled="machine.readOnly"
        @enter="(q) => q && change({ length: lengthOf(baseValue(q)) })"
    /></label>
    <label class="field"
      ><span>Width</span
      ><Choice
        label="Width of the duct"
        :model-value="String(duct.duct.width)"
        :options="sizes(DUCT_WIDTHS, duct.duct.width)"
        :disabled="machine.readOnly"
        @change="(v: string) => change({ width: Number(v) })"
    /></label>
    <label class="field"
      ><span>Depth</span
      ><Choice
        label="Depth of the duct"
        :model-value="String(duct.duct.depth)"
        :options="sizes(DUCT_DEPTHS, duct.duct.depth)"
        :disabled="machine.readOnly"
        @change="(v: string) => change({ depth: Number(v) })"
    /></label>
    <TickBox
      :model-value="duct.duct.upright === true"
      :disabled="machine.readOnly"
      @change="(is: boolean) => change({ upright: is })"
      >Upright</TickBox
    >
    <TickBox
      :model-value="duct.duct.divided === true"
      :disabled="machine.readOnly"
      @change="(is: boolean) => change({ divided: is })"
      >With a dividing wall: mains and motor leads on one side, signals on the other</TickBox
    >
    <ActionButton :disabled="machine.readOnly" @click="emit('set', null)">Take it off</ActionButton>
  </section>
</template>

<style scoped>
p {
  margin: 0;
}
.field {
  display: grid;
  grid-template-columns: 90px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
}
.bad {
  color: var(--danger);
}
</style>
