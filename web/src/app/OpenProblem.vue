<script setup lang="ts">
import ActionButton from '../ui/ActionButton.vue';
import { computed, shallowRef, watchEffect } from 'vue';
import { useRoute } from 'vue-router';
import { asides } from '../document/aside';
import { browserStore } from '../document/browserStore';
import { useMachine } from '../document/machine';
import { copiesOf } from '../document/slots';
import { download } from '../document/transfer';
import FaultList from '../widgets/FaultList.vue';

const machine = useMachine();
const route = useRoute();
const id = computed(() => String(route.params.id));

/** A text that is kept of this machine, whatever state it is in. */
interface Kept {
  name: string;
  text: string;
}
const kept = shallowRef<Kept[]>([]);
/** What is kept can be taken out as it is, even where it cannot be opened. */
watchEffect(async () => {
  if (machine.state !== 'unreadable') return;
  const when = (at: string) => (at ? `saved ${new Date(at).toLocaleString('en-GB')}` : 'saved at an unknown time');
  const all = [
    ...(await copiesOf(browserStore, id.value)),
    ...(await asides(browserStore, id.value)).map(([, a]) => a),
  ];
  kept.value = all
    .filter((c, i) => all.findIndex((x) => x.text === c.text) === i)
    .map((c) => ({ name: `${when(c.savedAt)}, ${Math.max(1, Math.round(c.text.length / 1000))} kB`, text: c.text }));
});
const saveText = (k: Kept, i: number) => download(`unreadable-${id.value}-${i + 1}.nodaxis.json`, k.text);
</script>

<template>
  <main class="problem stack">
    <p v-if="machine.state === 'opening' || machine.state === 'closed'" role="status">Opening the machine …</p>
    <template v-else-if="machine.state === 'missing'">
      <h1>This machine is not on the shelf of this browser</h1>
      <p>
        It may be kept in another browser, or under another address or port. Import its file, or go back to the shelf.
      </p>
    </template>
    <template v-else-if="machine.state === 'no-answer'">
      <h1>This machine could not be fetched</h1>
      <p role="alert">{{ machine.saveFault }}</p>
      <div class="row">
        <ActionButton kind="main" @click="machine.open(id)">Try again</ActionButton>
      </div>
    </template>
    <template v-else>
      <h1>This machine cannot be read</h1>
      <p>It is still kept, and nothing was changed. Save what is kept of it, then look at these places:</p>
      <FaultList :faults="machine.openFaults.slice(0, 8)" />
      <ul class="kept">
        <li v-for="(k, i) in kept" :key="k.name" class="row spread">
          <span>Text {{ k.name }}</span>
          <ActionButton kind="main" @click="saveText(k, i)">Save this text</ActionButton>
        </li>
      </ul>
    </template>
    <RouterLink to="/">Back to the shelf</RouterLink>
  </main>
</template>

<style scoped>
.problem {
  max-width: 640px;
  margin: 12vh auto;
  padding: 0 16px;
}
.kept {
  list-style: none;
  padding: 0;
}
</style>
