<script setup lang="ts">
import TickBox from '../../ui/TickBox.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { Delete } from '@element-plus/icons-vue';
import { circuitName } from '@nodaxis/core/machine/fields';
import { inputPlaces } from '@nodaxis/core/wiring/planner/inputs';
import { terminalKey, type TerminalRef } from '@nodaxis/core/machine/ids';
import { computed, ref } from 'vue';
import { deviceClasses } from '@nodaxis/core/advice/inputDevices';
import ActionMenu from '../../ui/ActionMenu.vue';
import { useOwnParts } from '../../document/ownParts';
import { useOpenMachine } from '../../document/openMachine';
import MachineField from '../../widgets/MachineField.vue';

const props = defineProps<{ circuitId: string }>();
const machine = useOpenMachine();
const own = useOwnParts();
const design = computed(() => machine.design);
const circuit = computed(() => design.value.circuits[props.circuitId]!);
const analysis = computed(() => machine.figures.circuits[props.circuitId]);
const input = computed(() => machine.figures.whole.plan.inputs[props.circuitId]);
/** The head that its switches came off with. */
const off = computed(() => {
  const { heads = {}, mountedHead } = design.value;
  const head = Object.entries(heads).find(
    ([id, h]) => id !== mountedHead && circuit.value.devices.some((d) => h.parts.includes(d)),
  );
  return head?.[1].name;
});
const fault = ref('');

const places = computed(() => inputPlaces(design.value).map((p) => ({ key: terminalKey(p), at: p, name: nameOf(p) })));
const nameOf = ({ part, terminal }: TerminalRef) => {
  const on = design.value.parts[part];
  const printed = on?.terminals[terminal]?.printed ?? terminal;
  return part === design.value.roles.controller ? printed : `${on?.designation ?? part}:${printed}`;
};
/** Other inputs whose switches could share this one. */
const joinable = computed(() =>
  Object.entries(design.value.circuits).filter(
    ([id, c]) =>
      id !== props.circuitId && /limit|reference/.test(c.function) && /limit|reference/.test(circuit.value.function),
  ),
);
const tripped = computed(() => [...new Set(analysis.value?.tripped.map((t) => t.reading))]);
const deaf = computed(() => analysis.value?.wired && analysis.value.tripped.some((t) => !t.seen));

function run(command: Parameters<typeof machine.run>[0]) {
  fault.value = machine
    .run(command)
    .map((f) => `${f.what} ${f.fix}`)
    .join(' ');
}
function setTerminal(key: string) {
  const chosen = places.value.find((p) => p.key === key);
  run({
    name: 'set-input-terminal',
    args: {
      circuit: props.circuitId,
      input: chosen ? { part: chosen.at.part, terminal: chosen.at.terminal } : null,
    },
  });
}
function join(from: string) {
  if (from) run({ name: 'join-inputs', args: { into: props.circuitId, from } });
}

/** Another device in the place of one: it keeps its mount and its place in the circuit. */
const exchanges = computed(() =>
  own.of(...deviceClasses(circuit.value.function)).map((e) => ({ value: e.key, label: e.name })),
);
const exchange = (part: string, key: string) => run({ name: 'exchange-device', args: { part, ...own.choice(key) } });
</script>

<template>
  <tr :data-field="`circuits.${circuitId}`">
    <td>
      <strong class="name">{{ circuitName(design, circuitId) }}</strong>
    </td>
    <td data-label="Terminal">
      <span :data-field="`circuits.${circuitId}.input`">
        <Choice
          class="terminal"
          :model-value="circuit.input ? terminalKey(circuit.input) : ''"
          :disabled="machine.readOnly"
          :label="`Terminal of ${circuitName(design, circuitId)}`"
          :none="input ? `${nameOf(input)} planned` : circuit.cutsOnly ? 'not reported' : 'none free'"
          :options="places.map((p) => ({ value: p.key, label: p.name }))"
          @change="setTerminal"
        />
      </span>
    </td>
    <td data-label="Switches" class="switches">
      <template v-for="d in circuit.devices" :key="d">
        <ActionMenu
          v-if="exchanges.length && design.parts[d]?.data.class !== 'pendant'"
          class="device mono"
          :label="`Exchange ${design.parts[d]?.designation}, ${design.parts[d]?.name}`"
          :disabled="machine.readOnly"
          :items="exchanges.filter((e) => e.value !== design.parts[d]?.libraryKey)"
          @pick="exchange(d, $event)"
          >{{ design.parts[d]?.designation }}</ActionMenu
        >
        <span v-else class="device mono" :data-hint="design.parts[d]?.name">{{ design.parts[d]?.designation }}</span>
      </template>
      <ActionButton
        v-if="circuit.devices.length > 1"
        class="small"
        :disabled="machine.readOnly"
        @click="run({ name: 'split-input', args: { circuit: circuitId } })"
      >
        Separate
      </ActionButton>
      <Choice
        v-else-if="joinable.length"
        class="small"
        model-value=""
        :disabled="machine.readOnly"
        :label="`Let another share the input of ${circuitName(design, circuitId)}`"
        none="share …"
        :options="joinable.map(([id]) => ({ value: id, label: `with ${circuitName(design, id)}` }))"
        @change="join"
      />
    </td>
    <td data-label="Contact" class="contact">
      <template v-for="d in circuit.devices" :key="d">
        <MachineField
          v-if="['switch', 'button'].includes(design.parts[d]?.data.class ?? '')"
          :path="`parts.${d}.setup.contactUsed`"
          hide-label
        />
        <span v-else-if="design.parts[d]?.data.class === 'sensor'"
          >{{ (design.parts[d]!.data as { output: string }).output }}
          {{ (design.parts[d]!.data as { form: string }).form }}</span
        >
      </template>
      <span v-if="circuit.function === 'alarm'" class="soft">alarm contacts of the drives</span>
      <MachineField v-if="circuit.function === 'jog'" :path="`circuits.${circuitId}.direction`" hide-label />
      <MachineField
        v-if="circuit.function === 'select-step'"
        :path="`circuits.${circuitId}.step`"
        hide-label
        no-source
      />
      <MachineField v-if="circuit.devices.length > 1" :path="`circuits.${circuitId}.arrangement`" hide-label />
      <TickBox
        v-if="circuit.function === 'stop'"
        class="told"
        :data-field="`circuits.${circuitId}.cutsOnly`"
        :model-value="!circuit.cutsOnly"
        :disabled="machine.readOnly"
        @change="
          run({
            name: 'set-field',
            args: { path: `circuits.${circuitId}.cutsOnly`, value: circuit.cutsOnly ? null : true },
          })
        "
      >
        reports to the control</TickBox
      >
    </td>
    <td data-label="Switches to" class="feed"><MachineField :path="`circuits.${circuitId}.feed`" hide-label /></td>
    <td data-label="At rest" class="mono">{{ analysis?.wired ? analysis.idle.reading : '–' }}</td>
    <td data-label="Tripped" class="mono" :class="{ bad: deaf }">{{ analysis?.wired ? tripped.join(' / ') : '–' }}</td>
    <td data-label="Polarity">
      <span v-if="off && !analysis" class="soft">its head “{{ off }}” is off</span>
      <span v-else-if="!analysis?.wired" class="soft">not wired yet</span>
      <strong v-else-if="analysis.activeWhen" class="name">active {{ analysis.activeWhen }}</strong>
      <strong v-else class="bad">cannot be known</strong>
    </td>
    <td data-label="Broken wire seen">
      <span v-if="analysis?.worstNotice" class="notice" :class="{ bad: analysis.worstNotice === 'never' }">{{
        analysis.worstNotice
      }}</span>
    </td>
    <td>
      <ActionButton
        class="small"
        :aria-label="`Remove ${circuitName(design, circuitId)}`"
        data-hint="Remove"
        :disabled="machine.readOnly"
        @click="run({ name: 'remove-input', args: { circuit: circuitId } })"
      >
        <Delete />
      </ActionButton>
      <p v-if="fault" class="bad" role="alert">{{ fault }}</p>
    </td>
  </tr>
</template>

<style scoped>
td {
  vertical-align: middle;
}
.terminal {
  font-size: 13px;
  width: 124px;
}
.device {
  margin-right: 6px;
}
.small {
  font-size: 13px;
}
.choice.small {
  width: 92px;
}
td.feed :deep(.field) {
  grid-template-columns: 62px 0;
}
td.contact :deep(.field) {
  grid-template-columns: 146px 0;
}
.switches {
  white-space: nowrap;
}
.name,
.notice {
  white-space: nowrap;
}
.told {
  display: block;
  font-size: 13px;
  white-space: nowrap;
}
.bad {
  color: var(--danger);
}
td :deep(.field) {
  grid-template-columns: auto 0;
  gap: 0;
}
td :deep(.field > .choice:not(.source)) {
  grid-column: auto;
}
@media (max-width: 720px) {
  tr {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    border-bottom: 2px solid var(--line-strong);
  }
  td {
    border: 0;
  }
  td:first-child {
    grid-column: 1 / -1;
  }
  td[data-label]::before {
    content: attr(data-label);
    display: block;
    font-size: 13px;
    color: var(--soft);
  }
}
</style>
