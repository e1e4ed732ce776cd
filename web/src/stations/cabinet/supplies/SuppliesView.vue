<script setup lang="ts">
import { supplyDemand } from '@nodaxis/core/power/states';
import { sizingOf, sufficesAt } from '@nodaxis/core/power/sizing';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import SupplyRanking from './SupplyRanking.vue';
import SupplyStates from './SupplyStates.vue';
import SupplyWays from './SupplyWays.vue';

/** What each supply really gives, state by state, and whether another one would do better. */
const machine = useOpenMachine();
const preferences = usePreferences();
const route = useRoute();
const figures = computed(() => machine.figures);
const supplies = computed(() =>
  Object.entries(figures.value.design.parts).flatMap(([id, part]) => {
    if (part.data.class !== 'supply') return [];
    const demand = supplyDemand(figures.value, id);
    const sizing = demand && sizingOf(demand);
    return [
      {
        id,
        part,
        demand,
        sizing,
        // What hangs on it, no sheet tells: that is no load of zero.
        counted: demand !== undefined && demand.states.accelerating.watts > 0,
        suffices: demand && sizing ? sufficesAt(demand.ratedA, sizing) : undefined,
        share: demand && sizing ? sizing.balanceA / demand.ratedA : undefined,
      },
    ];
  }),
);
const picked = ref(typeof route.query.part === 'string' ? route.query.part : '');
const shown = computed(() => supplies.value.find((s) => s.id === picked.value) ?? supplies.value[0]);
const word = { 'at-ease': 'suffices', tight: 'suffices, without reserve', 'too-small': 'too small' } as const;
const a = (amps: number) => showValue(amps, 'current', preferences.display, 3);
const percent = (share: number) => `${printNumber(100 * share, 2)} %`;
</script>

<template>
  <p v-if="!shown" class="sheet empty">
    There is no supply yet. Choose one for the motors under Machine, and one for switches and coils in Wiring, Parts:
    what each of them has to give is worked out here.
  </p>
  <div v-else class="cabinet">
    <nav class="sheet list" aria-label="Supplies">
      <ActionButton
        v-for="s in supplies"
        :key="s.id"
        kind="bare"
        class="supply"
        :class="{ now: s.id === shown.id }"
        :aria-current="s.id === shown.id || undefined"
        @click="picked = s.id"
      >
        <span class="name"
          ><b class="mono">{{ s.part.designation }}</b> {{ s.part.name }}</span
        >
        <span v-if="s.share !== undefined && s.counted" class="figures">
          <strong class="figure">{{ percent(s.share) }}</strong>
          <span :class="s.suffices">{{ word[s.suffices!] }}</span>
        </span>
        <span v-else class="soft small">{{
          s.demand ? 'no sheet says what hangs on it draws' : 'its sheet does not say what it gives'
        }}</span>
      </ActionButton>
    </nav>
    <div class="stack">
      <template v-if="shown.demand && shown.sizing && shown.counted">
        <section class="sheet stack" aria-label="State by state">
          <h2>
            {{ shown.part.designation }} {{ shown.part.name }}
            <span class="soft"
              >{{ showValue(shown.demand.volts, 'voltage', preferences.display, 3) }},
              {{ a(shown.demand.ratedA) }}</span
            >
          </h2>
          <SupplyStates :key="shown.id" :demand="shown.demand" />
        </section>
        <div class="columns">
          <SupplyWays v-if="shown.demand.phaseCurrentsA > 0" :demand="shown.demand" :sizing="shown.sizing" />
          <SupplyRanking :supply="shown.id" :demand="shown.demand" />
        </div>
      </template>
      <section v-else class="sheet">
        <p v-if="shown.demand">
          A board’s own electronics are on no sheet: what {{ shown.part.designation }} gives to them is measured, and
          not worked out here.
        </p>
        <p v-else>
          The sheet of {{ shown.part.designation }} does not say what it gives. Enter its voltage and current in Wiring,
          Parts.
        </p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.cabinet {
  display: grid;
  grid-template-columns: 270px minmax(0, 1fr);
  gap: 10px;
  align-items: start;
}
.list {
  display: grid;
  gap: 4px;
  padding: 6px;
}
.supply {
  display: grid;
  gap: 2px;
  width: 100%;
  padding: 8px;
  text-align: left;
  white-space: normal;
  height: auto;
  border-left: 4px solid transparent;
}
.now {
  background: var(--accent-wash);
  border-left-color: var(--accent);
}
.figures {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.figure {
  font-size: 20px;
}
.small {
  font-size: 13px;
}
.at-ease {
  color: var(--good);
}
.tight {
  color: var(--wont);
}
.too-small {
  color: var(--danger);
  font-weight: 700;
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
  gap: 10px;
  align-items: start;
}
@media (max-width: 900px) {
  .cabinet {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
