<script setup lang="ts">
import Choice from '../ui/Choice.vue';
import NumberField from '../ui/NumberField.vue';
import TickBox from '../ui/TickBox.vue';
import { choiceValue, type SheetChoice } from '@nodaxis/core/machine/library/sheetChoices';
import type { PartData } from '@nodaxis/core/machine/parts';
import { computed } from 'vue';

/** What a data sheet says in words, in a count, or by yes and no. */
const props = defineProps<{ choice: SheetChoice; data: PartData; plain: boolean }>();
const emit = defineEmits<{ set: [value: string | number | boolean | undefined] }>();
const value = computed(() => choiceValue(props.data, props.choice));
/** What is chosen, as it is read. */
const words = computed(() => {
  const v = value.value;
  if (typeof v === 'boolean') return v ? 'yes' : 'no';
  return v === undefined ? 'not told' : (props.choice.options?.[String(v)] ?? String(v));
});
const options = computed(() =>
  Object.entries(props.choice.options ?? {}).map(([key, label]) => ({ value: key, label })),
);
</script>

<template>
  <tr>
    <td :data-hint="choice.help">{{ choice.label }}</td>
    <td v-if="plain">{{ words }}</td>
    <td v-else colspan="2">
      <Choice
        v-if="choice.options"
        :model-value="String(value ?? '')"
        :label="choice.label"
        :none="choice.optional ? 'not known' : undefined"
        :options="options"
        @change="emit('set', $event || undefined)"
      />
      <NumberField
        v-else-if="choice.count"
        :model-value="typeof value === 'number' ? value : undefined"
        :min="choice.count[0]"
        :max="choice.count[1]"
        :precision="0"
        :aria-label="choice.label"
        @update:model-value="emit('set', $event)"
      />
      <TickBox v-else :model-value="value === true" @change="emit('set', $event)">yes</TickBox>
    </td>
  </tr>
</template>
