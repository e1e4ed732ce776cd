<script setup lang="ts">
import type { Command } from '@nodaxis/core/commands/command';
import { likeAxes } from '@nodaxis/core/advice/sameAs';
import type { Design } from '@nodaxis/core/machine/design';
import { computed } from 'vue';
import { useOpenMachine } from '../document/openMachine';
import ActionMenu from '../ui/ActionMenu.vue';

/** What another axis has already is not typed again: taken from it in one edit. Why it was refused goes to the card around it. */
const props = defineProps<{
  axis: string;
  /** What is taken, as the log tells it. */
  what: string;
  from: (design: Design, axis: string, like: string) => Command[];
  /** Whether an axis has anything to take; all like axes have where absent. */
  has?: (axis: string) => boolean;
}>();
const emit = defineEmits<{ refused: [string] }>();
const machine = useOpenMachine();
const letter = (id: string) => machine.design.axes[id]!.letter;
/** The same list after most edits: then it is not drawn again. */
const likes = computed((before?: { value: string; label: string }[]) => {
  const now = likeAxes(machine.design, props.axis)
    .filter((id) => props.has?.(id) ?? true)
    .map((value) => ({ value, label: letter(value) }));
  const same = before?.length === now.length && now.every((o, i) => o.value === before[i]!.value);
  return same ? before : now;
});
function take(like: string): void {
  const commands = props.from(machine.design, props.axis, like);
  const title = `${letter(props.axis)}: ${props.what} as ${letter(like)}`;
  const faults = commands.length ? machine.run({ name: 'several', args: { title, commands } }) : [];
  emit('refused', faults.map((f) => `${f.what} ${f.fix}`).join(' '));
}
</script>

<template>
  <ActionMenu v-if="likes.length" :items="likes" :disabled="machine.readOnly" @pick="take">Same as</ActionMenu>
</template>
