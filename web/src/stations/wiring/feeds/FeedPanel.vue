<script setup lang="ts">
import { usedIn } from '@nodaxis/core/commands/parts';
import {
  canGoAhead,
  canHangOn,
  feedChoices,
  givenAt,
  hangingClasses,
  passingClasses,
} from '@nodaxis/core/distribution/choices';
import { socketOf } from '@nodaxis/core/distribution/seats';
import type { FeedSource } from '@nodaxis/core/machine/feeds';
import { classCaution } from '@nodaxis/core/machine/cautions';
import { carriesMains, poleCount } from '@nodaxis/core/machine/parts';
import { groupsInWords, mayGroupPoles, poleGroupings, polesOfPort } from '@nodaxis/core/machine/poles';
import type { Fault } from '@nodaxis/core/units/result';
import { showValue } from '@nodaxis/core/units/print';
import type { Command } from '@nodaxis/core/commands/command';
import { Delete, Document } from '@element-plus/icons-vue';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { useOwnParts } from '../../../document/ownParts';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import Caution from '../../../ui/Caution.vue';
import Choice, { type Option } from '../../../ui/Choice.vue';
import PartSheet from '../../../widgets/PartSheet.vue';
import { rowKey, type FeedRow } from './useFeedRows';

/** What feeds the part that is picked, what is put ahead of it, and what more hangs on it. */
const { row } = defineProps<{ row: FeedRow }>();
const emit = defineEmits<{ pick: [string] }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const own = useOwnParts();
void own.start();
const faults = ref<Fault[]>([]);
const sheet = ref(false);

const design = computed(() => machine.design);
const keyOf = (s: FeedSource): string => [s.part, s.port, s.pole ?? ''].join('/');
const sources = computed(() =>
  row.branch.port === undefined ? [] : feedChoices(design.value, { part: row.branch.part, port: row.branch.port }),
);
const poleNames = { plus: ', +', minus: ', 0 V', PE: ', PE', L: ', L', L2: ', L2', L3: ', L3', N: ', N' } as const;
/** The pole that a choice stands for; the usual one, of three phases the first, is named where another can be taken. */
const poleWords = (s: FeedSource): string => {
  const first = s.pole === undefined || s.pole === 'L';
  const other = (pole: FeedSource['pole']) =>
    sources.value.some((x) => x.part === s.part && x.port === s.port && x.pole === pole);
  if (first && other('L2')) return ', L1';
  if (s.pole === undefined && other('minus')) return ', +';
  return s.pole ? poleNames[s.pole] : '';
};
const options = computed((): Option<string>[] => [
  ...sources.value.map((s) => {
    const part = design.value.parts[s.part]!;
    const given = givenAt(design.value, s);
    const what = !given
      ? 'no power reaches it'
      : given.kind === 'mains'
        ? 'mains'
        : given.volts === undefined
          ? 'direct current'
          : showValue(given.volts, 'voltage', preferences.display, 3);
    const socket = socketOf(design.value, s)?.printed;
    const poles = polesOfPort(part, s.port);
    const of = socket === undefined ? `${poles && `, ${poles}`}${poleWords(s)}` : `, socket ${socket}`;
    return { value: keyOf(s), label: `${part.designation} ${part.name}${of}`, note: what };
  }),
  ...(row.branch.decided ? [{ value: 'usual', label: 'as usual', note: 'What such a part usually hangs on' }] : []),
  { value: 'nothing', label: 'nothing', note: 'It stays without power' },
]);
const inSocket = computed(() => row.branch.from && socketOf(design.value, row.branch.from) !== undefined);
const now = computed(() => (row.branch.from ? keyOf(row.branch.from) : 'nothing'));
const run = (command: Command): boolean => {
  faults.value = machine.run(command);
  return !faults.value.length;
};
function feed(key: string): void {
  const { part, port } = row.branch;
  const source = sources.value.find((s) => keyOf(s) === key);
  if (port === undefined || (key !== 'usual' && key !== 'nothing' && !source)) return;
  run({ name: 'set-feed', args: { part, port, ...(key === 'usual' ? {} : { from: source ?? null }) } });
}
const devices = computed(() => own.of(...passingClasses).filter(canGoAhead));
const asOption = (e: { key: string; name: string; about: string }) => ({ value: e.key, label: e.name, note: e.about });
function putAhead(key: string): void {
  const { part, port } = row.branch;
  const chosen = own.choice(key);
  if (!key || port === undefined) return;
  run({ name: 'insert-device', args: { ...chosen, aheadOf: [{ part, port }] } });
}
/** The port by which it gives to what is hung on it. */
const gives = computed(() => row.branch.gives.find((g) => g !== 'switched' && g !== 'motor' && g !== 'link'));
const hangable = computed(() => {
  const port = gives.value;
  if (port === undefined) return [];
  const at = { part: row.branch.part, port };
  return own.of(...hangingClasses).filter((e) => canHangOn(design.value, at, e));
});
function hang(key: string): void {
  const port = gives.value;
  if (!key || port === undefined) return;
  const before = new Set(Object.keys(design.value.parts));
  if (!run({ name: 'add-part', args: { ...own.choice(key), from: { part: row.branch.part, port } } })) return;
  const added = Object.keys(design.value.parts).find((id) => !before.has(id));
  const fed = added && design.value.feeds?.[added];
  if (fed) emit('pick', rowKey({ part: added, port: Object.keys(fed)[0]! }));
}
const groupings = computed(() => (mayGroupPoles(row.part) ? poleGroupings(poleCount(row.part)) : []));
const groupOptions = computed((): Option<string>[] => [
  { value: 'one', label: 'one, with all its poles' },
  ...groupings.value.map((g) => ({ value: g.join(), label: `${g.length}: ${groupsInWords(g).join(' | ')}` })),
]);
const grouped = computed(() => row.part.setup.poleGroups?.join() ?? 'one');
function group(key: string): void {
  const groups = groupings.value.find((g) => g.join() === key) ?? null;
  run({ name: 'set-poles', args: { part: row.branch.part, groups } });
}
const poles = computed(() => polesOfPort(row.part, row.branch.port ?? ''));
const caution = computed(() => classCaution(row.part));
const removable = computed(() => !usedIn(design.value, row.branch.part));
const remove = () => run({ name: 'remove-part', args: { part: row.branch.part } });
</script>

<template>
  <aside class="sheet stack" :aria-label="`Feed of ${row.part.designation}`">
    <div class="row spread">
      <h2>
        <span class="mono">{{ row.part.designation }}</span> {{ row.part.name
        }}<template v-if="poles">, {{ poles }}</template>
      </h2>
      <ActionButton :aria-label="`Data sheet of ${row.part.designation}`" data-hint="Data sheet" @click="sheet = true">
        <Document />
      </ActionButton>
    </div>
    <p v-if="row.volts || row.load" class="soft">
      <template v-if="row.volts">{{ row.volts }}</template><template v-if="row.load"
        ><template v-if="row.volts">; </template>carries {{ row.load }} with all axes moving and everything on</template
      >.
    </p>
    <Caution v-if="faults.length" kind="refused"
      ><template v-for="f in faults" :key="f.what">{{ f.what }} {{ f.fix }} </template></Caution
    >
    <template v-if="row.branch.port !== undefined">
      <label v-if="groupings.length" class="field">
        <span>Circuits it parts</span>
        <Choice
          label="Circuits it parts"
          :model-value="grouped"
          :options="groupOptions"
          :disabled="machine.readOnly"
          @change="group"
        />
      </label>
      <label class="field">
        <span>Fed from</span>
        <Choice label="Fed from" :model-value="now" :options="options" :disabled="machine.readOnly" @change="feed" />
      </label>
      <label v-if="row.branch.from && !inSocket" class="field">
        <span>Put ahead of it</span>
        <Choice
          label="Put ahead of it"
          model-value=""
          none="breaker, switch, filter …"
          :options="devices.map(asOption)"
          :disabled="machine.readOnly"
          @change="putAhead"
        />
      </label>
    </template>
    <label v-if="gives !== undefined && hangable.length" class="field">
      <span>Hang on it</span>
      <Choice
        label="Hang on it"
        model-value=""
        none="supply, breaker, lamp, fan …"
        :options="hangable.map(asOption)"
        :disabled="machine.readOnly"
        @change="hang"
      />
    </label>
    <Caution v-if="caution">{{ caution }}</Caution>
    <Caution v-if="carriesMains(row.part)">
      Mains. It kills, and so does the charge left behind it. Plug out, wait, measure. Local code, licensed person.
    </Caution>
    <ActionButton v-if="removable" kind="framed" class="remove" :disabled="machine.readOnly" @click="remove">
      <Delete />Take {{ row.part.designation }} out
    </ActionButton>
    <p v-else class="soft">What it does for the machine is chosen under Parts, Drives or Switches.</p>
    <PartSheet v-model="sheet" :part-id="row.branch.part" />
  </aside>
</template>

<style scoped>
aside {
  position: sticky;
  top: 0;
}
.field {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
}
.remove {
  justify-self: start;
  align-self: start;
}
</style>
