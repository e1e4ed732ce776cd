<script setup lang="ts">
/**
 * A figure that stands somewhere already and is changed by an edit: shows it, and says what was entered in its place; what
 * cannot be read stays as it was typed, with what is wrong under it, until it is mended or given up with Escape. For a figure
 * of a form that a button enters there is `QuantityField`, for a field of the machine file `MachineField`.
 */
import { parseQuantity } from '@nodaxis/core/units/parse';
import { baseValue, type Quantity } from '@nodaxis/core/units/quantity';
import type { Fault } from '@nodaxis/core/units/result';
import type { Dimension, Unit } from '@nodaxis/core/units/units';
import { ref, shallowRef, useId, watch } from 'vue';
import TextField from './TextField.vue';

defineOptions({ inheritAttrs: false });
const { shown, dimension, unit, refusal } = defineProps<{
  /** As it stands, in words; empty where there is none. */
  shown: string;
  dimension: Dimension;
  /** The unit that is meant where none is typed. */
  unit: Unit;
  /** Why the last one that was entered was not taken. */
  refusal?: string | undefined;
}>();
/** Undefined where the field was emptied. */
const emit = defineEmits<{ enter: [Quantity | undefined] }>();
const id = useId();
const text = ref(shown);
const fault = shallowRef<Fault>();
function show(): void {
  text.value = shown;
  fault.value = undefined;
}
watch(() => shown, show);
function commit(): void {
  const typed = text.value.trim();
  fault.value = undefined;
  if (typed === shown) return;
  if (!typed) return emit('enter', undefined);
  const read = parseQuantity(typed, [dimension], unit, id);
  if (!read.ok) {
    fault.value = read.error;
    return;
  }
  emit('enter', read.value);
  // The same figure in another unit brings nothing back that would show it in the usual one.
  const before = parseQuantity(shown, [dimension], unit, id);
  if (before.ok && Math.abs(baseValue(before.value) / baseValue(read.value) - 1) < 1e-9) text.value = shown;
}
</script>

<template>
  <span class="quantity-entry">
    <TextField
      v-model="text"
      v-bind="$attrs"
      :aria-invalid="!!(fault || refusal)"
      :aria-describedby="fault || refusal ? id : undefined"
      @change="commit"
      @keydown.esc="show"
    />
    <span v-if="fault || refusal" :id="id" class="fault" role="alert">{{
      fault ? `${fault.what} ${fault.fix}` : refusal
    }}</span>
  </span>
</template>

<style scoped>
.quantity-entry {
  display: inline-grid;
}
.fault {
  font-size: 13px;
  color: var(--danger);
}
</style>
