<script setup lang="ts">
import Caution from '../ui/Caution.vue';
import ActionButton from '../ui/ActionButton.vue';
import { useImports } from '../document/imports';
import FaultList from '../widgets/FaultList.vue';
import { usePreferences } from '../document/preferences';
import { crash } from './crash';
import CrashScreen from './CrashScreen.vue';
import UpdateOffer from './UpdateOffer.vue';
import Hints from '../words/Hints.vue';
import { ElConfigProvider } from 'element-plus';
import en from 'element-plus/es/locale/lang/en';
import { showTerms, termsFrom, termsQuery, termsShown } from '../words/askTerms';
import { defineAsyncComponent, onMounted, ref, watch } from 'vue';
import { useHelpKey } from './shortcuts';
import { useTypeAhead } from '../ui/typeAhead';

const load = () => import('./GlossaryDialog.vue');
const GlossaryDialog = defineAsyncComponent(load);
// Once the page stands it is fetched, so that it opens at once; if that fails, it is fetched when asked for.
onMounted(() => setTimeout(() => void load().catch(() => undefined), 1500));

usePreferences();
const imports = useImports();
imports.listen();
useHelpKey(() => showTerms());
// Here, not in the dialog: letters are kept from the key that asks for it on, however long it takes to be loaded.
useTypeAhead(termsShown, termsQuery, () => termsFrom.value);
/** It is loaded once it is asked for. */
const asked = ref(false);
watch(termsShown, () => (asked.value = true));
const stepWord = { reading: 'reading', checking: 'checking every value', 'change log': 'checking the change log' };
</script>

<template>
  <ElConfigProvider :locale="en" size="default" :message="{ max: 3 }">
    <CrashScreen v-if="crash" :message="crash.message" :detail="crash.detail" />
    <template v-else>
      <UpdateOffer />
      <Hints />
      <Caution v-if="imports.reading" kind="told" class="refused"
        >{{ imports.reading.name }}: {{ stepWord[imports.reading.step] }} …<template #action
          ><ActionButton kind="framed" @click="imports.stop()">Stop</ActionButton>
        </template></Caution
      >
      <Caution v-if="imports.refused.length" kind="refused" class="refused">
        <strong>Not imported; nothing on the shelf was changed.</strong>
        <FaultList :faults="imports.refused" />
        <template #action><ActionButton kind="framed" @click="imports.refused = []">Understood</ActionButton></template>
      </Caution>
      <Caution v-if="imports.told.length" kind="refused" class="refused">
        <strong>Imported, but look at this.</strong>
        <FaultList :faults="imports.told" />
        <template #action><ActionButton kind="framed" @click="imports.told = []">Understood</ActionButton></template>
      </Caution>
      <RouterView />
      <GlossaryDialog v-if="asked" v-model="termsShown" />
      <div v-if="imports.dragging" class="drop">Drop to import the machine file</div>
    </template>
  </ElConfigProvider>
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
