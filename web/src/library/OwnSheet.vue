<script setup lang="ts">
import DataTable from '../ui/DataTable.vue';
import { sheetFields } from '@nodaxis/core/machine/library/sheet';
import type { PartData } from '@nodaxis/core/machine/parts';
import type { Quantity } from '@nodaxis/core/units/quantity';
import { ElDialog } from 'element-plus';
import { computed } from 'vue';
import { useOwnParts } from '../document/ownParts';
import SheetRow from '../widgets/SheetRow.vue';

/** The data sheet of an own part. */
const props = defineProps<{ partKey: string }>();
const emit = defineEmits<{ close: [] }>();
const own = useOwnParts();
const part = computed(() => own.parts.find((p) => p.key === props.partKey));
const fields = computed(() => (part.value ? (sheetFields[part.value.data.class] ?? []) : []));
const shown = computed({ get: () => part.value !== undefined, set: (v) => v || emit('close') });
function set(key: string, value: Quantity | undefined) {
  if (!part.value) return;
  const { [key as keyof PartData]: _old, ...rest } = part.value.data;
  void own.put({ ...part.value, data: { ...rest, ...(value ? { [key]: value } : {}) } as PartData });
}
</script>

<template>
  <ElDialog v-model="shown" :title="part ? `Data sheet of ${part.name}` : ''" width="min(640px, 96vw)" top="6vh">
    <DataTable v-if="part">
      <tbody>
        <SheetRow v-for="f in fields" :key="f.key" :field="f" :data="part.data" @set="set(f.key, $event)" />
      </tbody>
    </DataTable>
  </ElDialog>
</template>
