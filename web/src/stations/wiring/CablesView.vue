<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import { isPlug } from '@nodaxis/core/machine/parts';
import DataTable from '../../ui/DataTable.vue';
import TextField from '../../ui/TextField.vue';
import QuantityField from '../../ui/QuantityField.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { Delete, Plus } from '@element-plus/icons-vue';
import { showLead, showQuantity, showValue } from '@nodaxis/core/units/print';
import type { Quantity } from '@nodaxis/core/units/quantity';
import type { Fault } from '@nodaxis/core/units/result';
import {
  cableUses,
  cableWords,
  connectorsWithRoom,
  farPart,
  freeContacts,
  waysThrough,
  type CableUse,
} from '@nodaxis/core/wiring/cables';
import { chainFills, drawnChain, MOST_FILL } from '@nodaxis/core/wiring/chains';
import { swapped } from '@nodaxis/core/wiring/crossReference';
import { computed, ref, shallowReactive, watch } from 'vue';
import { useDraft } from '../../document/drafts';
import { useOwnParts } from '../../document/ownParts';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import MachineField from '../../widgets/MachineField.vue';
import ColourSwatch from './ColourSwatch.vue';

/** Cables with what is in them, the chains that carry them, and the way of each signal through its colours. */
const machine = useOpenMachine();
const preferences = usePreferences();
const design = computed(() => machine.design);
const faults = ref<Fault[]>([]);
const picked = ref('');

const cables = computed(() => cableUses(design.value));
/** How it is made: cores, section, shield. */
const made = ({ part }: CableUse): string =>
  part?.data.class === 'cable' ? cableWords(part.data, preferences.display) : 'not described';
const cable = computed(() => cables.value.find((c) => c.name === picked.value) ?? cables.value[0]);
const chains = computed(() => chainFills(design.value));
const route = (name: string, change: { chain?: string | null; route?: string | null }) =>
  (faults.value = machine.run({ name: 'route-cable', args: { cable: name, ...change } }));

const reference = computed(() =>
  cable.value ? waysThrough(design.value, machine.figures.whole.wires, cable.value.name) : [],
);
/** Where the part at its far end was another one earlier: the old leads beside the new ones. */
const swap = computed(() => {
  const far = cable.value && farPart(design.value, machine.figures.whole.wires, cable.value.name);
  return far ? swapped(machine.file, far) : undefined;
});

const own = useOwnParts();
void own.start();
/** The cable that a hand has chosen for the run; the planner’s own choice is none. */
const kind = computed(() => (cable.value?.part?.setup.cableChosen && cable.value.part.libraryKey) || '');
const kinds = computed(() => {
  const least = cable.value?.used ?? 0;
  return own.of('cable').flatMap((e) => {
    const data = e.data.class === 'cable' ? e.data : undefined;
    const enough = data && (data.cores.length >= least || e.key === kind.value);
    return enough
      ? [{ value: e.key, label: e.name, note: `${cableWords(data, preferences.display)}. ${e.about}` }]
      : [];
  });
});
function chooseKind(key: string): void {
  const { id, name } = cable.value ?? {};
  if (id === undefined) return;
  faults.value = machine.run({
    name: 'several',
    args: {
      title: `${name}: another cable`,
      commands: [
        { name: 'choose-cable', args: { cable: id, library: null, ...(key ? own.choice(key) : {}) } },
        { name: 'plan-wiring', args: {} },
      ],
    },
  });
}
const connectors = computed(() => own.of('connector').filter((e) => isPlug(e.data)));
const plug = ref(connectors.value[0]!.key);
/** Plugs that divide other cables already, and the new ones. */
const FITTED = 'fitted/';
const plugs = computed(() => [
  ...(cable.value ? connectorsWithRoom(design.value, cable.value.name) : []).map((id) => ({
    value: FITTED + id,
    label: `${design.value.parts[id]!.designation} ${design.value.parts[id]!.name}`,
    note: `${freeContacts(design.value, id)} free contacts`,
    group: 'Through a plug that is there',
  })),
  ...connectors.value.map((e) => ({ value: e.key, label: e.name, note: e.about, group: 'A new plug' })),
]);
const fitted = computed(() => (plug.value.startsWith(FITTED) ? plug.value.slice(FITTED.length) : ''));
// Another cable may find no room where the last one was led through.
watch(plugs, (now) => now.some((o) => o.value === plug.value) || (plug.value = connectors.value[0]!.key));
const plugAt = ref<'near' | 'far'>('near');
function insert(): void {
  if (!cable.value) return;
  faults.value = machine.run({
    name: 'several',
    args: {
      title: `${cable.value.name}: a plug put in`,
      commands: [
        fitted.value
          ? { name: 'share-connector', args: { cable: cable.value.name, part: fitted.value } }
          : {
              name: 'insert-connector',
              args: { cable: cable.value.name, ...own.choice(plug.value), at: plugAt.value },
            },
        { name: 'plan-wiring', args: {} },
      ],
    },
  });
}
const emptyChain = { name: '', width: '', height: '', bend: '' };
const newChain = useDraft(() => `${machine.file?.id}/new-chain`, emptyChain);
const chainSizes = [
  { key: 'width', name: 'Inner width' },
  { key: 'height', name: 'Height' },
  { key: 'bend', name: 'Bend radius' },
] as const;
type Size = (typeof chainSizes)[number]['key'];
const sizes = shallowReactive<Partial<Record<Size, Quantity | undefined>>>({});
const unread = computed(() => chainSizes.some(({ key }) => newChain.value[key].trim() && !sizes[key]));
function addChain(): void {
  if (unread.value) return;
  const { width: innerWidth, height: innerHeight, bend: bendRadius } = sizes;
  faults.value = machine.run({
    name: 'set-chain',
    args: {
      chain: {
        name: newChain.value.name.trim() || `Chain ${chains.value.length + 1}`,
        ...(innerWidth ? { innerWidth } : {}),
        ...(innerHeight ? { innerHeight } : {}),
        ...(bendRadius ? { bendRadius } : {}),
      },
    },
  });
  if (!faults.value.length) newChain.value = { name: '', width: '', height: '', bend: '' };
}
const dropChain = (id: string) => (faults.value = machine.run({ name: 'set-chain', args: { id, chain: null } }));
const drawn = computed(() => chains.value.map(drawnChain));
</script>

<template>
  <div class="cables">
    <Caution v-if="faults.length" kind="refused" class="wide"
      ><ul>
        <li v-for="f in faults" :key="f.what">{{ f.what }} {{ f.fix }}</li>
      </ul></Caution
    >
    <section class="sheet scroll" aria-label="Cables">
      <DataTable>
        <thead>
          <tr>
            <th></th>
            <th>Cable</th>
            <th class="made">Made as</th>
            <th class="num">Used</th>
            <th>Length</th>
            <th>Chain</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in cables" :key="c.name" :class="{ here: c.name === cable?.name }">
            <td class="mono">{{ c.designation }}</td>
            <td>
              <ActionButton kind="bare" class="name" :aria-pressed="c.name === cable?.name" @click="picked = c.name">{{
                c.name
              }}</ActionButton>
            </td>
            <td class="soft made">{{ made(c) }}</td>
            <td class="num mono">{{ c.done }}/{{ c.used }}</td>
            <td class="mono">{{ c.length ? showLead(c.length, preferences.display) : '' }}</td>
            <td>
              <Choice
                :label="`Chain of ${c.name}`"
                :model-value="c.chain ?? ''"
                :disabled="machine.readOnly"
                none="none"
                :options="chains.map((f) => f.chain.name)"
                @change="route(c.name, { chain: $event || null })"
              />
            </td>
          </tr>
        </tbody>
      </DataTable>
    </section>
    <div class="stack">
      <section v-if="cable" class="sheet stack" :aria-label="`Cross-reference of ${cable.name}`">
        <h2>{{ cable.name }}: from end to end</h2>
        <MachineField v-if="cable.id" :path="`parts.${cable.id}.data.length`" />
        <label v-if="cable.id" class="row kind"
          >Cable
          <Choice
            :model-value="kind"
            :disabled="machine.readOnly"
            none="the planner’s choice"
            :options="kinds"
            @change="chooseKind"
        /></label>
        <DataTable class="colours">
          <tbody>
            <tr v-for="(x, i) in reference" :key="i">
              <td class="mono">{{ x.start }}</td>
              <td>
                <span v-for="(l, k) in x.links" :key="k" class="link">
                  <ColourSwatch v-if="l.colour" :code="l.colour" /><span class="soft mono">{{ l.number }}</span>
                  <span v-if="k < x.links.length - 1" class="mono joint">{{ l.to }}</span>
                </span>
              </td>
              <td class="mono">{{ x.end }}</td>
              <td>
                <ColourSwatch v-if="x.lead" :code="x.lead" /><span v-if="x.lead" class="soft"> maker’s lead</span>
              </td>
            </tr>
          </tbody>
        </DataTable>
        <p class="soft">
          Old and new colours never need to match: each joint has its own line, and what counts is the terminal at both
          ends.
        </p>
        <div v-if="swap" class="stack">
          <h3>{{ swap.was }} was replaced by {{ swap.now }}</h3>
          <DataTable>
            <thead>
              <tr>
                <th>Terminal</th>
                <th>Old lead</th>
                <th>New lead</th>
                <th>On conductor</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="l in swap.lines" :key="l.terminal">
                <td class="mono">{{ l.newLabel }}</td>
                <td><ColourSwatch v-if="l.oldLead" :code="l.oldLead" /></td>
                <td><ColourSwatch v-if="l.newLead" :code="l.newLead" /></td>
                <td class="mono">{{ l.conductors.join(', ') }}</td>
              </tr>
            </tbody>
          </DataTable>
        </div>
        <div class="row">
          <label>A plug <Choice v-model="plug" :options="plugs" /></label>
          <Choice
            v-if="!fitted"
            v-model="plugAt"
            label="Where the plug goes"
            :options="[
              { value: 'near', label: 'at the cabinet' },
              { value: 'far', label: 'at the far end' },
            ]"
          />
          <ActionButton kind="framed" :disabled="machine.readOnly" @click="insert"><Plus />Put it in</ActionButton>
        </div>
      </section>
      <section class="sheet stack" aria-label="Cable chains">
        <h2>Moving cable chains</h2>
        <p v-if="!chains.length" class="soft">
          A chain that is stuffed, or bent too tight, breaks cables inside, months later. Enter its inner size here,
          then say which cables run through it.
        </p>
        <div v-for="f in drawn" :key="f.id" class="chain" :data-field="`chains.${f.id}`">
          <svg
            :viewBox="`-1 -1 ${f.widthMm + 2} ${f.heightMm + 2}`"
            role="img"
            :aria-label="`${f.chain.name}, seen from its end`"
          >
            <rect x="0" y="0" :width="f.widthMm" :height="f.heightMm" class="box" />
            <circle
              v-for="c in f.laid"
              :key="c.name"
              :cx="c.x"
              :cy="f.heightMm - c.y"
              :r="c.diameter / 2"
              class="cable"
            >
              <title>{{ c.name }}</title>
            </circle>
          </svg>
          <span
            ><b>{{ f.chain.name }}</b
            ><br /><span v-if="f.fill !== undefined" :class="{ bad: f.fill > MOST_FILL }"
              >{{ Math.round(100 * f.fill) }} % full</span
            ><span v-else class="soft">inner size not known</span>, {{ f.cables.length }} cables<template
              v-if="f.tooStiff.length"
              >; too stiff for it: {{ f.tooStiff.join(', ') }}</template
            ><template v-if="f.overfull">; they do not lie side by side in it</template> <br /><span class="soft"
              >bends to
              {{ f.chain.bendRadius ? showQuantity(f.chain.bendRadius, preferences.display) : 'a radius not known'
              }}<template v-if="f.stiffestMm !== undefined"
                >, its stiffest cable needs {{ showValue(f.stiffestMm, 'length', preferences.display, 3) }}</template
              ></span
            ></span
          >
          <ActionButton :aria-label="`Remove ${f.chain.name}`" :disabled="machine.readOnly" @click="dropChain(f.id)">
            <Delete />
          </ActionButton>
        </div>
        <form class="row new" @submit.prevent="addChain">
          <TextField v-model="newChain.name" maxlength="60" placeholder="name" aria-label="Name of the chain" />
          <QuantityField
            v-for="s in chainSizes"
            :key="s.key"
            v-model="newChain[s.key]"
            v-model:quantity="sizes[s.key]"
            dimension="length"
            :unit="preferences.display.system === 'inch' ? 'in' : 'mm'"
            :placeholder="s.name.toLowerCase()"
            :aria-label="s.name"
          />
          <ActionButton kind="framed" native-type="submit" :disabled="unread || machine.readOnly"
            ><Plus />Add chain</ActionButton
          >
        </form>
      </section>
    </div>
  </div>
</template>

<style scoped>
.cables {
  display: grid;
  grid-template-columns: minmax(0, 9fr) minmax(0, 10fr);
  gap: 10px;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
.scroll {
  max-height: calc(100vh - 210px);
  overflow: auto;
  padding: 4px 6px;
}
.name {
  font: inherit;
  color: var(--accent);
  background: none;
  border: 0;
  padding: 0;
  cursor: pointer;
  text-align: left;
}
td.mono,
td:nth-child(2) {
  white-space: nowrap;
}
.here {
  background: var(--accent-wash);
}
td .choice {
  max-width: 110px;
}
.link {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  margin-right: 6px;
}
.joint {
  border: 1px solid var(--line-strong);
  padding: 0 5px;
  font-size: 13px;
}
.chain {
  display: flex;
  align-items: center;
  gap: 10px;
}
.chain svg {
  width: 150px;
  flex-shrink: 0;
  max-height: 84px;
}
.box {
  fill: none;
  stroke: var(--line-strong);
  stroke-width: 0.6;
}
.cable {
  fill: var(--steel);
  stroke: var(--ink);
  stroke-width: 0.3;
}
.bad {
  color: var(--wont);
}
.new :deep(.text-field) {
  width: 148px;
}
@media (max-width: 720px) {
  .cables {
    grid-template-columns: minmax(0, 1fr);
  }
  .scroll {
    max-height: none;
  }
  .made,
  .list :is(th, td):nth-child(4) {
    display: none;
  }
}
</style>
