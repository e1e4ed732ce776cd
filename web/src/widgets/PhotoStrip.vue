<script setup lang="ts">
import ActionButton from '../ui/ActionButton.vue';
import { Delete } from '@element-plus/icons-vue';
import { onBeforeUnmount, shallowRef, watch } from 'vue';
import { browserStore } from '../document/browserStore';
import { useMachine } from '../document/machine';
import { readPicture } from '../document/photos';

/** Pictures by their ids, from the browser's own store; where `drop` is asked for, each can be taken away. */
const props = defineProps<{ ids: readonly string[]; removable?: boolean }>();
const emit = defineEmits<{ drop: [id: string] }>();
const machine = useMachine();
const urls = shallowRef<Record<string, string>>({});
const free = (of: Record<string, string>) => Object.values(of).forEach((u) => URL.revokeObjectURL(u));
watch(
  () => props.ids,
  async (ids, _before, onCleanup) => {
    let wanted = true;
    onCleanup(() => (wanted = false));
    const next: Record<string, string> = {};
    for (const id of ids) {
      const reference = machine.file?.photos[id];
      const picture = reference && (await readPicture(browserStore, reference.sha256).catch(() => null));
      if (picture) next[id] = URL.createObjectURL(new Blob([picture.bytes], { type: picture.mime }));
    }
    // A later list may have come in while these were read.
    if (!wanted) return free(next);
    free(urls.value);
    urls.value = next;
  },
  { immediate: true },
);
onBeforeUnmount(() => free(urls.value));
const nameOf = (id: string) => machine.file?.photos[id]?.name ?? 'picture';
</script>

<template>
  <figure v-for="id in ids" :key="id">
    <a v-if="urls[id]" :href="urls[id]" target="_blank" rel="noopener"><img :src="urls[id]" :alt="nameOf(id)" /></a>
    <span v-else class="soft">not in this browser</span>
    <ActionButton
      v-if="removable"
      :aria-label="`Remove picture ${nameOf(id)}`"
      :disabled="machine.readOnly"
      @click="emit('drop', id)"
    >
      <Delete />
    </ActionButton>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  display: flex;
  align-items: start;
}
img {
  height: 64px;
  max-width: 120px;
  object-fit: cover;
  border: 1px solid var(--line-strong);
}
</style>
