<script setup lang="ts">
/**
 * A figure with its unit, typed as one likes: `12.5`, `1/2 in`, `3 kg`. `v-model` is the text, as a draft keeps it;
 * `v-model:quantity` what it says: undefined while it says nothing, or nothing that can be read, which stands under it once
 * it is entered. For a figure that stands and is changed by an edit there is `QuantityEntry`, for a field of the machine file
 * `MachineField`.
 */
import { parseQuantity } from '@nodaxis/core/units/parse';
import type { Quantity } from '@nodaxis/core/units/quantity';
import type { Dimension, Unit } from '@nodaxis/core/units/units';
import { computed, ref, useId, watch } from 'vue';
import TextField from './TextField.vue';

defineOptions({ inheritAttrs: false });
const text = defineModel<string>({ required: true });
const quantity = defineModel<Quantity | undefined>('quantity');
const { dimension, unit } = defineProps<{
  dimension: Dimension;
  /** The unit that is meant where none is typed; it stands in the field. */
  unit: Unit;
}>();
const id = useId();
const read = computed(() => (text.value.trim() ? parseQuantity(text.value, [dimension], unit, id) : undefined));
watch(read, (r) => (quantity.value = r?.ok ? r.value : undefined), { immediate: true });
/** While it is being typed, half a fraction is no mistake. */
const entered = ref(false);
const fault = computed(() => (entered.value && read.value && !read.value.ok ? read.value.error : undefined));
</script>

<template>
  <span class="quantity-field">
    <TextField
      v-model="text"
      v-bind="$attrs"
      :aria-invalid="!!fault"
      :aria-describedby="fault ? id : undefined"
      @update:model-value="entered = false"
      @change="entered = true"
    >
      <template v-if="unit !== '1'" #suffix
        ><span class="soft">{{ unit }}</span></template
      >
    </TextField>
    <span v-if="fault" :id="id" class="fault" role="alert">{{ fault.what }} {{ fault.fix }}</span>
  </span>
</template>

<style scoped>
.quantity-field {
  display: inline-grid;
}
.fault {
  font-size: 13px;
  color: var(--danger);
}
</style>
