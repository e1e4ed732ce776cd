<script setup lang="ts">
import FilePicker from '../ui/FilePicker.vue';
import TextField from '../ui/TextField.vue';
import { Camera } from '@element-plus/icons-vue';
import { MOST_TEXT } from '@nodaxis/core/machine/ids';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref } from 'vue';
import { vDraft } from '../document/drafts';
import { useOpenMachine } from '../document/openMachine';
import { useIntake } from '../document/intake';
import type { Subject } from '../document/subjects';
import { notedOf, noteCommand } from '../document/subjects';
import PhotoStrip from './PhotoStrip.vue';

const props = defineProps<{ subject: Subject; title: string }>();
const machine = useOpenMachine();
const intake = useIntake();
const faults = ref<Fault[]>([]);

const held = computed(() => notedOf(machine.design, props.subject));
const photos = computed(() => held.value?.photos ?? []);
function note(typed: string): void {
  const text = typed.trim();
  if (text !== (held.value?.notes ?? ''))
    faults.value = machine.run(noteCommand(props.subject, { notes: text || null }));
}
function drop(id: string): void {
  const rest = photos.value.filter((p) => p !== id);
  faults.value = machine.run(noteCommand(props.subject, { photos: rest.length ? rest : null }));
}
</script>

<template>
  <section class="notes stack" :aria-label="title">
    <h3>{{ title }}</h3>
    <TextField
      v-draft="
        `${machine.file?.id}/note/${subject.kind}/${subject.id}/${subject.kind === 'terminal' ? subject.terminal : ''}`
      "
      type="textarea"
      :rows="2"
      :maxlength="MOST_TEXT"
      :aria-invalid="faults.length > 0"
      :model-value="held?.notes ?? ''"
      :disabled="machine.readOnly"
      :aria-label="`Note on ${title}`"
      placeholder="what is worth knowing when this is opened again"
      @change="note"
    />
    <div class="row">
      <PhotoStrip :ids="photos" removable @drop="drop" />
      <FilePicker
        accept="image/*"
        multiple
        :label="`Pictures of ${title}`"
        :disabled="machine.readOnly"
        @files="intake.take($event, { kind: 'subject', subject })"
        ><Camera />Picture</FilePicker
      >
    </div>
    <p v-for="f in [...faults, ...intake.faults]" :key="f.what" role="alert" class="fault">{{ f.what }} {{ f.fix }}</p>
  </section>
</template>

<style scoped>
.notes {
  gap: 6px;
}
.text-field {
  width: 100%;
}
.fault {
  color: var(--danger);
}
</style>
