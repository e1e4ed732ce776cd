<script setup lang="ts">
import ActionButton from '../../ui/ActionButton.vue';
import { Check, CloseBold, View } from '@element-plus/icons-vue';
import type { Revealed } from '@nodaxis/core/bringup/rehearse/reveal';
import { ElIcon } from 'element-plus';
import { computed } from 'vue';

/** What was hidden in a rehearsal that has ended: each mistake, what became of it, and the test that shows it. */
const props = defineProps<{ told: readonly Revealed[] }>();
defineEmits<{ close: [] }>();
const icon = { corrected: Check, 'found, not corrected': View, 'not found': CloseBold };
const passedOver = computed(() => props.told.filter((t) => t.came === 'not found').length);
</script>

<template>
  <section class="sheet stack revealed">
    <h2>What was hidden</h2>
    <p v-if="!told.length">Nothing was hidden in this machine.</p>
    <p v-else-if="passedOver">
      <b>{{ passedOver }} of {{ told.length }}</b> not found. On the real machine, the test named below would have shown
      it.
    </p>
    <p v-else>All found.</p>
    <ol v-if="told.length" class="list">
      <li v-for="t in told" :key="t.text" class="row">
        <ElIcon :size="20" :class="{ missed: t.came === 'not found' }"><component :is="icon[t.came]" /></ElIcon>
        <div>
          <p>{{ t.text }}</p>
          <p class="soft">
            <b>{{ t.came }}</b>
            <template v-if="t.shownBy.length"> · shown by “{{ t.shownBy[0]!.title }}”</template>
          </p>
        </div>
      </li>
    </ol>
    <p><ActionButton kind="main" @click="$emit('close')">Close</ActionButton></p>
  </section>
</template>

<style scoped>
.revealed {
  grid-column: 1 / -1;
  max-width: 720px;
  align-self: start;
}
.list {
  display: grid;
  gap: 10px;
  margin: 0;
  padding: 0;
  list-style: none;
}
.list li {
  flex-wrap: nowrap;
  align-items: flex-start;
}
.missed {
  color: var(--danger);
}
</style>
