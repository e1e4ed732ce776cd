<script setup lang="ts">
import { codeOf, entryOfSetting } from '@nodaxis/core/dialects/driveEntry';
import type { Difference } from '@nodaxis/core/dialects/compare';
import type { ReadBack } from '@nodaxis/core/dialects/readBack';
import type { NameSheet } from '@nodaxis/core/machine/nameSheet';
import type { CommissioningLine } from '@nodaxis/core/settings/commissioning';
import { showSetting, type Setting } from '@nodaxis/core/settings/setting';
import { computed } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import Choice from '../../ui/Choice.vue';
import DataTable from '../../ui/DataTable.vue';
import TextField from '../../ui/TextField.vue';

/** The lines of the sheet: its own number there, what is entered, why, and what it shows when it is read back. */
const { lines, own, reading } = defineProps<{
  lines: readonly CommissioningLine[];
  own: NameSheet | undefined;
  reading: ReadonlyMap<string, ReadBack>;
}>();
const emit = defineEmits<{ call: [Setting, string]; code: [Setting, string]; read: [Setting, string] }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const rows = computed(() =>
  lines.map((line, i) => {
    const step = i + 1;
    if (line.kind === 'act') return { step, act: line };
    const { setting, why } = line;
    const back = reading.get(setting.key);
    return {
      step,
      setting,
      why,
      numbers: setting.numbers(preferences.display),
      called: entryOfSetting(own, setting)?.name ?? '',
      code: codeOf(own, setting),
      shows: back?.text ?? '',
      difference: back?.difference,
    };
  }),
);
/** A field that is left as it was changes nothing. */
const changed = (was: string, is: string, then: () => void) => is.trim() !== was && then();
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
      <tr v-for="row in rows" :key="row.step" :class="{ act: row.act }">
        <td class="mono soft num">{{ row.step }}</td>
        <td v-if="row.act" colspan="4">
          <strong>{{ row.act.does }}</strong> <span class="soft">{{ row.act.why }}</span>
        </td>
        <template v-else>
          <td class="what">
            {{ row.setting.title }}
            <small class="soft"
              ><br />{{ row.why
              }}<template v-if="row.numbers"
                ><br /><span class="mono">{{ row.numbers }}</span></template
              ></small
            >
          </td>
          <td class="own">
            <TextField
              class="mono"
              :model-value="row.called"
              strict
              maxlength="60"
              placeholder="number"
              :aria-label="`Number of ${row.setting.title} in the drive`"
              :disabled="machine.readOnly"
              @change="(t: string) => changed(row.called, t, () => emit('call', row.setting, t))"
            />
            <TextField
              v-if="row.called && row.setting.kind.type === 'choice'"
              class="mono code"
              :model-value="row.code"
              strict
              maxlength="30"
              placeholder="code"
              :aria-label="`Code for ${shown(row.setting)}`"
              :disabled="machine.readOnly"
              @change="(t: string) => changed(row.code, t, () => emit('code', row.setting, t))"
            />
          </td>
          <td class="num">
            <b class="mono" :class="{ figure: row.setting.kind.type === 'quantity' }">{{ shown(row.setting) }}</b>
            <small v-if="row.setting.override" class="soft"><br />by hand</small>
          </td>
          <td class="back" :data-standing="row.difference?.standing">
            <Choice
              v-if="row.setting.kind.type === 'choice' && !row.code"
              :label="`${row.setting.title}, read back`"
              none="–"
              :model-value="row.shows"
              :options="labels(row.setting)"
              :disabled="machine.readOnly"
              @change="(t: string) => changed(row.shows, t, () => emit('read', row.setting, t))"
            />
            <TextField
              v-else
              class="mono"
              :model-value="row.shows"
              maxlength="60"
              placeholder="it shows"
              :aria-label="`${row.setting.title}, read back`"
              :disabled="machine.readOnly"
              @change="(t: string) => changed(row.shows, t, () => emit('read', row.setting, t))"
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
.num .figure {
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
