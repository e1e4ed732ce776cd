<script setup lang="ts">
import ActionButton from '../ui/ActionButton.vue';
import { useImports } from '../document/imports';
import FaultList from '../widgets/FaultList.vue';
import { usePreferences } from '../document/preferences';
import { crash } from './crash';
import CrashScreen from './CrashScreen.vue';
import UpdateOffer from './UpdateOffer.vue';
import Hints from '../words/Hints.vue';

usePreferences();
const imports = useImports();
imports.listen();
const stepWord = { reading: 'reading', checking: 'checking every value', 'change log': 'checking the change log' };
</script>

<template>
  <CrashScreen v-if="crash" :message="crash.message" :detail="crash.detail" />
  <template v-else>
    <UpdateOffer />
    <Hints />
    <div v-if="imports.reading" class="caution refused row spread" role="status">
      <span>{{ imports.reading.name }}: {{ stepWord[imports.reading.step] }} …</span>
      <ActionButton kind="framed" @click="imports.stop()">Stop</ActionButton>
    </div>
    <div v-if="imports.refused.length" class="caution refused" role="alert">
      <div class="row spread">
        <strong>Not imported; nothing on the shelf was changed.</strong>
        <ActionButton kind="framed" @click="imports.refused = []">Understood</ActionButton>
      </div>
      <FaultList :faults="imports.refused" />
    </div>
    <div v-if="imports.told.length" class="caution refused" role="alert">
      <div class="row spread">
        <strong>Imported, but look at this.</strong>
        <ActionButton kind="framed" @click="imports.told = []">Understood</ActionButton>
      </div>
      <FaultList :faults="imports.told" />
    </div>
    <RouterView />
    <div v-if="imports.dragging" class="drop">Drop to import the machine file</div>
  </template>
</template>

<style scoped>
.refused {
  max-width: 1148px;
  margin: 12px auto;
}
.drop {
  position: fixed;
  inset: 0;
  z-index: 20;
  display: grid;
  place-items: center;
  font-size: 22px;
  background: var(--accent-wash);
  border: 4px dashed var(--accent);
}
</style>
