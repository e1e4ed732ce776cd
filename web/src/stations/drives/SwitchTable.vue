<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import Fold from '../../ui/Fold.vue';
import NumberField from '../../ui/NumberField.vue';
import TextField from '../../ui/TextField.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { isDriver, isPlugIn } from '@nodaxis/core/machine/parts';
import { baseValue, quantity } from '@nodaxis/core/units/quantity';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';

/** The driver's own switch table, entered once from its lid: one line a setting, the numbers of the switches that are on. */
const props = defineProps<{ partId: string }>();
const machine = useOpenMachine();
const fault = ref('');
const data = computed(() => {
  const d = machine.design.parts[props.partId]?.data;
  return d && isDriver(d) ? d : undefined;
});
const jumpers = computed(() => isPlugIn(machine.design.parts[props.partId]));
const asText = computed(() => {
  const t = data.value?.switches;
  const line = (value: string, on: readonly number[]) => `${value}: ${on.join(' ') || '-'}`;
  return {
    steps: (t?.steps ?? []).map((s) => line(String(s.stepsPerRevolution), s.on)).join('\n'),
    currents: (t?.currents ?? []).map((c) => line(c.current ? String(baseValue(c.current)) : '?', c.on)).join('\n'),
    count: t?.count ?? 8,
  };
});
const steps = ref<string>();
const currents = ref<string>();
const count = ref<number>();

/** `1600: 5 6` → value and switches; says which line cannot be read. */
function parse(text: string, what: string, most: number): { value: number; on: number[] }[] | string {
  const lines: { value: number; on: number[] }[] = [];
  for (const [i, raw] of text.split('\n').entries()) {
    const l = raw.trim();
    if (!l) continue;
    const m = /^([\d.,]+)\s*:\s*([\d\s,-]*)$/.exec(l);
    const on =
      m?.[2]!
        .split(/[\s,]+/)
        .filter((x) => /\d/.test(x))
        .map(Number) ?? [];
    const value = Number(m?.[1]?.replace(',', '.'));
    if (!m || !(value > 0) || on.some((n) => n < 1 || n > most))
      return `${what}, line ${i + 1}: "${l}" is not a value, a colon and switch numbers from 1 to ${most}, such as 1600: 5 6.`;
    lines.push({ value, on });
  }
  return lines;
}
function save() {
  const n = count.value ?? asText.value.count;
  const s = parse(steps.value ?? asText.value.steps, 'Steps', n);
  const c = parse(currents.value ?? asText.value.currents, 'Currents', n);
  if (typeof s === 'string' || typeof c === 'string') {
    fault.value = typeof s === 'string' ? s : String(c);
    return;
  }
  const faults = machine.run({
    name: 'set-switch-table',
    args: {
      part: props.partId,
      table: {
        count: n,
        steps: s.map((x) => ({ stepsPerRevolution: Math.round(x.value), on: x.on })),
        currents: c.map((x) => ({ current: quantity(x.value, 'A', 'datasheet'), on: x.on })),
      },
    },
  });
  fault.value = faults.map((f) => `${f.what} ${f.fix}`).join(' ');
  if (!faults.length) steps.value = currents.value = count.value = undefined;
}
</script>

<template>
  <Fold v-if="data"
    ><template #title
      ><span>{{ jumpers ? 'Jumper' : 'Switch' }} table of this driver</span></template
    >
    <p class="soft">
      From {{ jumpers ? 'its sheet' : 'its lid' }}, one line a setting: the value, a colon,
      {{ jumpers ? 'the jumpers that are fitted' : 'the switches that are on' }}.
    </p>
    <div class="row tables">
      <label
        >{{ jumpers ? 'Jumpers' : 'Switches' }}
        <NumberField :min="1" :max="16" :model-value="count ?? asText.count" @update:model-value="count = $event"
      /></label>
      <label
        >Steps per revolution
        <TextField
          type="textarea"
          :rows="7"
          :model-value="steps ?? asText.steps"
          placeholder="1600: 5 6"
          @update:model-value="steps = $event"
        />
      </label>
      <label
        >Current in A{{ data.currentShown ? `, ${data.currentShown === 'rms' ? 'RMS' : 'peak'}` : '' }}
        <TextField
          type="textarea"
          :rows="7"
          :model-value="currents ?? asText.currents"
          placeholder="2.8: 1 3"
          @update:model-value="currents = $event"
        />
      </label>
    </div>
    <Caution v-if="fault" kind="refused">{{ fault }}</Caution>
    <ActionButton kind="framed" :disabled="machine.readOnly" @click="save">Keep this table</ActionButton>
  </Fold>
</template>

<style scoped>
.tables {
  align-items: start;
}
label {
  display: grid;
  gap: 3px;
  color: var(--soft);
  font-size: 13px;
}
.text-field.el-textarea {
  width: 150px;
  font-family: var(--mono);
  font-size: 13px;
}
.number-field {
  width: 90px;
}
</style>
