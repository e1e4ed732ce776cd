<script setup lang="ts">
/** A button that opens a file and hands out its text; the same file can be chosen again. */
defineProps<{ name: string; accept: string; label?: string; framed?: boolean }>();
const emit = defineEmits<{ text: [text: string] }>();
async function open(e: Event) {
  const box = e.target as HTMLInputElement;
  const file = box.files?.[0];
  if (file) emit('text', await file.text());
  box.value = '';
}
</script>

<template>
  <label class="plain-button file" :class="{ framed }"
    >{{ name }}<input type="file" :accept="accept" :aria-label="label ?? name" @change="open"
  /></label>
</template>

<style scoped>
.file {
  position: relative;
  overflow: hidden;
}
input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--accent);
}
</style>
