<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import DataTable from '../../ui/DataTable.vue';
import ActionButton from '../../ui/ActionButton.vue';
import type { Guard, SwitchCount } from '@nodaxis/core/advice/switchCounts';
import type { SwitchOption, OptionOutcome } from '@nodaxis/core/advice/switchOptions';
import type { Command } from '@nodaxis/core/commands/command';
import { computed, ref } from 'vue';
import { useMachine } from '../../document/machine';
import { useWorked } from '../../trial/useWorked';
import AxisMark from '../../widgets/AxisMark.vue';
import SeverityMark from '../../widgets/SeverityMark.vue';
import NoticeMark from './NoticeMark.vue';

/** Both options, and the ways of sharing, each tried on this very machine; and how many switches there should be at all. */
const machine = useMachine();
const { result, busy, fault } = useWorked((worker, design) => worker.switchOptions(design));
const refused = ref('');
const options = computed(() => result.value?.options ?? []);
const counts = computed(() => result.value?.counts ?? []);

function take(title: string, commands: readonly Command[]): void {
  refused.value = machine
    .run({ name: 'several', args: { title, commands: [...commands] } })
    .map((f) => `${f.what} ${f.fix}`)
    .join(' ');
}
interface Line {
  name: string;
  hint: string;
  of: (o: OptionOutcome) => string | number;
  /** Whether a figure is a warning. */
  bad?: (o: OptionOutcome) => boolean;
}
const lines: Line[] = [
  { name: 'Conductors', hint: 'of these inputs', of: (o) => o.conductors },
  {
    name: 'Inputs',
    hint: 'used, of those there are',
    of: (o) => `${o.inputs} of ${o.inputsThere}`,
    bad: (o) => o.inputs > o.inputsThere,
  },
  { name: 'A break stops it', hint: 'conductors whose break is reported at once', of: (o) => o.stopsAtOnce },
  {
    name: 'Chafed to the frame',
    hint: 'conductors that then hide a switch',
    of: (o) => o.hiddenByFrame,
    bad: (o) => o.hiddenByFrame > 0,
  },
  {
    name: 'A trip reports',
    hint: 'which of them it was',
    of: (o) => o.tellsApart,
    bad: (o) => o.tellsApart === 'nothing',
  },
  {
    name: 'False trips',
    hint: 'inputs that a drive’s noise can trip',
    of: (o) => o.falseTrips,
    bad: (o) => o.falseTrips > 0,
  },
  { name: 'Referencing', hint: 'forced by the sharing', of: (o) => (o.together ? 'in any order' : 'one by one') },
];
const guardWords: Record<Guard, string> = {
  switch: 'switch',
  'switch, too late': 'switch, too late to stop',
  'envelope, once referenced': 'envelope only',
  nothing: 'nothing',
};
const guardMark: Record<Guard, string> = {
  switch: '●',
  'switch, too late': '◐',
  'envelope, once referenced': '○',
  nothing: '✕',
};
const isToday = (s: SwitchOption) => s.key !== 'as-is' && s.commands.length === 0 && !s.refused;
const sameAsToday = (c: SwitchCount) => c.key === 'today';
</script>

<template>
  <div class="options">
    <Caution v-if="fault || refused" kind="refused">{{ fault || refused }}</Caution>
    <p v-if="!result" class="soft" role="status">{{ busy ? 'Trying each way on a copy of this machine …' : '' }}</p>
    <section v-if="options.length" class="sheet" :aria-busy="busy" aria-label="Contact and circuit">
      <h2>Closed or open at rest, shared or not: on this machine</h2>
      <div class="scroll">
        <DataTable class="compare">
          <thead>
            <tr>
              <th></th>
              <th v-for="s in options" :key="s.key" scope="col" :class="{ today: s.key === 'as-is' }">
                <b>{{ s.title }}</b>
                <span class="soft">{{ s.reason }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="l in lines" :key="l.name">
              <th scope="row" :data-hint="l.hint">{{ l.name }}</th>
              <td v-for="s in options" :key="s.key" class="mono" :class="{ today: s.key === 'as-is' }">
                <span v-if="s.outcome" :class="{ bad: l.bad?.(s.outcome) }">{{ l.of(s.outcome) }}</span>
              </td>
            </tr>
            <tr>
              <th scope="row" data-hint="shows at once, at next use, never">Faults that take a switch</th>
              <td v-for="s in options" :key="s.key" class="mono" :class="{ today: s.key === 'as-is' }">
                <span v-if="s.outcome" class="marks"
                  ><NoticeMark notice="at once" />{{ s.outcome.losses['at once'] }}
                  <NoticeMark notice="at next use" />{{ s.outcome.losses['at next use'] }}
                  <span :class="{ bad: s.outcome.losses.never }"
                    ><NoticeMark notice="never" />{{ s.outcome.losses.never }}</span
                  ></span
                >
              </td>
            </tr>
            <tr>
              <th scope="row">The controller has to</th>
              <td v-for="s in options" :key="s.key" class="words" :class="{ today: s.key === 'as-is' }">
                <template v-if="s.outcome">{{ s.outcome.asks.join('; ') || 'nothing special' }}</template>
              </td>
            </tr>
            <tr>
              <th scope="row">What it brings and fixes</th>
              <td v-for="s in options" :key="s.key" class="words" :class="{ today: s.key === 'as-is' }">
                <p v-if="s.refused" class="soft">Not here: {{ s.refused }}</p>
                <template v-if="s.outcome">
                  <p v-for="b in s.outcome.brings.slice(0, 2)" :key="b.title">
                    <SeverityMark :severity="b.severity" /> {{ b.title }}
                  </p>
                  <p v-if="s.outcome.brings.length > 2" class="soft">and {{ s.outcome.brings.length - 2 }} more</p>
                  <p v-for="c in s.outcome.cures.slice(0, 2)" :key="c" class="good">✓ {{ c }}</p>
                </template>
              </td>
            </tr>
            <tr>
              <th></th>
              <td v-for="s in options" :key="s.key" :class="{ today: s.key === 'as-is' }">
                <span v-if="isToday(s)" class="soft">as it is</span>
                <ActionButton
                  v-else-if="s.commands.length && !s.refused"
                  kind="framed"
                  :disabled="machine.readOnly"
                  :aria-label="`Apply: ${s.title}`"
                  @click="take(s.title, s.commands)"
                >
                  Apply
                </ActionButton>
              </td>
            </tr>
          </tbody>
        </DataTable>
      </div>
      <p class="soft small">
        Then plan the wiring again. Closed at rest is the usual choice for what protects: a break then stops the machine
        instead of hiding. What is tried by hand at power-on does not count here: it would blur the comparison.
      </p>
    </section>
    <section v-if="counts.length" class="sheet" :aria-busy="busy" aria-label="How many switches">
      <h2>How many switches at all, and what still guards each end</h2>
      <div class="scroll">
        <DataTable class="compare count">
          <thead>
            <tr>
              <th></th>
              <th>Switches</th>
              <th>Inputs</th>
              <th>Conductors</th>
              <th v-for="a in counts[0]?.outcome?.axes" :key="a.id">
                <AxisMark :letter="a.letter" /> − end, + end, datum
              </th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in counts" :key="c.key" :class="{ today: sameAsToday(c) }">
              <th scope="row">{{ c.title }}</th>
              <template v-if="c.outcome">
                <td class="mono">{{ c.outcome.switches }}</td>
                <td class="mono" :class="{ bad: c.outcome.inputs < c.outcome.switches && c.key !== 'today' }">
                  {{ c.outcome.inputs }}
                </td>
                <td class="mono">{{ c.outcome.conductors }}</td>
                <td v-for="a in c.outcome.axes" :key="a.id" class="words">
                  <span
                    v-for="end in ['minus', 'plus'] as const"
                    :key="end"
                    :data-hint="guardWords[a.guards[end]]"
                    :class="{ bad: a.guards[end] === 'nothing' }"
                    ><span aria-hidden="true">{{ guardMark[a.guards[end]] }}</span> {{ guardWords[a.guards[end]] }}<br
                  /></span>
                  <span class="soft"
                    >{{ a.datum
                    }}{{ a.squared === undefined ? '' : a.squared ? ', squares' : ', does not square' }}</span
                  >
                </td>
                <td>
                  <ActionButton
                    v-if="c.commands.length"
                    kind="framed"
                    :disabled="machine.readOnly"
                    :aria-label="`Apply: ${c.title}`"
                    @click="take(c.title, c.commands)"
                  >
                    Apply
                  </ActionButton>
                </td>
              </template>
              <td v-else :colspan="9" class="soft">{{ c.refused }}</td>
            </tr>
          </tbody>
        </DataTable>
      </div>
      <p class="soft small">
        An envelope guards once the axis is referenced, and only what the control itself commands: not a slipped motor,
        and not the first move after power-on.
      </p>
    </section>
  </div>
</template>

<style scoped>
.options {
  display: grid;
  gap: 10px;
  grid-template-columns: minmax(0, 1fr);
}
.scroll {
  overflow-x: auto;
}
.compare {
  border-collapse: collapse;
  width: 100%;
  font-size: 13px;
  margin-top: 4px;
}
.compare th {
  white-space: normal;
  text-align: left;
  font-weight: 400;
  vertical-align: top;
  padding: 3px 8px 3px 0;
}
.compare thead th {
  min-width: 128px;
  border-bottom: 1px solid var(--line-strong);
}
.compare th span.soft {
  display: block;
  font-size: 11.5px;
  line-height: 1.3;
}
.compare td {
  vertical-align: top;
  padding: 3px 8px;
  border-bottom: 1px solid var(--line);
}
.compare tbody th {
  border-bottom: 1px solid var(--line);
  min-width: 150px;
}
.compare td:not(:first-child),
.compare thead th:not(:first-child) {
  padding-left: 8px;
}
.today {
  background: var(--accent-wash);
}
.words {
  font-size: 13px;
  line-height: 1.35;
}
.marks {
  display: inline-flex;
  gap: 5px;
  align-items: center;
  white-space: nowrap;
}
.marks span {
  display: inline-flex;
  gap: 4px;
}
.bad {
  color: var(--danger);
  font-weight: 700;
}
.good {
  color: var(--good);
}
.small {
  font-size: 13px;
  margin-top: 6px;
}
</style>
