<script setup lang="ts">
import { ElDialog } from 'element-plus';
import { shortcutList } from './shortcuts';

const shown = defineModel<boolean>({ required: true });
</script>

<template>
  <ElDialog v-model="shown" title="Shortcuts" width="min(560px, 94vw)">
    <table class="list">
      <tbody>
        <tr v-for="s in shortcutList" :key="s.keys">
          <td class="mono">{{ s.keys }}</td>
          <td>{{ s.does }}</td>
        </tr>
      </tbody>
    </table>
  </ElDialog>
</template>
