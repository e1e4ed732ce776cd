<script setup lang="ts">
import TickBox from '../../ui/TickBox.vue';
import TextField from '../../ui/TextField.vue';
import QuantityEntry from '../../ui/QuantityEntry.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { Check } from '@element-plus/icons-vue';
import type { ConductorEdit } from '@nodaxis/core/commands/command';
import type { Conductor } from '@nodaxis/core/machine/connections';
import { Colour, conductorStates } from '@nodaxis/core/machine/connections';
import { displayUnit, showLead, showQuantity, showValue } from '@nodaxis/core/units/print';
import { routesOf } from '@nodaxis/core/wiring/routes';
import type { Fault } from '@nodaxis/core/units/result';
import { conductorFigures } from '@nodaxis/core/wiring/duty';
import { computed } from 'vue';
import { vDraft } from '../../document/drafts';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';

/** The fields of one conductor, or of all that are picked: a field in which they differ is empty and says so. */
const props = defineProps<{ ids: string[] }>();
const emit = defineEmits<{ tick: []; remove: []; fault: [Fault[]] }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const conductors = computed(() => props.ids.flatMap((id) => machine.design.conductors[id] ?? []));
const one = computed(() => (conductors.value.length === 1 ? conductors.value[0] : undefined));
/** What the one picked carries and loses, in a sentence. */
const judged = computed(() => {
  const wire = machine.figures.whole.wires.all.find((w) => w.id === props.ids[0]);
  if (!one.value || !wire) return '';
  const f = conductorFigures(machine.design, wire, machine.figures.whole.wires.sheets.get(wire.id));
  const amps = (a: number) => showValue(a, 'current', preferences.display, 2);
  const said = [
    f.amps !== undefined && `carries ${amps(f.amps)}`,
    f.goodForA !== undefined && `good for ${amps(f.goodForA)} in the planning table`,
    f.protection &&
      `${f.protection.by === 'device' ? 'behind a fuse or breaker of' : 'its supply limits at'} ${amps(f.protection.amps)}`,
    f.drop &&
      `loses ${showValue(f.drop.volts, 'voltage', preferences.display, 2)} there and back, ${((100 * f.drop.volts) / f.drop.of).toFixed(1)} %`,
  ].filter(Boolean);
  return said.length ? `${said.join('; ')}.` : '';
});
const chains = computed(() => Object.values(machine.design.chains ?? {}).map((c) => c.name));

const shown = (c: Conductor, key: keyof Conductor): string => {
  const v = c[key];
  if (v === undefined) return '';
  if (typeof v !== 'object' || !('unit' in v)) return String(v);
  return key === 'length' ? showLead(v, preferences.display) : showQuantity(v, preferences.display);
};
const common = (key: keyof Conductor): string => {
  const values = new Set(conductors.value.map((c) => shown(c, key)));
  return values.size === 1 ? [...values][0]! : '';
};
const differs = (key: keyof Conductor): boolean => new Set(conductors.value.map((c) => shown(c, key))).size > 1;
/** The ducts that the layout of the panel leads it through. */
const byLayout = computed(() => {
  const route = one.value && routesOf(machine.design)?.of(one.value);
  return [...new Set(route?.stretches.map((s) => s.duct))].join(', ');
});
const fields: { key: keyof Conductor & keyof ConductorEdit; name: string; width: number }[] = [
  { key: 'colour', name: 'Colour', width: 62 },
  { key: 'section', name: 'Section', width: 82 },
  { key: 'length', name: 'Length', width: 74 },
  { key: 'cable', name: 'Cable', width: 118 },
  { key: 'core', name: 'Core', width: 52 },
  { key: 'route', name: 'Route', width: 104 },
  { key: 'notes', name: 'Note', width: 130 },
];

function set(change: ConductorEdit): void {
  emit('fault', machine.run({ name: 'set-conductors', args: { ids: props.ids, set: change } }));
}
const draftOf = (key: string) =>
  `${machine.file.id}/conductors/${props.ids.length === 1 ? props.ids[0] : `${props.ids.length}-from-${props.ids[0]}`}/${key}`;
/** Leads are long: in metres and feet, not in the small unit of a travel. */
const unitOf = (key: 'section' | 'length') =>
  key === 'section' ? displayUnit('area', preferences.display) : preferences.display.system === 'inch' ? 'ft' : 'm';
function commit(key: keyof Conductor & keyof ConductorEdit, entered: string): void {
  const typed = entered.trim();
  if (typed === common(key) || (typed === '' && differs(key))) return;
  if (typed === '') return set({ [key]: null });
  if (key === 'colour') {
    const code = typed.toUpperCase().replace(/[\s/-]/g, '');
    if (!Colour.safeParse(code).success)
      return emit('fault', [
        {
          what: `"${typed}" is no colour code.`,
          where: 'colour',
          fix: 'Use the letters of IEC 60757: BK BN RD OG YE GN BU VT GY WH PK TQ, or two of them such as GNYE.',
        },
      ]);
    return set({ colour: code as NonNullable<Conductor['colour']> });
  }
  set({ [key]: typed });
}
const ends = ['from', 'to'] as const;
const terminationKinds = ['ferrule', 'crimp', 'solder', 'screw'] as const;
type Kind = (typeof terminationKinds)[number];
function terminate(end: 'from' | 'to', kind: string, pullTested: boolean): void {
  const commands = props.ids.map((id) => {
    const before = machine.design.conductors[id]!.terminations ?? {};
    const { [end]: _old, ...rest } = before;
    return {
      name: 'set-conductors' as const,
      args: { ids: [id], set: { terminations: kind ? { ...rest, [end]: { kind: kind as Kind, pullTested } } : rest } },
    };
  });
  emit(
    'fault',
    machine.run({ name: 'several', args: { title: `Termination of ${props.ids.length} conductors`, commands } }),
  );
}
</script>

<template>
  <div class="editor row" aria-label="Edit what is picked">
    <strong class="what">{{ one ? `No. ${one.number}` : `${ids.length} picked` }}</strong>
    <label v-for="f in fields" :key="f.key"
      >{{ f.name }}
      <QuantityEntry
        v-if="f.key === 'section' || f.key === 'length'"
        v-draft="draftOf(f.key)"
        :style="{ width: `${f.width}px` }"
        :shown="common(f.key)"
        :dimension="f.key === 'section' ? 'area' : 'length'"
        :unit="unitOf(f.key)"
        :placeholder="differs(f.key) ? 'differ' : ''"
        :disabled="machine.readOnly"
        @enter="set({ [f.key]: $event ?? null })"
      />
      <TextField
        v-else
        v-draft="draftOf(f.key)"
        :style="{ width: `${f.width}px` }"
        :model-value="common(f.key)"
        :placeholder="differs(f.key) ? 'differ' : f.key === 'route' ? byLayout : ''"
        :disabled="machine.readOnly"
        @change="commit(f.key, $event)"
        @keydown.enter.stop="commit(f.key, ($event.target as HTMLInputElement).value)"
      />
    </label>
    <label
      >Chain
      <Choice
        class="narrow"
        :model-value="common('chain') ?? ''"
        :disabled="machine.readOnly"
        none="none"
        :options="chains"
        @change="set({ chain: $event || null })"
    /></label>
    <label
      >State
      <Choice
        class="narrow"
        :model-value="common('state') ?? ''"
        :disabled="machine.readOnly"
        :none="differs('state') ? 'differ' : undefined"
        :options="conductorStates"
        @change="$event && set({ state: $event as Conductor['state'] })"
    /></label>
    <label v-if="one?.state === 'temporary'"
      >Waits for
      <TextField
        v-draft="`${machine.file?.id}/conductors/${ids[0]}/waitsFor`"
        maxlength="200"
        :model-value="one.waitsFor ?? ''"
        style="width: 130px"
        @change="set({ waitsFor: $event || null })"
      />
    </label>
    <template v-for="end in ends" :key="end">
      <label
        >{{ end === 'from' ? 'End 1' : 'End 2' }}
        <Choice
          class="narrow"
          :model-value="one?.terminations?.[end]?.kind ?? ''"
          :disabled="machine.readOnly"
          none="not noted"
          :options="terminationKinds"
          @change="terminate(end, $event, false)"
      /></label>
      <TickBox
        v-if="one?.terminations?.[end]"
        class="pull"
        :model-value="one.terminations[end].pullTested"
        @change="terminate(end, one.terminations[end].kind, $event)"
        >pulled</TickBox
      >
    </template>
    <ActionButton kind="framed" :disabled="machine.readOnly" data-hint="Enter" @click="$emit('tick')">
      <Check />Advance state
    </ActionButton>
    <slot />
    <span v-if="one" class="soft purpose"
      >{{ one.purpose }} <span class="judged">{{ judged }}</span></span
    >
  </div>
</template>

<style scoped>
.editor {
  gap: 4px 10px;
  font-size: 13px;
  width: 100%;
}
.what {
  font-size: 14px;
}
label {
  display: inline-flex;
  flex-direction: column;
  color: var(--soft);
}
label.pull {
  flex-direction: row;
  align-items: center;
  align-self: end;
  gap: 4px;
}
.text-field {
  font-family: var(--mono);
  font-size: 13px;
}

.judged::first-letter {
  text-transform: uppercase;
}
.judged {
  display: inline-block;
  color: var(--ink);
}
.purpose {
  flex: 1 1 200px;
}
@media (max-width: 720px) {
  label {
    flex: 1 1 44%;
  }
  label :deep(:is(.text-field, .choice)) {
    width: 100% !important;
  }
}
</style>
