<script lang="ts">
/** One of the things that can be chosen. `note`: a second line, such as its figures; `group`: the heading that it is under. */
export interface Option<V> {
  value: V;
  label: string;
  note?: string;
  group?: string;
}
</script>

<script setup lang="ts" generic="V extends string | number | undefined">
/** One out of several. Long lists can be searched; on a phone the list opens over the whole width. */
import { ElSelectV2 } from 'element-plus';
import { computed, nextTick, ref, useTemplateRef } from 'vue';

const {
  options,
  none,
  placeholder = 'choose …',
  label,
  modelValue,
} = defineProps<{
  options: readonly (Option<V> | (V & string))[];
  /** What it means that nothing is chosen; it is then the first in the list. */
  none?: string | undefined;
  placeholder?: string;
  /** Its name for a screen reader, where no label is beside it. */
  label?: string | undefined;
  /** What is shown is what is so: a choice that is refused leaves it as it was. */
  modelValue?: V;
}>();
const emit = defineEmits<{ 'update:modelValue': [V]; change: [V] }>();

/** From here on a list can be searched. */
const LONG = 12;
const LONG_WITH_NOTES = 7;
/** A chosen text that is longer takes a second line. */
const WIDEST_CH = 26;
const all = computed(() => {
  const given = options.map((o): Option<V> => (typeof o === 'object' ? o : { value: o, label: String(o) }));
  return none === undefined ? given : [{ value: '' as V, label: none }, ...given];
});
const rows = computed(() => {
  const shown: (Option<V> | { value: string; label: string; options: Option<V>[] })[] = [];
  const groups = new Map<string, Option<V>[]>();
  for (const o of all.value) {
    const list = o.group === undefined ? undefined : groups.get(o.group);
    if (list) list.push(o);
    else if (o.group === undefined) shown.push(o);
    else {
      const inGroup = [o];
      groups.set(o.group, inGroup);
      shown.push({ value: `group-${o.group}`, label: o.group, options: inGroup });
    }
  }
  return shown;
});
const PX_PER_LETTER = 8;
const ROW_PX = 34;
const TALL_PX = 52;
const twoLines = computed(() => all.value.some((o) => o.note));
const long = computed(() => all.value.length > (twoLines.value ? LONG_WITH_NOTES : LONG));
const longest = computed(() => Math.max(...all.value.map((o) => o.label.length), 2));
const width = computed(() => Math.min(WIDEST_CH, longest.value));
/** The list is as wide as its longest line, within reason; a note may be cut off. */
const listPx = computed(() => Math.min(520, Math.max(longest.value * PX_PER_LETTER + 64, twoLines.value ? 380 : 120)));
const refused = ref(0);
const box = useTemplateRef<{ focus(): void; $el: HTMLElement; states: { hoveringIndex: number } }>('box');
/** The list stands in the page only while it is open: closed, no line of it may be named as the one that is pointed at. */
function toggled(open: boolean): void {
  if (!open && box.value) box.value.states.hoveringIndex = -1;
}
async function choose(v: V): Promise<void> {
  emit('update:modelValue', v);
  emit('change', v);
  await nextTick();
  if (modelValue === v) return;
  // What was searched for is forgotten with the choice that was refused; the focus stays.
  const inside = box.value?.$el.contains(document.activeElement);
  refused.value++;
  await nextTick();
  if (inside) box.value?.focus();
}
</script>

<template>
  <ElSelectV2
    :key="refused"
    ref="box"
    :model-value="modelValue as string"
    class="choice"
    popper-class="choice-list"
    :persistent="false"
    :style="{ '--choice-ch': width }"
    :options="rows as never[]"
    :empty-values="[null, undefined]"
    :placeholder="placeholder"
    :aria-label="label"
    :filterable="long"
    :item-height="twoLines ? TALL_PX : ROW_PX"
    :height="ROW_PX * LONG"
    :fit-input-width="listPx"
    @update:model-value="choose"
    @visible-change="toggled"
  >
    <template v-if="twoLines" #default="{ item }">
      <span class="choice-row"
        ><span>{{ item.label }}</span
        ><span class="soft">{{ item.note }}</span></span
      >
    </template>
  </ElSelectV2>
</template>
