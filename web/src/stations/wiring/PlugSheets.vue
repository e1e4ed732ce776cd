<script setup lang="ts">
import DataTable from '../../ui/DataTable.vue';
import TickBox from '../../ui/TickBox.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import ActionMenu from '../../ui/ActionMenu.vue';
import Caution from '../../ui/Caution.vue';
import { Printer } from '@element-plus/icons-vue';
import type { Command } from '@nodaxis/core/commands/command';
import { cablesThrough, isPlug } from '@nodaxis/core/machine/parts';
import { freeContacts } from '@nodaxis/core/wiring/cables';
import { stripLayout } from '@nodaxis/core/wiring/labels';
import { pinSheet } from '@nodaxis/core/wiring/pinSheet';
import { computed, ref, watch } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import NotesAndPictures from '../../widgets/NotesAndPictures.vue';
import ColourSwatch from './ColourSwatch.vue';
import PlugFace from '../../widgets/PlugFace.vue';

/** Sheets of plugs and strips: contact, wire, colour, and the order in which to solder them. */
const machine = useOpenMachine();
const design = computed(() => machine.design);
const wires = computed(() => machine.figures.whole.wires);
const parts = computed(() =>
  Object.entries(design.value.parts)
    .filter(([, p]) => p.data.class === 'terminal-strip' || isPlug(p.data))
    .sort(([, a], [, b]) => a.designation.localeCompare(b.designation, 'en', { numeric: true })),
);
const picked = ref('');
const side = ref<'a' | 'b'>('b');
watch(parts, (list) => list.some(([id]) => id === picked.value) || (picked.value = list[0]?.[0] ?? ''), {
  immediate: true,
});
const part = computed(() => design.value.parts[picked.value]);
const connector = computed(() => (part.value?.data.class === 'connector' ? part.value.data : undefined));
const through = computed(() => (part.value ? cablesThrough(part.value) : []));
const free = computed(() => freeContacts(design.value, picked.value));
const pins = computed(() => (connector.value ? pinSheet(design.value, wires.value, picked.value, side.value) : []));
const inOrder = computed(() =>
  [...pins.value].sort((a, b) => (a.turn ?? Infinity) - (b.turn ?? Infinity) || a.number - b.number),
);
const places = computed(() => stripLayout(design.value, wires.value, picked.value));
const next = computed(() => inOrder.value.find((p) => p.turn !== undefined && !p.done));
const contacts = computed(() => {
  const own = connector.value?.panelContacts;
  return own === undefined ? '' : (side.value === 'a') === (own === 'pins') ? 'pins' : 'sockets';
});
function tick(conductor: string, on: boolean): void {
  machine.run({ name: 'set-conductors', args: { ids: [conductor], set: { state: on ? 'connected' : 'cut' } } });
}
const fault = ref('');
/** Changes the plug and plans again: one edit. */
function replan(title: string, command: Command): void {
  const faults = machine.run({
    name: 'several',
    args: { title, commands: [command, { name: 'plan-wiring', args: {} }] },
  });
  fault.value = faults.map((f) => `${f.what} ${f.fix}`).join(' ');
}
const remove = () =>
  replan(`${part.value?.designation ?? ''} taken out`, { name: 'remove-connector', args: { part: picked.value } });
const leave = (cable: string) =>
  replan(`${cable}: led past ${part.value?.designation ?? ''}`, {
    name: 'leave-connector',
    args: { cable, part: picked.value },
  });
const print = () => window.print();
</script>

<template>
  <div v-if="!parts.length" class="sheet stack empty">
    <h2>No plug and no strip yet</h2>
    <p>
      Strips are chosen under Parts; a plug is put into a cable under Cables. Each then gets a sheet here: both faces,
      contact, wire and colour, and an order of work in which no finished contact blocks the next.
    </p>
  </div>
  <div v-else class="plugs">
    <nav class="sheet stack choose" aria-label="Plugs and strips">
      <ActionButton v-for="[id, p] in parts" :key="id" :aria-current="id === picked" @click="picked = id">
        <b class="mono">{{ p.designation }}</b> {{ p.name }}
      </ActionButton>
    </nav>
    <section v-if="part && connector" class="sheet stack" :aria-label="`Sheet of ${part.designation}`">
      <div class="row spread">
        <h2>{{ part.designation }} {{ part.name }}</h2>
        <span class="row no-print">
          <label
            >Half
            <Choice
              v-model="side"
              :options="[
                { value: 'a', label: 'a, on the panel' },
                { value: 'b', label: 'b, on the cable' },
              ]"
          /></label>
          <ActionButton @click="print"><Printer />Print</ActionButton>
          <ActionButton kind="danger" :disabled="machine.readOnly" @click="remove">Remove this plug</ActionButton>
        </span>
      </div>
      <Caution v-if="fault" kind="refused">{{ fault }}</Caution>
      <p v-if="through.length" class="row wrap">
        {{ through.length === 1 ? 'It divides the cable' : 'Through it run the cables' }} {{ through.join(', ') }};
        {{ free }} {{ free === 1 ? 'contact is' : 'contacts are' }} free.
        <ActionMenu
          v-if="through.length > 1"
          class="no-print"
          :items="through.map((value) => ({ value, label: value }))"
          :disabled="machine.readOnly"
          @pick="leave"
          >Lead one past it</ActionMenu
        >
      </p>
      <p class="soft">
        This half has {{ contacts }}. The solder side is the mirror of the mating side: hold the sheet as you hold the
        plug.
      </p>
      <div class="faces">
        <figure>
          <PlugFace :pins="pins" :form="connector.form" :next="next?.number" />
          <figcaption>mating side</figcaption>
        </figure>
        <figure>
          <PlugFace :pins="pins" :form="connector.form" :next="next?.number" mirrored />
          <figcaption>solder side</figcaption>
        </figure>
      </div>
      <DataTable>
        <thead>
          <tr>
            <th class="num">Turn</th>
            <th class="num">Contact</th>
            <th class="num">Wire</th>
            <th>Colour</th>
            <th>Goes to</th>
            <th>Done</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in inOrder" :key="p.number" :class="{ here: p.number === next?.number }">
            <td class="num mono">{{ p.turn ?? '' }}</td>
            <td class="num mono">{{ p.number }}</td>
            <td class="num mono">{{ p.wire ?? '' }}</td>
            <td><ColourSwatch v-if="p.colour" :code="p.colour" /></td>
            <td class="mono">{{ p.goesTo || 'free' }}</td>
            <td>
              <TickBox
                v-if="p.conductor"
                :model-value="p.done"
                :disabled="machine.readOnly"
                :aria-label="`Contact ${p.number} done`"
                @change="tick(p.conductor, $event)"
              />
            </td>
          </tr>
        </tbody>
      </DataTable>
      <NotesAndPictures
        class="no-print"
        :subject="{ kind: 'part', id: picked }"
        :title="`${part.designation}: notes and pictures`"
      />
    </section>
    <section v-else-if="part" class="sheet stack" :aria-label="`Layout of ${part.designation}`">
      <div class="row spread">
        <h2>{{ part.designation }} {{ part.name }}</h2>
        <ActionButton class="no-print" @click="print"><Printer />Print</ActionButton>
      </div>
      <ol class="strip" :aria-label="`Places of ${part.designation}`">
        <li v-for="p in places" :key="p.conductor">
          <b class="mono">{{ p.number }}</b>
          <span class="mono wire">{{ p.wire }}</span>
          <span class="mono soft to">{{ p.goesTo }}</span>
        </li>
      </ol>
      <p v-if="!places.length" class="soft">Nothing is connected here.</p>
    </section>
  </div>
</template>

<style scoped>
.plugs {
  display: grid;
  grid-template-columns: 230px minmax(0, 1fr);
  gap: 10px;
  align-items: start;
}
.empty {
  max-width: 620px;
}
.choose {
  gap: 2px;
}
.choose button {
  justify-content: flex-start;
  text-align: left;
  white-space: normal;
}
.choose [aria-current='true'] {
  background: var(--accent-wash);
}
.choose b {
  white-space: nowrap;
}
.faces {
  display: flex;
  gap: 24px;
  flex-wrap: wrap;
}
figure {
  margin: 0;
  text-align: center;
}
.here {
  background: var(--accent-wash);
}

.strip {
  display: flex;
  flex-wrap: wrap;
  list-style: none;
  margin: 0;
  padding: 0;
  gap: 6px 0;
}
.strip li {
  border: 1px solid var(--line-strong);
  border-right-width: 0;
  display: grid;
  justify-items: center;
  padding: 4px 2px;
  min-width: 44px;
  gap: 4px;
}
.strip li:last-child {
  border-right-width: 1px;
}
.wire {
  background: var(--accent-wash);
  padding: 0 5px;
}
.to {
  writing-mode: vertical-rl;
  font-size: 13px;
}
@media (max-width: 720px) {
  .plugs {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media print {
  .choose,
  .no-print {
    display: none;
  }
  .plugs {
    display: block;
  }
}
</style>
