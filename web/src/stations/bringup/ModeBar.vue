<script setup lang="ts">
import ActionButton from '../../ui/ActionButton.vue';
import { computed } from 'vue';
import { useBringUp } from './useBringUp';

/** Real or rehearsed, how far it is, and what is needed at the machine. */
defineEmits<{ card: []; closeUp: [] }>();
const { mode, all, work, rehearsal } = useBringUp();
const counted = computed(() => all.value.filter((s) => !s.instance.test.optional));
const passed = computed(() => counted.value.filter((s) => s.state === 'passed').length);
const hours = (minutes: number) =>
  minutes < 90 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60 ? `${minutes % 60} min` : ''}`.trim();
</script>

<template>
  <header class="bar row spread">
    <div class="row">
      <div class="row modes" role="radiogroup" aria-label="What is tested">
        <ActionButton
          :kind="mode === 'real' ? 'main' : 'framed'"
          role="radio"
          :aria-checked="mode === 'real'"
          @click="mode = 'real'"
        >
          The real machine
        </ActionButton>
        <ActionButton
          :kind="mode === 'rehearsal' ? 'main' : 'framed'"
          role="radio"
          :aria-checked="mode === 'rehearsal'"
          @click="mode = 'rehearsal'"
        >
          A rehearsal
        </ActionButton>
      </div>
      <p v-if="all.length" class="figures" aria-live="polite">
        <b class="mono">{{ passed }}</b> of <span class="mono">{{ counted.length }}</span> passed
        <template v-if="work.again.length"
          >· <b class="stale">{{ work.again.length }} stale</b></template
        >
        <template v-if="work.minutes">· about {{ hours(work.minutes) }} to go</template>
      </p>
    </div>
    <div class="row">
      <template v-if="mode === 'rehearsal' && rehearsal.file">
        <span class="soft">Seed {{ rehearsal.hidden?.seed }}</span>
        <ActionButton @click="rehearsal.end()">End the rehearsal</ActionButton>
      </template>
      <ActionButton @click="$emit('card')">Power-on card</ActionButton>
      <ActionButton data-hint="One test at a time, with large targets" @click="$emit('closeUp')">
        At the machine
      </ActionButton>
    </div>
  </header>
</template>

<style scoped>
.bar {
  grid-column: 1 / -1;
}
.modes {
  gap: 0;
  flex-wrap: nowrap;
}
.modes button {
  white-space: nowrap;
}
.figures {
  font-size: 16px;
}
.stale {
  color: var(--stale);
}
</style>
