<script setup lang="ts">
import type { NameSheet } from '@nodaxis/core/machine/nameSheet';
import { computed } from 'vue';
import { useControlLink } from '../../document/controlLink';
import ActionButton from '../../ui/ActionButton.vue';
import Caution from '../../ui/Caution.vue';
import Fold from '../../ui/Fold.vue';

/** The control on a serial line: what it says of itself, its inputs as lamps, and its settings on request. */
const { sheet } = defineProps<{ sheet: NameSheet }>();
const emit = defineEmits<{ printed: [string] }>();
const link = useControlLink();
const listen = computed(() => sheet.listen!);
const lamps = computed(() => link.names.map((n) => ({ ...n, heard: link.heard?.inputs.get(n.circuit) })));
const word = (tripped: boolean | undefined) =>
  tripped === undefined ? 'not told yet' : tripped ? 'tripped' : 'at rest';
const printed = computed(() => link.heard?.printed ?? []);
</script>

<template>
  <section class="sheet stack" aria-label="Listen to it">
    <h2>Listen to it</h2>
    <Caution v-if="link.lost" kind="refused">{{ link.lost }}</Caution>
    <template v-if="!link.how">
      <p>
        Its state and its inputs, live, at {{ listen.rate }} bit/s. Only the two lines of the sheet that ask can be
        sent, each when you press for it. They stand on their buttons: see that they only ask.
      </p>
      <div class="row wrap">
        <ActionButton v-if="link.canSerial" kind="framed" @click="link.connect()">Pick its port</ActionButton>
        <ActionButton kind="framed" @click="link.simulate()">Try it with a simulated one</ActionButton>
        <span v-if="!link.canSerial" class="soft">This browser has no serial ports.</span>
      </div>
    </template>
    <template v-else>
      <p role="status">
        <b>{{ link.how === 'simulated' ? 'A simulated one' : 'Connected' }}</b><template v-if="link.heard?.state"
          >: {{ link.heard.state }}</template
        ><template v-else>. Nothing said of its state yet.</template>
      </p>
      <ul v-if="lamps.length" class="lamps">
        <li v-for="l in lamps" :key="l.circuit" :class="{ tripped: l.heard?.tripped, silent: !l.heard }">
          <span class="lamp" aria-hidden="true" />
          <span>{{ l.title }}</span>
          <span class="soft word">{{ word(l.heard?.tripped) }}</span>
          <ActionButton
            v-if="link.how === 'simulated'"
            kind="bare"
            :aria-label="`Press ${l.title}`"
            @click="link.press(l.circuit)"
            >press</ActionButton
          >
        </li>
      </ul>
      <div class="row wrap">
        <ActionButton v-if="listen.askState" kind="framed" @click="link.askState()"
          >Ask for its state: <code>{{ listen.askState }}</code></ActionButton
        >
        <ActionButton v-if="listen.askSettings" kind="framed" @click="link.askSettings()"
          >Ask for its settings: <code>{{ listen.askSettings }}</code></ActionButton
        >
        <ActionButton v-if="printed.length" kind="main" @click="emit('printed', printed.join('\n'))"
          >Take {{ printed.length }} {{ printed.length === 1 ? 'line' : 'lines' }} as a reading</ActionButton
        >
        <ActionButton @click="link.close()">Disconnect</ActionButton>
      </div>
      <Fold title="As it came">
        <pre class="mono" tabindex="0">{{ link.heard?.lines.join('\n') }}</pre>
      </Fold>
    </template>
  </section>
</template>

<style scoped>
.lamps {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
  gap: 2px 16px;
}
li {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 32px;
}
.lamp {
  flex: none;
  width: 12px;
  height: 12px;
  border: 1.5px solid var(--ink);
  border-radius: 50%;
}
.tripped .lamp {
  background: var(--wont);
}
.tripped {
  font-weight: 700;
}
.word {
  white-space: nowrap;
}
.silent .lamp {
  border-style: dashed;
}
pre {
  max-height: 200px;
  overflow: auto;
  margin: 0;
  font-size: 13px;
}
</style>
