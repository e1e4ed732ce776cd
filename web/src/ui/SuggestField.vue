<script setup lang="ts">
/** A line of text with what it may be: suggestions follow what is typed, and anything else may be entered as well. */
import { useId } from 'vue';
import TextField from './TextField.vue';

defineOptions({ inheritAttrs: false });
const { modelValue = '', suggestions } = defineProps<{
  modelValue?: string | undefined;
  suggestions: readonly string[];
}>();
defineEmits<{ 'update:modelValue': [string]; change: [string] }>();
const list = useId();
</script>

<template>
  <span class="suggest-field"
    ><TextField
      v-bind="$attrs"
      :model-value="modelValue"
      :list="list"
      @update:model-value="$emit('update:modelValue', $event)"
      @change="$emit('change', $event)" /><datalist :id="list">
      <option v-for="s in suggestions" :key="s" :value="s" /></datalist
  ></span>
</template>
