<script setup lang="ts">
import Caution from '../ui/Caution.vue';
import DataTable from '../ui/DataTable.vue';
import ActionButton from '../ui/ActionButton.vue';
import type { Fit, Verdict } from '@nodaxis/core/advice/fit';
import type { Fault } from '@nodaxis/core/units/result';
import { ref } from 'vue';
import { useMachine } from '../document/machine';
import { usePreferences } from '../document/preferences';

/** Library parts against what the machine asks of them: the verdict, the reasons, and taking one. */
const props = defineProps<{
  fits: readonly (Fit & {
    conductors?: number;
    hours?: number;
    priceClass?: number;
    later?: string;
    closes?: string[];
    architecture?: string;
  })[];
  chosen: string | undefined;
  take: (library: string) => Fault[];
}>();
const machine = useMachine();
const preferences = usePreferences();
const word: Record<Verdict, string> = {
  meets: 'meets all',
  workaround: 'with a workaround',
  fails: 'does not fit',
  unknown: 'not known yet',
};
const refusal = ref('');
const choose = (key: string) =>
  (refusal.value = props
    .take(key)
    .map((f) => `${f.what} ${f.fix}`)
    .join(' '));
/** What fits is told in a line; what does not says every reason. */
const reasons = (f: Fit) => f.checks.filter((c) => c.verdict !== 'meets');
const inALine = (f: Fit) => f.checks.map((c) => `${c.requirement}: ${c.why(preferences.display)}`).join(' ');
</script>

<template>
  <Caution v-if="refusal" kind="refused">{{ refusal }}</Caution>
  <DataTable class="fits">
    <tbody>
      <tr v-for="f in fits" :key="f.entry.key" :class="{ chosen: f.entry.key === chosen }">
        <td class="name">
          <strong>{{ f.entry.name }}</strong><span v-if="f.entry.key === chosen" class="soft"> (chosen)</span><br />
          <span class="verdict" :class="f.verdict">{{ word[f.verdict] }}</span>
          <template v-if="f.conductors !== undefined"
            ><br /><span class="soft"
              >{{ f.conductors }} conductors · about {{ f.hours }} h · price class {{ f.priceClass }} of 4</span
            ></template
          >
        </td>
        <td class="why">
          <span v-if="f.verdict === 'meets'" class="soft">{{ inALine(f) }}</span>
          <span v-for="c in reasons(f)" :key="c.requirement" :class="c.verdict"
            ><b>{{ c.requirement }}</b
            >: {{ c.why(preferences.display) }}</span
          >
          <span v-for="c in f.closes" :key="c" class="door">This closes a door: {{ c }}.</span>
          <span v-if="f.architecture" class="soft">A {{ f.architecture }}.</span>
          <span v-if="f.later" class="soft">Later: {{ f.later }}</span>
        </td>
        <td class="act">
          <ActionButton
            v-if="f.entry.key !== chosen"
            kind="framed"
            :disabled="machine.readOnly"
            :aria-label="`Apply ${f.entry.name}`"
            @click="choose(f.entry.key)"
          >
            Apply
          </ActionButton>
        </td>
      </tr>
    </tbody>
  </DataTable>
</template>

<style scoped>
.name {
  width: 270px;
}
.why span {
  display: block;
  font-size: 13px;
}
.why .fails b,
.verdict.fails {
  color: var(--wont);
}
.why .workaround b,
.verdict.workaround {
  color: var(--doubt);
}
.verdict {
  font-weight: 700;
}
.verdict.meets {
  color: var(--good);
}
.verdict.unknown {
  color: var(--soft);
}
.door {
  color: var(--wont);
}
.act {
  text-align: right;
  white-space: nowrap;
}
.chosen {
  background: var(--accent-wash);
}
@media (max-width: 720px) {
  .fits,
  .fits tbody {
    display: block;
  }
  .fits tr {
    display: grid;
    border-bottom: 1px solid var(--line);
  }
  .fits td {
    border: 0;
    width: auto;
    text-align: left;
  }
}
</style>
