<script setup lang="ts">
import { usePreferences } from '../document/preferences';
import ActionButton from '../ui/ActionButton.vue';

/** What the application is for, in three pictures, until a person has seen enough of them. */
const preferences = usePreferences();
defineEmits<{ begin: [] }>();
</script>

<template>
  <section v-if="!preferences.welcomed" class="sheet visit" aria-label="How it works">
    <ol>
      <li>
        <svg viewBox="0 0 160 84" aria-hidden="true">
          <path d="M14 70 34 44h62l10 26zM26 62V28h68v34M26 28l6-6h56l6 6" />
          <path class="strong" d="M52 24h14v22H52zM57 46h4v8l-2 4-2-4z" />
          <path class="strong" d="M112 20h40M112 34h40M112 48h28" />
          <path d="M34 78h60m-6-3 6 3-6 3M40 75l-6 3 6 3" />
        </svg>
        <p><strong>1. Describe the machine.</strong> Travels, motors, drivers, switches: from the list or your own.</p>
      </li>
      <li>
        <svg viewBox="0 0 160 84" aria-hidden="true">
          <path d="M18 12v58h124" />
          <path class="strong" d="M18 22c40 2 54 18 74 30s36 13 48 14" />
          <path d="M18 46h122" stroke-dasharray="5 4" />
          <path class="wrong" d="m96 34 22 38H74zM96 48v10m0 5v2" />
        </svg>
        <p>
          <strong>2. See what will not work,</strong> before money or smoke is spent: speeds, currents, wiring, broken
          wires, each with its remedy.
        </p>
      </li>
      <li>
        <svg viewBox="0 0 160 84" aria-hidden="true">
          <path d="M20 12h56v60H20zM32 26h6M46 26h20M32 42h6M46 42h20M32 58h6M46 58h20" />
          <path class="right" d="m30 24 4 4 7-8M30 40l4 4 7-8" />
          <circle class="stop" cx="116" cy="44" r="20" />
          <path d="M92 72h48" />
        </svg>
        <p>
          <strong>3. Rehearse, then switch on.</strong> Practise on a simulated copy, go through the first power-up test
          by test, and keep the record.
        </p>
      </li>
    </ol>
    <div class="row">
      <ActionButton kind="main" @click="$emit('begin')">Describe your machine</ActionButton>
      <ActionButton @click="preferences.welcomed = true">Do not show this again</ActionButton>
      <span class="soft">Or open one of the sample machines below.</span>
    </div>
  </section>
</template>

<style scoped>
.visit {
  padding: 14px 16px;
}
ol {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 20px;
  margin: 0 0 10px;
  padding: 0;
  list-style: none;
}
svg {
  height: 84px;
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.strong {
  stroke: var(--accent);
  stroke-width: 3;
}
.wrong {
  stroke: var(--wont);
  stroke-width: 2.5;
}
.right {
  stroke: var(--good);
  stroke-width: 3;
}
.stop {
  fill: var(--stop);
  stroke: none;
}
p {
  margin: 4px 0 0;
}
@media (max-width: 720px) {
  ol {
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
  }
  li {
    display: grid;
    grid-template-columns: 96px 1fr;
    gap: 10px;
    align-items: center;
  }
  svg {
    width: 96px;
    height: 50px;
  }
}
</style>
