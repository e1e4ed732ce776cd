<script setup lang="ts">
import { Camera } from '@element-plus/icons-vue';
import { MOST_TEXT } from '@nodaxis/core/machine/ids';
import type { Command } from '@nodaxis/core/commands/command';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref } from 'vue';
import { vDraft } from '../document/drafts';
import { useMachine } from '../document/machine';
import { pickPictures } from '../document/pickPictures';
import PhotoStrip from './PhotoStrip.vue';

/** What a person notes of a part, a conductor or a terminal: words and pictures, kept with the machine. */
export type Subject =
  { kind: 'conductor'; id: string } | { kind: 'part'; id: string } | { kind: 'terminal'; id: string; terminal: string };
const props = defineProps<{ subject: Subject; title: string }>();
const machine = useMachine();
const faults = ref<Fault[]>([]);
const picker = ref<HTMLInputElement>();

const held = computed((): { notes?: string | undefined; photos?: string[] | undefined } | undefined => {
  const { subject } = props;
  const design = machine.design!;
  if (subject.kind === 'conductor') return design.conductors[subject.id];
  if (subject.kind === 'part') return design.parts[subject.id];
  return design.parts[subject.id]?.terminals[subject.terminal];
});
type Change = { notes?: string | null; photos?: string[] | null };
function commandFor(set: Change): Command {
  const { subject } = props;
  if (subject.kind === 'conductor') return { name: 'set-conductors', args: { ids: [subject.id], set } };
  if (subject.kind === 'part') return { name: 'set-part', args: { part: subject.id, set } };
  return { name: 'set-terminal', args: { part: subject.id, terminal: subject.terminal, set } };
}
const photos = computed(() => held.value?.photos ?? []);
function note(e: Event): void {
  const text = (e.target as HTMLTextAreaElement).value.trim();
  if (text !== (held.value?.notes ?? '')) faults.value = machine.run(commandFor({ notes: text || null }));
}
async function take(e: Event): Promise<void> {
  faults.value = await pickPictures(e, (id) => commandFor({ photos: [...new Set([...photos.value, id])] }));
}
function drop(id: string): void {
  const rest = photos.value.filter((p) => p !== id);
  faults.value = machine.run(commandFor({ photos: rest.length ? rest : null }));
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
      <button class="plain-button framed" :disabled="machine.readOnly" @click="picker?.click()">
        <Camera />Picture
      </button>
      <input
        ref="picker"
        class="visually-hidden"
        type="file"
        accept="image/*"
        multiple
        tabindex="-1"
        :aria-label="`Pictures of ${title}`"
        @change="take"
      />
    </div>
    <p v-for="f in faults" :key="f.what" role="alert" class="fault">{{ f.what }} {{ f.mend }}</p>
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
