<script setup lang="ts">
import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import { servoSheet } from '@nodaxis/core/settings/commissioning';
import { servoDrivesOf } from '@nodaxis/core/settings/servoDriveSettings';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import Caution from '../../ui/Caution.vue';
import PickOne from '../../ui/PickOne.vue';
import DriveSheet from '../../widgets/commissioning/DriveSheet.vue';

/** The sheet by which the servo drive of an axis is put into service. */
const { figures } = defineProps<{ figures: AxisFigures }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const drives = computed(() => servoDrivesOf(machine.figures.design, [figures]));
const picked = ref('');
const shown = computed(() => drives.value.find((d) => d.driverId === picked.value) ?? drives.value[0]);
const sheet = computed(() => shown.value && servoSheet(shown.value, machine.figures.settings, preferences.display));
</script>

<template>
  <p v-if="!shown || !sheet" class="soft">
    {{ figures.axis.letter }} has no servo drive. A step driver has nothing to enter but its current and its steps: see
    “Driver settings”.
  </p>
  <template v-else>
    <PickOne
      v-if="drives.length > 1"
      :model-value="shown.driverId"
      label="Drive"
      :options="drives.map((d) => ({ value: d.driverId, label: figures.axis.drives[d.index]!.side }))"
      @update:model-value="picked = $event ?? ''"
    />
    <DriveSheet :key="shown.driverId" :sheet="sheet" :drive="shown.driver">
      <template #caution>
        <Caution
          ><template v-if="shown.driver.data.mainsMax"
            >Mains and a charged bus are inside: enter settings from outside, with the cover on. The mains side is work
            for a licensed person. </template
          >A wrong gear, encoder or direction lets the axis run off at full torque: first motion with the axis in the
          middle, nobody within reach, and a hand on the stop.<template v-if="shown.motor?.brake">
            What the brake holds is propped up while its delays are being set.</template
          ></Caution
        >
      </template>
    </DriveSheet>
  </template>
</template>
