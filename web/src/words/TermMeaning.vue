<script setup lang="ts">
import type { Term } from '@nodaxis/core/words/glossary';
import TermPicture from './TermPicture.vue';

/** A term with its meaning, and a picture where one says it sooner. */
defineProps<{ term: Term }>();
</script>

<template>
  <span class="term">
    <span>
      <strong>{{ term.name }}</strong>
      <span class="meaning">{{ term.meaning }}</span>
    </span>
    <TermPicture v-if="term.picture" :which="term.picture" />
  </span>
</template>

<style scoped>
.term {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
}
.meaning {
  display: block;
}
</style>
