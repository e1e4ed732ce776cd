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
import { computed } from 'vue';

const {
  options,
  none,
  placeholder = 'choose …',
  label,
} = defineProps<{
  options: readonly (Option<V> | (V & string))[];
  /** What it means that nothing is chosen; it is then the first in the list. */
  none?: string | undefined;
  placeholder?: string;
  /** Its name for a screen reader, where no label stands beside it. */
  label?: string | undefined;
}>();
const chosen = defineModel<V>();
const emit = defineEmits<{ change: [V] }>();

/** From here on a list can be searched. */
const LONG = 12;
/** A chosen text that is longer is cut off with an ellipsis; its list shows it whole. */
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
const long = computed(() => all.value.length > LONG);
const twoLines = computed(() => all.value.some((o) => o.note));
const width = computed(() => Math.min(WIDEST_CH, Math.max(...all.value.map((o) => o.label.length), 2)));
</script>

<template>
  <ElSelectV2
    v-model="chosen as string"
    class="choice"
    popper-class="choice-list"
    :style="{ '--choice-ch': width }"
    :options="rows as never[]"
    :empty-values="[null, undefined]"
    :placeholder="placeholder"
    :aria-label="label"
    :filterable="long"
    :item-height="twoLines ? 52 : 34"
    :fit-input-width="false"
    @change="(v: V) => emit('change', v)"
  >
    <template v-if="twoLines" #default="{ item }">
      <span class="choice-row"
        ><span>{{ item.label }}</span
        ><span class="soft">{{ item.note }}</span></span
      >
    </template>
  </ElSelectV2>
</template>
