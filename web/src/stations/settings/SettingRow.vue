<script setup lang="ts">
import TextField from '../../ui/TextField.vue';
import QuantityField from '../../ui/QuantityField.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { describeField, fieldTitle } from '@nodaxis/core/machine/fields';
import type { Setting } from '@nodaxis/core/settings/setting';
import { contradicts, showSetting } from '@nodaxis/core/settings/setting';
import type { Quantity } from '@nodaxis/core/units/quantity';
import { displayUnit } from '@nodaxis/core/units/print';
import { computed, ref, shallowRef } from 'vue';
import { useFocusLink } from '../../widgets/focusLink';
import { useOpenMachine } from '../../document/openMachine';
import { useDraft } from '../../document/drafts';
import { usePreferences } from '../../document/preferences';
import FieldLink from '../../widgets/FieldLink.vue';

const props = defineProps<{ setting: Setting }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const { go } = useFocusLink();
/** Half-set by hand: the form stands open until it is entered or left. */
const typed = useDraft(() => `${machine.file?.id}/override/${props.setting.key}`, {
  open: false,
  text: '',
  reason: '',
});
const close = () => (typed.value = { open: false, text: '', reason: '' });
const fault = ref('');
const byHand = shallowRef<Quantity>();

const title = computed(() => `${props.setting.group}, ${props.setting.title}`);
const show = (v: Setting['value']) => (v.known ? showSetting(props.setting.kind, v.value, preferences.display) : '');
const lost = computed(() => {
  const path = props.setting.value.known ? undefined : props.setting.value.missing[0];
  return path ? describeField(machine.design, path) : undefined;
});
const choices = computed(() => (props.setting.kind.type === 'choice' ? props.setting.kind.choices : []));
/** What is plugged and set elsewhere (a terminal, a switch position) is changed there, not overridden here. */
const canOverride = computed(() => props.setting.kind.type !== 'choice' || choices.value.length > 0);

function start() {
  const v = props.setting.value;
  const text = v.known ? (choices.value.length ? String(v.value) : show(v)) : (choices.value[0]?.value ?? '');
  fault.value = '';
  typed.value = { open: true, text, reason: props.setting.override?.reason ?? '' };
}
function save() {
  const { kind, key } = props.setting;
  let value: Parameters<typeof machine.run>[0] | undefined;
  const args = { setting: key, title: title.value, reason: typed.value.reason.trim() };
  if (kind.type === 'quantity') {
    if (!byHand.value) return;
    value = { name: 'override-setting', args: { ...args, value: byHand.value } };
  } else value = { name: 'override-setting', args: { ...args, value: typed.value.text } };
  fault.value = machine
    .run(value)
    .map((f) => `${f.what} ${f.fix}`)
    .join(' ');
  if (!fault.value) close();
}
const clear = () => machine.run({ name: 'clear-override', args: { setting: props.setting.key, title: title.value } });
</script>

<template>
  <tr :data-field="setting.key" :class="{ byhand: setting.override }">
    <td class="title">{{ setting.title }} <FieldLink :path="setting.key" :label="title" /></td>
    <td class="num value">
      <ActionButton v-if="!setting.value.known && lost" kind="bare" class="lost" @click="go(lost.station, lost.path)">
        needs {{ fieldTitle(lost) }}
      </ActionButton>
      <span v-else-if="!setting.value.known" class="soft">{{
        setting.value.missing.includes('conductors')
          ? 'plan the wiring first'
          : setting.value.missing.join(', ') === 'circuits'
            ? 'needs a reference switch'
            : 'not known yet'
      }}</span>
      <strong v-else class="mono">{{ show(setting.value) }}</strong>
      <template v-if="setting.override">
        <br /><small :class="contradicts(setting) ? 'differs' : 'soft'"
          >derived {{ show(setting.derived) || 'not known' }}</small
        >
      </template>
    </td>
    <td class="soft">{{ setting.formula }}</td>
    <td class="mono numbers">
      {{ setting.numbers(preferences.display)
      }}<small v-if="setting.override?.reason" class="soft"><br />by hand: {{ setting.override.reason }}</small>
    </td>
    <td class="acts">
      <ActionButton
        v-if="setting.override"
        :disabled="machine.readOnly"
        :aria-label="`Back to derived: ${title}`"
        @click="clear"
      >
        Back to derived
      </ActionButton>
      <ActionButton
        v-else-if="canOverride"
        :disabled="machine.readOnly || typed.open"
        :aria-label="`Set by hand: ${title}`"
        @click="start"
      >
        Set by hand
      </ActionButton>
    </td>
  </tr>
  <tr v-if="typed.open">
    <td colspan="5">
      <form class="row" @submit.prevent="save">
        <Choice v-if="choices.length" v-model="typed.text" :label="`Value of ${title}`" :options="choices" />
        <QuantityField
          v-else-if="setting.kind.type === 'quantity'"
          v-model="typed.text"
          v-model:quantity="byHand"
          :dimension="setting.kind.dimension"
          :unit="displayUnit(setting.kind.dimension, preferences.display)"
          class="mono"
          :aria-label="`Value of ${title}`"
          autofocus
        />
        <TextField v-else v-model="typed.text" class="mono" :aria-label="`Value of ${title}`" autofocus />
        <TextField
          v-model="typed.reason"
          class="reason"
          maxlength="500"
          placeholder="Why? You will ask in a year"
          :aria-label="`Reason for ${title}`"
        />
        <ActionButton kind="main" native-type="submit" :disabled="setting.kind.type === 'quantity' && !byHand">
          Set
        </ActionButton>
        <ActionButton @click="close">Leave it</ActionButton>
        <span v-if="fault" class="differs" role="alert">{{ fault }}</span>
      </form>
    </td>
  </tr>
</template>

<style scoped>
.title {
  white-space: nowrap;
}
.value {
  white-space: nowrap;
}
.numbers {
  font-size: 13px;
}
.byhand {
  background: var(--accent-wash);
}
.differs {
  color: var(--wont);
}
.acts {
  text-align: right;
  white-space: nowrap;
}

.reason {
  flex: 1;
  min-width: 180px;
}
@media (max-width: 720px) {
  tr {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    border-bottom: 1px solid var(--line);
  }
  .data-table td,
  td {
    border: 0;
    white-space: normal;
    overflow-wrap: anywhere;
  }
  td:nth-child(n + 3) {
    grid-column: 1 / -1;
  }
}
</style>
