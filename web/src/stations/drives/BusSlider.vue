<script setup lang="ts">
import Slider from '../../ui/Slider.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { driveSupply } from '@nodaxis/core/distribution/supplies';
import { driveVolts, runsOnMains } from '@nodaxis/core/drivetrain/bus';
import { SUPPLY_HEADROOM } from '@nodaxis/core/drivetrain/constants';
import { libraryOf } from '@nodaxis/core/machine/library/index';
import { isDriver } from '@nodaxis/core/machine/parts';
import { figureOr } from '@nodaxis/core/units/derived';
import { computed } from 'vue';
import { useOpenMachine } from '../../document/openMachine';

/** Tries another bus voltage out in the chart, within what the driver of this axis bears; nothing is changed by it. */
const props = defineProps<{ axisId: string }>();
const volts = defineModel<number | undefined>();
const machine = useOpenMachine();
const driver = computed(() => machine.design.axes[props.axisId]?.drives[0]?.driver);
const busVolts = computed(() => driveVolts(machine.design, driver.value));
const supply = computed(() => driveSupply(machine.design, driver.value));
const range = computed(() => {
  const d = machine.design;
  const part = d.parts[driver.value ?? ''];
  // The mains is what it is.
  if (!part || !isDriver(part.data) || runsOnMains(part) || busVolts.value === undefined) return undefined;
  const { data } = part;
  const least = Math.ceil(figureOr(data.supplyMin, 12));
  const most = Math.floor(figureOr(data.supplyMax, 60) * SUPPLY_HEADROOM);
  return least < most ? { least, most } : undefined;
});
const shown = computed(() => volts.value ?? busVolts.value ?? 0);
/** The library supply that comes nearest to the tried voltage, if it is another one than the machine has. */
const nearest = computed(() => {
  // One that was hung on the machine by itself is exchanged where it hangs.
  if (!supply.value || supply.value.id !== machine.design.rails.drives?.supply) return undefined;
  const own = supply.value.part.libraryKey;
  const list = libraryOf('supply').flatMap((e) =>
    e.data.class === 'supply' ? [{ e, v: figureOr(e.data.outputVoltage, 0) }] : [],
  );
  const best = list.sort((a, b) => Math.abs(a.v - shown.value) - Math.abs(b.v - shown.value))[0];
  return best && best.e.key !== own ? best.e : undefined;
});
const take = () => {
  if (!nearest.value) return;
  machine.run({ name: 'choose-part', args: { slot: { rail: 'drives', item: 'supply' }, library: nearest.value.key } });
  volts.value = undefined;
};
</script>

<template>
  <div v-if="range" class="row slider">
    <Slider
      :model-value="shown"
      name="Try a supply of"
      :min="range.least"
      :max="range.most"
      :shown="`${Math.round(shown)} V`"
      @update:model-value="volts = $event"
    />
    <ActionButton v-if="volts !== undefined && nearest" kind="framed" :disabled="machine.readOnly" @click="take">
      Apply {{ nearest.name }}
    </ActionButton>
  </div>
</template>
