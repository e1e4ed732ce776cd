<script lang="ts">
/** A line of an outline, with the lines under it. */
export interface OutlineNode {
  key: string;
  children: OutlineNode[];
}
</script>

<script setup lang="ts" generic="N extends OutlineNode">
/** An outline whose lines can be folded and picked, with mouse and arrow keys. The slot draws a line. */
import { ElTree } from 'element-plus';
import { nextTick, useTemplateRef, watch } from 'vue';

const { nodes, picked, label } = defineProps<{ nodes: readonly N[]; picked?: string | undefined; label: string }>();
const emit = defineEmits<{ pick: [N] }>();

const tree = useTemplateRef<{ setCurrentKey(key: string | null): void }>('tree');
watch(
  () => [picked, nodes] as const,
  () => void nextTick(() => tree.value?.setCurrentKey(picked ?? null)),
  { immediate: true },
);

/** The component moves among its lines by arrow keys; Enter and Space pick the one that has the focus. */
function pickFocused(e: KeyboardEvent): void {
  const key = (e.target as HTMLElement).dataset.key;
  const found = key === undefined ? undefined : nodeOf(nodes, key);
  if (found) emit('pick', found);
}
function nodeOf(among: readonly OutlineNode[], key: string): N | undefined {
  for (const node of among) {
    const found = node.key === key ? (node as N) : nodeOf(node.children, key);
    if (found) return found;
  }
  return undefined;
}
</script>

<template>
  <ElTree
    ref="tree"
    class="outline-tree"
    node-key="key"
    :data="nodes as never[]"
    :props="{ children: 'children' }"
    :aria-label="label"
    :indent="20"
    default-expand-all
    highlight-current
    :expand-on-click-node="false"
    @keydown.enter.prevent="pickFocused"
    @keydown.space.prevent="pickFocused"
    @node-click="(n: unknown) => emit('pick', n as N)"
  >
    <template #default="{ data }"><slot :node="data as N" /></template>
  </ElTree>
</template>
