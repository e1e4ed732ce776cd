<script setup lang="ts">
import { withCode, withName } from '@nodaxis/core/dialects/driveEntry';
import { readingOf } from '@nodaxis/core/dialects/readBack';
import { snapshotsOf } from '@nodaxis/core/dialects/snapshots';
import { writeSheet } from '@nodaxis/core/dialects/sheetFile';
import type { NameSheet } from '@nodaxis/core/machine/nameSheet';
import type { Part } from '@nodaxis/core/machine/parts';
import type { CommissioningSheet } from '@nodaxis/core/settings/commissioning';
import { showSetting, type Setting } from '@nodaxis/core/settings/setting';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref } from 'vue';
import { useDraft } from '../../document/drafts';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import { download } from '../../document/transfer';
import ActionButton from '../../ui/ActionButton.vue';
import Caution from '../../ui/Caution.vue';
import { say } from '../../ui/say';
import FaultList from '../FaultList.vue';
import SheetLines from './SheetLines.vue';
import TrialLog from './TrialLog.vue';

/**
 * What is entered in a drive, in which order, and what it shows when it is read back. Slots: the cautions of its kind, and what
 * stands beside the sheet.
 */
const { sheet, drive } = defineProps<{ sheet: CommissioningSheet; drive: Pick<Part, 'designation' | 'name'> }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const settings = computed(() => machine.figures.settings);
const own = computed(() => machine.design.driveSheets?.[sheet.driveId]);
const list = computed(() => sheet.lines.flatMap((l) => (l.kind === 'setting' ? [l.setting] : [])));
const last = computed(() => snapshotsOf(machine.file.journal, sheet.driveId).at(-1));
/** What its display shows, by setting: as typed, until it is kept. */
const typed = useDraft(
  () => `${machine.file.id}/read-back/${sheet.driveId}`,
  { texts: {} as Record<string, string> },
  false,
);
const reading = computed(() =>
  readingOf(
    {
      driveId: sheet.driveId,
      driveName: drive.name,
      own: own.value,
      list: list.value,
      typed: typed.value.texts,
      last: last.value,
    },
    machine.design,
    settings.value,
  ),
);
const count = (...standings: string[]) =>
  [...reading.value.byKey.values()].filter((b) => standings.includes(b.difference?.standing ?? '')).length;
const wrong = computed(() => count('differs', 'not readable'));
const faults = ref<Fault[]>([]);
const type = (setting: Setting, text: string) =>
  (typed.value = { texts: { ...typed.value.texts, [setting.key]: text } });
const use = (next: NameSheet) =>
  (faults.value = machine.run({ name: 'use-name-sheet', args: { sheet: next, part: sheet.driveId } }));
/** A setting under another number takes along what was read of it. */
function call(setting: Setting, name: string): void {
  const read = reading.value.byKey.get(setting.key)?.text;
  if (!use(withName(own.value, drive.name, setting, name)).length && read) type(setting, read);
}
/** A choice that was read in our words is then read in the drive’s own code. */
function code(setting: Setting, text: string): void {
  if (!own.value) return;
  const same = reading.value.byKey.get(setting.key)?.difference?.standing === 'same';
  const next = withCode(own.value, setting, text);
  if (!use(next).length && same)
    type(
      setting,
      text.trim() || (setting.value.known ? showSetting(setting.kind, setting.value.value, preferences.display) : ''),
    );
}
function keep(): void {
  const { sheet: next, held } = reading.value;
  if (next.entries.length !== (own.value?.entries.length ?? 0) && use(next).length) return;
  faults.value = machine.log({ kind: 'control', part: sheet.driveId, sheet: next.name, held });
  if (faults.value.length) return;
  typed.value = { texts: {} };
  say('The reading is in the logbook.');
}
</script>

<template>
  <div class="view">
    <section class="sheet stack main" aria-label="Commissioning sheet">
      <div class="row spread wrap">
        <h2>{{ drive.designation }} {{ drive.name }}, in the order of entry</h2>
        <p role="status">
          <b>{{ count('same') }}</b> of {{ list.length }} read back<template v-if="wrong"
            >, <strong class="bad">{{ wrong }} {{ wrong === 1 ? 'is' : 'are' }} something else</strong></template
          >
        </p>
      </div>
      <slot name="caution" />
      <Caution v-for="s in sheet.contradictions" :key="s">{{ s }}</Caution>
      <Caution v-if="faults.length" kind="refused"><FaultList :faults="faults" /></Caution>
      <SheetLines :lines="sheet.lines" :own="own" :reading="reading.byKey" @call="call" @code="code" @read="type" />
      <ActionButton
        kind="main"
        class="keep"
        :disabled="machine.readOnly || !Object.keys(typed.texts).length"
        @click="keep"
        >Keep this reading</ActionButton
      >
      <p v-if="own" class="row wrap soft">
        Its own numbers and codes are kept as the name sheet “{{ own.name }}”, for this drive in Settings too.
        <ActionButton kind="framed" @click="download(`${own.name}.name-sheet.json`, writeSheet(own))"
          >Save the name sheet</ActionButton
        >
      </p>
    </section>
    <div class="stack">
      <slot name="beside" />
      <TrialLog :part="sheet.driveId" :settings="list.map((s) => s.title)" />
    </div>
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 10px;
  align-items: start;
}
.keep {
  justify-self: start;
}
.bad {
  color: var(--wont);
}
@media (max-width: 1000px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
