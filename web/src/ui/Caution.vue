<script setup lang="ts">
/**
 * A sentence that must not be overlooked. `caution`: what can hurt a person or a machine; `refused`: what was not done, and
 * why; `told`: what has happened meanwhile. The actions stand at its end.
 */
import { ElAlert } from 'element-plus';

const { kind = 'caution' } = defineProps<{ kind?: 'caution' | 'refused' | 'told' }>();
const types = { caution: 'warning', refused: 'error', told: 'info' } as const;
/** A refusal interrupts a screen reader, news waits for its turn, a standing caution is read in its place. */
const roles = { caution: 'note', refused: 'alert', told: 'status' } as const;
</script>

<template>
  <ElAlert class="caution" :type="types[kind]" :role="roles[kind]" :closable="false" show-icon>
    <div class="caution-body">
      <div><slot /></div>
      <div v-if="$slots.action" class="row"><slot name="action" /></div>
    </div>
  </ElAlert>
</template>
