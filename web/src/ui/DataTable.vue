<script setup lang="ts">
/**
 * Figures in rows and columns, to be read: heads above, lines between, `num` for a column that is aligned right. The one
 * place of the native element, since a screen reader finds a cell's heading in that alone.
 */
</script>

<template>
  <table class="data-table">
    <slot />
  </table>
</template>
