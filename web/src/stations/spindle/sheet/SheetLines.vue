<script setup lang="ts">
import { codeOf, entryOfSetting, withCode, withName } from '@nodaxis/core/dialects/driveEntry';
import type { Difference } from '@nodaxis/core/dialects/compare';
import type { Snapshot } from '@nodaxis/core/dialects/snapshots';
import type { NameSheet } from '@nodaxis/core/machine/nameSheet';
import type { CommissioningSheet } from '@nodaxis/core/settings/commissioning';
import { showSetting, type Setting } from '@nodaxis/core/settings/setting';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import Caution from '../../../ui/Caution.vue';
import Choice from '../../../ui/Choice.vue';
import DataTable from '../../../ui/DataTable.vue';
import TextField from '../../../ui/TextField.vue';
import FaultList from '../../../widgets/FaultList.vue';

/** The lines of the sheet: its own number there, what is entered, why, and what it shows when it is read back. */
const { sheet, own, driveName, differences, last } = defineProps<{
  sheet: CommissioningSheet;
  own: NameSheet | undefined;
  driveName: string;
  differences: readonly Difference[];
  last: Snapshot | undefined;
}>();
const machine = useOpenMachine();
const preferences = usePreferences();
const faults = ref<Fault[]>([]);
let step = 0;
const rows = computed(() => {
  step = 0;
  return sheet.lines.map((line) => {
    step++;
    if (line.kind === 'act')
      return { line, step, setting: undefined, entry: undefined, held: '', difference: undefined };
    const entry = entryOfSetting(own, line.setting);
    return {
      line,
      step,
      setting: line.setting,
      entry,
      held: last?.held.find(([name]) => name === entry?.name)?.[1] ?? '',
      difference: differences.find((d) => d.line.entry === entry),
    };
  });
});
const use = (next: NameSheet) =>
  (faults.value = machine.run({ name: 'use-name-sheet', args: { sheet: next, part: sheet.driveId } }));
function name(setting: Setting, text: string): void {
  const before = entryOfSetting(own, setting)?.name ?? '';
  if (text.trim() !== before) use(withName(own, driveName, setting, text));
}
const code = (setting: Setting, text: string) =>
  own && text.trim() !== codeOf(own, setting) && use(withCode(own, setting, text));

/** What it shows goes into the logbook; a setting without a number of its own is then called by its title. */
function readBack(setting: Setting, text: string): void {
  const typed = text.trim();
  let called = entryOfSetting(own, setting)?.name;
  const before = last?.held.find(([n]) => n === called)?.[1] ?? '';
  if (!typed || typed === before) return;
  faults.value = [];
  let now = own;
  if (called === undefined) {
    called = setting.title;
    now = withName(own, driveName, setting, called);
    if (use(now).length) return;
  }
  const held = [...(last?.held ?? []).filter(([n]) => n !== called), [called, typed] as [string, string]];
  faults.value = machine.log({ kind: 'control', part: sheet.driveId, sheet: now!.name, held });
}
const shown = (s: Setting) =>
  s.value.known ? showSetting(s.kind, s.value.value, preferences.display) : 'not worked out yet';
const verdict = (d: Difference | undefined) =>
  d?.standing === 'same'
    ? 'as needed'
    : d?.standing === 'differs' || d?.standing === 'not readable'
      ? 'something else'
      : '';
const labels = (s: Setting) => (s.kind.type === 'choice' ? s.kind.choices.map((c) => c.label) : []);
</script>

<template>
  <Caution v-if="faults.length" kind="refused"><FaultList :faults="faults" /></Caution>
  <DataTable class="lines">
    <thead>
      <tr>
        <th></th>
        <th>Setting</th>
        <th>Its number there</th>
        <th class="num">Enter</th>
        <th>Read back</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="row in rows"
        :key="row.line.kind === 'act' ? row.line.key : row.line.setting.key"
        :class="{ act: !row.setting }"
      >
        <td class="mono soft num">{{ row.step }}</td>
        <td v-if="row.line.kind === 'act'" colspan="4">
          <strong>{{ row.line.does }}</strong> <span class="soft">{{ row.line.why }}</span>
        </td>
        <template v-else>
          <td class="what">
            {{ row.line.setting.title }}
            <small class="soft"
              ><br />{{ row.line.why
              }}<template v-if="row.line.setting.numbers(preferences.display)"
                ><br /><span class="mono">{{ row.line.setting.numbers(preferences.display) }}</span></template
              ></small
            >
          </td>
          <td class="own">
            <TextField
              class="mono"
              :model-value="row.entry?.name ?? ''"
              strict
              maxlength="60"
              placeholder="number"
              :aria-label="`Number of ${row.line.setting.title} in the drive`"
              :disabled="machine.readOnly"
              @change="(t: string) => row.setting && name(row.setting, t)"
            />
            <TextField
              v-if="row.entry && row.line.setting.kind.type === 'choice'"
              class="mono code"
              :model-value="codeOf(own, row.line.setting)"
              strict
              maxlength="30"
              placeholder="code"
              :aria-label="`Code for ${shown(row.line.setting)}`"
              :disabled="machine.readOnly"
              @change="(t: string) => row.setting && code(row.setting, t)"
            />
          </td>
          <td class="num">
            <b class="mono">{{ shown(row.line.setting) }}</b>
            <small v-if="row.line.setting.override" class="soft"><br />by hand</small>
          </td>
          <td class="back" :data-standing="row.difference?.standing">
            <Choice
              v-if="row.line.setting.kind.type === 'choice' && !codeOf(own, row.line.setting)"
              :label="`${row.line.setting.title}, read back`"
              none="–"
              :model-value="row.held"
              :options="labels(row.line.setting)"
              :disabled="machine.readOnly"
              @change="(t: string) => row.setting && readBack(row.setting, t)"
            />
            <TextField
              v-else
              class="mono"
              :model-value="row.held"
              maxlength="60"
              placeholder="it shows"
              :aria-label="`${row.line.setting.title}, read back`"
              :disabled="machine.readOnly"
              @change="(t: string) => row.setting && readBack(row.setting, t)"
            />
            <span v-if="verdict(row.difference)" class="verdict"
              >{{ row.difference!.standing === 'same' ? '✓' : '✗' }} {{ verdict(row.difference) }}</span
            >
            <small v-if="row.difference?.because" class="bad">{{ row.difference.because }}</small>
          </td>
        </template>
      </tr>
    </tbody>
  </DataTable>
</template>

<style scoped>
.own {
  min-width: 104px;
  width: 104px;
}
.code {
  margin-top: 3px;
}
.back {
  min-width: 138px;
  width: 138px;
}
.what {
  width: 100%;
}
.own .text-field,
.back .text-field,
.back .choice {
  width: 100%;
}
.verdict {
  font-size: 13px;
  display: block;
}
.back[data-standing='differs'],
.back[data-standing='not readable'] {
  background: var(--accent-wash);
}
.back[data-standing='differs'] .verdict,
.back[data-standing='not readable'] .verdict,
.bad {
  color: var(--wont);
}
.act td {
  background: var(--paper);
}
.num b {
  white-space: nowrap;
}
@media (max-width: 720px) {
  thead {
    display: none;
  }
  .lines,
  tbody {
    display: block;
  }
  tr {
    display: grid;
    grid-template-columns: 30px minmax(0, 1fr) auto;
    border-bottom: 1px solid var(--line);
  }
  .act {
    grid-template-columns: 30px minmax(0, 1fr);
  }
  .lines td {
    border: 0;
    width: auto;
  }
  td:nth-child(4) {
    order: -1;
    grid-column: 3;
    grid-row: 1;
  }
  td:nth-child(3),
  td:nth-child(5) {
    grid-column: 2 / -1;
  }
}
</style>
