<script setup lang="ts">
import { onBeforeUnmount, shallowRef, watch } from 'vue';
import { browserStore } from '../../document/browserStore';
import { useMachine } from '../../document/machine';
import { readPicture } from '../../document/photos';

/** Pictures of an entry, from the browser's own store. */
const props = defineProps<{ ids: readonly string[] }>();
const machine = useMachine();
const urls = shallowRef<string[]>([]);
const free = () => urls.value.forEach((u) => URL.revokeObjectURL(u));
watch(
  () => props.ids,
  async (ids) => {
    const next: string[] = [];
    for (const id of ids) {
      const reference = machine.file?.photos[id];
      const picture = reference && (await readPicture(browserStore, reference.sha256).catch(() => null));
      if (picture) next.push(URL.createObjectURL(new Blob([picture.bytes], { type: picture.mime })));
    }
    free();
    urls.value = next;
  },
  { immediate: true },
);
onBeforeUnmount(free);
</script>

<template>
  <div class="row">
    <img v-for="u in urls" :key="u" :src="u" alt="Picture of the entry" />
    <span v-if="urls.length < ids.length" class="soft"
      >{{ ids.length - urls.length }} kept with another copy of this file.</span
    >
  </div>
</template>

<style scoped>
img {
  max-width: 140px;
  max-height: 120px;
  border: 1px solid var(--line);
}
</style>
