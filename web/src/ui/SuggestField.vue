<script setup lang="ts">
/** A line of text with what it may be: suggestions follow what is typed, and anything else may be entered as well. */
import { ElAutocomplete } from 'element-plus';
import { ref, watch } from 'vue';

const { modelValue = '', suggestions } = defineProps<{
  modelValue?: string | undefined;
  suggestions: readonly string[];
}>();
const emit = defineEmits<{ 'update:modelValue': [string]; change: [string] }>();
/** So many are shown at most. */
const MOST = 60;
const text = ref(modelValue);
watch(
  () => modelValue,
  (v) => (text.value = v),
);
function follow(typed: string | number): void {
  text.value = String(typed);
  emit('update:modelValue', text.value);
}
function matching(typed: string, show: (found: { value: string }[]) => void): void {
  const word = typed.trim().toLowerCase();
  show(
    suggestions
      .filter((s) => s.toLowerCase().includes(word))
      .slice(0, MOST)
      .map((value) => ({ value })),
  );
}
</script>

<template>
  <ElAutocomplete
    class="suggest-field"
    :model-value="text"
    :fetch-suggestions="matching"
    :debounce="0"
    @update:model-value="follow"
    @select="(s: Record<string, unknown>) => emit('change', String(s.value))"
    @change="(v: string | number) => emit('change', String(v))"
  />
</template>
