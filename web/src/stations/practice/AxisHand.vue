<script setup lang="ts">
import { ArrowLeft, ArrowRight } from '@element-plus/icons-vue';
import type { AxisFigures } from '@nodaxis/core/derivation/figures';
import { shownFactor } from '@nodaxis/core/machine/design';
import type { Snapshot } from '@nodaxis/core/motion/simulation/simulation';
import { printValue } from '@nodaxis/core/units/print';
import { computed, onBeforeUnmount, onMounted, ref } from 'vue';
import { useMachine } from '../../document/machine';
import { usePreferences } from '../../document/preferences';
import AxisMark from '../../widgets/AxisMark.vue';
import RulerGlyph from '../../widgets/RulerGlyph.vue';

/** One axis to move by hand: its ruler is the control. Hold a key or a button, or drag the cursor. */
const props = defineProps<{
  figures: AxisFigures;
  snapshot: Snapshot['axes'][number] | undefined;
  offset: number;
  pressed: ReadonlySet<string>;
  powered: boolean;
}>();
const emit = defineEmits<{
  hold: [direction: 1 | -1, share: number];
  release: [];
  move: [position: number];
  reference: [];
  zero: [position: number];
}>();
const SLOW = 0.25;
const machine = useMachine();
const preferences = usePreferences();
const box = ref<HTMLElement>();
const width = ref(320);
const observer = new ResizeObserver(([e]) => e && (width.value = Math.max(150, e.contentRect.width)));
onMounted(() => box.value && observer.observe(box.value));
onBeforeUnmount(() => observer.disconnect());

const linear = computed(() => props.figures.axis.motion === 'linear');
const letter = computed(() => props.figures.axis.letter);
/** A lathe may show X as the diameter of the work: twice what the slide travels. */
const factor = computed(() => shownFactor(machine.design!, props.figures.axis));
const show = (v: number) => {
  const inch = preferences.display.system === 'inch';
  const p = printValue(v * factor.value, linear.value ? 'length' : 'angle', preferences.display, 9);
  return {
    figure: Number(p.figure.replace('−', '-'))
      .toFixed(inch ? 4 : 3)
      .replace('-', '−'),
    unit: p.unit,
  };
};
const ruler = computed(() => (props.figures.ruler.known ? props.figures.ruler.value : undefined));
const position = computed(() => props.snapshot?.position ?? 0);
/** The cursor stands where the axis truly is, which the control knows only after the reference run. */
const truly = computed(() =>
  ruler.value && props.snapshot ? (props.snapshot.truePlaces[0] ?? 0) + ruler.value.hardMinus : undefined,
);
const known = computed(() => props.snapshot?.referenced && !props.snapshot.doubtful);

let down = '';
function onKeyDown(e: KeyboardEvent) {
  const direction =
    e.key === 'ArrowRight' || e.key === 'ArrowUp' ? 1 : e.key === 'ArrowLeft' || e.key === 'ArrowDown' ? -1 : 0;
  if (direction) {
    e.preventDefault();
    if (down === e.key) return;
    down = e.key;
    emit('hold', direction, e.shiftKey ? 1 : SLOW);
  } else if (e.key === 'Home') {
    e.preventDefault();
    emit('reference');
  }
}
function letGo() {
  down = '';
  emit('release');
}
const ghost = ref<number>();
function at(e: PointerEvent): number {
  const r = (e.currentTarget as SVGElement).getBoundingClientRect();
  const share = Math.min(1, Math.max(0, (e.clientX - r.left - 12) / (r.width - 24)));
  return ruler.value!.hardMinus + share * (ruler.value!.hardPlus - ruler.value!.hardMinus);
}
function dragStart(e: PointerEvent) {
  if (!props.powered || !ruler.value) return;
  (e.currentTarget as SVGElement).setPointerCapture(e.pointerId);
  ghost.value = at(e);
}
const drag = (e: PointerEvent) => ghost.value !== undefined && (ghost.value = at(e));
/** The wanted place is told as a distance from the true one, so that it also works before the datum is known. */
function drop() {
  if (ghost.value !== undefined && truly.value !== undefined) emit('move', position.value + ghost.value - truly.value);
  ghost.value = undefined;
}
</script>

<template>
  <div class="hand">
    <AxisMark :letter="letter" />
    <div class="readings">
      <span
        class="reading"
        :class="{ unsure: !known }"
        :title="
          known
            ? 'Machine position'
            : snapshot?.doubtful
              ? 'Doubtful: reference again'
              : 'Not referenced: this counts from power-on'
        "
      >
        <small>machine{{ factor === 2 ? ' ⌀' : '' }}</small
        ><span class="mono"
          >{{ show(position).figure }}<span class="unit"> {{ show(position).unit }}</span></span
        >
      </span>
      <span class="reading work"
        ><small>work{{ factor === 2 ? ' ⌀' : '' }}</small
        ><span class="mono">{{ show(position - offset).figure }}</span></span
      >
    </div>
    <div class="buttons">
      <button
        class="plain-button framed jog"
        :disabled="!powered"
        :aria-label="`Hold to move ${letter} to minus`"
        @pointerdown.prevent="emit('hold', -1, $event.shiftKey ? 1 : SLOW)"
        @pointerleave="emit('release')"
      >
        <ArrowLeft />−
      </button>
      <button
        class="plain-button framed jog"
        :disabled="!powered"
        :aria-label="`Hold to move ${letter} to plus`"
        @pointerdown.prevent="emit('hold', 1, $event.shiftKey ? 1 : SLOW)"
        @pointerleave="emit('release')"
      >
        +<ArrowRight />
      </button>
      <button
        class="plain-button"
        :disabled="!powered"
        title="Work position is zero here"
        :aria-label="`Work zero of ${letter} here`"
        @click="emit('zero', position)"
      >
        Zero
      </button>
    </div>
    <div
      ref="box"
      class="rule"
      role="slider"
      tabindex="0"
      :aria-label="`${letter}: hold the arrow keys to move`"
      :aria-valuenow="Math.round(position * 100) / 100"
      :aria-valuemin="ruler ? Math.round(ruler.hardMinus) : 0"
      :aria-valuemax="ruler ? Math.round(ruler.hardPlus) : 0"
      :aria-valuetext="`${show(position).figure} ${show(position).unit}${known ? '' : ', datum unknown'}`"
      @keydown="onKeyDown"
      @keyup="letGo"
      @blur="letGo"
    >
      <svg
        v-if="ruler"
        :viewBox="`-12 -20 ${width} 54`"
        :width="width"
        height="54"
        @pointerdown="dragStart"
        @pointermove="drag"
        @pointerup="drop"
        @pointercancel="ghost = undefined"
      >
        <rect x="-12" y="-20" :width="width" height="54" fill="transparent" />
        <RulerGlyph
          :ruler="ruler"
          :length="width - 24"
          :letter="letter"
          :linear="linear"
          :position="truly"
          :ghost="ghost"
          :pressed="pressed"
        />
      </svg>
    </div>
  </div>
</template>

<style scoped>
.hand {
  display: grid;
  grid-template-columns: 34px 1fr auto;
  align-items: center;
  gap: 2px 6px;
  border-top: 1px solid var(--line);
  padding: 5px 0;
}
.readings {
  display: flex;
  gap: 8px;
}
.reading {
  display: grid;
  justify-items: end;
  min-width: 72px;
  font-size: 16px;
  white-space: nowrap;
  line-height: 1.1;
}
.reading small {
  font-size: 11px;
  color: var(--soft);
}
.work {
  color: var(--soft);
  font-size: 13px;
}
.unit {
  font-size: 12px;
  margin-left: 4px;
  color: var(--soft);
}
.unsure .mono {
  color: var(--doubt);
  border-bottom: 2px dotted currentcolor;
}
.buttons {
  display: flex;
  gap: 2px;
}
.jog {
  touch-action: none;
  user-select: none;
}
.rule {
  grid-column: 1 / -1;
  outline-offset: -2px;
}
svg {
  display: block;
  max-width: 100%;
  touch-action: none;
}
@media (max-width: 720px) {
  .hand {
    grid-template-columns: 34px 1fr;
  }
  .buttons {
    grid-column: 1 / -1;
    justify-content: space-between;
  }
  .buttons .jog {
    flex: 1;
  }
  .jog {
    min-width: 52px;
    justify-content: center;
  }
}
</style>
