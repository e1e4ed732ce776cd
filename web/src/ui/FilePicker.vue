<script setup lang="ts">
/** A button that opens files; the same file can be chosen again. The one native control of its kind: a browser opens files in no other way. */
import { useTemplateRef } from 'vue';
import ActionButton from './ActionButton.vue';

defineOptions({ inheritAttrs: false });
const { label, kind = 'framed' } = defineProps<{
  accept: string;
  /** What is chosen, for a screen reader. */
  label: string;
  multiple?: boolean;
  disabled?: boolean;
  /** On a phone: straight from the camera. */
  camera?: boolean;
  kind?: InstanceType<typeof ActionButton>['$props']['kind'];
}>();
const emit = defineEmits<{ files: [File[]] }>();
const box = useTemplateRef<HTMLInputElement>('box');
function hand(): void {
  const files = [...(box.value!.files ?? [])];
  if (files.length) emit('files', files);
  box.value!.value = '';
}
</script>

<template>
  <ActionButton v-bind="$attrs" :kind="kind" :disabled="disabled" @click="box?.click()"><slot /></ActionButton
  ><input
    ref="box"
    class="visually-hidden"
    type="file"
    tabindex="-1"
    :accept="accept"
    :aria-label="label"
    :multiple="multiple"
    :disabled="disabled"
    :capture="camera ? 'environment' : undefined"
    @change="hand"
  />
</template>
