<script setup lang="ts">
import type { Command } from '@nodaxis/core/commands/command';
import { readLayoutJson, writeLayoutJson } from '@nodaxis/core/formats/layoutJson';
import { ref } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { download } from '../../../document/transfer';
import ActionButton from '../../../ui/ActionButton.vue';
import Caution from '../../../ui/Caution.vue';
import FilePicker from '../../../ui/FilePicker.vue';

/** The layout as a file of its own: kept, or taken from another version of the machine. */
const { id } = defineProps<{ id: string }>();
const emit = defineEmits<{ run: [command: Command] }>();
const machine = useOpenMachine();
const said = ref('');
const refused = ref('');
async function take([file]: File[]): Promise<void> {
  said.value = refused.value = '';
  const read = readLayoutJson(await file!.text(), machine.figures.design, id);
  if (!read.ok) {
    refused.value = read.error.map((f) => `${f.what} ${f.fix}`).join(' ');
    return;
  }
  emit('run', read.value.command);
  const { placed, missing } = read.value;
  said.value = `${placed} ${placed === 1 ? 'part has its place' : 'parts have their places'} from ${file!.name}.${
    missing.length ? ` Not on this machine, or not to be put there: ${missing.join(', ')}.` : ''
  }`;
}
const save = () =>
  download(`${machine.file.id}-${id}-layout.json`, writeLayoutJson(machine.figures.design, id), 'application/json');
</script>

<template>
  <section class="sheet stack" aria-label="Layout as a file">
    <div class="row">
      <ActionButton @click="save">Save the layout</ActionButton>
      <FilePicker kind="text" accept=".json" label="Layout file" :disabled="machine.readOnly" @files="take"
        >Take a layout over</FilePicker
      >
    </div>
    <p v-if="said" role="status">{{ said }}</p>
    <Caution v-if="refused" kind="refused">{{ refused }}</Caution>
  </section>
</template>

<style scoped>
p {
  margin: 0;
}
</style>
