<script setup lang="ts">
import { Delete, Plus } from '@element-plus/icons-vue';
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import type { SpindleStage } from '@nodaxis/core/machine/parts';
import { quantity, type Quantity } from '@nodaxis/core/units/quantity';
import { printNumber } from '@nodaxis/core/units/print';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import ActionButton from '../../../ui/ActionButton.vue';
import Caution from '../../../ui/Caution.vue';
import Choice from '../../../ui/Choice.vue';
import QuantityEntry from '../../../ui/QuantityEntry.vue';
import TextField from '../../../ui/TextField.vue';
import FaultList from '../../../widgets/FaultList.vue';

/** Pulleys or gears between the motor and the spindle. */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const faults = ref<Fault[]>([]);
const stages = computed((): SpindleStage[] => r.motor.setup.stages ?? []);
const set = (next: SpindleStage[], inUse?: string) =>
  (faults.value = machine.run({
    name: 'set-stages',
    args: { part: r.motorId, stages: next, ...(inUse === undefined ? {} : { inUse }) },
  }));
/** A stage that is on now stays so under another name. */
const change = (i: number, of: Partial<SpindleStage>) =>
  set(
    stages.value.map((s, k) => (k === i ? { ...s, ...of } : s)),
    stages.value[i]!.name === r.inUse.name ? (of.name ?? r.inUse.name) : undefined,
  );
function add(): void {
  const names = new Set(stages.value.map((s) => s.name));
  let n = stages.value.length + 1;
  while (names.has(`Stage ${n}`)) n++;
  set([...stages.value, { name: `Stage ${n}`, ratio: quantity(1, '1') }]);
}
const ratio = (i: number, q: Quantity | undefined) => q && change(i, { ratio: q });
</script>

<template>
  <section class="sheet stack" aria-label="Belt or gear stages">
    <h2>Belt or gear stages</h2>
    <p v-if="!stages.length" class="soft">
      The motor turns the spindle directly. Add a stage for each pair of pulleys or gears.
    </p>
    <ul v-else>
      <li v-for="(s, i) in stages" :key="i" class="row">
        <TextField
          :model-value="s.name"
          strict
          :aria-label="`Name of stage ${i + 1}`"
          maxlength="60"
          :disabled="machine.readOnly"
          @change="(name: string) => name.trim() && change(i, { name: name.trim() })"
        />
        <label class="row"
          ><QuantityEntry
            :shown="printNumber(r.stages[i]?.ratio ?? 1, 4)"
            dimension="ratio"
            unit="1"
            :aria-label="`Ratio of ${s.name}`"
            :disabled="machine.readOnly"
            @enter="(q) => ratio(i, q)"
          />
          : 1</label
        >
        <ActionButton
          :aria-label="`Remove ${s.name}`"
          data-hint="Remove"
          :disabled="machine.readOnly"
          @click="set(stages.filter((_, k) => k !== i))"
          ><Delete
        /></ActionButton>
      </li>
    </ul>
    <label v-if="stages.length > 1" class="row"
      >On now
      <Choice
        label="Stage that is on now"
        :model-value="r.inUse.name"
        :options="stages.map((s) => s.name)"
        :disabled="machine.readOnly"
        @change="(name: string) => set(stages, name)"
    /></label>
    <p v-if="stages.length" class="soft small">
      Revolutions of the spindle for one of the motor: teeth or diameter on the motor, divided by those on the spindle.
    </p>
    <Caution v-if="faults.length" kind="refused"><FaultList :faults="faults" /></Caution>
    <ActionButton kind="framed" :disabled="machine.readOnly" @click="add"><Plus />Add a stage</ActionButton>
  </section>
</template>

<style scoped>
section {
  justify-items: start;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.small {
  font-size: 13px;
  margin: 0;
}
</style>
