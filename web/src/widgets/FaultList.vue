<script setup lang="ts">
import type { Fault } from '@nodaxis/core/units/result';

/** What is wrong, where, and what to do about it, one line each. */
defineProps<{ faults: readonly Fault[] }>();
</script>

<template>
  <ul>
    <li v-for="f in faults" :key="f.where + f.what">
      <span class="mono">{{ f.where }}</span>: {{ f.what }} {{ f.fix }}
    </li>
  </ul>
</template>
