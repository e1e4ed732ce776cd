<script setup lang="ts">
import ActionButton from '../ui/ActionButton.vue';
import type { Derived } from '@nodaxis/core/units/derived';
import { printValue } from '@nodaxis/core/units/print';
import type { Dimension } from '@nodaxis/core/units/units';
import { describeField, fieldTitle } from '@nodaxis/core/machine/fields';
import { computed } from 'vue';
import { useFocusLink } from './focusLink';
import { useMachine } from '../document/machine';
import { usePreferences } from '../document/preferences';

/** A derived figure with its unit dimmed; where it cannot be computed, the way to what is missing. */
const props = defineProps<{ value: Derived<number>; dimension: Dimension; digits?: number }>();
const preferences = usePreferences();
const machine = useMachine();
const { go } = useFocusLink();
const printed = computed(() =>
  props.value.known
    ? printValue(props.value.value, props.dimension, preferences.display, props.digits ?? 5)
    : undefined,
);
const lost = computed(() => {
  const path = props.value.known ? undefined : props.value.missing[0];
  return path && machine.design ? describeField(machine.design, path) : undefined;
});
</script>

<template>
  <span v-if="printed" class="figure mono"
    >{{ printed.figure }}<span v-if="printed.unit" class="unit">&nbsp;{{ printed.unit }}</span></span
  >
  <ActionButton
    v-else-if="lost"
    kind="bare"
    class="lost"
    :data-hint="`Missing: ${fieldTitle(lost)}`"
    @click="go(lost.station, lost.path)"
  >
    needs {{ fieldTitle(lost) }}
  </ActionButton>
  <span v-else class="soft">not known yet</span>
</template>

<style scoped>
.figure {
  white-space: nowrap;
}
.unit {
  color: var(--soft);
}
</style>
