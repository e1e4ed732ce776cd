<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import DataTable from '../../ui/DataTable.vue';
import SuggestField from '../../ui/SuggestField.vue';
import TextField from '../../ui/TextField.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import type { ColourCode } from '@nodaxis/core/machine/connections';
import { Colour } from '@nodaxis/core/machine/connections';
import { designAt } from '@nodaxis/core/machine/designAt';
import { isPlug } from '@nodaxis/core/machine/parts';
import type { Fault } from '@nodaxis/core/units/result';
import type { Touch } from '@nodaxis/core/wiring/asFound/buzzOut';
import { buzzOut } from '@nodaxis/core/wiring/asFound/buzzOut';
import { wiringDifference } from '@nodaxis/core/wiring/asFound/difference';
import { terminalName } from '@nodaxis/core/wiring/wires';
import { computed, ref, shallowRef } from 'vue';
import { useDraft, vDraft } from '../../document/drafts';
import { useOwnParts } from '../../document/ownParts';
import { useOpenMachine } from '../../document/openMachine';
import LugFinder from './LugFinder.vue';

/** Before anything is changed: the machine as it was found, plug by plug, and what was changed since. */
const machine = useOpenMachine();
const design = computed(() => machine.design);
const faults = shallowRef<Fault[]>([]);

const mark = computed(() => Number(machine.file.layout.view['as-found'] ?? NaN));
const before = computed(() => (Number.isFinite(mark.value) ? designAt(machine.file, mark.value) : undefined));
const lines = computed(() => (before.value ? wiringDifference(before.value, design.value) : []));
const countOf = (kind: string) => lines.value.filter((l) => l.kind === kind).length;

const own = useOwnParts();
void own.start();
const plugs = computed(() => own.of('connector').filter((e) => isPlug(e.data)));
const form = ref(plugs.value[0]!.key);
const picked = ref('');
const connectors = computed(() =>
  Object.entries(design.value.parts).filter(([, p]) => isPlug(p.data) && !p.setup.insertedIn),
);
const plug = computed(() => connectors.value.find(([id]) => id === picked.value) ?? connectors.value[0]);
function addPlug(): void {
  faults.value = machine.run({ name: 'add-part', args: own.choice(form.value) });
  picked.value = connectors.value.at(-1)?.[0] ?? '';
}
const removePlug = () =>
  plug.value && (faults.value = machine.run({ name: 'remove-part', args: { part: plug.value[0] } }));

const terminals = computed(() => {
  const map = new Map<string, { part: string; terminal: string }>();
  for (const [part, p] of Object.entries(design.value.parts))
    if (p.data.class !== 'cable' && part !== plug.value?.[0])
      for (const terminal of Object.keys(p.terminals))
        map.set(terminalName(design.value, { part, terminal }), { part, terminal });
  return map;
});
const contacts = computed(() =>
  Object.keys(plug.value?.[1].terminals ?? {})
    .filter((t) => t.startsWith('b-'))
    .map((terminal) => {
      const id = plug.value![0];
      const found = Object.entries(design.value.conductors).find(
        ([, c]) => c.origin === 'as-found' && [c.from, c.to].some((e) => e.part === id && e.terminal === terminal),
      );
      const far =
        found && (found[1].from.part === id && found[1].from.terminal === terminal ? found[1].to : found[1].from);
      return {
        terminal,
        number: terminal.slice(2),
        conductor: found?.[0],
        colour: found?.[1].colour ?? '',
        far: far ? terminalName(design.value, far) : '',
      };
    }),
);
/** Notes where a contact leads: makes the conductor, or changes it. An empty end takes it out. */
function note(contact: (typeof contacts.value)[number], typed: string): void {
  const id = plug.value![0];
  const end = terminals.value.get(typed.trim());
  if (!typed.trim()) {
    if (contact.conductor)
      faults.value = machine.run({ name: 'remove-conductors', args: { ids: [contact.conductor] } });
    return;
  }
  if (!end) {
    faults.value = [
      {
        what: `There is no terminal "${typed}".`,
        where: `contact ${contact.number}`,
        fix: 'Write it as on the labels, such as -M1:A.',
      },
    ];
    return;
  }
  faults.value = contact.conductor
    ? machine.run({ name: 'set-conductors', args: { ids: [contact.conductor], set: { to: end } } })
    : machine.run({
        name: 'add-conductor',
        args: {
          from: { part: id, terminal: contact.terminal },
          to: end,
          origin: 'as-found',
          state: 'connected',
          cable: `Found at ${plug.value![1].designation.slice(1)}`,
          purpose: 'Was there before.',
        },
      });
}
function paint(contact: (typeof contacts.value)[number], typed: string): void {
  const code = typed.trim().toUpperCase();
  if (!contact.conductor || code === contact.colour) return;
  if (code && !Colour.safeParse(code).success) {
    faults.value = [
      {
        what: `"${typed}" is no colour code.`,
        where: `contact ${contact.number}`,
        fix: 'Use IEC 60757, such as BN or WHGN.',
      },
    ];
    return;
  }
  faults.value = machine.run({
    name: 'set-conductors',
    args: { ids: [contact.conductor], set: { colour: code ? (code as ColourCode) : null } },
  });
}

/** The sheet of this plug: what was touched so far is an evening's work. */
const emptySheet = { cores: 'WH BN GN YE', touches: [] as Touch[] };
const sheet = useDraft(() => `${machine.file?.id}/buzz-out/${plug.value?.[0]}`, emptySheet, false);
const cores = computed(() => [...new Set(sheet.value.cores.split(/[\s,;]+/).filter(Boolean))].slice(0, 40));
const touches = computed({ get: () => sheet.value.touches, set: (t) => (sheet.value.touches = t) });
const numbers = computed(() => contacts.value.map((c) => c.number));
const result = computed(() => buzzOut(cores.value, numbers.value, touches.value));
const touched = (core: string, contact: string) =>
  touches.value.findLast((t) => t.core === core && t.contact === contact)?.rings;
/** From untouched to ringing to silent and back. */
function touch(core: string, contact: string): void {
  const was = touched(core, contact);
  const rest = touches.value.filter((t) => t.core !== core || t.contact !== contact);
  touches.value =
    was === undefined
      ? [...rest, { core, contact, rings: true }]
      : was
        ? [...rest, { core, contact, rings: false }]
        : rest;
}
function answer(rings: boolean): void {
  const next = result.value.next;
  if (next) touches.value = [...touches.value, { ...next, rings }];
}
/** Puts the colours that were found onto the contacts' conductors. */
const takeOver = computed(() =>
  [...result.value.found].flatMap(([core, contact]) => {
    const line = contacts.value.find((c) => c.number === contact);
    const code = core.toUpperCase();
    return line?.conductor && Colour.safeParse(code).success && line.colour !== code
      ? [{ id: line.conductor, colour: code as ColourCode }]
      : [];
  }),
);
const apply = () =>
  (faults.value = machine.run({
    name: 'several',
    args: {
      title: 'Colours as buzzed out',
      commands: takeOver.value.map(({ id, colour }) => ({
        name: 'set-conductors',
        args: { ids: [id], set: { colour } },
      })),
    },
  }));
</script>

<template>
  <div class="found">
    <Caution v-if="faults.length" kind="refused" class="wide"
      ><ul>
        <li v-for="f in faults" :key="f.what">{{ f.where }}: {{ f.what }} {{ f.fix }}</li>
      </ul></Caution
    >
    <section class="sheet stack" aria-label="Before and after">
      <h2>Before and after</h2>
      <p v-if="!before" class="soft">
        Record the machine as it is, before the first change: take pictures, note each plug below, then set the mark.
        What is changed afterwards is then listed line by line, and can be taken back.
      </p>
      <p v-else>
        Since revision {{ mark }}: {{ countOf('added') }} added, {{ countOf('removed') }} removed,
        {{ countOf('moved') }} moved, {{ countOf('changed') }} otherwise changed.
      </p>
      <ActionButton kind="framed" class="start" :disabled="machine.readOnly" @click="machine.mark('as-found')">
        {{ before ? 'Move the mark here' : 'This is how it was found' }}
      </ActionButton>
      <div v-if="lines.length" class="scroll">
        <DataTable>
          <thead>
            <tr>
              <th class="num">No.</th>
              <th>Before</th>
              <th>After</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="l in lines.slice(0, 300)" :key="`${l.kind}${l.number}${l.before}`">
              <td class="num mono">{{ l.number }}</td>
              <td class="mono">{{ l.before || 'new' }}</td>
              <td class="mono">
                {{ l.after || 'taken out' }} <span v-if="l.what" class="soft">({{ l.what }})</span>
              </td>
            </tr>
          </tbody>
        </DataTable>
      </div>
    </section>
    <section class="sheet stack" aria-label="A plug as it was found">
      <h2>A plug as it was found</h2>
      <p class="soft">
        What hangs on an old plug stays as it is: the plan ends at the plug, so an adapter does the rest, and pulling it
        restores the old state.
      </p>
      <div class="row">
        <Choice
          v-model="form"
          label="Form of the plug"
          :options="plugs.map((e) => ({ value: e.key, label: e.name }))"
        />
        <ActionButton kind="framed" :disabled="machine.readOnly" @click="addPlug">Add it</ActionButton>
        <template v-if="plug">
          <Choice
            :model-value="plug[0]"
            label="Plug"
            :options="connectors.map(([id, p]) => ({ value: id, label: `${p.designation} ${p.name}` }))"
            @change="picked = $event"
          />
          <ActionButton kind="danger" :disabled="machine.readOnly" @click="removePlug">Remove</ActionButton>
        </template>
      </div>
      <template v-if="plug">
        <DataTable>
          <thead>
            <tr>
              <th class="num">Contact</th>
              <th>Leads to</th>
              <th>Colour</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in contacts" :key="`${plug[0]}${c.terminal}`">
              <td class="num mono">{{ c.number }}</td>
              <td>
                <SuggestField
                  v-draft="`${machine.file?.id}/conductors/${plug[0]}/${c.terminal}/far`"
                  :suggestions="[...terminals.keys()]"
                  :model-value="c.far"
                  :aria-label="`Contact ${c.number} leads to`"
                  :disabled="machine.readOnly"
                  @change="note(c, $event)"
                />
              </td>
              <td>
                <TextField
                  v-draft="`${machine.file?.id}/conductors/${plug[0]}/${c.terminal}/colour`"
                  class="code"
                  maxlength="4"
                  :model-value="c.colour"
                  :aria-label="`Colour at contact ${c.number}`"
                  :disabled="!c.conductor || machine.readOnly"
                  @change="paint(c, $event)"
                />
              </td>
            </tr>
          </tbody>
        </DataTable>
      </template>
    </section>
    <section v-if="plug" class="sheet stack" aria-label="Buzz-out sheet">
      <h2>Buzz-out sheet for {{ plug[1].designation }}</h2>
      <Caution>Power off, plug pulled, supplies discharged: a continuity tester feeds its own current.</Caution>
      <label>Cores at this end <TextField v-model="sheet.cores" class="cores" aria-label="Cores at this end" /></label>
      <p v-if="result.next" class="next">
        <span
          >Touch <b class="mono">{{ result.next.core }}</b> and contact
          <b class="mono">{{ result.next.contact }}</b></span
        >
        <ActionButton kind="main" @click="answer(true)">It rings</ActionButton>
        <ActionButton kind="framed" @click="answer(false)">Silent</ActionButton>
      </p>
      <p v-else role="status">
        {{ result.found.size }} of {{ cores.length }} cores found<template v-if="result.dead.length"
          >; broken or not led out: {{ result.dead.join(', ') }}</template
        >.
      </p>
      <Caution v-for="c in result.contradictions" :key="c">{{ c }}</Caution>
      <div class="scroll">
        <DataTable class="matrix">
          <thead>
            <tr>
              <th></th>
              <th v-for="n in numbers" :key="n" class="mono">{{ n }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="core in cores" :key="core">
              <th class="mono">{{ core }}</th>
              <td v-for="n in numbers" :key="n">
                <ActionButton
                  kind="bare"
                  :class="{ rings: touched(core, n) === true, silent: touched(core, n) === false }"
                  :aria-label="`${core} and ${n}: ${touched(core, n) === undefined ? 'not touched' : touched(core, n) ? 'rings' : 'silent'}`"
                  @click="touch(core, n)"
                >
                  {{ touched(core, n) === undefined ? '' : touched(core, n) ? '●' : '·' }}
                </ActionButton>
              </td>
            </tr>
          </tbody>
        </DataTable>
      </div>
      <div class="row">
        <ActionButton v-if="takeOver.length" kind="main" :disabled="machine.readOnly" @click="apply">
          Note these {{ takeOver.length }} colours on the plug
        </ActionButton>
        <ActionButton v-if="touches.length" @click="touches = []">Begin again</ActionButton>
      </div>
    </section>
    <LugFinder />
  </div>
</template>

<style scoped>
.found {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 10px;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
.scroll {
  overflow: auto;
  max-height: 320px;
}
.text-field {
  width: 130px;
  font-family: var(--mono);
}
.start {
  justify-self: start;
}
.code {
  width: 64px;
}
.cores {
  width: 260px;
}
.next {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
  font-size: 17px;
}
.matrix {
  border-collapse: collapse;
}
.matrix th {
  font-size: 13px;
  padding: 0 6px;
}
.matrix button {
  width: 30px;
  height: 26px;
  border: 1px solid var(--line-strong);
  background: none;
  color: inherit;
  cursor: pointer;
}
.rings {
  color: var(--good);
}
.silent {
  color: var(--soft);
}
@media (max-width: 900px) {
  .found {
    grid-template-columns: minmax(0, 1fr);
  }
  .matrix button {
    width: 44px;
    height: 44px;
  }
}
</style>
