<script setup lang="ts">
import TickBox from '../ui/TickBox.vue';
import Choice from '../ui/Choice.vue';
import { ElInput } from 'element-plus';
import { describeField, type FieldDescription, valueAt } from '@nodaxis/core/machine/fields';
import { parseQuantity } from '@nodaxis/core/units/parse';
import { displayUnit, printQuantity } from '@nodaxis/core/units/print';
import type { Quantity } from '@nodaxis/core/units/quantity';
import { sources } from '@nodaxis/core/units/quantity';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref, useId, watch } from 'vue';
import { useMachine } from '../document/machine';
import { usePreferences } from '../document/preferences';
import { vDraft } from '../document/drafts';
import FieldLink from './FieldLink.vue';
import UnitQuestion from './UnitQuestion.vue';

const sourceWord = { entered: 'entered', datasheet: 'data sheet', estimate: 'estimate', measured: 'measured' };
/** One list for all fields, so that a list that did not change is not drawn again. */
const sourceOptions = sources.map((s) => ({ value: s, label: sourceWord[s] }));

/** The form of one field: what it is follows from its path alone. */
const props = defineProps<{
  path: string;
  label?: string;
  hideLabel?: boolean;
  noSource?: boolean;
  /** Reads a whole number that may be typed in other ways; undefined where the text is none of them, a fault where it cannot be read yet. */
  read?: (text: string) => number | Fault | undefined;
}>();
const machine = useMachine();
const preferences = usePreferences();
const id = useId();

const field = computed<FieldDescription | undefined>((before) =>
  machine.design ? describeField(machine.design, props.path, before) : undefined,
);
const draftKey = computed(() => `${machine.file?.id}/${props.path}`);
const value = computed(() => (machine.design ? valueAt(machine.design, props.path) : undefined));
const asQuantity = computed(() =>
  typeof value.value === 'object' ? (value.value as Quantity | undefined) : undefined,
);
const printed = computed(() => asQuantity.value && printQuantity(asQuantity.value, preferences.display));
const unit = computed(() => {
  if (field.value?.kind.type !== 'quantity') return '';
  const u = printed.value?.unit ?? displayUnit(field.value.kind.dimensions[0]!, preferences.display);
  return u === '1' ? '' : u;
});
const text = ref('');
const fault = ref<Fault>();
const shownValue = () =>
  printed.value?.figure ?? (typeof value.value === 'object' || value.value === undefined ? '' : String(value.value));
watch(
  [value, () => preferences.display.system, () => preferences.display.per, () => preferences.display.wire],
  () => (text.value = shownValue()),
  { immediate: true },
);

function set(next: Quantity | string | number | boolean | null) {
  fault.value = machine.run({ name: 'set-field', args: { path: props.path, value: next } })[0];
  if (fault.value) return;
  text.value = shownValue();
}
/** Takes what was typed; on a mistake the text stays, so that it can be fixed. */
function commit() {
  const typed = text.value.trim();
  if (!field.value || typed === shownValue()) {
    fault.value = undefined;
    return;
  }
  const kind = field.value.kind;
  if (typed === '' && kind.type !== 'text') return set(null);
  if (kind.type === 'quantity') {
    const own = asQuantity.value && printed.value?.unit ? asQuantity.value.unit : undefined;
    const assumed = own === 'tpi' ? 'tpi' : displayUnit(kind.dimensions[0]!, preferences.display);
    const sameUnit = own && printed.value?.unit === own ? own : assumed;
    const read = parseQuantity(typed, kind.dimensions, sameUnit, props.path);
    if (!read.ok) {
      fault.value = read.error;
      return;
    }
    return set(read.value);
  }
  if (kind.type === 'integer') {
    const n = props.read?.(typed) ?? Number(typed);
    if (typeof n === 'object') {
      fault.value = n;
      return;
    }
    if (!Number.isInteger(n) || n < kind.min || n > kind.max) {
      fault.value = {
        what: `"${typed}" is not a whole number from ${kind.min} to ${kind.max}.`,
        where: props.path,
        fix: 'Check the figure.',
      };
      return;
    }
    return set(n);
  }
  set(typed);
}
const setSource = (source: Quantity['source']) => {
  if (asQuantity.value) set({ ...asQuantity.value, source });
};
</script>

<template>
  <div v-if="field" class="field" :data-field="path" :class="{ faulty: fault }">
    <label :for="id" :data-hint="field.help" :class="{ 'visually-hidden': hideLabel }">{{
      label ?? field.label
    }}</label>
    <Choice
      v-if="field.kind.type === 'choice'"
      :id="id"
      :model-value="String(value ?? '')"
      :disabled="machine.readOnly"
      :data-hint="field.help"
      :none="value === undefined ? (field.whenEmpty ?? 'choose …') : undefined"
      :options="field.kind.choices"
      @change="set($event || null)"
    />
    <span v-else-if="field.kind.type === 'flag'" class="flag">
      <TickBox :id="id" :model-value="value === true" :disabled="machine.readOnly" @change="set" />
    </span>
    <ElInput
      v-else
      :id="id"
      v-model="text"
      v-draft="draftKey"
      class="input"
      :class="{ figure: field.kind.type !== 'text' }"
      :type="path === 'notes' ? 'textarea' : 'text'"
      :disabled="machine.readOnly"
      :aria-invalid="!!fault"
      :aria-describedby="fault ? `${id}-fault` : undefined"
      :data-hint="field.help"
      :placeholder="field.kind.type === 'text' ? '' : (field.whenEmpty ?? 'unknown')"
      @change="commit"
      @blur="commit"
      @keydown.enter="path === 'notes' || commit()"
      @keydown.esc="((text = shownValue()), (fault = undefined))"
    >
      <template v-if="unit" #suffix
        ><span class="unit">{{ unit }}</span></template
      >
    </ElInput>
    <Choice
      v-if="field.kind.type === 'quantity' && !noSource"
      class="source"
      :class="{ guess: asQuantity?.source === 'estimate' }"
      :model-value="asQuantity?.source ?? 'entered'"
      :disabled="!asQuantity || machine.readOnly"
      :label="`${field.label}: where the figure comes from`"
      :options="sourceOptions"
      @change="setSource"
    />
    <FieldLink :path="path" :label="field.label" />
    <UnitQuestion v-if="asQuantity && !fault" :path="path" @take="set" />
    <p v-if="fault" :id="`${id}-fault`" class="fault" role="alert">{{ fault.what }} {{ fault.fix }}</p>
  </div>
</template>

<style scoped>
.field {
  position: relative;
  display: grid;
  grid-template-columns: minmax(80px, 1fr) minmax(0, 122px) minmax(0, 84px) 16px;
  align-items: center;
  gap: 2px 6px;
  min-height: 32px;
}
.field:has(.visually-hidden) {
  grid-template-columns: minmax(80px, 1fr) auto 18px;
}
label {
  line-height: 1.2;
}
.choice,
.flag {
  min-width: 0;
}
.field > .choice:not(.source) {
  grid-column: span 2;
}
.input:not(.figure) {
  grid-column: span 2;
}
.figure:not(:has(+ .source)) {
  grid-column: 2;
}
/* Without a label nothing stands before it. */
.field:has(.visually-hidden) > .figure {
  grid-column: 1;
}
.field > :deep(.link) {
  grid-column: -2;
}
.figure :deep(.el-input__inner) {
  font-family: var(--mono);
  text-align: right;
}
.figure :deep(.el-input__inner::placeholder) {
  font: 12px var(--sans);
}
.unit {
  color: var(--soft);
  white-space: nowrap;
}
.source {
  border-color: transparent;
  background: none;
  font-size: 13px;
  width: 84px;
  color: var(--soft);
}
.source:hover:not(:disabled) {
  border-color: var(--line-strong);
}
.guess {
  color: var(--doubt);
}
.fault {
  grid-column: 1 / -1;
  color: var(--danger);
  font-size: 13px;
}
.faulty :deep(.el-input__wrapper) {
  box-shadow: 0 0 0 1px var(--danger) inset;
}
@media (max-width: 720px) {
  .field {
    grid-template-columns: minmax(0, 1fr) 122px 84px 16px;
  }
}
</style>
