<script setup lang="ts">
import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import { shownFactor } from '@nodaxis/core/machine/design';
import { showPosition } from '@nodaxis/core/units/axisReading';
import { showValue } from '@nodaxis/core/units/print';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../document/openMachine';
import { usePreferences } from '../document/preferences';
import AxisMark from './AxisMark.vue';
import RulerGlyph from './RulerGlyph.vue';

/** A travel ruler with its axis mark and its figures in words. */
const props = defineProps<{ axis: AxisFigures; position?: number | undefined }>();
const preferences = usePreferences();
const box = ref<HTMLElement>();
const { width: measured } = useElementSize(box, { width: 600, height: 0 });
const width = computed(() => Math.max(160, measured.value));
const machine = useOpenMachine();
const linear = computed(() => props.axis.axis.motion === 'linear');
const factor = computed(() => shownFactor(machine.design, props.axis.axis));
const at = (v: number) =>
  showPosition(v, { letter: props.axis.axis.letter, linear: linear.value }, factor.value === 2, preferences.display);
const way = (v: number) => showValue(v, linear.value ? 'length' : 'angle', preferences.display);
</script>

<template>
  <div class="travel">
    <div class="row spread">
      <AxisMark :letter="axis.axis.letter" />
      <span v-if="axis.ruler.known" class="mono words">
        envelope {{ at(axis.ruler.value.envelope.min) }} to {{ at(axis.ruler.value.envelope.max) }} · usable
        {{ way(axis.ruler.value.usable) }}{{ factor === 2 ? ' of the slide' : '' }}
      </span>
    </div>
    <div ref="box">
      <svg
        v-if="axis.ruler.known"
        :viewBox="`-12 -20 ${width} 54`"
        :width="width"
        height="54"
        role="img"
        :aria-label="`Travel ruler of ${axis.axis.letter}`"
      >
        <RulerGlyph
          :ruler="axis.ruler.value"
          :position="position"
          :length="width - 24"
          :letter="axis.axis.letter"
          :linear="linear"
          :factor="factor"
        />
      </svg>
      <p v-else class="soft">
        The ruler appears once travel, back-off and the trip point of the reference switch are known.
      </p>
    </div>
  </div>
</template>

<style scoped>
.words {
  font-size: 12px;
  color: var(--soft);
}
svg {
  display: block;
  max-width: 100%;
}
</style>
