<script setup lang="ts">
import type { PartSlot } from '@nodaxis/core/commands/command';
import { libraryOf } from '@nodaxis/core/machine/library/index';
import type { PartClass } from '@nodaxis/core/machine/parts';
import { computed, ref, useId } from 'vue';
import { useMachine } from '../document/machine';

/** Chooses a part from the library for one role of the machine. */
const props = defineProps<{ slotOf: PartSlot; classes: PartClass[]; label: string; path: string }>();
const machine = useMachine();
const id = useId();
const fault = ref('');
const entries = computed(() => libraryOf(...props.classes));
const partId = computed(() => {
  const d = machine.design;
  if (!d) return undefined;
  return 'role' in props.slotOf
    ? d.roles[props.slotOf.role]
    : d.axes[props.slotOf.axis]?.drives[props.slotOf.drive]?.[props.slotOf.item];
});
const part = computed(() => (partId.value ? machine.design?.parts[partId.value] : undefined));
const about = computed(() => entries.value.find((e) => e.key === part.value?.libraryKey)?.about ?? '');

function choose(e: Event) {
  const select = e.target as HTMLSelectElement;
  const faults = machine.run({ name: 'choose-part', args: { slot: props.slotOf, library: select.value || null } });
  fault.value = faults.map((f) => `${f.what} ${f.mend}`).join(' ');
  select.value = part.value?.libraryKey ?? '';
}
</script>

<template>
  <div class="chooser" :data-field="path">
    <label :for="id"
      >{{ label }} <span v-if="part" class="mono soft">{{ part.designation }}</span></label
    >
    <select :id="id" :value="part?.libraryKey ?? ''" :disabled="machine.readOnly" :title="about" @change="choose">
      <option value="">{{ part ? 'none' : 'choose …' }}</option>
      <option v-if="part && !part.libraryKey" :value="''" selected>{{ part.name }} (own)</option>
      <option v-for="e in entries" :key="e.key" :value="e.key" :title="e.about">{{ e.name }}</option>
    </select>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
  </div>
</template>

<style scoped>
.chooser {
  display: grid;
  grid-template-columns: minmax(80px, 1fr) minmax(0, 212px) 16px;
  gap: 2px 6px;
  align-items: center;
  min-height: 32px;
}
.fault {
  grid-column: 1 / -1;
  color: var(--danger);
  font-size: 13px;
}
</style>
