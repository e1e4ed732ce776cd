<script setup lang="ts">
import { doorStraps, earthStar, guardsOf, leakagesOf, questionsOf } from '@nodaxis/core/advice/protection';
import { LASTING, loadedTo } from '@nodaxis/core/power/branches';
import { fusedStrips } from '@nodaxis/core/power/fuses';
import { listed } from '@nodaxis/core/units/listed';
import { LEAKAGE_SHARE } from '@nodaxis/core/power/leakage';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import Caution from '../../../ui/Caution.vue';
import GuardCard from './GuardCard.vue';

/** Does it trip, and does it trip in time: every breaker, what leaks to earth, and what only a licensed person can answer. */
const machine = useOpenMachine();
const preferences = usePreferences();
const guards = computed(() => guardsOf(machine.figures));
const leakages = computed(() => leakagesOf(machine.figures));
const strips = computed(() => fusedStrips(machine.figures).filter((s) => s.loads.length));
const earth = computed(() => earthStar(machine.figures));
const straps = computed(() => doorStraps(machine.figures.design));
const a = (amps: number) => showValue(amps, 'current', preferences.display, 2);
const load = (amps: number, ratedA: number) => loadedTo(amps, ratedA, ratedA * LASTING);
const questions = computed(() => questionsOf(machine.figures));
const name = (id: string) => machine.figures.design.parts[id]!.designation;
const ma = (amps: number) => `${printNumber(1000 * amps, 3)} mA`;
const diagram = computed(() => ({ path: `/machine/${machine.file.id}/wiring`, query: { view: 'diagram' } }));
</script>

<template>
  <div class="view">
    <div class="stack">
      <p v-if="!guards.length" class="sheet">
        No breaker has a rating yet. Choose one on the way of the mains in Wiring, Parts, or put one ahead of a load in
        Wiring, Power.
      </p>
      <GuardCard v-for="g in guards" :key="g.device" :guard="g" />
      <section v-for="l in leakages" :key="l.device" class="sheet stack" :aria-label="`Leakage at ${name(l.device)}`">
        <h2>
          <span class="mono">{{ name(l.device) }}</span> Leakage to earth
        </h2>
        <template v-if="l.leakage">
          <p>
            <b class="mono">{{ ma(l.leakage.amps) }}</b> of {{ ma(l.leakage.ratedA) }},
            {{ printNumber(100 * l.leakage.share, 2) }} %; keep to {{ 100 * LEAKAGE_SHARE }} %.
          </p>
          <p class="soft">
            <template v-for="(x, i) in l.leakage.leaks" :key="x.part"
              ><template v-if="i">, </template>{{ name(x.part) }} {{ ma(x.amps) }}</template
            >
          </p>
        </template>
        <p v-else class="soft">Its sheet does not say at which leakage it opens.</p>
      </section>
      <section v-for="s in strips" :key="s.strip" class="sheet stack" :aria-label="`Fuses of ${name(s.strip)}`">
        <h2>
          <span class="mono">{{ name(s.strip) }}</span> Fuses of {{ a(s.ratedA) }}
        </h2>
        <ul>
          <li v-for="l in s.loads" :key="l.part">
            <span>{{ name(l.part) }}</span>
            <span class="track"
              ><span
                class="bar"
                :class="load(l.amps, s.ratedA)"
                :style="{ width: `${Math.min(100, (100 * l.amps) / s.ratedA)}%` }"
            /></span>
            <span class="mono num">{{ a(l.amps) }}</span>
          </li>
        </ul>
      </section>
      <section v-for="e in earth" :key="e.bar" class="sheet stack" :aria-label="`Earth star at ${name(e.bar)}`">
        <h2>
          <span class="mono">{{ name(e.bar) }}</span> Protective earth, one star
        </h2>
        <p v-if="e.taken">
          {{ e.taken }} of {{ e.places }} places taken: {{ listed(e.parts.map(name)) }}, each by a conductor of its own.
        </p>
        <p v-else class="soft">Plan the wiring, and each part with an earth terminal gets a place of its own.</p>
        <p class="soft">
          Scrape the paint off under the bar, under what earths by its case, and where the strap of a door or lid lands.
          A door or lid with anything electrical on it gets a strap of its own; hinges are no conductor.
        </p>
        <p v-for="d in straps" :key="d.box">
          {{ d.lid ? 'Lid' : 'Door' }} of {{ d.box }}:
          {{ d.bonded ? 'its strap is fitted.' : 'fit a strap to this bar.' }}
        </p>
      </section>
    </div>
    <aside class="stack">
      <Caution>
        Mains kills. The mains side follows your local code and belongs to a licensed person: what is shown here helps
        the two of you to talk, and replaces neither.
      </Caution>
      <section class="sheet stack" aria-label="To ask">
        <h2>To ask the licensed person</h2>
        <ol v-if="questions.length">
          <li v-for="q in questions" :key="q.key">{{ q.text(preferences.display) }}</li>
        </ol>
        <p v-else class="soft">Choose a mains inlet, and the questions that this machine raises are listed here.</p>
        <RouterLink :to="diagram">Single-line diagram</RouterLink>
      </section>
    </aside>
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 10px;
  align-items: start;
}
p {
  margin: 0;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 1px 0;
}
ul li {
  display: grid;
  grid-template-columns: 70px minmax(0, 1fr) 70px;
  gap: 10px;
  align-items: center;
}
.track {
  height: 10px;
  background: var(--paper);
  border: 1px solid var(--line);
}
.bar {
  display: block;
  height: 100%;
}
.bar.ease {
  background: var(--good);
}
.bar.tight {
  background: var(--wont);
}
.bar.over {
  background: var(--danger);
}
.num {
  text-align: right;
}
ol {
  margin: 0;
  padding-left: 20px;
  display: grid;
  gap: 7px;
}
@media (max-width: 1000px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
