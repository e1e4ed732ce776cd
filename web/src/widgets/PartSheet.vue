<script setup lang="ts">
import { sheetFields } from '@nodaxis/core/machine/library/sheet';
import type { Quantity } from '@nodaxis/core/units/quantity';
import { ElDialog } from 'element-plus';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useMachine } from '../document/machine';
import { useOwnParts } from '../document/ownParts';
import SheetRow from './SheetRow.vue';

/** The data sheet of a part of this machine: its own copy, which no later edit of the library changes. */
const props = defineProps<{ partId: string }>();
const shown = defineModel<boolean>({ required: true });
const machine = useMachine();
const own = useOwnParts();
const part = computed(() => machine.design?.parts[props.partId]);
const fields = computed(() => (part.value ? (sheetFields[part.value.data.class] ?? []) : []));
const refusals = ref<Record<string, string>>({});
const kept = ref('');
const route = useRoute();
/** The dialog takes the focus itself; where a link led to one figure, it goes on to that. */
function focusLinked() {
  const path = route.query.field;
  if (typeof path === 'string')
    document.querySelector<HTMLInputElement>(`[data-field="${CSS.escape(path)}"] input`)?.focus();
}
watch(shown, () => {
  refusals.value = {};
  kept.value = '';
});
function set(key: string, value: Quantity | undefined) {
  const faults = machine.run({
    name: 'set-field',
    args: { path: `parts.${props.partId}.data.${key}`, value: value ?? null },
  });
  refusals.value = { ...refusals.value, [key]: faults.map((f) => `${f.what} ${f.mend}`).join(' ') };
}
async function keep() {
  const p = part.value;
  if (!p) return;
  const { designation: _d, libraryKey, mount: _m, notes: _n, photos: _p, boardRevision: _b, ...rest } = p;
  await own.start();
  await own.put({
    ...rest,
    key: `own-${(libraryKey ?? props.partId).replace(/^own-/, '')}`,
    about: 'Kept from a machine.',
    name: p.name,
  });
  kept.value = own.fault || 'It is in your parts library now.';
}
</script>

<template>
  <ElDialog
    v-model="shown"
    :title="part ? `Data sheet of ${part.designation}, ${part.name}` : ''"
    width="min(640px, 96vw)"
    top="6vh"
    @open-auto-focus="focusLinked"
    @opened="focusLinked"
  >
    <p class="soft">This machine’s own copy. Type a figure with or without its unit.</p>
    <table v-if="part" class="list">
      <tbody>
        <SheetRow
          v-for="f in fields"
          :key="f.key"
          :field="f"
          :data="part.data"
          :path="`parts.${partId}.data.${f.key}`"
          :disabled="machine.readOnly"
          :refusal="refusals[f.key] ?? ''"
          @set="set(f.key, $event)"
        />
      </tbody>
    </table>
    <div class="row">
      <button class="plain-button framed" @click="keep">Keep as an own part</button>
      <span v-if="kept" role="status">{{ kept }}</span>
    </div>
  </ElDialog>
</template>
