<script setup lang="ts">
import ActionButton from '../../ui/ActionButton.vue';
import { Close } from '@element-plus/icons-vue';
import { onBeforeUnmount, onMounted, ref } from 'vue';
import TestPage from './TestPage.vue';
import { useBringUp } from './useBringUp';

/** One test on the whole screen, large, with the screen kept awake: for a phone or a laptop on a stool. */
const emit = defineEmits<{ close: [] }>();
const { mode, current, all, work, picked } = useBringUp();
/** The browser's own modal: it holds the focus, closes with Escape, and gives the focus back. */
const box = ref<HTMLDialogElement>();
const awake = ref<'yes' | 'no' | 'cannot'>('no');
let lock: WakeLockSentinel | undefined;
async function stayAwake() {
  try {
    lock = await navigator.wakeLock.request('screen');
    awake.value = 'yes';
    lock.addEventListener('release', () => (awake.value = 'no'));
  } catch {
    // Refused on battery or by the browser: said on the screen, and the work goes on.
    awake.value = 'cannot';
  }
}
const again = () => document.visibilityState === 'visible' && void stayAwake();
onMounted(() => {
  box.value!.showModal();
  void stayAwake();
  document.addEventListener('visibilitychange', again);
});
onBeforeUnmount(() => {
  document.removeEventListener('visibilitychange', again);
  void lock?.release();
});
function step(by: number) {
  const i = all.value.findIndex((s) => s.instance.key === current.value?.instance.key);
  picked.value = all.value[Math.min(all.value.length - 1, Math.max(0, i + by))]?.instance.key;
}
</script>

<template>
  <dialog ref="box" class="whole" aria-label="At the machine" @close="emit('close')">
    <header class="row spread">
      <b>{{ mode === 'rehearsal' ? 'Rehearsal' : 'Real machine' }}</b>
      <span class="soft"
        >{{ work.list.length }} to go ·
        {{
          awake === 'yes'
            ? 'screen stays awake'
            : awake === 'cannot'
              ? 'this browser lets the screen sleep'
              : 'screen may sleep'
        }}</span
      >
      <ActionButton kind="framed" aria-label="Back to the whole station" @click="box!.close()">
        <Close class="icon" />
      </ActionButton>
    </header>
    <TestPage v-if="current" :key="current.instance.key" />
    <footer class="row spread">
      <ActionButton kind="framed" @click="step(-1)">Before</ActionButton>
      <ActionButton kind="framed" @click="step(1)">After</ActionButton>
    </footer>
  </dialog>
</template>

<style scoped>
.whole {
  width: 100%;
  height: 100%;
  max-width: none;
  max-height: none;
  border: 0;
  color: inherit;
  background: var(--paper);
  padding: 10px;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  gap: 8px;
  font-size: 17px;
}
.whole :deep(button),
.whole :deep(.option) {
  min-height: 48px;
  font-size: 17px;
}
.whole :deep(h2) {
  font-size: 22px;
}
.whole > header {
  flex-wrap: nowrap;
  font-size: 14px;
}
.whole > footer button {
  justify-content: center;
}
.icon {
  width: 20px;
}
footer button {
  flex: 1;
}
</style>
