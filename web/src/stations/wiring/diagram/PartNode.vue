<script setup lang="ts">
import ActionButton from '../../../ui/ActionButton.vue';
import type { GraphNode } from '@nodaxis/core/wiring/diagram/sheetGraph';
import { sheetNumberOf, type Sheet } from '@nodaxis/core/wiring/sheets';
import { sheetNames } from '@nodaxis/core/wiring/sheets';
import { useTrial } from '../../../trial/useTrial';
import PartSymbol from './PartSymbol.vue';

/** A part on a sheet: its symbol, its name, and the terminals that something is connected to here. */
defineProps<{ data: { node: GraphNode; bundle?: boolean } }>();
const trial = useTrial();
const emit = defineEmits<{ jump: [{ sheet: Sheet; part: string; terminal: string }]; hover: [number | undefined] }>();
</script>

<template>
  <div
    class="part"
    :style="{ width: `${data.node.width}px`, height: `${data.node.height}px` }"
    :data-part="data.node.id"
    :data-tag="trial.tags.get(data.node.id)"
  >
    <span v-if="trial.tags.get(data.node.id)" class="tag">{{ trial.tags.get(data.node.id) }}</span>
    <div
      class="head"
      :class="{ stacked: data.node.stacked }"
      :data-hint="data.node.fullName"
      :style="
        data.node.scale
          ? { transform: `scale(${data.node.scale})`, width: `${data.node.width / data.node.scale}px` }
          : undefined
      "
    >
      <PartSymbol v-for="(s, i) in data.node.symbols" :key="i" :name="s" />
      <div class="words">
        <b>{{ data.node.designation }}</b>
        <span>{{ data.node.name }}</span>
        <span v-if="data.node.figure" class="figure">{{ data.node.figure }}</span>
      </div>
    </div>
    <template v-for="p in data.node.ports" :key="p.id">
      <span
        v-if="!data.bundle"
        class="port"
        :class="p.side"
        :data-net="p.net"
        :style="{ top: `${p.y - 8}px` }"
        @mouseenter="emit('hover', p.net)"
        @mouseleave="emit('hover', undefined)"
        ><ActionButton
          v-for="s in p.elsewhere"
          :key="s"
          kind="bare"
          class="ref"
          :data-hint="`Goes on, sheet ${sheetNumberOf(s)}: ${sheetNames[s]}`"
          :aria-label="`${data.node.designation}:${p.printed} on ${sheetNames[s]}`"
          @click.stop="emit('jump', { sheet: s, part: data.node.id, terminal: p.terminal })"
        >
          /{{ sheetNumberOf(s) }}</ActionButton
        ><span>{{ p.printed }}</span
        ><span v-if="p.beside" class="beside">{{ p.beside }}</span></span
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
.tag {
  position: absolute;
  right: -1px;
  top: -17px;
  font-size: 11px;
  line-height: 16px;
  padding: 0 5px;
  background: var(--accent);
  color: var(--on-accent);
  white-space: nowrap;
}
.part[data-tag='dead'],
.part[data-tag='off'],
.part[data-tag='no torque'],
.part[data-tag='pulled'] {
  border-style: dashed;
}
:is(.part[data-tag='dead'], .part[data-tag='off'], .part[data-tag='no torque'], .part[data-tag='pulled']) .tag {
  background: var(--danger);
  color: var(--sheet);
}
.head {
  transform-origin: 0 0;
  display: flex;
  gap: 4px;
  padding: 3px 4px;
}
.head.stacked {
  flex-wrap: wrap;
  row-gap: 0;
}
.words {
  display: flex;
  flex-direction: column;
  white-space: nowrap;
  padding-left: 4px;
}
.stacked .words {
  flex-basis: 100%;
}
.words b {
  font: 700 13px/17px var(--mono);
}
.words span {
  font-size: 11px;
  line-height: 14px;
  color: var(--soft);
}
.words .figure {
  color: var(--ink);
}
.port {
  position: absolute;
  height: 16px;
  font: 11px/16px var(--mono);
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
.beside {
  color: var(--soft);
  margin-right: 6px;
}
.ref {
  font: 11px/16px var(--mono);
  color: var(--accent);
  background: none;
  border: 0;
  padding: 0 4px;
  cursor: pointer;
}
</style>
