<script setup lang="ts">
/**
 * A line or some lines of text. `v-model` follows each letter; with `:model-value` and `@change` alone the text is the
 * field's own until it is entered, as a value that is set by a command needs it.
 */
import { ElInput } from 'element-plus';
import { nextTick, ref, useTemplateRef, watch } from 'vue';

const { modelValue = '', strict = false } = defineProps<{
  modelValue?: string | number | undefined;
  /** Once a text is entered, what is so is shown, whatever was typed. */
  strict?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [string]; change: [string] }>();
const text = ref(String(modelValue));
watch(
  () => modelValue,
  (v) => (text.value = String(v)),
);
function follow(typed: string): void {
  text.value = typed;
  emit('update:modelValue', typed);
}
const box = useTemplateRef<InstanceType<typeof ElInput>>('box');
defineExpose({
  /** Puts the focus there, with a part of the text selected. */
  select(from: number, to: number): void {
    const native = box.value?.textarea ?? box.value?.input;
    native?.focus();
    native?.setSelectionRange(from, to);
  },
});
async function enter(typed: string): Promise<void> {
  emit('change', typed);
  await nextTick();
  if (strict) text.value = String(modelValue);
}
</script>

<template>
  <ElInput ref="box" class="text-field" :model-value="text" @update:model-value="follow" @change="enter">
    <template v-if="$slots.suffix" #suffix><slot name="suffix" /></template>
  </ElInput>
</template>
