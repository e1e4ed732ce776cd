<script setup lang="ts">
import DataTable from '../ui/DataTable.vue';
import ActionButton from '../ui/ActionButton.vue';
import Choice from '../ui/Choice.vue';
import TextField from '../ui/TextField.vue';
import type { LibraryEntry } from '@nodaxis/core/machine/library/entry';
import { builtLike, hasFigures, withFiguresOf } from '@nodaxis/core/machine/library/own';
import { sheetFieldsOf } from '@nodaxis/core/machine/library/sheet';
import type { PartData } from '@nodaxis/core/machine/parts';
import type { Quantity } from '@nodaxis/core/units/quantity';
import { ElDialog } from 'element-plus';
import { computed, ref, watch } from 'vue';
import { useOwnParts } from '../document/ownParts';
import SheetRow from './SheetRow.vue';

/** The data sheet of an own part: its name, the part that it is built like, and its figures. */
const props = defineProps<{
  partKey: string;
  /** Parts that it may be built like: those of the place that it is for. */
  likes?: readonly LibraryEntry[];
  /** What Done does, where it does more than to close the sheet. */
  doneLabel?: string;
}>();
const emit = defineEmits<{ close: []; done: [] }>();
const own = useOwnParts();
const part = computed(() => own.parts.find((p) => p.key === props.partKey));
const fields = computed(() => (part.value ? sheetFieldsOf(part.value.data) : []));
const like = ref('');
watch(
  () => props.partKey,
  () => (like.value = ''),
);
const likely = computed(() => (props.likes ?? []).filter((e) => e.key !== props.partKey));
const chosenLike = computed(() => likely.value.find((e) => e.key === like.value));
const shown = computed({ get: () => part.value !== undefined, set: (v) => v || emit('close') });
const box = ref<InstanceType<typeof TextField>>();
const focusName = () => box.value?.select(0, part.value?.name.length ?? 0);

function set(key: string, value: Quantity | undefined) {
  if (!part.value) return;
  const { [key as keyof PartData]: _old, ...rest } = part.value.data;
  void own.put({ ...part.value, data: { ...rest, ...(value ? { [key]: value } : {}) } as PartData });
}
function rename(name: string) {
  if (part.value && name.trim()) void own.put({ ...part.value, name: name.trim() });
}
function build(key: string) {
  like.value = key;
  const entry = chosenLike.value;
  if (!entry || !part.value) return;
  void own.put(withFiguresOf(builtLike(entry, part.value.key, part.value.name), part.value));
}
const takeFigures = () => part.value && chosenLike.value && void own.put(withFiguresOf(part.value, chosenLike.value));
</script>

<template>
  <ElDialog
    v-model="shown"
    :title="part ? `Data sheet of ${part.name}` : ''"
    width="min(640px, 96vw)"
    top="6vh"
    @open-auto-focus="focusName"
    @opened="focusName"
  >
    <template v-if="part">
      <label class="name"
        >Name
        <TextField ref="box" :model-value="part.name" maxlength="120" strict @change="rename" @keydown.enter.prevent
      /></label>
      <p v-if="likely.length" class="row like">
        <label class="row"
          >Built like
          <Choice
            :model-value="like"
            none="choose a similar part …"
            :options="likely.map((e) => ({ value: e.key, label: e.name, note: e.about }))"
            @change="build"
        /></label>
        <ActionButton kind="framed" :disabled="!chosenLike" @click="takeFigures">Copy its figures</ActionButton>
        <span class="soft">It sets the terminals. The figures come from your data sheet.</span>
      </p>
      <DataTable>
        <tbody>
          <SheetRow v-for="f in fields" :key="f.key" :field="f" :data="part.data" @set="set(f.key, $event)" />
        </tbody>
      </DataTable>
      <p v-if="!fields.length" class="soft">A part of this kind has no figures: its terminals say all.</p>
      <div class="row done">
        <ActionButton kind="main" @click="emit('done')">{{ doneLabel ?? 'Done' }}</ActionButton>
        <span v-if="own.fault" class="fault" role="alert">{{ own.fault }}</span>
        <span v-else-if="fields.length && !hasFigures(part)" class="soft">No figure is entered yet.</span>
      </div>
    </template>
  </ElDialog>
</template>

<style scoped>
.name {
  display: grid;
  grid-template-columns: max-content 1fr;
  align-items: center;
  gap: 8px;
}
.like {
  flex-wrap: wrap;
}
.done {
  margin-top: 12px;
}
</style>
