<script setup lang="ts">
import { CopyDocument } from '@element-plus/icons-vue';
import type { SheetLine } from '@nodaxis/core/dialects/lines';
import { movedBetween, type Snapshot } from '@nodaxis/core/dialects/snapshots';
import { writeBack } from '@nodaxis/core/dialects/write';
import type { NameSheet } from '@nodaxis/core/machine/nameSheet';
import { computed, ref } from 'vue';
import { useCopied } from '../../document/useCopied';
import ActionButton from '../../ui/ActionButton.vue';
import Choice from '../../ui/Choice.vue';
import DataTable from '../../ui/DataTable.vue';

/** What the control holds now against a reading that was kept, and the lines that lead back to it. */
const { sheet, lines, earlier, now } = defineProps<{
  sheet: NameSheet;
  lines: readonly SheetLine[];
  earlier: readonly Snapshot[];
  now: Snapshot['held'];
}>();
const picked = ref('');
const before = computed(() => earlier.find((s) => s.id === picked.value) ?? earlier.at(-1)!);
const date = (at: string) => new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
const moved = computed(() => movedBetween(before.value, { held: now }));
const back = computed(() => writeBack(sheet, lines, moved.value));
const whatOf = (name: string) => lines.find((l) => l.name === name)?.what ?? 'not in the sheet any more';
const { said: done, copy: put } = useCopied('Take them from the table.');
const copy = () => put(`${back.value.join('\n')}\n`, `${back.value.length} lines copied.`);
</script>

<template>
  <section class="sheet stack" aria-label="Against an earlier reading">
    <div class="row wrap">
      <h2>Changed in the control since</h2>
      <Choice
        v-model="picked"
        label="Earlier reading"
        :none="date(earlier.at(-1)!.at)"
        :options="
          [...earlier].reverse().map((s) => ({ value: s.id, label: date(s.at), note: `${s.held.length} settings` }))
        "
      />
      <ActionButton v-if="back.length" kind="framed" class="back" @click="copy"
        ><CopyDocument />Copy the lines that lead back</ActionButton
      >
      <span v-if="done" role="status" class="soft">{{ done }}</span>
    </div>
    <p v-if="!moved.length" class="soft">Nothing: it holds what it held then.</p>
    <DataTable v-else>
      <thead>
        <tr>
          <th>There it is</th>
          <th>What it is</th>
          <th class="num">Then</th>
          <th class="num">Now</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="m in moved" :key="m.name">
          <td class="mono">{{ m.name }}</td>
          <td>{{ whatOf(m.name) }}</td>
          <td class="num mono">{{ m.was ?? '–' }}</td>
          <td class="num mono">{{ m.is ?? '–' }}</td>
        </tr>
      </tbody>
    </DataTable>
  </section>
</template>

<style scoped>
.back {
  margin-left: auto;
}
</style>
