<script setup lang="ts">
import { standingPlaces, standingWords } from '@nodaxis/core/machine/directions';
import { ElRadioButton, ElRadioGroup } from 'element-plus';
import { usePreferences } from '../document/preferences';

/** From which side the reader looks at the machine: what goes to the right from the front goes to the left from behind. */
const preferences = usePreferences();
</script>

<template>
  <div class="place">
    <span id="standing-place" class="soft">You stand</span>
    <ElRadioGroup v-model="preferences.display.stand" size="small" aria-labelledby="standing-place">
      <ElRadioButton v-for="p in standingPlaces" :key="p" :value="p">{{ standingWords[p] }}</ElRadioButton>
    </ElRadioGroup>
  </div>
</template>

<style scoped>
.place {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
  font-size: 13px;
}
</style>
