<script setup lang="ts">
import Choice from '../ui/Choice.vue';
import NumberField from '../ui/NumberField.vue';
import TickBox from '../ui/TickBox.vue';
import { choiceValue, type SheetChoice } from '@nodaxis/core/machine/library/sheetChoices';
import type { PartData } from '@nodaxis/core/machine/parts';
import { computed } from 'vue';

/** What a data sheet says in words, in a count, or by yes and no. */
const props = defineProps<{ choice: SheetChoice; data: PartData; disabled: boolean }>();
const emit = defineEmits<{ set: [value: string | number | boolean | undefined] }>();
const value = computed(() => choiceValue(props.data, props.choice));
const options = computed(() =>
  Object.entries(props.choice.options ?? {}).map(([key, label]) => ({ value: key, label })),
);
</script>

<template>
  <tr>
    <td :data-hint="choice.help">{{ choice.label }}</td>
    <td colspan="2">
      <Choice
        v-if="choice.options"
        :model-value="String(value ?? '')"
        :label="choice.label"
        :none="choice.optional ? 'not known' : undefined"
        :options="options"
        :disabled="disabled"
        @change="emit('set', $event || undefined)"
      />
      <NumberField
        v-else-if="choice.count"
        :model-value="typeof value === 'number' ? value : undefined"
        :min="choice.count[0]"
        :max="choice.count[1]"
        :precision="0"
        :aria-label="choice.label"
        :disabled="disabled"
        @update:model-value="emit('set', $event)"
      />
      <TickBox v-else :model-value="value === true" :disabled="disabled" @change="emit('set', $event)">yes</TickBox>
    </td>
  </tr>
</template>
