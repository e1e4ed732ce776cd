<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import type { Command } from '@nodaxis/core/commands/command';
import { circuitName } from '@nodaxis/core/machine/fields';
import { terminalKey } from '@nodaxis/core/machine/ids';
import { feedsOf, inputPlaces } from '@nodaxis/core/wiring/planner/inputs';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';

/** The inputs of the controller and of its board, in their order: what arrives where, to be dragged to another place. */
const machine = useOpenMachine();
const design = computed(() => machine.design);
const over = ref('');
const dragged = ref('');
const refused = ref('');

const slots = computed(() => {
  const planned = Object.entries(machine.figures.whole.plan.inputs);
  return inputPlaces(design.value).map((place) => {
    const key = terminalKey(place);
    return {
      key,
      place: { part: place.part, terminal: place.terminal },
      printed: place.on.terminals[place.terminal]?.printed ?? place.terminal,
      on: place.part === design.value.roles.controller ? '' : place.on.designation,
      feeds: feedsOf(place.on, place.terminal),
      circuits: planned.filter(([, t]) => terminalKey(t) === key).map(([id]) => id),
    };
  });
});
const byHand = (id: string) => design.value.circuits[id]?.input !== undefined;

/** Takes the place; whoever was there gets the place that became free. */
function drop(key: string): void {
  over.value = '';
  const circuit = dragged.value;
  dragged.value = '';
  const to = slots.value.find((s) => s.key === key);
  const from = slots.value.find((s) => s.circuits.includes(circuit));
  if (!to || !circuit || from === to) return;
  const commands: Command[] = [
    { name: 'set-input-terminal', args: { circuit, input: to.place } },
    ...(from
      ? to.circuits.map((other): Command => ({
          name: 'set-input-terminal',
          args: { circuit: other, input: from.place },
        }))
      : []),
  ];
  refused.value = machine
    .run({ name: 'several', args: { title: `${circuitName(design.value, circuit)}: input ${to.printed}`, commands } })
    .map((f) => `${f.what} ${f.fix}`)
    .join(' ');
}
function start(e: DragEvent, circuit: string): void {
  dragged.value = circuit;
  e.dataTransfer?.setData('text/plain', circuit);
}
const suits = (feeds: readonly string[]) => {
  const c = design.value.circuits[dragged.value];
  return !c || feeds.includes(c.feed);
};
</script>

<template>
  <section v-if="slots.length" class="sheet" aria-label="Terminals of the inputs">
    <h2>Which arrives where: drag one to another terminal</h2>
    <ul>
      <li
        v-for="s in slots"
        :key="s.key"
        :class="{ over: over === s.key, unfit: dragged && !suits(s.feeds) }"
        :aria-label="`Terminal ${s.on}${s.printed}`"
        @dragover.prevent="over = s.key"
        @dragleave="over === s.key && (over = '')"
        @drop.prevent="drop(s.key)"
      >
        <span class="mono place">{{ s.on ? `${s.on}:` : '' }}{{ s.printed }}</span>
        <span
          v-for="id in s.circuits"
          :key="id"
          class="held"
          :class="{ fixed: byHand(id) }"
          :draggable="!machine.readOnly"
          :data-hint="byHand(id) ? 'chosen by hand' : 'chosen by the planner'"
          @dragstart="start($event, id)"
          @dragend="((dragged = ''), (over = ''))"
          >{{ circuitName(design, id) }}</span
        >
        <span v-if="!s.circuits.length" class="soft free">free</span>
      </li>
    </ul>
    <Caution v-if="refused" kind="refused">{{ refused }}</Caution>
    <p class="soft small">
      By keyboard: the Terminal list of each row above. A firm edge means chosen by hand. Which terminal really answers
      a switch, Try it shows: press it, and the wire, the terminal and the input light up.
    </p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 6px 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(168px, 1fr));
  gap: 4px;
}
li {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 34px;
  border: 1px solid var(--line);
  padding: 2px 6px;
  flex-wrap: wrap;
}
li.over {
  border-color: var(--accent);
  background: var(--accent-wash);
}
li.unfit {
  opacity: 0.5;
}
.place {
  min-width: 28px;
}
.held {
  font-size: 13px;
  border: 1px dashed var(--line-strong);
  border-radius: 3px;
  padding: 2px 6px;
  cursor: grab;
}
.held.fixed {
  border-style: solid;
  border-color: var(--accent);
}
.free {
  font-size: 13px;
}
.small {
  font-size: 13px;
}
</style>
