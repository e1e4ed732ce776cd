<script setup lang="ts">
import { useImports } from '../document/imports';
import { usePreferences } from '../document/preferences';
import { crash } from './crash';
import CrashScreen from './CrashScreen.vue';

usePreferences();
const imports = useImports();
imports.listen();
</script>

<template>
  <CrashScreen v-if="crash" :message="crash.message" :detail="crash.detail" />
  <template v-else>
    <div v-if="imports.faults.length" class="caution refused" role="alert">
      <div class="row spread">
        <strong>Not imported; nothing on the shelf was changed.</strong>
        <button class="plain-button framed" @click="imports.faults = []">Understood</button>
      </div>
      <ul>
        <li v-for="f in imports.faults" :key="f.where + f.what">
          <span class="mono">{{ f.where }}</span>: {{ f.what }} {{ f.mend }}
        </li>
      </ul>
    </div>
    <RouterView />
    <div v-if="imports.dragging" class="drop">Let go to import the machine file</div>
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
