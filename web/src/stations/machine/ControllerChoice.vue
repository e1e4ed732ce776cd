<script setup lang="ts">
import { controllerFits } from '@nodaxis/core/advice/controllers';
import { ElDialog } from 'element-plus';
import { computed } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { useOwnParts } from '../../document/ownParts';
import FitTable from '../../widgets/FitTable.vue';

/** Every library controller against what this machine asks of it, before the choice is made. */
const shown = defineModel<boolean>({ required: true });
const machine = useOpenMachine();
const own = useOwnParts();
const fits = computed(() => (shown.value ? controllerFits(machine.design, machine.figures, own.of('controller')) : []));
const chosen = computed(() => machine.design.parts[machine.design.roles.controller ?? '']?.libraryKey);
const take = (library: string) =>
  machine.run({ name: 'choose-part', args: { slot: { role: 'controller' }, ...own.choice(library) } });
</script>

<template>
  <ElDialog v-model="shown" title="Which controller" width="min(1080px, 96vw)" top="5vh">
    <p class="soft">
      What your axes, motors, inputs and sensors ask for, held against each controller of the library. Hours and price
      classes are planning figures. Axes, switches and spindle that you add later may change the answer.
    </p>
    <FitTable :fits="fits" :chosen="chosen" :take="take" />
  </ElDialog>
</template>
