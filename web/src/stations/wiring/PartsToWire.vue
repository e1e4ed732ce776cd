<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import DataTable from '../../ui/DataTable.vue';
import TextField from '../../ui/TextField.vue';
import QuantityEntry from '../../ui/QuantityEntry.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { Delete, Plus, Top } from '@element-plus/icons-vue';
import type { ColourCode, ConductorFunction } from '@nodaxis/core/machine/connections';
import {
  clampsAxis,
  Colour,
  conductorFunctions,
  loadServices,
  type LoadService,
} from '@nodaxis/core/machine/connections';
import { alarmsOf, outputAdditions, relaysFor } from '@nodaxis/core/advice/outputs';
import { inputBoardsOf, takesBoard } from '@nodaxis/core/machine/boards';
import type { PartClass } from '@nodaxis/core/machine/parts';
import { directRails, mainsWay } from '@nodaxis/core/machine/rails';
import { partInSlot, type PartSlot, slotName, slotPath } from '@nodaxis/core/machine/slots';
import { carriesMains } from '@nodaxis/core/machine/parts';
import { axesOf, partsSupply } from '@nodaxis/core/machine/design';
import type { Fault } from '@nodaxis/core/units/result';
import { changerOutputs } from '@nodaxis/core/machine/toolChanger';
import { outputName, serviceName } from '@nodaxis/core/wiring/planner/outputs';
import { functionNames, usualColours } from '@nodaxis/core/wiring/planner/rules';
import { ampacityOf } from '@nodaxis/core/wiring/planner/planning';
import { showValue } from '@nodaxis/core/units/print';
import { type Quantity, quantity } from '@nodaxis/core/units/quantity';
import { usePreferences } from '../../document/preferences';
import { terminalName } from '@nodaxis/core/wiring/wires';
import { computed, ref } from 'vue';
import { vDraft } from '../../document/drafts';
import { useOwnParts } from '../../document/ownParts';
import { useOpenMachine } from '../../document/openMachine';
import MachineField from '../../widgets/MachineField.vue';
import PartChooser from '../../widgets/PartChooser.vue';
import ColourSwatch from './ColourSwatch.vue';

/** What there is to be wired besides drives and switches: the mains side, strips, stop chain, spindle and outputs. */
const machine = useOpenMachine();
const preferences = usePreferences();
const own = useOwnParts();
void own.start();
const design = computed(() => machine.design);
const faults = ref<Fault[]>([]);

type Place = { slot: PartSlot; label: string; classes: PartClass[] };
/** What may stand on the way of the mains. */
const onTheWay: PartClass[] = ['breaker', 'filter', 'contactor'];
const railNames = { drives: 'Motor bus', logic: 'Logic', field: 'Field' } as const;
/** Every device that the mains passes, and a place for the next one. */
const mainsDevices = computed(() =>
  Array.from({ length: mainsWay(design.value.rails).length + 1 }, (_, device): Place => {
    const slot = { rail: 'mains', device } as const;
    return { slot, label: slotName(slot, design.value), classes: onTheWay };
  }),
);
const strips = computed(() =>
  directRails.flatMap((rail): Place[] =>
    design.value.rails[rail]
      ? (['plus', 'zero'] as const).map((item) => ({
          slot: { rail, item },
          label: `${railNames[rail]} ${item === 'plus' ? '+' : '0 V'}`,
          classes: ['terminal-strip'],
        }))
      : [],
  ),
);
/** Every extension board, and a place for the next one where the controller takes boards. */
const boards = computed(() => {
  const takes = takesBoard(design.value.parts[design.value.roles.controller ?? '']);
  const here = inputBoardsOf(design.value).length;
  return Array.from({ length: here + Number(takes) }, (_, board): Place => ({
    slot: { board },
    label: here > 0 && board === here ? 'One more board' : 'Extension board',
    classes: ['input-board'],
  }));
});
const groups = computed((): { name: string; about: string; places: Place[] }[] => [
  {
    name: 'Mains side',
    about: 'In the order in which the mains passes them.',
    places: [
      { slot: { rail: 'mains', item: 'inlet' }, label: 'Inlet', classes: ['connector'] },
      ...mainsDevices.value,
      { slot: { rail: 'earth' }, label: 'Earth bar', classes: ['terminal-strip'] },
    ],
  },
  {
    name: 'Strips',
    about: strips.value.length
      ? 'Where a pole fans out. A fused one protects what hangs behind it.'
      : 'A strip fans out a pole of a supply. Choose a supply under Machine first.',
    places: strips.value,
  },
  {
    name: 'Stop chain',
    about: 'What loses power when the button is pressed.',
    places: [
      { slot: { role: 'stopContactor' }, label: 'Contactor', classes: ['contactor'] },
      { slot: { role: 'resetButton' }, label: 'Start button', classes: ['button'] },
    ],
  },
  {
    name: 'Spindle, computer, inputs',
    about: '',
    places: [
      { slot: { role: 'spindle' }, label: 'Spindle', classes: ['spindle'] },
      { slot: { role: 'spindleDrive' }, label: 'Spindle drive', classes: ['spindle-drive'] },
      { slot: { role: 'spindleEncoder' }, label: 'Encoder', classes: ['encoder'] },
      { slot: { role: 'host' }, label: 'Computer', classes: ['host-computer'] },
      { slot: { role: 'pendant' }, label: 'Pendant', classes: ['pendant'] },
      ...boards.value,
    ],
  },
]);

/** The designation of what a place holds, and of the device that the mains passes before it; undefined where there is none. */
const partAt = (slot: PartSlot): string | undefined => {
  const id = partInSlot(slot, design.value);
  return id === undefined ? undefined : design.value.parts[id]?.designation;
};
const before = (slot: PartSlot): string | undefined =>
  'device' in slot && slot.device > 0 && partAt(slot) ? partAt({ rail: 'mains', device: slot.device - 1 }) : undefined;
function moveAhead(slot: PartSlot): void {
  const device = partInSlot(slot, design.value);
  if (device !== undefined) faults.value = machine.run({ name: 'move-ahead', args: { device } });
}

const outputs = computed(() =>
  Object.entries(design.value.outputs).map(([id, o]) => {
    const terminal = machine.figures.whole.plan.outputs[id];
    return {
      id,
      o,
      name: outputName(o),
      devices: o.devices.map((d) => `${design.value.parts[d]?.designation ?? d} ${design.value.parts[d]?.name ?? ''}`),
      terminal: o.alwaysOn ? 'always on' : terminal ? terminalName(design.value, terminal) : 'no output left',
    };
  }),
);
const additions = computed(() => outputAdditions(design.value, own.parts));
const adding = ref('');
function add(): void {
  const a = additions.value.find((x) => x.key === adding.value);
  adding.value = '';
  if (!a) return;
  const { key: _key, text: _text, of, ...rest } = a;
  faults.value = machine.run({ name: 'add-output', args: { function: of, ...rest } });
}
const remove = (id: string) => (faults.value = machine.run({ name: 'remove-output', args: { output: id } }));
/** Outputs of the tool changer serve nothing else. */
const ofChanger = computed(() => (design.value.toolChanger ? changerOutputs(design.value.toolChanger) : []));
/** What a load of its own does to the work or the door. */
const services = computed(() =>
  loadServices.flatMap((value) =>
    clampsAxis(value)
      ? axesOf(design.value).map(([id, a]) => ({ value: `${value}:${id}`, label: serviceName(value, a.letter) }))
      : [{ value: value as string, label: serviceName(value) }],
  ),
);
const serviceOf = (o: { serves?: LoadService; axis?: string }) =>
  o.serves ? (o.axis === undefined ? o.serves : `${o.serves}:${o.axis}`) : '';
const setService = (id: string, chosen: string) => {
  // The id of an axis may hold a colon itself.
  const [serves = ''] = chosen.split(':');
  const axis = chosen.slice(serves.length + 1);
  faults.value = machine.run({
    name: 'set-output',
    args: { output: id, serves: (serves as LoadService) || null, ...(axis ? { axis } : {}) },
  });
};
/** A relay of one’s own travels with the command. */
const relayOf = ({ entry }: ReturnType<typeof own.choice>) => (entry ? { relayEntry: entry } : {});
const setRelay = (id: string, relay: string) =>
  (faults.value = machine.run({
    name: 'set-output',
    args: { output: id, relay: relay || null, ...(relay ? relayOf(own.choice(relay)) : {}) },
  }));

/** Drives that can say that they gave up, and whether somebody listens. */
const alarms = computed(() => alarmsOf(design.value));
const unheard = computed(() => alarms.value.filter((a) => !a.heard));
const listen = () =>
  (faults.value = machine.run({ name: 'watch-alarms', args: { devices: unheard.value.map((a) => a.id) } }));

const mainsParts = computed(() => Object.entries(design.value.parts).filter(([, p]) => carriesMains(p)));
const unread = computed(() => mainsParts.value.filter(([, p]) => !p.setup.cautionSeen));
const read = () =>
  (faults.value = machine.run({
    name: 'several',
    args: {
      title: 'Mains caution read',
      commands: unread.value.map(([id]) => ({
        name: 'set-field',
        args: { path: `parts.${id}.setup.cautionSeen`, value: true },
      })),
    },
  }));
const batteries = computed(() =>
  Object.entries(design.value.parts).filter(([, p]) => p.data.class === 'motor' && p.data.batteryBacked),
);
const coloursOf = (of: ConductorFunction): ColourCode => design.value.colourRules?.[of] ?? usualColours[of];
const sections = computed(() => ampacityOf(design.value));
/** One row of the planning table; an empty figure brings the usual table back. */
function setAmps(sectionMm2: number, amps: Quantity | undefined): void {
  const table =
    amps &&
    sections.value.map((r) => ({
      section: quantity(r.sectionMm2, 'mm²'),
      current: r.sectionMm2 === sectionMm2 ? amps : quantity(r.amps, 'A'),
    }));
  faults.value = machine.run({ name: 'set-ampacity', args: { table: table ?? null } });
}
function setColour(of: ConductorFunction, entered: string): void {
  const typed = entered.trim().toUpperCase();
  if (typed === coloursOf(of)) return;
  if (typed && !Colour.safeParse(typed).success) {
    faults.value = [
      {
        what: `"${entered}" is no colour code.`,
        where: functionNames[of],
        fix: 'Use one or two codes of IEC 60757, such as BU or GNYE.',
      },
    ];
    return;
  }
  const colour = typed && typed !== usualColours[of] ? (typed as ColourCode) : null;
  faults.value = machine.run({ name: 'set-colour-rule', args: { of, colour } });
}
</script>

<template>
  <div class="plan">
    <Caution v-if="faults.length" kind="refused" class="wide"
      ><ul>
        <li v-for="f in faults" :key="f.what">{{ f.what }} {{ f.fix }}</li>
      </ul></Caution
    >
    <section v-for="g in groups" :key="g.name" class="sheet stack" :aria-label="g.name">
      <h2>{{ g.name }}</h2>
      <p v-if="g.about" class="soft">{{ g.about }}</p>
      <MachineField v-if="g.name === 'Stop chain'" path="stopStrategy" />
      <MachineField v-if="g.name === 'Stop chain' && partsSupply(machine.design.stopStrategy)" path="stopPole" />
      <MachineField v-if="g.name === 'Mains side'" path="mainsVoltage" />
      <PartChooser
        v-for="(p, i) in g.places"
        :key="`${slotPath(p.slot)} ${i}`"
        :label="p.label"
        :slot-of="p.slot"
        :classes="p.classes"
      >
        <template v-if="before(p.slot)" #action>
          <ActionButton
            kind="bare"
            class="ahead"
            :aria-label="`Move ${partAt(p.slot)} ahead of ${before(p.slot)}`"
            :data-hint="`Ahead of ${before(p.slot)}`"
            :disabled="machine.readOnly"
            @click="moveAhead(p.slot)"
          >
            <Top />
          </ActionButton>
        </template>
      </PartChooser>
      <Caution v-if="g.name === 'Stop chain'">
        The stop must also be reported to the control, the button latches, and a restart needs a second act. This is
        planning help, not a certified safety function.
      </Caution>
      <Caution v-if="g.name === 'Mains side' && mainsParts.length">
        <p>
          Mains on {{ mainsParts.map(([, p]) => p.designation).join(', ') }}. It kills, and so does the charge left in
          supplies and drives. Plug out, wait, measure. Local code, licensed person.
        </p>
        <ActionButton v-if="unread.length" kind="framed" :disabled="machine.readOnly" @click="read">
          Read and understood
        </ActionButton>
      </Caution>
    </section>
    <section class="sheet stack outputs" aria-label="Outputs">
      <h2>Outputs</h2>
      <DataTable v-if="outputs.length">
        <thead>
          <tr>
            <th>Function</th>
            <th>Acts on</th>
            <th>Through</th>
            <th>Terminal</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="o in outputs" :key="o.id" :data-field="`outputs.${o.id}`">
            <td>{{ o.name }}</td>
            <td>
              {{ o.devices.join(', ') }}
              <Choice
                v-if="o.o.function === 'switched-load' && !ofChanger.includes(o.id)"
                :label="`What ${o.name} does`"
                :model-value="serviceOf(o.o)"
                :disabled="machine.readOnly"
                none="just on and off"
                :options="services"
                @change="(v: string) => setService(o.id, v)"
              />
            </td>
            <td>
              <Choice
                v-if="!o.o.alwaysOn && o.o.function !== 'spindle-speed'"
                :label="`Relay of ${o.name}`"
                :model-value="(o.o.relay && design.parts[o.o.relay]?.libraryKey) || ''"
                :disabled="machine.readOnly"
                none="directly"
                :options="
                  relaysFor(design, o.id, own.of('relay', 'contactor')).map((r) => ({ value: r.key, label: r.name }))
                "
                @change="setRelay(o.id, $event)"
              />
            </td>
            <td class="mono">{{ o.terminal }}</td>
            <td>
              <ActionButton :aria-label="`Remove ${o.name}`" :disabled="machine.readOnly" @click="remove(o.id)">
                <Delete />
              </ActionButton>
            </td>
          </tr>
        </tbody>
      </DataTable>
      <p v-else class="soft">Nothing is switched by the controller yet: a brake, the spindle, coolant, a lamp.</p>
      <div class="row">
        <Choice
          v-model="adding"
          label="What to put on an output"
          none="choose …"
          :options="additions.map((a) => ({ value: a.key, label: a.text }))"
        />
        <ActionButton kind="framed" :disabled="!adding || machine.readOnly" @click="add"><Plus />Add</ActionButton>
      </div>
      <template v-if="alarms.length">
        <h3>Fault outputs of drives</h3>
        <p>
          <template v-for="(a, i) in alarms" :key="a.id"
            >{{ i ? ', ' : '' }}{{ a.designation }} {{ a.heard ? 'is heard' : 'is not heard' }}</template
          >.
          <ActionButton v-if="unheard.length" kind="framed" :disabled="machine.readOnly" @click="listen">
            Put {{ unheard.map((a) => a.designation).join(', ') }} in series on an input
          </ActionButton>
        </p>
      </template>
      <MachineField
        v-for="[id, p] in batteries"
        :key="id"
        :path="`parts.${id}.setup.batteryFitted`"
        :label="`${p.designation}: encoder battery fitted`"
      />
    </section>
    <section class="sheet stack" aria-label="Colours by function">
      <h2>Colours by function</h2>
      <p class="soft">For loose conductors; cores of a cable have the cable’s own. Your local code comes first.</p>
      <div class="colours">
        <template v-for="of in conductorFunctions" :key="of">
          <label :for="`colour-${of}`">{{ functionNames[of] }}</label>
          <TextField
            :id="`colour-${of}`"
            v-draft="`${machine.file?.id}/colours/${of}`"
            class="mono"
            maxlength="4"
            :model-value="coloursOf(of)"
            :disabled="machine.readOnly"
            strict
            @change="setColour(of, $event)"
          />
          <ColourSwatch :code="coloursOf(of)" />
        </template>
      </div>
    </section>
    <section class="sheet stack" aria-label="Sections">
      <h2>Largest current by section</h2>
      <p class="soft">
        A cautious planning table for copper, bundled in a closed cabinet at 40 °C. Put your own figures in its place;
        an empty one brings the usual table back.
      </p>
      <div class="colours sections">
        <template v-for="r in sections" :key="r.sectionMm2">
          <label :for="`amps-${r.sectionMm2}`" class="mono">{{
            showValue(r.sectionMm2, 'area', preferences.display, 3)
          }}</label>
          <QuantityEntry
            :id="`amps-${r.sectionMm2}`"
            v-draft="`${machine.file?.id}/sections/${r.sectionMm2}`"
            class="mono"
            dimension="current"
            unit="A"
            :shown="showValue(r.amps, 'current', preferences.display, 3)"
            :disabled="machine.readOnly"
            @enter="setAmps(r.sectionMm2, $event)"
          />
        </template>
      </div>
    </section>
  </div>
</template>

<style scoped>
.plan {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
section[aria-label='Mains side'] {
  grid-row: span 2;
  /* A column for moving a device ahead of the one before it. */
  --action: 16px;
}
.ahead {
  padding: 0;
  color: var(--soft);
}
.ahead svg {
  width: 16px;
  height: 16px;
}
section[aria-label='Stop chain'] {
  grid-column: 2;
}
section[aria-label='Spindle, computer, inputs'] {
  grid-column: 3;
  grid-row: 1 / span 2;
}
.outputs {
  grid-column: span 2;
}
.outputs .choice {
  max-width: 190px;
}
.colours {
  display: grid;
  grid-template-columns: 1fr 64px 80px;
  gap: 4px 8px;
  align-items: center;
}
.sections {
  grid-template-columns: 1fr 64px 1fr 64px;
}
.colours .text-field {
  width: 64px;
}
@media (max-width: 1100px) {
  .plan {
    grid-template-columns: minmax(0, 1fr);
  }
  .plan > section[aria-label] {
    grid-area: auto;
  }
}
@media (max-width: 720px) {
  .outputs {
    grid-column: auto;
    overflow-x: auto;
  }
}
</style>
