<script setup lang="ts">
import { commissioningSheet } from '@nodaxis/core/settings/commissioning';
import { isOnMains, type Rotating } from '@nodaxis/core/spindle/rotating';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import Caution from '../../../ui/Caution.vue';
import DriveSheet from '../../../widgets/commissioning/DriveSheet.vue';
import CapFinder from './CapFinder.vue';

/** The sheet by which the drive of the spindle is put into service. */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const sheet = computed(() => commissioningSheet(machine.figures.design, machine.figures.settings)!);
</script>

<template>
  <DriveSheet :sheet="sheet" :drive="r.drive!">
    <template #caution>
      <Caution
        ><template v-if="isOnMains(r.drive!)"
          >Mains and a charged bus are inside: enter settings from outside, with the cover on. The mains side is work
          for a licensed person. </template
        >No tool in the spindle for the first run, coolant first where it has any, and a hand on the stop.</Caution
      >
    </template>
    <template #beside><CapFinder v-if="r.kind === 'induction'" :r="r" /></template>
  </DriveSheet>
</template>
