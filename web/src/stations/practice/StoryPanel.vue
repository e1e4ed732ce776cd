<script setup lang="ts">
import FilePicker from '../../ui/FilePicker.vue';
import Fold from '../../ui/Fold.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { counted } from '@nodaxis/core/motion/simulation/countedStory';
import { computed } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { download } from '../../document/transfer';
import { usePractice } from './usePractice';

/** What happened, the newest first; and at the end of a run what went wrong, in its order, with the figures. */
const machine = useOpenMachine();
const practice = usePractice();
const { story, snapshot } = practice;
const save = () => download(`${machine.design.name} rehearsal.json`, practice.storyText());
const lines = computed(() => counted(story.value).reverse().slice(0, 60));
const harms = computed(() => counted(story.value.filter((l) => l.harm)));
</script>

<template>
  <section class="sheet story" aria-label="Story">
    <div class="row head">
      <h2>What happened</h2>
      <span class="row small">
        <ActionButton :disabled="!lines.length" @click="save">Save the story</ActionButton>
        <FilePicker
          accept=".json,application/json"
          kind="text"
          label="Replay a saved story"
          @files="async ([f]) => practice.tellAgain(await f!.text())"
          >Replay a saved story</FilePicker
        >
      </span>
    </div>
    <Fold v-if="harms.length" class="wrong"
      ><template #title
        ><span>{{ harms.length }} {{ harms.length === 1 ? 'thing' : 'things' }} went wrong</span></template
      >
      <ol>
        <li v-for="(l, i) in harms.slice(-12)" :key="i">
          At {{ l.t.toFixed(1) }} s: {{ l.text }}<b v-if="l.times > 1"> ({{ l.times }} ×)</b>
        </li>
      </ol>
    </Fold>
    <p v-if="!lines.length" class="soft">
      {{ snapshot?.mains ? 'Nothing yet.' : 'Nothing yet. Give the control power, then find the datum.' }}
    </p>
    <ol class="lines" aria-live="polite">
      <li v-for="(l, i) in lines" :key="lines.length - i" :class="{ harm: l.harm }">
        <span class="mono soft">{{ l.last.toFixed(1) }} s</span> <b v-if="l.times > 1">{{ l.times }} ×</b> {{ l.text }}
      </li>
    </ol>
  </section>
</template>

<style scoped>
.story {
  overflow: auto;
  padding-top: 8px;
}
.head {
  justify-content: space-between;
}
.small {
  font-size: 13px;
}
ol {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
}
.lines li {
  padding: 2px 0;
  border-bottom: 1px solid var(--line);
}
.harm,
.wrong {
  color: var(--danger);
}
.wrong ol {
  padding-left: 14px;
}
@media (max-width: 1000px) {
  .story {
    max-height: 320px;
  }
}
</style>
