<script setup lang="ts">
import { mainsOfDrive } from '@nodaxis/core/settings/spindleDriveSettings';
import { driveSupply } from '@nodaxis/core/distribution/supplies';
import { waysOfCommand } from '@nodaxis/core/spindle/commandWays';
import { hasThreePhaseMains, type Rotating } from '@nodaxis/core/spindle/rotating';
import type { Quantity } from '@nodaxis/core/units/quantity';
import { printNumber, showQuantity, showValue } from '@nodaxis/core/units/print';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import PartSheet from '../../../widgets/PartSheet.vue';

/**
 * Mains, drive, motor, stage and spindle in a row, each with what its plate says; the command comes in from above. A link to a figure
 * of motor or drive opens its sheet.
 */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const route = useRoute();
/** The part whose data sheet is open. */
const opened = ref<string>();
watch(
  () => route.query.field,
  (field) => {
    if (typeof field === 'string')
      opened.value = [r.motorId, r.driveId].find((id) => id && field.startsWith(`parts.${id}.data.`)) ?? opened.value;
  },
  { immediate: true },
);
const told = (q: Quantity | undefined) => (q ? showQuantity(q, preferences.display) : undefined);
const coolingWord = {
  'own-fan': 'a fan on its shaft',
  blown: 'a fan of its own',
  water: 'water',
  none: 'its case alone',
};
const command = computed(() => {
  const functions = Object.values(machine.figures.design.outputs).map((o) => o.function);
  const run = functions.includes('spindle-run');
  const speed = functions.includes('spindle-speed');
  if (!run && !speed) return 'by hand: no output of the control';
  const way = waysOfCommand(machine.figures.design, r).find((w) => w.standing === 'in-use')?.way;
  const how =
    way === 'voltage'
      ? 'speed by 0 to 10 V'
      : way === 'pulse-width'
        ? 'speed by pulse width'
        : 'a speed that reaches no input';
  return [run ? 'run' : '', functions.includes('spindle-direction') ? 'direction' : '', speed ? how : 'one speed']
    .filter(Boolean)
    .join(', ');
});
/** A drive that hangs on a supply of direct current. */
const supply = computed(() => (r.driveId ? driveSupply(machine.figures.design, r.driveId) : undefined));
const boxes = computed(() => {
  const { data } = r.motor;
  const mains = mainsOfDrive(machine.figures.design, r);
  const volts = mains.known ? showValue(mains.value, 'voltage', preferences.display, 3) : undefined;
  return [
    supply.value
      ? {
          id: 'mains',
          title: `${supply.value.part.designation} ${supply.value.part.name}`,
          says: [told((supply.value.part.data as { outputVoltage?: Quantity }).outputVoltage), 'direct current'],
        }
      : { id: 'mains', title: 'Mains', says: [r.drive && hasThreePhaseMains(r) ? 'three phases' : 'one phase', volts] },
    ...(r.drive
      ? [
          {
            id: 'drive',
            part: r.driveId,
            sheet: `Data sheet of ${r.drive.designation}`,
            title: `${r.drive.designation} ${r.drive.name}`,
            says: [told(r.drive.data.outputCurrent), told(r.drive.data.maxFrequency)],
            command: command.value,
          },
        ]
      : []),
    {
      id: 'motor',
      part: r.motorId,
      sheet: `Plate of ${r.motor.designation}`,
      title: `${r.motor.designation} ${r.motor.name}`,
      says: [
        told(data.power),
        [told(data.ratedVoltage), told(data.ratedCurrent)].filter(Boolean).join(', '),
        [told(data.ratedFrequency), data.poles ? `${data.poles} poles` : ''].filter(Boolean).join(', '),
        data.servo ? ['servo', told(data.ratedTorque), told(data.ratedSpeed)].filter(Boolean).join(', ') : undefined,
        data.cooling ? `cooled by ${coolingWord[data.cooling]}` : undefined,
      ],
      ...(r.drive ? {} : { command: command.value }),
    },
    {
      id: 'spindle',
      title: 'Spindle',
      says:
        r.stages.length > 1 || r.stages[0]!.ratio !== 1
          ? r.stages.map((s) => `${s.name} ${printNumber(s.ratio, 3)} : 1`)
          : ['turned directly'],
    },
  ];
});
</script>

<template>
  <ol class="chain">
    <li v-for="b in boxes" :key="b.id">
      <span v-if="b.command" class="command">Command: {{ b.command }}</span>
      <div class="box">
        <strong>{{ b.title }}</strong>
        <span v-for="s in b.says.filter(Boolean)" :key="s">{{ s }}</span>
        <ActionButton v-if="b.part" class="plate" @click="opened = b.part">{{ b.sheet }}</ActionButton>
      </div>
    </li>
  </ol>
  <PartSheet v-if="opened" :model-value="true" :part-id="opened" @update:model-value="opened = undefined" />
</template>

<style scoped>
.chain {
  display: flex;
  gap: 34px;
  margin: 0;
  padding: 0;
  list-style: none;
  align-items: stretch;
}
li {
  flex: 1 1 0;
  min-width: 0;
  display: flex;
  flex-direction: column;
  justify-content: flex-end;
  position: relative;
}
li + li::before {
  content: '';
  position: absolute;
  left: -34px;
  bottom: 34px;
  width: 34px;
  border-top: 2px solid var(--line-strong);
}
.box {
  display: grid;
  gap: 1px;
  padding: 7px 10px;
  border: 1.5px solid var(--line-strong);
  background: var(--sheet);
  min-height: 68px;
  align-content: start;
}
.plate {
  justify-self: start;
  font-size: 13px;
  padding: 0;
}
.command {
  font-size: 13px;
  color: var(--soft);
  padding-bottom: 3px;
}
@media (max-width: 720px) {
  .chain {
    flex-direction: column;
    gap: 12px;
  }
  li + li::before {
    left: 20px;
    top: -12px;
    bottom: auto;
    width: 0;
    height: 12px;
    border-top: 0;
    border-left: 2px solid var(--line-strong);
  }
}
</style>
