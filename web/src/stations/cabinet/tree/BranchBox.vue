<script setup lang="ts">
import type { Design } from '@nodaxis/core/machine/design';
import { loadedTo } from '@nodaxis/core/power/branches';
import { showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import { BOX, type Box } from './treeLayout';

/** One part of the power tree: what it carries, of how much, and how far its peak goes. */
const { box, parts, picked, state } = defineProps<{
  box: Box;
  parts: Design['parts'];
  picked: boolean;
  /** What the figures are of, in words. */
  state: string;
}>();
const preferences = usePreferences();
const part = computed(() => (box.branch ? parts[box.branch.part] : undefined));
const f = computed(() => box.figures);
/** A driver is called by its axis as well. */
const name = computed(() => {
  if (!part.value) return `${box.small?.length} small loads`;
  const axes = (f.value?.terms ?? []).filter((t) => t.part === box.branch?.part && t.name !== part.value?.designation);
  return axes.length ? `${axes.map((t) => t.name).join(', ')}: ${part.value.name}` : part.value.name;
});
const a = (amps: number) => showValue(amps, 'current', preferences.display, 2);
/** The bar reaches a little beyond the rating, or as far as the peak. */
const scale = computed(() => (f.value?.ratedA ? Math.max(f.value.ratedA * 1.1, f.value.peakA) : 0));
const wide = (amps: number) => `${Math.min(100, (100 * amps) / scale.value)}%`;
const kind = computed(() => {
  const { amps = 0, ratedA = Infinity, lastingA = Infinity } = f.value ?? {};
  return loadedTo(amps, ratedA, lastingA);
});
const place = computed(() => ({
  left: `${box.x}px`,
  top: `${box.y}px`,
  width: `${BOX.width}px`,
  height: `${BOX.height}px`,
}));
const spoken = computed(() => {
  const what = part.value ? `${part.value.designation} ${name.value}` : name.value;
  if (!f.value) return `${what}: no sheet says what it carries`;
  const of = f.value.ratedA === undefined ? '' : ` of ${a(f.value.ratedA)}`;
  return `${what}: ${a(f.value.amps)}${of}, ${state}; at most ${a(f.value.peakA)}`;
});
</script>

<template>
  <ActionButton kind="bare" class="box" :class="{ picked }" :style="place" :aria-label="spoken" :aria-pressed="picked">
    <span class="top"
      ><b v-if="part" class="mono">{{ part.designation }}</b
      ><span class="name">{{ name }}</span></span
    >
    <span v-if="f" class="bottom">
      <span v-if="f.ratedA !== undefined" class="track">
        <span class="bar" :class="kind" :style="{ width: wide(f.amps) }" />
        <span class="peak" :class="{ over: f.peakA > f.ratedA }" :style="{ left: wide(f.peakA) }" />
        <span class="mark" :style="{ left: wide(f.lastingA!) }" />
        <span class="end" :style="{ left: wide(f.ratedA) }" />
      </span>
      <span class="mono figure" :class="kind"
        >{{ a(f.amps) }}<template v-if="f.ratedA !== undefined"> of {{ a(f.ratedA) }}</template></span
      >
    </span>
    <span v-else class="bottom soft">no sheet tells</span>
  </ActionButton>
</template>

<style scoped>
.box {
  position: absolute;
  display: grid;
  align-content: center;
  gap: 1px;
  padding: 2px 7px;
  text-align: left;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  overflow: hidden;
}
.box :deep(> span) {
  display: grid;
  gap: 1px;
  width: 100%;
  min-width: 0;
}
.picked {
  background: var(--accent-wash);
  border-color: var(--accent);
  box-shadow: 0 0 0 1px var(--accent);
}
.top {
  display: flex;
  gap: 5px;
  min-width: 0;
  font-size: 14px;
  line-height: 17px;
}
.top b {
  white-space: nowrap;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  min-width: 0;
}
.bottom {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 13px;
  line-height: 16px;
}
.track {
  position: relative;
  flex: 1;
  height: 9px;
  background: var(--paper);
  border: 1px solid var(--line);
}
.bar {
  position: absolute;
  inset: 0 auto 0 0;
}
.bar.ease {
  background: var(--good);
}
.bar.tight {
  background: var(--wont);
}
.bar.over {
  background: var(--danger);
}
.figure.tight {
  color: var(--wont);
}
.figure.over {
  color: var(--danger);
  font-weight: 600;
}
.figure {
  white-space: nowrap;
}
.peak,
.mark,
.end {
  position: absolute;
  top: -3px;
  bottom: -3px;
  border-left: 1px solid var(--line-strong);
}
.peak {
  top: 2px;
  bottom: 2px;
  border-left: 3px solid var(--ink);
  margin-left: -2px;
}
.peak.over {
  border-left-color: var(--danger);
}
.end {
  border-left: 2px solid var(--ink);
}
</style>
