<script setup lang="ts">
import { CopyDocument, Download, Printer } from '@element-plus/icons-vue';
import { changedAt, revisionOf } from '@nodaxis/core/machine/file';
import { settingsAsText, writeSettingsCsv } from '@nodaxis/core/formats/settingsCsv';
import { usePreferences } from '../../document/preferences';
import { useCopied } from '../../document/useCopied';
import { download } from '../../document/transfer';
import ActionButton from '../../ui/ActionButton.vue';
import DataTable from '../../ui/DataTable.vue';
import TextField from '../../ui/TextField.vue';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import SettingRow from './SettingRow.vue';

const machine = useOpenMachine();
const preferences = usePreferences();
const text = ref('');
const groups = computed(() => {
  const wanted = text.value.toLowerCase();
  const shown = machine.figures.settings.filter((s) =>
    `${s.group} ${s.title} ${s.also}`.toLowerCase().includes(wanted),
  );
  return [...new Set(shown.map((s) => s.group))].map((group) => ({
    group,
    list: shown.filter((s) => s.group === group),
  }));
});
const all = computed(() => machine.figures.settings);
const settled = computed(() => all.value.filter((s) => s.value.known).length);
const byHand = computed(() => all.value.filter((s) => s.override).length);

const { said: copied, copy: put } = useCopied('Save the CSV instead.');
const copy = () => put(settingsAsText(all.value, preferences.display), `${all.value.length} settings copied.`);
const save = () =>
  download(`${machine.design.name} settings.csv`, writeSettingsCsv(all.value, preferences.display), 'text/csv');
/** What is searched for is what is printed. */
const print = () => window.print();
const shownWords = computed(() => {
  const shown = groups.value.reduce((n, g) => n + g.list.length, 0);
  return shown < all.value.length
    ? `${shown} of ${all.value.length} settings, those with “${text.value.trim()}”`
    : `all ${shown} settings`;
});
</script>

<template>
  <div class="stack">
    <!-- On paper nothing else says whose settings these are, and as of when. -->
    <p class="on-paper">
      <strong>{{ machine.design.name }}</strong> · Settings · revision {{ revisionOf(machine.file) }} of
      {{ new Date(changedAt(machine.file)).toLocaleDateString('en-GB', { dateStyle: 'long' }) }} · {{ shownWords }}
    </p>
    <div class="row">
      <TextField
        v-model="text"
        type="search"
        placeholder="Find a setting: home, soft limit, steps …"
        aria-label="Find a setting"
      />
      <span class="soft"
        >{{ settled }} of {{ all.length }} known<template v-if="byHand">, {{ byHand }} set by hand</template></span
      >
      <span class="row tools">
        <span v-if="copied" role="status" class="soft">{{ copied }}</span>
        <ActionButton data-hint="All settings, for a spreadsheet or a message" @click="copy"
          ><CopyDocument />Copy</ActionButton
        >
        <ActionButton data-hint="All settings as a table (CSV)" @click="save"><Download />CSV</ActionButton>
        <ActionButton data-hint="All settings on paper" @click="print"><Printer />Print</ActionButton>
      </span>
    </div>
    <section v-for="g in groups" :key="g.group" class="sheet" :aria-label="g.group">
      <h2>{{ g.group }}</h2>
      <div class="scroll">
        <DataTable>
          <thead>
            <tr>
              <th>Setting</th>
              <th class="num">Value</th>
              <th>Formula</th>
              <th>With the numbers</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            <SettingRow v-for="s in g.list" :key="s.key" :setting="s" />
          </tbody>
        </DataTable>
      </div>
    </section>
    <p v-if="!groups.length" class="soft">No setting is called that. Try a shorter word.</p>
  </div>
</template>

<style scoped>
.text-field {
  width: 300px;
}
.scroll {
  overflow-x: auto;
}
.tools {
  margin-left: auto;
}
.on-paper {
  display: none;
}
@media print {
  .on-paper {
    display: block;
  }
  .text-field,
  .tools {
    display: none;
  }
}
@media (max-width: 720px) {
  thead {
    display: none;
  }
  .data-table,
  tbody {
    display: block;
  }
}
</style>
