<script setup lang="ts">
import { browserStore } from '../document/browserStore';
import { download } from '../document/transfer';
import { readSlots } from '../document/slots';
import { useMachine } from '../document/machine';
import { useRoute } from 'vue-router';

const machine = useMachine();
const route = useRoute();

/** What is kept can be taken out as it is, even where it cannot be opened. */
async function saveRaw() {
  const loaded = await readSlots(browserStore, String(route.params.id));
  if (loaded) download('unreadable.nodaxis.json', loaded.text);
}
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
    <template v-else>
      <h1>This machine cannot be read</h1>
      <p>Nothing was changed. Save what is kept, and look at these places:</p>
      <ul>
        <li v-for="f in machine.openFaults.slice(0, 8)" :key="f.where + f.what">
          <span class="mono">{{ f.where }}</span>: {{ f.what }} {{ f.mend }}
        </li>
      </ul>
      <button class="plain-button main" @click="saveRaw">Save what is kept</button>
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
</style>
