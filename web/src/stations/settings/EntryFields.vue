<script setup lang="ts">
import { linesOfSheet } from '@nodaxis/core/dialects/lines';
import { blankSheet, sheetOf, wordsFor, type EntryForm } from '@nodaxis/core/dialects/sheetForm';
import { unitNames } from '@nodaxis/core/units/units';
import { computed } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import Choice from '../../ui/Choice.vue';
import Fold from '../../ui/Fold.vue';
import TextField from '../../ui/TextField.vue';
import TickBox from '../../ui/TickBox.vue';

/** One entry of a name sheet, and the lines that it gives on this machine while it is typed. */
const entry = defineModel<EntryForm>({ required: true });
const { decimal, part } = defineProps<{ decimal: '.' | ','; part: string | undefined }>();
const machine = useOpenMachine();
const put = (set: Partial<EntryForm>) => (entry.value = { ...entry.value, ...set });
const scopes = [
  { value: 'axis', label: 'each axis' },
  { value: 'motor', label: 'each motor' },
  { value: 'input', label: 'each input' },
  { value: 'spindle', label: 'the spindle' },
  { value: 'machine', label: 'the control, once' },
] as const;
const units = unitNames.map((u) => ({ value: u as string, label: u as string }));
const words = computed(() => wordsFor(entry.value.each, entry.value.bits));
const MOST = 6;
/** What it comes to, by a sheet of this entry alone. */
const tried = computed(() => {
  if (!entry.value.name.trim() || !entry.value.value.trim()) return undefined;
  return sheetOf({ ...blankSheet('tried'), name: 'tried', decimal, entries: [entry.value] });
});
const lines = computed(() =>
  tried.value?.ok ? linesOfSheet(tried.value.value, machine.design, machine.figures.settings, part) : [],
);
</script>

<template>
  <div class="fields">
    <label
      >One for <Choice label="One for" :model-value="entry.each" :options="scopes" @change="(each) => put({ each })"
    /></label>
    <label
      >Its name there
      <TextField
        :model-value="entry.name"
        class="mono"
        maxlength="120"
        aria-label="Its name there"
        placeholder="top.{lower}"
        @update:model-value="(name) => put({ name })"
    /></label>
    <label
      >What it is
      <TextField
        :model-value="entry.what"
        maxlength="120"
        aria-label="What it is"
        placeholder="Top speed"
        @update:model-value="(what) => put({ what })"
    /></label>
    <label class="wide"
      >Value, in mm, °, s and A
      <TextField
        :model-value="entry.value"
        class="mono"
        maxlength="500"
        aria-label="Value"
        placeholder="maxSpeed"
        @update:model-value="(value) => put({ value })"
    /></label>
    <Fold class="wide" title="Words for the value"
      ><dl>
        <template v-for="w in words" :key="w.name"
          ><dt class="mono">{{ w.name }}</dt>
          <dd>{{ w.says }}</dd></template
        >
      </dl>
      <p class="soft">+ − * / %, comparisons, a ? b : c, &amp; |, and abs, sqrt, round, floor, ceil, min, max.</p></Fold
    >
    <label
      >Counted in
      <Choice
        label="Counted in"
        :model-value="entry.unit"
        none="no unit"
        :options="units"
        @change="(unit) => put({ unit })"
    /></label>
    <label v-if="entry.each === 'axis' || entry.each === 'motor'"
      >On an axis that turns
      <Choice
        label="On an axis that turns"
        :model-value="entry.rotaryUnit"
        none="no unit"
        :options="units"
        @change="(rotaryUnit) => put({ rotaryUnit })"
    /></label>
    <label
      >Smallest step
      <TextField
        :model-value="entry.step"
        class="mono"
        aria-label="Smallest step"
        @update:model-value="(step) => put({ step })"
    /></label>
    <label
      >Least
      <TextField
        :model-value="entry.least"
        class="mono"
        aria-label="Least"
        @update:model-value="(least) => put({ least })"
    /></label>
    <label
      >Most
      <TextField :model-value="entry.most" class="mono" aria-label="Most" @update:model-value="(most) => put({ most })"
    /></label>
    <label
      >One bit for
      <Choice
        label="One bit for"
        :model-value="entry.bits"
        none="no mask"
        :options="[
          { value: 'axis', label: 'each axis' },
          { value: 'motor', label: 'each motor' },
          { value: 'input', label: 'each input' },
        ]"
        @change="(bits) => put({ bits })"
    /></label>
    <label
      >Menus, from the first on
      <TextField
        :model-value="entry.menu"
        aria-label="Menus"
        placeholder="Axes › X › Speed"
        @update:model-value="(menu) => put({ menu })"
    /></label>
    <label
      >Left out where this is 0
      <TextField
        :model-value="entry.only"
        class="mono"
        maxlength="500"
        aria-label="Left out where this is 0"
        placeholder="linear"
        @update:model-value="(only) => put({ only })"
    /></label>
    <label
      >Seconds before the next line
      <TextField
        :model-value="entry.pause"
        class="mono"
        aria-label="Seconds before the next line"
        placeholder="0"
        @update:model-value="(pause) => put({ pause })"
    /></label>
    <label class="wide"
      >Options, one a line
      <TextField
        :model-value="entry.options"
        type="textarea"
        :rows="2"
        class="mono"
        aria-label="Options"
        placeholder="0 = no"
        @update:model-value="(options) => put({ options })"
    /></label>
    <TickBox :model-value="entry.restart" class="wide" @update:model-value="(on) => put({ restart: on === true })"
      >Counts only after a restart</TickBox
    >
    <section class="wide gives" aria-label="What it gives here">
      <template v-if="tried && !tried.ok"
        ><p v-for="f in tried.error" :key="f.where" class="bad">{{ f.where }}: {{ f.what }} {{ f.fix }}</p></template
      >
      <p v-else-if="!tried" class="soft">With a name and a value, its lines on this machine stand here.</p>
      <p v-else-if="!lines.length" class="soft">Nothing on this machine.</p>
      <p v-for="l in lines.slice(0, MOST)" :key="l.name + l.what" class="mono">
        {{ l.name }} <b>{{ l.text || '–' }}</b> <span class="soft">{{ l.fault ?? l.numbers }}</span>
      </p>
      <p v-if="lines.length > MOST" class="soft">and {{ lines.length - MOST }} more</p>
    </section>
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 8px 12px;
  align-content: start;
}
label:not(.el-checkbox) {
  display: grid;
  gap: 2px;
  align-content: end;
  font-size: 14px;
}
.fields :deep(.choice) {
  width: 100%;
}
.wide {
  grid-column: 1 / -1;
}
dl {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 2px 12px;
  margin: 0;
}
dd {
  margin: 0;
}
.gives {
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
.gives p {
  margin: 2px 0;
  overflow-wrap: anywhere;
}
.bad {
  color: var(--wont);
}
@media (max-width: 720px) {
  .fields {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
