<script setup lang="ts">
import { ElDialog } from 'element-plus';
import ActionButton from '../../ui/ActionButton.vue';
import { Close } from '@element-plus/icons-vue';
import { useWakeLock } from '@vueuse/core';
import { computed, onBeforeUnmount, onMounted, ref } from 'vue';
import TestPage from './TestPage.vue';
import { useBringUp } from './useBringUp';

/** One test on the whole screen, large, with the screen kept awake: for a phone or a laptop on a stool. */
const emit = defineEmits<{ close: [] }>();
const { mode, current, all, work, picked } = useBringUp();
const shown = ref(true);
/** It asks again by itself when the page comes back into sight. */
const lock = useWakeLock();
const refused = ref(false);
// Refused on battery or by the browser: said on the screen, and the work goes on.
onBeforeUnmount(() => void lock.release());
onMounted(() => lock.request('screen').catch(() => (refused.value = true)));
const awake = computed(() =>
  lock.isActive.value ? 'yes' : refused.value || !lock.isSupported.value ? 'cannot' : 'no',
);
function step(by: number) {
  const i = all.value.findIndex((s) => s.instance.key === current.value?.instance.key);
  picked.value = all.value[Math.min(all.value.length - 1, Math.max(0, i + by))]?.instance.key;
}
</script>

<template>
  <ElDialog
    v-model="shown"
    fullscreen
    class="whole-screen"
    :show-close="false"
    append-to-body
    title="At the machine"
    @closed="emit('close')"
  >
    <div class="whole">
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
        <ActionButton kind="framed" aria-label="Back to the whole station" @click="shown = false">
          <Close class="icon" />
        </ActionButton>
      </header>
      <TestPage v-if="current" :key="current.instance.key" />
      <footer class="row spread">
        <ActionButton kind="framed" @click="step(-1)">Before</ActionButton>
        <ActionButton kind="framed" @click="step(1)">After</ActionButton>
      </footer>
    </div></ElDialog
  >
</template>

<style scoped>
.whole {
  height: calc(100vh - 20px);
  height: calc(100dvh - 20px);
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  gap: 8px;
  font-size: 17px;
}
.whole :deep(button),
.whole :deep(.el-radio) {
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
