<script setup lang="ts">
import TextField from '../ui/TextField.vue';
import Choice from '../ui/Choice.vue';
import ActionButton from '../ui/ActionButton.vue';
import { library } from '@nodaxis/core/machine/library/index';
import { builtLike, ownKey } from '@nodaxis/core/machine/library/own';
import type { PartClass } from '@nodaxis/core/machine/parts';
import { ref } from 'vue';
import { useOwnParts } from '../document/ownParts';

/** Begins an own part: terminals of its kind, an empty data sheet. */
defineProps<{ classes: readonly PartClass[] }>();
const emit = defineEmits<{ made: [key: string] }>();
const own = useOwnParts();
const name = ref('');
const like = ref('');
const kinds = library
  .filter((e, i, all) => {
    const mark = (x: typeof e) =>
      `${x.data.class} ${x.data.class === 'motor' ? `${x.data.type} ${x.data.leads}` : 'closedLoop' in x.data ? x.data.closedLoop : ''}`;
    return (
      ['motor', 'stepper-driver', 'servo-drive', 'supply'].includes(e.data.class) &&
      all.findIndex((x) => mark(x) === mark(e)) === i
    );
  })
  .map((e) => ({
    key: e.key,
    title:
      e.data.class === 'motor'
        ? `${e.data.type.replaceAll('-', ' ')}, ${e.data.leads} leads`
        : e.data.class === 'stepper-driver'
          ? e.data.closedLoop
            ? 'closed-loop stepper drive'
            : 'stepper driver'
          : e.data.class.replace('-', ' '),
  }));
async function make() {
  const template = library.find((e) => e.key === like.value);
  const plain = name.value.trim();
  if (!template || !plain) return;
  const key = ownKey(plain, own.isTaken);
  await own.put(builtLike(template, key, plain));
  name.value = '';
  emit('made', key);
}
</script>

<template>
  <form class="row" @submit.prevent="make">
    <label
      >New
      <Choice
        v-model="like"
        label="Kind of the new part"
        none="kind …"
        :options="kinds.map((k) => ({ value: k.key, label: k.title }))"
    /></label>
    <TextField v-model="name" aria-label="Name of the new part" placeholder="name" maxlength="120" />
    <ActionButton kind="framed" native-type="submit" :disabled="!like || !name.trim()"
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
