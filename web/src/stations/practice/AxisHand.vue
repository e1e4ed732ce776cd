<script setup lang="ts">
import ActionButton from '../../ui/ActionButton.vue';
import { ArrowLeft, ArrowRight } from '@element-plus/icons-vue';
import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import { shownFactor } from '@nodaxis/core/machine/design';
import { seenMove } from '@nodaxis/core/machine/directions';
import type { AxisEnd } from '@nodaxis/core/machine/mechanics';
import type { Snapshot } from '@nodaxis/core/motion/simulation/simulation';
import { printValue } from '@nodaxis/core/units/print';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
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
  /** A step for each press of a key or button, mm or °; 0: it moves while held. */
  step: number;
}>();
const emit = defineEmits<{
  hold: [direction: 1 | -1, share: number];
  release: [];
  move: [position: number];
  reference: [];
  nudge: [distance: number];
  zero: [];
}>();
const SLOW = 0.25;
const machine = useOpenMachine();
const preferences = usePreferences();
const box = ref<HTMLElement>();
const { width: measured } = useElementSize(box, { width: 320, height: 0 });
const width = computed(() => Math.max(150, measured.value));

const linear = computed(() => props.figures.axis.motion === 'linear');
const letter = computed(() => props.figures.axis.letter);
/** A lathe may show X as the diameter of the work: twice what the slide travels. */
const factor = computed(() => shownFactor(machine.design, props.figures.axis));
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
/** What goes where for a sign, for someone who stands where the reader does. */
const seen = (to: AxisEnd) => seenMove(machine.design, props.figures.axis, to, preferences.display.stand).text;
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
    go(direction, e.shiftKey);
  } else if (e.key === 'Home') {
    e.preventDefault();
    emit('reference');
  }
}
function letGo() {
  down = '';
  emit('release');
}
/** Moves while it is held, or by one step for each press. */
function go(direction: 1 | -1, fast: boolean) {
  if (props.step > 0) emit('nudge', direction * props.step);
  else emit('hold', direction, fast ? 1 : SLOW);
}
/** The wanted place is told as a distance from the true one, so that it also works before the datum is known. */
const moveTo = (place: number) => truly.value !== undefined && emit('move', position.value + place - truly.value);
/** By eye: somewhere in the inner half of the window around the mark. */
function park() {
  const mark = ruler.value?.mark;
  if (mark) moveTo(mark.position + (Math.random() - 0.5) * mark.window);
}
</script>

<template>
  <div class="hand">
    <AxisMark :letter="letter" />
    <div class="readings">
      <span
        class="reading"
        :class="{ unsure: !known }"
        :data-hint="
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
      <ActionButton
        kind="framed"
        class="jog"
        :disabled="!powered"
        :aria-label="`Hold to move ${letter} to minus`"
        :data-hint="seen('minus')"
        @pointerdown.prevent="go(-1, $event.shiftKey)"
        @pointerleave="emit('release')"
      >
        <ArrowLeft />−
      </ActionButton>
      <ActionButton
        kind="framed"
        class="jog"
        :disabled="!powered"
        :aria-label="`Hold to move ${letter} to plus`"
        :data-hint="seen('plus')"
        @pointerdown.prevent="go(1, $event.shiftKey)"
        @pointerleave="emit('release')"
      >
        +<ArrowRight />
      </ActionButton>
      <ActionButton
        v-if="ruler?.mark"
        :disabled="!powered"
        data-hint="Parks it by eye at its mark, where its reference run begins"
        :aria-label="`Park ${letter} at its mark`"
        @click="park"
      >
        Park
      </ActionButton>
      <ActionButton
        :disabled="!powered"
        data-hint="Work position is zero here"
        :aria-label="`Work zero of ${letter} here`"
        @click="emit('zero')"
      >
        Zero
      </ActionButton>
    </div>
    <div
      ref="box"
      class="rule"
      role="slider"
      tabindex="0"
      :aria-label="`${letter}: hold the arrow keys to move`"
      :aria-valuenow="Math.round(position * factor * 100) / 100"
      :aria-valuemin="ruler ? Math.round(ruler.hardMinus * factor) : 0"
      :aria-valuemax="ruler ? Math.round(ruler.hardPlus * factor) : 0"
      :aria-valuetext="`${show(position).figure} ${show(position).unit}${known ? '' : ', datum unknown'}`"
      @keydown="onKeyDown"
      @keyup="letGo"
      @blur="letGo"
    >
      <svg v-if="ruler" :viewBox="`-12 -20 ${width} 54`" :width="width" height="54">
        <RulerGlyph
          :ruler="ruler"
          :length="width - 24"
          :letter="letter"
          :linear="linear"
          :factor="factor"
          :position="truly"
          :pressed="pressed"
          :movable="powered"
          @move="moveTo"
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
  contain: layout;
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
  font-size: 12px;
  color: var(--soft);
}
.work {
  color: var(--soft);
  font-size: 13px;
}
.unit {
  font-size: 13px;
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
  contain: layout paint;
  will-change: transform;
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
