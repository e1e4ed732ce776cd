<script lang="ts">
import type { Dimension, Unit } from '@nodaxis/core/units/units';

/** A figure that is asked for. `name`: for a screen reader, where the label says too little without what is around it. */
export interface FigureField<K extends string> {
  key: K;
  label: string;
  name?: string;
  dimension: Dimension;
  unit: Unit;
  placeholder?: string;
}
</script>

<script setup lang="ts" generic="K extends string">
import type { Quantity } from '@nodaxis/core/units/quantity';
import { shallowRef } from 'vue';
import QuantityField from './QuantityField.vue';

/**
 * Figures side by side, each with its label above it. `v-model` holds the texts, so that a draft can keep them; `read` tells what they
 * say: undefined while one says nothing that can be read.
 */
const { fields } = defineProps<{ fields: readonly FigureField<K>[] }>();
const texts = defineModel<Partial<Record<K, string>>>({ required: true });
const emit = defineEmits<{ read: [Partial<Record<K, Quantity | undefined>>] }>();
const quantities = shallowRef<Partial<Record<K, Quantity | undefined>>>({});
const text = (key: K): string => (texts.value as Partial<Record<string, string>>)[key] ?? '';
function hear(key: K, q: Quantity | undefined): void {
  quantities.value = { ...quantities.value, [key]: q };
  emit('read', quantities.value);
}
</script>

<template>
  <div class="row figures">
    <label v-for="f in fields" :key="f.key"
      ><span>{{ f.label }}</span
      ><QuantityField
        :model-value="text(f.key)"
        :dimension="f.dimension"
        :unit="f.unit"
        :placeholder="f.placeholder"
        :aria-label="f.name ?? f.label"
        @update:model-value="texts = { ...texts, [f.key]: $event }"
        @update:quantity="hear(f.key, $event)"
    /></label>
    <slot />
  </div>
</template>

<style scoped>
.figures {
  flex-wrap: wrap;
  align-items: end;
}
label {
  display: grid;
  gap: 2px;
  width: 150px;
}
</style>
