<script setup lang="ts">
import type { TermPicture } from '@nodaxis/core/words/glossary';

/** The small drawing of a term. What it is about is drawn strong; the rest of the machine is a thin line. */
defineProps<{ which: TermPicture }>();
</script>

<template>
  <svg class="picture" viewBox="0 0 96 56" width="96" height="56" aria-hidden="true">
    <template v-if="which === 'envelope'">
      <path d="M6 34H90M6 26V42M90 26V42" />
      <path class="strong" d="M20 34H76" />
      <path class="accent" d="M83 24V44M13 24V44" />
      <text x="48" y="26">envelope</text>
      <text x="13" y="18">trip</text>
      <text x="83" y="18">trip</text>
      <text x="48" y="52">stop to stop</text>
    </template>
    <template v-else-if="which === 'back-off'">
      <path d="M8 38H88" />
      <path class="accent" d="M74 28V48" />
      <path class="strong" d="M74 34H44m6-4-6 4 6 4" />
      <text x="74" y="22">switch</text>
      <text x="52" y="52">datum</text>
    </template>
    <template v-else-if="which === 'backlash'">
      <path d="M10 20H40L44 30H10ZM52 30H86V46H10V36H52Z" />
      <path class="strong" d="M44 33H52" />
      <text x="60" y="16">free play</text>
    </template>
    <template v-else-if="which === 'pull-out'">
      <path d="M12 6V46H90" />
      <path class="strong" d="M12 12C40 13 46 24 56 33S80 42 88 43" />
      <text x="70" y="20">torque</text>
      <text x="76" y="54">speed</text>
    </template>
    <template v-else-if="which === 'closed-at-rest'">
      <path d="M8 28H34M62 28H88" />
      <path class="strong" d="M34 28L64 22M62 18V28" />
      <circle cx="34" cy="28" r="2.5" />
      <text x="48" y="46">conducts at rest</text>
    </template>
    <template v-else-if="which === 'star-earth'">
      <path class="strong" d="M48 44L16 12M48 44L38 10M48 44L60 10M48 44L82 14" />
      <path d="M38 46H58M42 50H54M45 54H51" />
    </template>
    <template v-else-if="which === 'racking'">
      <path d="M20 4V52M76 4V52" />
      <path class="strong" d="M14 36L82 20" />
      <path class="thin" d="M14 28H82" />
    </template>
    <template v-else-if="which === 'stop-chain'">
      <path class="strong" d="M6 28H18L32 24M32 22V28H44L58 24M58 22V28H68" />
      <rect x="68" y="20" width="20" height="16" />
      <text x="38" y="46">all closed: it runs</text>
    </template>
    <template v-else>
      <path class="strong" d="M40 34V8m-4 6 4-6 4 6M40 34H84m-6-4 6 4-6 4M40 34L18 50m1-7-1 7 7-1" />
      <text x="50" y="14">Z</text>
      <text x="84" y="48">X</text>
      <text x="12" y="44">Y</text>
    </template>
  </svg>
</template>

<style scoped>
.picture {
  flex: none;
  fill: none;
  stroke: currentColor;
  stroke-width: 1;
}
.strong {
  stroke-width: 2.5;
}
.thin {
  stroke-dasharray: 3 3;
}
.accent {
  stroke: var(--accent, currentColor);
  stroke-width: 2;
}
text {
  fill: currentColor;
  stroke: none;
  font-size: 10px;
  text-anchor: middle;
}
</style>
