<script setup lang="ts">
import { messagesLike } from '@nodaxis/core/dialects/messages';
import type { SheetMessage } from '@nodaxis/core/machine/nameSheet';
import { computed, ref } from 'vue';
import TextField from '../ui/TextField.vue';

/** What the control shows when something is wrong, found by its words: the cause and the way out that were written down. */
const { messages } = defineProps<{ messages: readonly SheetMessage[] }>();
const shown = ref('');
const MOST = 5;
const found = computed(() => messagesLike(messages, shown.value).slice(0, MOST));
</script>

<template>
  <TextField
    v-model="shown"
    type="search"
    class="said"
    placeholder="Type what it shows: a text, a number, a lamp"
    aria-label="What it shows"
  />
  <p v-if="shown.trim() && !found.length" class="soft">
    {{
      messages.length
        ? `None of its ${messages.length} messages is like that.`
        : 'No message of it is written down yet.'
    }}
  </p>
  <ul v-if="found.length">
    <li v-for="m in found" :key="m.text">
      <strong class="mono">{{ m.text }}</strong>
      <span>{{ m.cause || 'Cause not written down yet.' }}</span>
      <span v-if="m.wayOut"><b>Way out:</b> {{ m.wayOut }}</span>
      <slot :message="m" />
    </li>
  </ul>
</template>

<style scoped>
.said {
  max-width: 420px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  gap: 2px;
  justify-items: start;
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
</style>
