<script setup lang="ts" generic="V extends string | number">
/** One out of a few that are all in sight. */
import { ElRadio, ElRadioGroup } from 'element-plus';

defineProps<{ options: readonly { value: V; label: string }[]; label: string }>();
const chosen = defineModel<V>();
</script>

<template>
  <ElRadioGroup v-model="chosen" class="pick-one" :aria-label="label">
    <ElRadio v-for="o in options" :key="o.value" :value="o.value">{{ o.label }}</ElRadio>
  </ElRadioGroup>
</template>
