<script setup lang="ts">
import type { MotorOutput } from '@nodaxis/core/spindle/output';
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import { againstStages, type CutNeed } from '@nodaxis/core/spindle/wantedCuts';
import type { Derived } from '@nodaxis/core/units/derived';
import { showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { usePreferences } from '../../../document/preferences';
import MachineField from '../../../widgets/MachineField.vue';

/** Torque and power of a cut against what each stage has at that speed. */
const { needs, output, r } = defineProps<{ needs: CutNeed; output: Derived<MotorOutput>; r: Rotating }>();
const preferences = usePreferences();
const rows = computed(() => (output.known ? againstStages(needs, output.value, r.stages) : []));
const percent = (share: number) => `${Math.round(100 * share)} %`;
const nm = (x: number) => showValue(x, 'torque', preferences.display, 3);
</script>

<template>
  <p>
    The cut asks for <b>{{ nm(needs.nm) }}</b> at the spindle,
    <b>{{ showValue(needs.watts, 'power', preferences.display, 3) }}</b>, with a sharp tool.
  </p>
  <div v-if="!output.known" class="stack">
    <p class="soft">What the spindle has there is told once these are entered.</p>
    <div class="row wrap"><MachineField v-for="path in output.missing" :key="path" :path="path" /></div>
  </div>
  <p v-for="row in rows" :key="row.stage.name" :class="{ bad: row.share > 1 }">
    <template v-if="r.stages.length > 1">{{ row.stage.name }}: </template>
    <template v-if="!row.reached">{{ r.stages.length > 1 ? 'does' : 'The spindle does' }} not turn so fast.</template>
    <template v-else
      >{{ r.stages.length > 1 ? 'there' : 'There' }} are {{ nm(row.hasNm) }} for a cut; this one takes
      {{ percent(row.share) }} of them<template v-if="row.share > 1">: it stalls</template
      ><template v-if="row.slow">; so slowly it may not turn for long</template>.</template
    >
  </p>
</template>

<style scoped>
.bad {
  color: var(--wont);
}
</style>
