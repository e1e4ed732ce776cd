<script setup lang="ts">
import ActionButton from '../ui/ActionButton.vue';
import { Camera } from '@element-plus/icons-vue';
import { MOST_TEXT } from '@nodaxis/core/machine/ids';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref } from 'vue';
import { vDraft } from '../document/drafts';
import { useMachine } from '../document/machine';
import { useIntake } from '../document/intake';
import type { Subject } from '../document/subjects';
import { notedOf, noteCommand } from '../document/subjects';
import PhotoStrip from './PhotoStrip.vue';

const props = defineProps<{ subject: Subject; title: string }>();
const machine = useMachine();
const intake = useIntake();
const faults = ref<Fault[]>([]);
const picker = ref<HTMLInputElement>();

const held = computed(() => notedOf(machine.design!, props.subject));
const photos = computed(() => held.value?.photos ?? []);
function note(e: Event): void {
  const text = (e.target as HTMLTextAreaElement).value.trim();
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
    <textarea
      v-draft="
        `${machine.file?.id}/note/${subject.kind}/${subject.id}/${subject.kind === 'terminal' ? subject.terminal : ''}`
      "
      rows="2"
      :maxlength="MOST_TEXT"
      :aria-invalid="faults.length > 0"
      :value="held?.notes ?? ''"
      :disabled="machine.readOnly"
      :aria-label="`Note on ${title}`"
      placeholder="what is worth knowing when this is opened again"
      @change="note"
    ></textarea>
    <div class="row">
      <PhotoStrip :ids="photos" removable @drop="drop" />
      <ActionButton kind="framed" :disabled="machine.readOnly" @click="picker?.click()">
        <Camera />Picture
      </ActionButton>
      <input
        ref="picker"
        class="visually-hidden"
        type="file"
        accept="image/*"
        multiple
        tabindex="-1"
        :aria-label="`Pictures of ${title}`"
        @change="intake.take($event, { kind: 'subject', subject })"
      />
    </div>
    <p v-for="f in [...faults, ...intake.faults]" :key="f.what" role="alert" class="fault">{{ f.what }} {{ f.mend }}</p>
  </section>
</template>

<style scoped>
.notes {
  gap: 6px;
}
textarea {
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  padding: 4px 6px;
  width: 100%;
  resize: vertical;
}
.fault {
  color: var(--danger);
}
</style>
