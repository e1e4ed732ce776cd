<script setup lang="ts">
import { takenFrom, type Difference } from '@nodaxis/core/dialects/compare';
import type { SheetLine } from '@nodaxis/core/dialects/lines';
import { describeField, fieldTitle } from '@nodaxis/core/machine/fields';
import { useOpenMachine } from '../../document/openMachine';
import ActionButton from '../../ui/ActionButton.vue';
import DataTable from '../../ui/DataTable.vue';

/** Lines of a name sheet: what to type there, how it comes about, what the control holds, and who is right. */
defineProps<{ rows: readonly { line: SheetLine; difference: Difference | undefined }[]; readOnly: boolean }>();
const emit = defineEmits<{ takeOver: [Difference] }>();
const machine = useOpenMachine();

const lacks = (line: SheetLine): string =>
  line.missing
    .map((path) => {
      const field = describeField(machine.design, path);
      return field ? fieldTitle(field) : path === 'conductors' ? 'the wiring, planned' : path;
    })
    .join(', ');
/** Whether the machine can be set as the control is: then a person decides who is right. */
const canTake = (d: Difference): boolean =>
  d.given?.value !== undefined && takenFrom(d.line, d.given.value) !== undefined;
</script>

<template>
  <div class="scroll">
    <DataTable>
      <thead>
        <tr>
          <th>There it is</th>
          <th>What it is</th>
          <th class="num">Needed</th>
          <th>Comes from</th>
          <th class="num">In the control</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="{ line, difference: d } in rows"
          :key="`${line.name} ${line.what}`"
          :class="{ differs: d?.standing === 'differs' }"
        >
          <td class="mono name">{{ line.name }}</td>
          <td>
            {{ line.what }}<small v-if="line.entry.menu" class="soft"><br />{{ line.entry.menu.join(' › ') }}</small>
          </td>
          <td class="num mono value">
            <template v-if="line.text">{{ line.text }}{{ line.unit ? ` ${line.unit}` : '' }}</template>
            <span v-else class="soft">–</span>
          </td>
          <td class="mono numbers">
            <span v-if="line.missing.length" class="soft">needs {{ lacks(line) }}</span>
            <span v-else-if="line.fault" class="bad">{{ line.fault }}</span>
            <template v-else>{{ line.numbers }}</template>
            <small v-if="line.rounding" class="because"><br />{{ line.rounding }}</small>
            <small v-if="d?.because" class="because"><br />{{ d.because }}</small>
          </td>
          <td class="num mono value">
            <template v-if="d?.given"
              ><strong v-if="d.standing === 'differs'" class="bad">{{ d.given.text }}</strong
              ><template v-else>{{ d.given.text }}</template></template
            >
            <span v-else class="soft">{{ d ? 'not given' : '' }}</span>
          </td>
          <td class="acts">
            <span v-if="d?.standing === 'same'" aria-label="the same">✓</span>
            <ActionButton
              v-else-if="d?.standing === 'differs' && canTake(d)"
              kind="framed"
              :disabled="readOnly"
              :aria-label="`The control is right: ${line.what}`"
              @click="emit('takeOver', d)"
              >The control is right</ActionButton
            >
          </td>
        </tr>
      </tbody>
    </DataTable>
    <p v-if="!rows.length" class="soft">None.</p>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.name,
.value {
  white-space: nowrap;
}
.numbers {
  font-size: 13px;
}
.differs {
  background: var(--accent-wash);
}
.bad,
.because {
  color: var(--wont);
}
.acts {
  text-align: right;
  white-space: nowrap;
}
@media (max-width: 720px) {
  thead {
    display: none;
  }
  .data-table,
  tbody {
    display: block;
  }
  tr {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    border-bottom: 1px solid var(--line);
  }
  .data-table td {
    border: 0;
    overflow-wrap: anywhere;
  }
  td:nth-child(2) {
    order: -1;
    grid-column: 1 / -1;
  }
  td:nth-child(4) {
    grid-column: 1 / -1;
  }
}
</style>
