<script setup lang="ts">
import PickOne from '../../ui/PickOne.vue';
import Fold from '../../ui/Fold.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { drills, drillsFor } from '@nodaxis/core/drills/list';
import { bestScores, passedEntry } from '@nodaxis/core/drills/passed';
import { circuitName } from '@nodaxis/core/machine/fields';
import type { Inspection } from '@nodaxis/core/motion/simulation/inspect';
import { inspectionKey, inspectionTitle, inspectionsOf } from '@nodaxis/core/motion/simulation/inspect';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePractice } from './usePractice';

/** Drills: choose one, do what it asks, walk up and look, say what it was; then the debrief. */
const machine = useOpenMachine();
const practice = usePractice();
const { drill, drillId, drillStart, debrief, snapshot, answers, answer, seen } = practice;
const fitting = computed(() => drillsFor(practice.drillMachine.value));
const current = computed(() => drills.find((d) => d.id === drillId.value));
/** The best score of each drill that was passed on this machine, as its journal knows. */
const passed = computed(() => bestScores(machine.file?.journal ?? []));
const inspections = computed(() => inspectionsOf(machine.design));
const chosen = ref('');
const design = computed(() => machine.design);
/** Switches, buttons and the probe: whatever a hand can press while nothing moves. */
const handles = computed(() =>
  Object.entries(design.value.circuits).flatMap(([id, c]) =>
    c.devices.flatMap((d) => {
      const part = design.value.parts[d];
      return part && ['switch', 'sensor', 'probe'].includes(part.data.class)
        ? [{ id: d, name: `${part.designation} ${circuitName(design.value, id)}` }]
        : [];
    }),
  ),
);
const pressed = computed(() => new Set(snapshot.value?.actuated ?? []));

function begin(id: string) {
  if (drillId.value === id) practice.again();
  else drillId.value = id;
}
async function look(i: Inspection) {
  const text = await practice.look(i);
  seen.value = [{ title: inspectionTitle(i, design.value), text }, ...seen.value].slice(0, 8);
}
function lookChosen() {
  const i = inspections.value.find((x) => inspectionKey(x) === chosen.value);
  if (i) void look(i);
}
async function finish() {
  const d = await practice.finish();
  if (d?.passed) machine.log(passedEntry(d));
}
function leave() {
  drillId.value = undefined;
  debrief.value = undefined;
}
</script>

<template>
  <div class="drills">
    <template v-if="!current">
      <p class="soft small">
        Each drill hides a trouble in your own machine. Unsafe acts cost points, and the debrief says why.
      </p>
      <ul class="list">
        <li v-for="d in fitting" :key="d.id">
          <ActionButton @click="begin(d.id)">
            <b>{{ d.title }}</b><span v-if="passed[d.id]" class="good mono"> ✓ {{ passed[d.id] }}</span
            ><br /><span class="soft">{{ d.aim }}</span>
          </ActionButton>
        </li>
      </ul>
    </template>
    <template v-else-if="debrief">
      <h3>{{ current.title }}: {{ debrief.passed ? 'passed' : 'not passed' }}, {{ debrief.score }} points</h3>
      <ul class="plain">
        <li v-for="g in debrief.goals" :key="g.text" :class="g.reached ? 'good' : 'bad'">
          {{ g.reached ? '✓' : '✗' }} {{ g.text }}
        </li>
        <li v-if="debrief.answer" :class="debrief.answer.ok ? 'good' : 'bad'">
          {{ debrief.answer.ok ? '✓' : '✗' }} It was: {{ debrief.answer.right }}.{{
            debrief.answer.ok ? '' : ` You said: ${debrief.answer.given ?? 'nothing'}.`
          }}
        </li>
        <li v-for="c in debrief.costs" :key="c.why" class="bad">
          <b class="mono">−{{ c.points }}</b> {{ c.why }}
        </li>
      </ul>
      <p v-if="debrief.hidden.length"><b>Hidden:</b> {{ debrief.hidden.join(' ') }}</p>
      <p><b>The safe way</b></p>
      <ol>
        <li v-for="s in debrief.safeWay" :key="s">{{ s }}</li>
      </ol>
      <p><b>On the real machine:</b> {{ debrief.onTheMachine }}</p>
      <div class="row">
        <ActionButton kind="framed" @click="begin(current.id)">Once more</ActionButton>
        <ActionButton kind="main" @click="leave">Back to the list</ActionButton>
      </div>
    </template>
    <template v-else>
      <h3>{{ current.title }}</h3>
      <p class="small">
        {{ drillStart?.situation }} <span class="soft">{{ current.aim }}</span>
      </p>
      <ul class="plain" aria-label="Goals">
        <li v-for="g in drill?.goals ?? []" :key="g.id" :class="{ good: g.reached }">
          {{ g.reached ? '✓' : '○' }} {{ g.text }}
        </li>
      </ul>
      <div class="row wrap">
        <Choice
          v-model="chosen"
          label="Walk up and look"
          none="walk up and look …"
          :options="inspections.map((i) => ({ value: inspectionKey(i), label: inspectionTitle(i, design) }))"
        />
        <ActionButton kind="framed" :disabled="!chosen" @click="lookChosen">Look</ActionButton>
      </div>
      <ul v-if="seen.length" class="plain seen" aria-live="polite">
        <li v-for="(s, i) in seen" :key="seen.length - i">
          <span class="soft">{{ s.title }}:</span> {{ s.text }}
        </li>
      </ul>
      <Fold
        ><template #title><span>Press a switch by hand</span></template>
        <div class="row wrap">
          <ActionButton
            v-for="h in handles"
            :key="h.id"
            kind="framed"
            class="small"
            :aria-pressed="pressed.has(h.id)"
            @click="practice.press(h.id, !pressed.has(h.id))"
          >
            {{ h.name }}
          </ActionButton>
        </div>
      </Fold>
      <fieldset v-if="answers.length">
        <legend>What is it?</legend>
        <PickOne
          v-model="answer"
          class="down"
          label="What is it?"
          :options="answers.map((a) => ({ value: a.index, label: a.text }))"
        />
      </fieldset>
      <div class="row">
        <ActionButton kind="main" @click="finish">
          {{ answers.length ? 'That is what it is' : 'I am done' }}
        </ActionButton>
        <ActionButton @click="leave">Leave the drill</ActionButton>
      </div>
    </template>
  </div>
</template>

<style scoped>
.drills {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  align-content: start;
}
.list,
.plain {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list li {
  border-bottom: 1px solid var(--line);
}
.list button {
  display: block;
  text-align: left;
  width: 100%;
}
p,
h3,
ol {
  margin: 0;
}
fieldset {
  border: 1px solid var(--line);
  margin: 0;
  padding: 4px 8px;
}
.seen {
  border-left: 3px solid var(--accent);
  padding-left: 8px;
}
.small {
  font-size: 13px;
}
.wrap {
  flex-wrap: wrap;
}
.good {
  color: var(--good);
}
.bad {
  color: var(--danger);
}
</style>
