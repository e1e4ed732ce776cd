<script setup lang="ts">
import TextField from '../ui/TextField.vue';
import Choice from '../ui/Choice.vue';
import ActionButton from '../ui/ActionButton.vue';
import { partKinds } from '@nodaxis/core/machine/library/kinds';
import { ownKey } from '@nodaxis/core/machine/library/own';
import { ref } from 'vue';
import { useOwnParts } from '../document/ownParts';

/** Begins an own part of any kind: the terminals that every such part has, an empty data sheet. */
const emit = defineEmits<{ made: [key: string] }>();
const own = useOwnParts();
const name = ref('');
const kind = ref('');
async function make() {
  const chosen = partKinds.find((k) => k.key === kind.value);
  const plain = name.value.trim();
  if (!chosen || !plain) return;
  const key = ownKey(plain, own.isTaken);
  await own.put(chosen.begin(key, plain));
  name.value = '';
  emit('made', key);
}
</script>

<template>
  <form class="row" @submit.prevent="make">
    <label
      >New
      <Choice
        v-model="kind"
        label="Kind of the new part"
        none="kind …"
        :options="partKinds.map((k) => ({ value: k.key, label: k.title, group: k.group }))"
    /></label>
    <TextField v-model="name" aria-label="Name of the new part" placeholder="name" maxlength="120" />
    <ActionButton kind="framed" native-type="submit" :disabled="!kind || !name.trim()"
      >Begin its data sheet</ActionButton
    >
  </form>
</template>

<style scoped>
label {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
</style>
