<script setup lang="ts">
/**
 * Something that a person does. `main`: what comes next; `framed`: one of several ways; `danger`: what cannot be taken
 * back; `text`: at the edge of a view; `bare`: what is pressed looks like what it stands for, such as a row or a figure.
 */
import { ElButton } from 'element-plus';

const { kind = 'text' } = defineProps<{ kind?: 'main' | 'framed' | 'danger' | 'text' | 'bare' }>();
</script>

<template>
  <ElButton :class="['action', `action-${kind}`]"><slot /></ElButton>
</template>
