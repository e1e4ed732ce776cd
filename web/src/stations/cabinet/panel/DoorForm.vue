<script setup lang="ts">
import type { Command } from '@nodaxis/core/commands/command';
import { hinges, type Door, type Enclosure } from '@nodaxis/core/machine/enclosure';
import { displayUnit, showQuantity } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import Choice from '../../../ui/Choice.vue';
import QuantityEntry from '../../../ui/QuantityEntry.vue';
import TickBox from '../../../ui/TickBox.vue';

/** What closes the box, and where cables come in. */
const { id } = defineProps<{ id: string }>();
const emit = defineEmits<{ run: [command: Command] }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const box = computed(() => machine.figures.design.enclosures![id]!);
const set = (to: { door?: Door | null; cablesEnter?: Enclosure['cablesEnter'] | null }) =>
  emit('run', { name: 'set-enclosure', args: { enclosure: id, set: to } });
const change = (to: Partial<Door>) => set({ door: { ...box.value.door!, ...to } });
const words: Record<Door['hinge'], string> = {
  left: 'a door, hinged on the left',
  right: 'a door, hinged on the right',
  top: 'a flap, hinged at the top',
  bottom: 'a flap, hinged at the bottom',
  none: 'a lid that comes off',
};
const sides = [
  { value: 'bottom', label: 'from below' },
  { value: 'left', label: 'from the left' },
  { value: 'right', label: 'from the right' },
  { value: 'top', label: 'from above' },
] as const;
</script>

<template>
  <section class="sheet stack" aria-label="Door and cables" :data-field="`enclosures.${id}.door`">
    <h2>Door and cables</h2>
    <label class="field"
      ><span>Closed by</span
      ><Choice
        label="What closes the box"
        :model-value="box.door?.hinge ?? ''"
        none="not said"
        :options="hinges.map((value) => ({ value: value as string, label: words[value] }))"
        :disabled="machine.readOnly"
        @change="
          (v: string) =>
            v ? set({ door: { metal: true, ...box.door, hinge: v as Door['hinge'] } }) : set({ door: null })
        "
    /></label>
    <template v-if="box.door">
      <TickBox
        :model-value="box.door.metal"
        :disabled="machine.readOnly"
        @change="(is: boolean) => change({ metal: is })"
        >Of metal</TickBox
      >
      <TickBox
        v-if="box.door.metal"
        :model-value="box.door.bonded === true"
        :disabled="machine.readOnly"
        @change="(is: boolean) => change({ bonded: is })"
        >A strap of its own earths it</TickBox
      >
      <label v-if="box.door.hinge !== 'none'" class="field"
        ><span>Free in front</span
        ><QuantityEntry
          :shown="box.door.room ? showQuantity(box.door.room, preferences.display) : ''"
          dimension="length"
          :unit="displayUnit('length', preferences.display)"
          aria-label="Free in front of the door"
          :disabled="machine.readOnly"
          @enter="(q) => change({ room: q })"
      /></label>
    </template>
    <label class="field"
      ><span>Cables enter</span
      ><Choice
        label="Where cables enter"
        :model-value="box.cablesEnter ?? 'bottom'"
        :options="sides"
        :disabled="machine.readOnly"
        @change="(v: NonNullable<Enclosure['cablesEnter']>) => set({ cablesEnter: v })"
    /></label>
  </section>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 100px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
}
</style>
