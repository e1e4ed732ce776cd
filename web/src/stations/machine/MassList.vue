<script setup lang="ts">
import QuantityField from '../../ui/QuantityField.vue';
import Caution from '../../ui/Caution.vue';
import DataTable from '../../ui/DataTable.vue';
import { ElCheckbox } from 'element-plus';
import { ElCheckboxGroup } from 'element-plus';
import ActionButton from '../../ui/ActionButton.vue';
import { ElInput } from 'element-plus';
import type { Quantity } from '@nodaxis/core/units/quantity';
import { displayUnit } from '@nodaxis/core/units/print';
import { computed, ref, shallowRef } from 'vue';
import { movedMassKg } from '@nodaxis/core/drivetrain/load';
import { known } from '@nodaxis/core/units/derived';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import FigureText from '../../widgets/FigureText.vue';
import MachineField from '../../widgets/MachineField.vue';

const machine = useOpenMachine();
const preferences = usePreferences();
const name = ref('');
const mass = ref('');
const weight = shallowRef<Quantity>();
const movedBy = ref<string[]>([]);
const fault = ref('');
const design = computed(() => machine.design);
const totals = computed(() =>
  // A rotary axis has no lever for a mass: it asks for an inertia.
  machine
    .figures!.axes.filter(({ axis }) => axis.motion === 'linear')
    .map(({ id, axis }) => ({ id, letter: axis.letter, kg: movedMassKg(id, machine.figures.design.masses) })),
);

function add() {
  if (!weight.value) return;
  const faults = machine.run({
    name: 'add-mass',
    args: { name: name.value.trim(), mass: weight.value, movedBy: [...movedBy.value] },
  });
  fault.value = faults.map((f) => f.what).join(' ');
  if (faults.length) return;
  name.value = '';
  mass.value = '';
  movedBy.value = [];
}
</script>

<template>
  <h2 data-field="masses" tabindex="-1">What moves, and how heavy it is</h2>
  <p v-if="!Object.keys(design.masses).length" class="soft">
    List the parts that move: spindle, carriage, gantry, table with the work. Each axis carries what hangs on it.
  </p>
  <DataTable v-else class="masses">
    <thead>
      <tr>
        <th>Part</th>
        <th>Mass</th>
        <th>Moved by</th>
        <th></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(m, id) in design.masses" :key="id">
        <td>{{ m.name }}</td>
        <td><MachineField :path="`masses.${id}.mass`" hide-label no-source /></td>
        <td>{{ m.movedBy.map((a) => design.axes[a]?.letter ?? a).join(', ') }}</td>
        <td>
          <ActionButton
            :aria-label="`Remove ${m.name}`"
            :disabled="machine.readOnly"
            @click="machine.run({ name: 'remove-mass', args: { mass: id } })"
          >
            Remove
          </ActionButton>
        </td>
      </tr>
    </tbody>
  </DataTable>
  <form class="row add" @submit.prevent="add">
    <ElInput v-model="name" class="name" placeholder="Part" aria-label="Name of the moving part" maxlength="120" />
    <QuantityField
      v-model="mass"
      v-model:quantity="weight"
      dimension="mass"
      :unit="displayUnit('mass', preferences.display)"
      class="mass"
      placeholder="Mass"
      aria-label="Mass of the moving part"
    />
    <ElCheckboxGroup v-model="movedBy" aria-label="Moved by"
      ><ElCheckbox v-for="t in totals" :key="t.id" :value="t.id">{{ t.letter }}</ElCheckbox></ElCheckboxGroup
    >
    <ActionButton kind="framed" native-type="submit" :disabled="!name.trim() || !weight || machine.readOnly"
      >Add</ActionButton
    >
  </form>
  <Caution v-if="fault" kind="refused">{{ fault }}</Caution>
  <p class="soft row">
    <span v-for="t in totals" :key="t.id"
      >{{ t.letter }} carries <FigureText v-if="t.kg !== undefined" :value="known(t.kg)" dimension="mass" /><template
        v-else
        >nothing listed</template
      ></span
    >
  </p>
</template>

<style scoped>
.masses td,
.masses th {
  padding: 3px 4px;
}
.masses :deep(.field) {
  grid-template-columns: minmax(84px, 120px) 16px;
}
.add {
  margin: 8px 0;
}
.name {
  width: 170px;
}
.add :deep(.mass) {
  width: 110px;
}
.add :deep(.el-checkbox) {
  margin-right: 14px;
}
</style>
