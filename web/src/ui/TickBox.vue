<script setup lang="ts">
/** Yes or no. What is shown is what is so: a change that is refused leaves it as it was. */
import { ElCheckbox } from 'element-plus';
import { nextTick, ref } from 'vue';

const { modelValue = false } = defineProps<{ modelValue?: boolean | undefined }>();
const emit = defineEmits<{ 'update:modelValue': [boolean]; change: [boolean] }>();
const refused = ref(0);
async function set(is: boolean): Promise<void> {
  emit('update:modelValue', is);
  emit('change', is);
  await nextTick();
  if (modelValue !== is) refused.value++;
}
</script>

<template>
  <ElCheckbox
    :key="refused"
    class="tick-box"
    :model-value="modelValue"
    @update:model-value="(v: string | number | boolean) => set(v === true)"
    ><slot
  /></ElCheckbox>
</template>
