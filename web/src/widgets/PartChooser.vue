<script setup lang="ts">
import Choice, { type Option } from '../ui/Choice.vue';
import ActionButton from '../ui/ActionButton.vue';
import { canStand } from '@nodaxis/core/advice/places';
import { canDrive } from '@nodaxis/core/advice/sockets';
import type { Fit, Verdict } from '@nodaxis/core/advice/fit';
import { partInSlot, type PartSlot, slotPath } from '@nodaxis/core/machine/slots';
import type { LibraryEntry } from '@nodaxis/core/machine/library/entry';
import { builtLike, hasFigures, ownKey } from '@nodaxis/core/machine/library/own';
import { sheetFields } from '@nodaxis/core/machine/library/sheet';
import type { PartClass } from '@nodaxis/core/machine/parts';
import { computed, ref, useId, watch } from 'vue';
import { useRoute } from 'vue-router';
import { Document } from '@element-plus/icons-vue';
import { useMachine } from '../document/machine';
import { useOwnParts } from '../document/ownParts';
import OwnSheet from './OwnSheet.vue';
import PartSheet from './PartSheet.vue';

/** Chooses a part from the library for one place of the machine. */
const props = defineProps<{
  slotOf: PartSlot;
  classes: PartClass[];
  label: string;
  /** How each entry fits this machine: sorts the list into groups. */
  fits?: readonly Fit[];
}>();
const machine = useMachine();
const id = useId();
const fault = ref('');
const own = useOwnParts();
void own.start();
/** What cannot stand in this place is not offered; what stands there already stays in the list. */
const entries = computed((before?: LibraryEntry[]): LibraryEntry[] => {
  const now = own.of(...props.classes).filter((e) => {
    if (!machine.design || e.key === part.value?.libraryKey) return true;
    return 'axis' in props.slotOf
      ? props.slotOf.item !== 'driver' || canDrive(machine.design, e)
      : canStand(machine.design, props.slotOf, e);
  });
  // The same list after most edits: then it is not drawn again.
  return before?.length === now.length && before.every((e, i) => e === now[i]) ? before : now;
});
/** Stands for a part that is in this machine only. */
const OWN = 'only-here';
/** Stands for a part that is in no list yet. */
const NEW = 'my-own';
/** The own part whose data sheet is being entered. */
const making = ref('');
const sheet = ref(false);
const route = useRoute();
const groupNames: Record<Verdict, string> = {
  meets: 'Fits this machine',
  workaround: 'With a workaround',
  unknown: 'Not known yet',
  fails: 'Does not fit',
};
/** In groups by how they fit, the best first. A part of one’s own that the library does not have stays in the list. */
const offered = computed((): Option<string>[] => {
  const verdict = (key: string) => props.fits?.find((f) => f.entry.key === key)?.verdict ?? 'fails';
  const options = entries.value.map((e) => ({
    value: e.key,
    label: e.name,
    note: e.about,
    ...(props.fits ? { group: groupNames[verdict(e.key)] } : {}),
  }));
  const order = Object.values(groupNames);
  if (props.fits) options.sort((a, b) => order.indexOf(a.group!) - order.indexOf(b.group!));
  const here = part.value;
  if (here && !options.some((o) => o.value === here.libraryKey))
    options.unshift({ value: here.libraryKey ?? OWN, label: `${here.name} (own)`, note: '' });
  return [...options, { value: NEW, label: 'My own …', note: 'Enter its name and data sheet' }];
});
const partId = computed(() => {
  const d = machine.design;
  if (!d) return undefined;
  return partInSlot(props.slotOf, d);
});
const place = computed(() => slotPath(props.slotOf, machine.design));
const part = computed(() => (partId.value ? machine.design?.parts[partId.value] : undefined));
const about = computed(() => entries.value.find((e) => e.key === part.value?.libraryKey)?.about ?? '');

/** A link to a figure of this part's data sheet opens the sheet. */
watch(
  [() => route.query.field, partId],
  ([path]) => {
    const own = `parts.${partId.value}.data.`;
    const key = typeof path === 'string' && path.startsWith(own) ? path.slice(own.length) : '';
    if (key && part.value && sheetFields[part.value.data.class]?.some((f) => f.key === key)) sheet.value = true;
  },
  { immediate: true },
);
function choose(key: string) {
  if (key === OWN) return;
  if (key === NEW) return void begin();
  const faults = machine.run({
    name: 'choose-part',
    args: { slot: props.slotOf, library: null, ...(key ? own.choice(key) : {}) },
  });
  fault.value = faults.map((f) => `${f.what} ${f.fix}`).join(' ');
}
/** Begins an own part, built like the one that is here, else like the first that may be here. */
async function begin() {
  const like = entries.value.find((e) => e.key === part.value?.libraryKey) ?? entries.value[0];
  if (!like) return;
  const name = `My ${props.label.toLowerCase()}`;
  const key = ownKey(name, own.isTaken);
  await own.put(builtLike(like, key, name));
  making.value = key;
}
function finish() {
  choose(making.value);
  if (!fault.value) making.value = '';
}
/** Closed without Done: what was entered stays among the own parts, an empty sheet does not. */
function leave() {
  const begun = own.parts.find((p) => p.key === making.value);
  if (begun && !hasFigures(begun)) void own.remove(begun.key);
  making.value = '';
}
</script>

<template>
  <div class="chooser" :data-field="place">
    <label :for="id"
      >{{ label }} <span v-if="part" class="mono soft designation">{{ part.designation }}</span></label
    >
    <Choice
      :id="id"
      :model-value="part ? (part.libraryKey ?? OWN) : ''"
      :disabled="machine.readOnly"
      :data-hint="about"
      :none="part ? 'none' : 'choose …'"
      :options="offered"
      @change="choose"
    />
    <ActionButton
      v-if="part && partId"
      kind="bare"
      class="sheet-button"
      :aria-label="`Data sheet of ${part.designation}`"
      data-hint="Data sheet"
      @click="sheet = true"
    >
      <Document />
    </ActionButton>
    <slot name="action"></slot>
    <OwnSheet
      v-if="making"
      :part-key="making"
      :likes="entries"
      :done-label="`Use it as ${label.toLowerCase()}`"
      @close="leave"
      @done="finish"
    />
    <PartSheet v-if="partId" v-model="sheet" :part-id="partId" />
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
  </div>
</template>

<style scoped>
.chooser {
  display: grid;
  grid-template-columns: minmax(80px, 1fr) minmax(0, 212px) 16px var(--action, 0);
  gap: 2px 6px;
  align-items: center;
  min-height: 32px;
}
.sheet-button {
  background: none;
  border: 0;
  padding: 0;
  color: var(--soft);
  cursor: pointer;
}
.sheet-button svg {
  width: 16px;
  height: 16px;
}
/* A hyphen is no place to break a designation. */
.designation {
  white-space: nowrap;
}
.fault {
  grid-column: 1 / -1;
  color: var(--danger);
  font-size: 13px;
}
</style>
