<script setup lang="ts">
import Choice from '../../ui/Choice.vue';
import { computed } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import AxisMark from '../../widgets/AxisMark.vue';

/** The order of referencing: each axis in a stage; axes of one stage run together. */
const machine = useOpenMachine();
const axes = computed(() =>
  machine.figures.axes.filter((a) => !['none', 'absolute'].includes(a.axis.reference.method)),
);
const stageOf = (id: string) => {
  const i = machine.design.referenceStages.findIndex((s) => s.includes(id));
  return i < 0 ? '' : String(i + 1);
};
function move(id: string, value: string) {
  const count = axes.value.length;
  const stages: string[][] = Array.from({ length: count }, (_, i) =>
    (machine.design.referenceStages[i] ?? []).filter((a) => a !== id),
  );
  if (value) stages[Number(value) - 1]!.push(id);
  machine.run({ name: 'set-reference-stages', args: { stages } });
}
</script>

<template>
  <div data-field="referenceStages">
    <h3>Order of referencing</h3>
    <p v-if="!axes.length" class="soft">No axis needs a reference run: absolute encoders know their place.</p>
    <div v-for="a in axes" :key="a.id" class="line">
      <AxisMark :letter="a.axis.letter" />
      <Choice
        :model-value="stageOf(a.id)"
        :disabled="machine.readOnly"
        :label="`Stage of ${a.axis.letter}`"
        none="not referenced"
        :options="
          axes.map((_, n) => ({ value: String(n + 1), label: ['first', 'second', 'third'][n] ?? `${n + 1}th` }))
        "
        @change="move(a.id, $event)"
      />
    </div>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 60px 150px;
  align-items: center;
  min-height: 34px;
}
</style>
