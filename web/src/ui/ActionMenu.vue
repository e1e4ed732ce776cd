<script setup lang="ts" generic="V extends string">
/** Several actions of one kind behind one button, such as "same as X, Y, Z". */
import { ElDropdown, ElDropdownItem, ElDropdownMenu } from 'element-plus';
import { ArrowDown } from '@element-plus/icons-vue';
import ActionButton from './ActionButton.vue';

defineProps<{
  items: readonly { value: V; label: string }[];
  disabled?: boolean;
  /** Without the arrow, where its picture says that more is behind it. */
  bare?: boolean;
  /** Its name where its text alone does not say it. */ label?: string;
}>();
const emit = defineEmits<{ pick: [V] }>();
</script>

<template>
  <ElDropdown
    trigger="click"
    :disabled="disabled"
    popper-class="action-menu"
    :persistent="false"
    max-height="340"
    @command="(v: V) => emit('pick', v)"
  >
    <ActionButton :disabled="disabled" :aria-label="label" :data-hint="label"
      ><slot /><ArrowDown v-if="!bare" aria-hidden="true"
    /></ActionButton>
    <template #dropdown>
      <ElDropdownMenu>
        <ElDropdownItem v-for="i in items" :key="i.value" :command="i.value">{{ i.label }}</ElDropdownItem>
      </ElDropdownMenu>
    </template>
  </ElDropdown>
</template>
