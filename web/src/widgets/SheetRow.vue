<script setup lang="ts">
import QuantityEntry from '../ui/QuantityEntry.vue';
import ActionButton from '../ui/ActionButton.vue';
import type { SheetField } from '@nodaxis/core/machine/library/sheet';
import { blockingFields, estimateOf, sheetValue } from '@nodaxis/core/machine/library/sheet';
import type { PartData } from '@nodaxis/core/machine/parts';
import { enteredNumber, type Quantity } from '@nodaxis/core/units/quantity';
import { showQuantity } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { usePreferences } from '../document/preferences';
import UnitQuestion from './UnitQuestion.vue';

/** One figure of a data sheet: type it with or without its unit; where it is missing, what that blocks and an estimate. */
const props = defineProps<{
  field: SheetField;
  data: PartData;
  disabled?: boolean;
  /** To be read, not entered. */
  plain?: boolean;
  refusal?: string;
  path?: string;
}>();
const preferences = usePreferences();
const emit = defineEmits<{ set: [value: Quantity | undefined] }>();
const value = computed(() => sheetValue(props.data, props.field.key));
const written = computed(() => {
  const q = value.value;
  return q
    ? `${typeof q.entered === 'string' ? q.entered : enteredNumber(q)}${q.unit === '1' ? '' : ` ${q.unit}`}`
    : '';
});
const blocks = computed(() => blockingFields(props.data).some((f) => f.key === props.field.key));
const estimate = computed(() => (value.value ? undefined : estimateOf(props.data, props.field)));
</script>

<template>
  <tr v-if="plain">
    <td :data-hint="field.help">{{ field.label }}</td>
    <td>{{ value ? showQuantity(value, preferences.display) : 'not told' }}</td>
  </tr>
  <tr v-else :data-field="path">
    <td :data-hint="field.help">{{ field.label }}</td>
    <td class="entry">
      <QuantityEntry
        :shown="written"
        :dimension="field.dimension"
        :unit="field.unit"
        :refusal="refusal"
        class="mono"
        :aria-label="field.label"
        :placeholder="field.unit === '1' ? '' : field.unit"
        :disabled="disabled"
        @enter="emit('set', $event && { ...$event, source: 'datasheet' })"
      />
    </td>
    <td class="says">
      <UnitQuestion v-if="path && value && !refusal" :path="path" @take="emit('set', $event)" />
      <span v-if="value?.source === 'estimate'" class="guess">an estimate</span>
      <span v-else-if="blocks" class="blocks">missing: {{ field.blocks }} stays open</span>
      <ActionButton v-if="estimate" kind="framed" :disabled="disabled" @click="emit('set', estimate)">
        Take {{ enteredNumber(estimate) }} {{ estimate.unit === '1' ? '' : estimate.unit }} as an estimate
      </ActionButton>
    </td>
  </tr>
</template>

<style scoped>
.entry :deep(.text-field) {
  font-size: 14px;
  width: 140px;
  text-align: right;
}
.says {
  font-size: 13px;
}
.blocks,
.guess {
  color: var(--doubt);
  margin-right: 8px;
}
</style>
