<script setup lang="ts">
import { newToolChanger, type ToolChanger } from '@nodaxis/core/machine/toolChanger';
import { changerFittings } from '@nodaxis/core/commands/changerFittings';
import { Plus } from '@element-plus/icons-vue';
import { computed, ref } from 'vue';
import type { Fault } from '@nodaxis/core/units/result';
import { useOpenMachine } from '../../../document/openMachine';
import ActionButton from '../../../ui/ActionButton.vue';
import Caution from '../../../ui/Caution.vue';
import PickOne from '../../../ui/PickOne.vue';
import FaultList from '../../../widgets/FaultList.vue';
import ChangerForm from './ChangerForm.vue';
import ChangerSteps from './ChangerSteps.vue';

/** What changes tools: its outputs, sensors and times, and each step of a change with what is wrong where it does not come. */
const machine = useOpenMachine();
const changer = computed(() => machine.figures.design.toolChanger);
const faults = ref<Fault[]>([]);
const set = (next: ToolChanger | null) =>
  (faults.value = machine.run({ name: 'set-tool-changer', args: { changer: next } }));
type Kind = ToolChanger['kind'] | 'hand';
const choose = (kind: Kind | undefined) =>
  kind !== undefined && kind !== (changer.value?.kind ?? 'hand') && set(kind === 'hand' ? null : newToolChanger(kind));
const fittings = computed(() => changerFittings(machine.figures.design));
</script>

<template>
  <div class="view">
    <section class="sheet stack" aria-label="Tool changer">
      <h2>What changes the tool</h2>
      <PickOne
        :model-value="changer?.kind ?? 'hand'"
        label="What changes the tool"
        :options="[
          { value: 'hand', label: 'a hand' },
          { value: 'turret', label: 'turret on a motor' },
          { value: 'indexed', label: 'turret on an axis' },
          { value: 'drawbar', label: 'power drawbar' },
        ]"
        @update:model-value="choose($event as Kind)"
      />
      <p v-if="!changer" class="soft">
        A program waits at each tool until it is fitted. With a turret or a power drawbar the steps of a change are
        worked out here, each with its time, and practised with faults in them.
      </p>
      <template v-else>
        <ChangerForm :changer="changer" @set="set" />
        <div v-if="fittings.length" class="row wrap">
          <ActionButton
            v-for="f in fittings"
            :key="f.field"
            :kind="f.needed ? 'main' : 'framed'"
            :disabled="machine.readOnly"
            @click="faults = machine.run(f.command)"
            ><Plus />{{ f.label }}</ActionButton
          >
        </div>
      </template>
      <Caution v-if="faults.length" kind="refused"><FaultList :faults="faults" /></Caution>
    </section>
    <ChangerSteps v-if="changer" :changer="changer" />
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: minmax(300px, 1fr) minmax(0, 2fr);
  gap: 10px;
  align-items: start;
}
.wrap {
  flex-wrap: wrap;
}
@media (max-width: 900px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
