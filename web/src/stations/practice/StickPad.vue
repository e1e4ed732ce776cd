<script setup lang="ts">
import Slider from '../../ui/Slider.vue';
import TickBox from '../../ui/TickBox.vue';
import Choice from '../../ui/Choice.vue';
import { stickShares, usualStick } from '@nodaxis/core/motion/hand/stick';
import { useIntervalFn } from '@vueuse/core';
import { computed, onBeforeUnmount, reactive, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePractice } from './usePractice';

/** A stick on the screen, and a game controller where one is plugged in: dead zone, dominant-axis lock, curve. */
const POLL_MS = 40;
const PAD = 55;
const machine = useOpenMachine();
const practice = usePractice();
const settings = reactive({ ...usualStick });
const across = ref(machine.figures.axes[0]?.id ?? '');
const along = ref(machine.figures.axes[1]?.id ?? '');
const throwX = ref(0);
const throwY = ref(0);
const pad = ref('');
let held = false;
let moving = false;

const shares = computed(() => stickShares(throwX.value, throwY.value, settings));
function say() {
  const [x, y] = shares.value;
  const one = (axis: string, share: number) =>
    axis && share !== 0 ? [{ axis, direction: Math.sign(share) as 1 | -1, share: Math.abs(share) }] : [];
  const axes = [...one(across.value, x), ...one(along.value, y)];
  if (axes.length) {
    practice.holdAll(axes);
    moving = true;
  } else if (moving) {
    practice.release();
    moving = false;
  }
}
function push(x: number, y: number) {
  const size = Math.max(1, Math.hypot(x, y));
  [throwX.value, throwY.value] = [x / size, y / size];
  say();
}
const area = ref<SVGSVGElement>();
function drag(e: PointerEvent) {
  if (!held) return;
  const r = area.value!.getBoundingClientRect();
  push((e.clientX - r.left - r.width / 2) / (r.width / 2.4), -(e.clientY - r.top - r.height / 2) / (r.height / 2.4));
}
function grab(e: PointerEvent) {
  held = true;
  (e.currentTarget as Element).setPointerCapture(e.pointerId);
  drag(e);
}
function letGo() {
  held = false;
  push(0, 0);
}
const keys = new Set<string>();
function key(e: KeyboardEvent) {
  if (!e.key.startsWith('Arrow')) return;
  e.preventDefault();
  if (e.type === 'keydown') keys.add(e.key);
  else keys.delete(e.key);
  const k = (name: string) => (keys.has(name) ? 1 : 0);
  push((k('ArrowRight') - k('ArrowLeft')) * 0.8, (k('ArrowUp') - k('ArrowDown')) * 0.8);
}
function blur() {
  keys.clear();
  letGo();
}
/** A game controller is asked again and again; one that falls silent is gone, and motion with it. */
useIntervalFn(() => {
  const found = navigator.getGamepads?.().find((p) => p?.connected);
  if (!found) {
    if (pad.value) {
      pad.value = '';
      push(0, 0);
    }
    return;
  }
  pad.value = found.id;
  if (!held && !keys.size) push(found.axes[0] ?? 0, -(found.axes[1] ?? 0));
}, POLL_MS);
onBeforeUnmount(() => push(0, 0));
</script>

<template>
  <div class="stick">
    <svg
      ref="area"
      viewBox="-70 -70 140 140"
      role="application"
      tabindex="0"
      aria-label="Stick: hold the arrow keys, or drag"
      @pointerdown.prevent="grab"
      @pointermove="drag"
      @pointerup="letGo"
      @pointercancel="letGo"
      @keydown="key"
      @keyup="key"
      @blur="blur"
    >
      <circle r="66" class="well" />
      <circle :r="settings.deadZone * PAD" class="dead" />
      <path v-if="settings.lock" class="ways" d="M-60 0H60M0 -60V60" />
      <circle :cx="throwX * PAD" :cy="-throwY * PAD" r="16" class="knob" />
    </svg>
    <div class="stack">
      <TickBox v-model="settings.lock">dominant axis only</TickBox>
      <Slider
        v-model="settings.deadZone"
        class="soft"
        name="dead zone"
        :max="0.5"
        :step="0.01"
        :shown="`${Math.round(settings.deadZone * 100)} %`"
      />
      <div class="row">
        <label class="row soft"
          >curve
          <Choice
            v-model="settings.curve"
            :options="[
              { value: 1, label: 'straight' },
              { value: 2, label: 'fine in the middle' },
              { value: 3, label: 'very fine in the middle' },
            ]"
        /></label>
      </div>
      <div class="row">
        <label class="row soft"
          >↔
          <Choice
            v-model="across"
            label="Axis across"
            :options="machine.figures.axes.map((a) => ({ value: a.id, label: a.axis.letter }))"
        /></label>
        <label class="row soft"
          >↕
          <Choice
            v-model="along"
            label="Axis along"
            :options="machine.figures.axes.map((a) => ({ value: a.id, label: a.axis.letter }))"
        /></label>
        <span class="mono soft small">{{ shares.map((s) => `${Math.round(s * 100)} %`).join('  ') }}</span>
      </div>
      <span class="soft small">{{
        pad ? `Game controller: ${pad}` : 'A game controller that is plugged in moves the same two axes.'
      }}</span>
    </div>
  </div>
</template>

<style scoped>
.stick {
  display: grid;
  grid-template-columns: 130px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
}
svg {
  touch-action: none;
  cursor: grab;
}
.well {
  fill: var(--steel);
  stroke: var(--ink);
}
.dead {
  fill: var(--paper);
  stroke: var(--line-strong);
  stroke-dasharray: 3 3;
}
.ways {
  stroke: var(--line-strong);
}
.knob {
  fill: var(--ink);
}
.small {
  font-size: 13px;
}
.stack {
  display: grid;
  gap: 4px;
}
</style>
