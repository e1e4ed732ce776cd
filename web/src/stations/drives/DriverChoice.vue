<script setup lang="ts">
import { driverFits, supplyFits } from '@nodaxis/core/advice/drives';
import { computed } from 'vue';
import { useOwnParts } from '../../document/ownParts';
import FitTable from '../../widgets/FitTable.vue';
import { useOpenMachine } from '../../document/openMachine';

const props = defineProps<{ axisId: string }>();
const machine = useOpenMachine();
const own = useOwnParts();
const axis = computed(() => machine.design.axes[props.axisId]!);
const drivers = computed(() =>
  driverFits(machine.design, machine.figures, props.axisId, own.of('stepper-driver', 'servo-drive')),
);
const supplies = computed(() => supplyFits(machine.design, machine.figures, own.of('supply')));
const driverKey = computed(() => machine.design.parts[axis.value.drives[0]?.driver ?? '']?.libraryKey);
const supplyKey = computed(() => machine.design.parts[machine.design.rails.drives?.supply ?? '']?.libraryKey);
const takeDriver = (library: string) =>
  machine.run({
    name: 'several',
    args: {
      title: `${axis.value.letter}: another driver`,
      commands: axis.value.drives.map((_, drive) => ({
        name: 'choose-part' as const,
        args: { slot: { axis: props.axisId, drive, item: 'driver' as const }, ...own.choice(library) },
      })),
    },
  });
const takeSupply = (library: string) =>
  machine.run({ name: 'choose-part', args: { slot: { rail: 'drives', item: 'supply' }, ...own.choice(library) } });
</script>

<template>
  <h3>Drivers against the motor of {{ axis.letter }}</h3>
  <FitTable :fits="drivers" :chosen="driverKey" :take="takeDriver" />
  <h3 class="next">Motor supplies against all drivers</h3>
  <FitTable :fits="supplies" :chosen="supplyKey" :take="takeSupply" />
</template>

<style scoped>
.next {
  margin-top: 16px;
}
</style>
