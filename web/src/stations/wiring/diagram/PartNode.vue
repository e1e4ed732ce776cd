<script setup lang="ts">
import type { GraphNode } from '@nodaxis/core/wiring/diagram/sheetGraph';
import type { Sheet } from '@nodaxis/core/wiring/sheets';
import { Handle, Position } from '@vue-flow/core';
import { sheetNames } from '../sheetNames';
import PartSymbol from './PartSymbol.vue';

/** A part on a sheet: its symbol, its name, and the terminals that something is connected to here. */
defineProps<{ data: { node: GraphNode; bundle?: boolean } }>();
const emit = defineEmits<{ jump: [{ sheet: Sheet; part: string; terminal: string }]; hover: [number | undefined] }>();
</script>

<template>
  <div
    class="part"
    :style="{ width: `${data.node.width}px`, height: `${data.node.height}px` }"
    :data-part="data.node.id"
  >
    <PartSymbol :name="data.node.symbol" class="glyph" />
    <b class="designation">{{ data.node.designation }}</b>
    <span class="name">{{ data.node.name }}</span>
    <template v-for="p in data.node.ports" :key="p.id">
      <Handle
        :id="p.id"
        :type="p.side === 'east' ? 'source' : 'target'"
        :position="p.side === 'east' ? Position.Right : Position.Left"
        :connectable="false"
        :style="{ top: `${p.y}px` }"
      />
      <span
        v-if="!data.bundle"
        class="port"
        :class="p.side"
        :data-net="p.net"
        :style="{ top: `${p.y - 9}px` }"
        @mouseenter="emit('hover', p.net)"
        @mouseleave="emit('hover', undefined)"
        ><button
          v-if="p.elsewhere.length"
          class="ref"
          :title="`Goes on: ${p.elsewhere.map((s) => sheetNames[s]).join(', ')}`"
          :aria-label="`${data.node.designation}:${p.printed} on ${p.elsewhere.map((s) => sheetNames[s]).join(', ')}`"
          @click.stop="emit('jump', { sheet: p.elsewhere[0]!, part: data.node.id, terminal: p.terminal })"
        >
          {{ p.side === 'east' ? '▸' : '◂' }}</button
        >{{ p.printed }}</span
      >
    </template>
  </div>
</template>

<style scoped>
.part {
  position: relative;
  background: var(--sheet);
  border: 1.2px solid var(--ink);
  font-size: 11px;
}
.glyph {
  position: absolute;
  left: 4px;
  top: 3px;
}
.designation {
  position: absolute;
  left: 46px;
  top: 3px;
  font: 700 13px var(--mono);
}
.name {
  position: absolute;
  left: 46px;
  right: 2px;
  top: 19px;
  font-size: 10px;
  color: var(--soft);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.port {
  position: absolute;
  height: 18px;
  line-height: 18px;
  font: 11px/18px var(--mono);
  white-space: nowrap;
}
.west {
  left: 6px;
}
.east {
  right: 6px;
  display: flex;
  flex-direction: row-reverse;
}
.ref {
  font: 11px/16px var(--mono);
  color: var(--accent);
  background: none;
  border: 0;
  padding: 0 2px;
  cursor: pointer;
}
.part :deep(.vue-flow__handle) {
  width: 1px;
  height: 1px;
  min-width: 0;
  min-height: 0;
  background: none;
  border: 0;
  pointer-events: none;
}
</style>
