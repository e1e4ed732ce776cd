<script setup lang="ts">
import ActionButton from '../ui/ActionButton.vue';
import { ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';

/** The link of a field: copied with a click, followed from a note or from the findings. */
const props = defineProps<{ path: string; label: string }>();
const route = useRoute();
const router = useRouter();
const copied = ref(false);
async function copy() {
  const { href } = router.resolve({ path: route.path, query: { field: props.path } });
  await router.replace(href);
  await navigator.clipboard?.writeText(new URL(href, location.origin).href).then(
    () => (copied.value = true),
    () => undefined,
  );
  setTimeout(() => (copied.value = false), 1500);
}
</script>

<template>
  <ActionButton
    kind="bare"
    class="link"
    tabindex="-1"
    :aria-label="`Link to ${label}`"
    :data-hint="copied ? 'Copied' : 'Link to this field (now in the address line)'"
    @click="copy"
  >
    {{ copied ? '✓' : '#' }}
  </ActionButton>
</template>

<style scoped>
.link {
  border: 0;
  background: none;
  /* Not by opacity: that is a layer for each of two hundred fields. */
  color: transparent;
  cursor: pointer;
  padding: 0 2px;
  font: 13px var(--mono);
}
:hover > .link,
.link:focus-visible {
  color: var(--soft);
}
</style>
