<script setup lang="ts">
import { usePreferences } from '../document/preferences';
import { crash } from './crash';
import CrashScreen from './CrashScreen.vue';

usePreferences();
</script>

<template>
  <CrashScreen v-if="crash" :message="crash.message" :detail="crash.detail" />
  <RouterView v-else />
</template>
