<script setup lang="ts">
import Fold from '../ui/Fold.vue';
import ActionButton from '../ui/ActionButton.vue';
import { ref } from 'vue';
import { exportMachine } from '../document/transfer';
import { openNow as machine } from '../document/openNow';
import { crash } from './crash';

defineProps<{ message: string; detail: string }>();
const saved = ref(false);

function save() {
  if (!machine.file) return;
  void exportMachine(machine.file);
  saved.value = true;
}
function reload() {
  void machine.flush().finally(() => location.reload());
}
function shelf() {
  void machine.flush().finally(() => {
    crash.value = undefined;
    location.assign('/');
  });
}
</script>

<template>
  <main class="crash stack" role="alert">
    <h1>This page has failed. Your machine has not.</h1>
    <p v-if="machine.file">
      Save <strong>{{ machine.file.design.name }}</strong> as a file first: it holds everything up to your last edit.
    </p>
    <p v-else>No machine was open. What is on the shelf is kept in this browser.</p>
    <div class="row">
      <ActionButton v-if="machine.file" kind="main" autofocus @click="save">Save the machine file</ActionButton>
      <ActionButton kind="framed" @click="reload">Load the page again</ActionButton>
      <ActionButton kind="framed" @click="shelf">Back to the shelf</ActionButton>
    </div>
    <p>
      If this comes again and again, <a href="/recovery.html">the recovery page</a> gets everything out of this browser.
    </p>
    <p v-if="saved">Saved. Look in the folder of your downloads.</p>
    <Fold
      ><template #title><span>What failed, for a report</span></template>
      <p class="mono">{{ message }}</p>
      <pre>{{ detail }}</pre>
    </Fold>
  </main>
</template>

<style scoped>
.crash {
  max-width: 720px;
  margin: 8vh auto;
  padding: 24px;
}
pre {
  overflow: auto;
  font: 13px/1.4 var(--code);
}
</style>
