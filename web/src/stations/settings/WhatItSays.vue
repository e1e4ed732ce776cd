<script setup lang="ts">
import { messagesFrom, withMessage } from '@nodaxis/core/dialects/messages';
import type { NameSheet, SheetMessage } from '@nodaxis/core/machine/nameSheet';
import { computed, ref } from 'vue';
import { useDraft } from '../../document/drafts';
import { useOpenMachine } from '../../document/openMachine';
import ActionButton from '../../ui/ActionButton.vue';
import Fold from '../../ui/Fold.vue';
import TextField from '../../ui/TextField.vue';
import MessageFinder from '../../widgets/MessageFinder.vue';

/** What the control shows when something is wrong, and where it is written down. */
const { sheet } = defineProps<{ sheet: NameSheet }>();
const emit = defineEmits<{ change: [NameSheet] }>();
const machine = useOpenMachine();
const messages = computed(() => sheet.messages ?? []);

const blank: SheetMessage = { text: '', cause: '', wayOut: '' };
const typed = useDraft(() => `${machine.file.id}/message`, { ...blank, list: '' });
/** Unfolded where something was typed already, or a message is to be changed. */
const writing = ref(typed.value.text !== '' || typed.value.list !== '');
function edit(m: SheetMessage): void {
  typed.value = { ...typed.value, ...m };
  writing.value = true;
}
function put(): void {
  const { text, cause, wayOut } = typed.value;
  emit('change', withMessage(sheet, { text: text.trim(), cause: cause.trim(), wayOut: wayOut.trim() }));
  typed.value = { ...typed.value, ...blank };
}
const seeded = computed(() => messagesFrom(typed.value.list, messages.value));
function putList(): void {
  emit('change', { ...sheet, messages: [...messages.value, ...seeded.value] });
  typed.value = { ...typed.value, list: '' };
}
</script>

<template>
  <section class="sheet stack" aria-label="What it says">
    <h2>What it says when something is wrong</h2>
    <MessageFinder v-slot="{ message }" :messages="messages">
      <ActionButton
        kind="bare"
        :disabled="machine.readOnly"
        :aria-label="`Change ${message.text}`"
        @click="edit(message)"
        >change</ActionButton
      >
    </MessageFinder>
    <Fold v-model:open="writing" :title="`Write down what yours says: ${messages.length} so far`">
      <div class="columns">
        <form class="stack" @submit.prevent="put">
          <TextField v-model="typed.text" maxlength="200" placeholder="What it shows" aria-label="Its text" />
          <TextField
            v-model="typed.cause"
            type="textarea"
            :rows="2"
            maxlength="1000"
            placeholder="What is behind it"
            aria-label="Cause"
          />
          <TextField
            v-model="typed.wayOut"
            type="textarea"
            :rows="2"
            maxlength="1000"
            placeholder="What to do"
            aria-label="Way out"
          />
          <ActionButton kind="framed" native-type="submit" :disabled="machine.readOnly || !typed.text.trim()"
            >Write it down</ActionButton
          >
        </form>
        <form class="stack" @submit.prevent="putList">
          <TextField
            v-model="typed.list"
            type="textarea"
            :rows="5"
            class="mono"
            placeholder="Or paste the list of a manual: what it shows, a tab, what it means"
            aria-label="A list of messages"
          />
          <ActionButton kind="framed" native-type="submit" :disabled="machine.readOnly || !seeded.length"
            >Take {{ seeded.length }} of the list</ActionButton
          >
        </form>
      </div>
    </Fold>
  </section>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
