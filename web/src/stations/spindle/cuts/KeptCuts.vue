<script setup lang="ts">
import { Delete } from '@element-plus/icons-vue';
import type { WantedCut } from '@nodaxis/core/machine/parts';
import { materials } from '@nodaxis/core/spindle/cutting';
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import { boundOfThread } from '@nodaxis/core/spindle/threadLimits';
import { tapFaults, tapNeed } from '@nodaxis/core/spindle/tapping';
import { holderWords, tapFaultInWords } from '@nodaxis/core/spindle/tapWords';
import { againstStages, bestStage, cutNeed } from '@nodaxis/core/spindle/wantedCuts';
import { showValue } from '@nodaxis/core/units/print';
import { baseValue } from '@nodaxis/core/units/quantity';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import { useCutJudgement } from './cutJudgement';

/** The cuts that are kept, each with how much of the machine it takes and what of it does not go. */
const { r, cuts } = defineProps<{ r: Rotating; cuts: readonly WantedCut[] }>();
const emit = defineEmits<{ remove: [string] }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const { output, taps, threads } = useCutJudgement(() => r);
const rpm = (v: number) => showValue(v, 'rotation', preferences.display, 4);

function torqueOf(cut: WantedCut): { text: string; bad: boolean } | undefined {
  const need = cutNeed(cut);
  const best = need && output.value.known && bestStage(againstStages(need, output.value.value, r.stages));
  if (!best) return undefined;
  const of = r.stages.length > 1 ? best.stage.name : 'its torque';
  return best.reached
    ? {
        text: `${Math.round(100 * best.share)} % of ${r.stages.length > 1 ? `what ${of} has` : of}`,
        bad: best.share > 1,
      }
    : { text: 'the spindle does not reach this speed', bad: true };
}
function boundOf(cut: WantedCut): { text: string; bad: boolean }[] {
  if (threads.value.known) {
    const bound = boundOfThread(threads.value.value, cut);
    if (bound) return [{ text: `at most ${rpm(Math.floor(bound.rpm))}`, bad: baseValue(cut.speed) > bound.rpm }];
  }
  if (!taps.value.known) return [];
  const m = taps.value.value;
  const need = tapNeed(cut, m);
  return need
    ? tapFaults(cut, m).map((f) => ({ text: tapFaultInWords(f, cut, need, m, preferences.display), bad: true }))
    : [];
}
const rows = computed(() =>
  cuts.map((cut) => {
    const torque = torqueOf(cut);
    const says = [...(torque ? [torque] : []), ...boundOf(cut)];
    const tapped = cut.holder !== undefined && taps.value.known && tapNeed(cut, taps.value.value) !== undefined;
    return { cut, says, judged: says.length > 0 || tapped };
  }),
);
</script>

<template>
  <ul aria-label="Kept cuts">
    <li v-for="{ cut, says, judged } in rows" :key="cut.name" class="row spread">
      <div>
        <p>
          <b>{{ cut.name }}</b>:
          <span class="soft">
            {{ rpm(baseValue(cut.speed))
            }}<template v-if="cut.work !== 'thread'">, {{ materials[cut.material].name.toLowerCase() }}</template
            ><template v-if="cut.holder">, {{ holderWords[cut.holder].toLowerCase() }}</template></span
          >
        </p>
        <p v-for="s in says" :key="s.text" :class="{ bad: s.bad }">{{ s.text }}</p>
        <p v-if="!judged" class="soft">Figures of the machine are missing for it.</p>
        <p v-else-if="!says.some((s) => s.bad)" class="good">✓ possible</p>
      </div>
      <ActionButton
        :aria-label="`Remove ${cut.name}`"
        data-hint="Remove"
        :disabled="machine.readOnly"
        @click="emit('remove', cut.name)"
        ><Delete
      /></ActionButton>
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  flex-wrap: nowrap;
  align-items: start;
  padding: 6px 0;
}
li + li {
  border-top: 1px solid var(--line);
}
p {
  margin: 0;
}
.bad {
  color: var(--wont);
}
.good {
  color: var(--good);
}
</style>
