<script setup lang="ts">
import { ElRadio } from 'element-plus';
import { ElRadioGroup } from 'element-plus';
import QuantityEntry from '../../ui/QuantityEntry.vue';
import Choice from '../../ui/Choice.vue';
import TextField from '../../ui/TextField.vue';
import type { Field } from '@nodaxis/core/bringup/testKind';
import { displayUnit, printQuantity } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { usePreferences } from '../../document/preferences';
import { useBringUp } from './useBringUp';

/** What is to be entered: a choice by large buttons, a reading with its unit. */
const bringUp = useBringUp();
const { fields, readings, enter } = bringUp;
const preferences = usePreferences();
/** A version, a name: no story. */
const MOST_SHORT = 120;
const unitOf = (f: Field) => {
  const u = displayUnit(f.dimension!, preferences.display);
  return u === '1' ? '' : u;
};
/** One unit says it for the figures before it on the line that have the same. */
const unitEnds = (f: Field, line: readonly Field[]) => {
  const figures = line.filter((x) => x.dimension);
  const next = figures[figures.indexOf(f) + 1];
  return !next || unitOf(next) !== unitOf(f);
};
const shown = (f: Field) => {
  const v = readings.value[f.key];
  return typeof v === 'object' ? printQuantity(v, preferences.display).figure : '';
};
/** A table of readings goes in columns, so that its judgement stays in sight. */
const many = computed(() => fields.value.filter((f) => f.dimension).length > 2);
/** Fields that stand on one line, and those that stand alone. */
const rows = computed(() => {
  const lines: { title: string | undefined; own: Field[] }[] = [];
  for (const f of fields.value) {
    const last = lines.at(-1);
    if (f.row !== undefined && last?.title === f.row) last.own.push(f);
    else lines.push({ title: f.row, own: [f] });
  }
  return lines;
});
</script>

<template>
  <form class="readings" :class="{ many }" @submit.prevent>
    <div
      v-for="line in rows"
      :key="line.own[0]!.key"
      :class="{ line: line.title !== undefined, long: line.own.length > 2 }"
    >
      <span v-if="line.title !== undefined" class="title" aria-hidden="true">{{ line.title }}</span>
      <fieldset v-for="f in line.own" :key="f.key" class="field" :class="f.type">
        <template v-if="f.type === 'choice'">
          <legend :class="{ 'visually-hidden': line.title !== undefined }">{{ f.title }}</legend>
          <Choice
            v-if="f.options!.length > 5"
            :model-value="String(readings[f.key] ?? '')"
            :label="f.title"
            none="choose …"
            :options="f.options!"
            @change="enter(f.key, $event)"
          />
          <ElRadioGroup
            v-else
            class="options"
            :model-value="String(readings[f.key] ?? '')"
            :aria-label="f.title"
            @update:model-value="(v) => enter(f.key, String(v))"
            ><ElRadio v-for="o in f.options" :key="o.value" :value="o.value" border>{{
              o.label
            }}</ElRadio></ElRadioGroup
          >
        </template>
        <label v-else-if="f.type === 'text'" class="quantity"
          ><span>{{ f.title }}</span>
          <TextField
            :model-value="String(readings[f.key] ?? '')"
            :maxlength="MOST_SHORT"
            @update:model-value="enter(f.key, $event)"
        /></label>
        <label v-else class="quantity"
          ><span :class="{ 'visually-hidden': line.title !== undefined }">{{ f.title }}</span>
          <span class="row entry"
            ><QuantityEntry
              :shown="shown(f)"
              :dimension="f.dimension!"
              :unit="displayUnit(f.dimension!, preferences.display)"
              inputmode="decimal"
              class="mono"
              @enter="enter(f.key, $event && { ...$event, source: 'measured' })"
            /><span v-if="unitEnds(f, line.own)" class="unit">{{ unitOf(f) }}</span></span
          >
        </label>
      </fieldset>
    </div>
  </form>
</template>

<style scoped>
.readings {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.many {
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
}
.line {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 5px 6px;
}
.line .title {
  flex: 0 0 auto;
  min-width: 62px;
}
.line .entry {
  gap: 5px;
}
.line .entry :deep(.text-field) {
  width: 66px;
}
.line.long:has(.choice) .title {
  flex-basis: 100%;
  font-weight: 700;
}
.line.long .title {
  min-width: 146px;
}
.line.long .entry :deep(.text-field) {
  font-size: 14px;
}
.line .options :deep(.el-radio) {
  padding: 5px 10px;
}
.field {
  border: 0;
  margin: 0;
  padding: 0;
  min-width: 0;
}
legend {
  padding: 0;
  margin-bottom: 3px;
}
.options {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.options :deep(.el-radio) {
  font-size: inherit;
}
.quantity {
  display: grid;
  gap: 3px;
}
.entry {
  flex-wrap: nowrap;
}
.entry :deep(.text-field) {
  width: 120px;
  text-align: right;
  font-size: 16px;
}
.unit {
  color: var(--soft);
}
.choice {
  max-width: 100%;
}
@media (max-width: 720px) {
  .line .title {
    flex-basis: 100%;
  }
  .line .entry :deep(.text-field) {
    width: 90px;
  }
  .line .field.choice {
    flex: 1 1 170px;
  }
  .options :deep(.el-radio),
  .choice {
    min-height: 44px;
  }
  .options :deep(.el-radio) {
    flex: 1 1 100%;
  }
  .line .options :deep(.el-radio) {
    flex: 1;
  }
  .entry :deep(.text-field) {
    width: 160px;
  }
}
</style>
