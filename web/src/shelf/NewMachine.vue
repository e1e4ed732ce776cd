<script setup lang="ts">
import { ElRadio } from 'element-plus';
import { ElRadioGroup } from 'element-plus';
import ActionButton from '../ui/ActionButton.vue';
import { ElDialog, ElInput } from 'element-plus';
import { kindAbout, kindTitle } from '@nodaxis/core/machine/create';
import type { MachineKind } from '@nodaxis/core/machine/mechanics';
import { machineKinds } from '@nodaxis/core/machine/mechanics';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { useShelf } from '../document/shelf';
import MachineThumb from './MachineThumb.vue';

const shown = defineModel<boolean>({ required: true });
const shelf = useShelf();
const router = useRouter();
const name = ref('');
const kind = ref<MachineKind>('router-moving-gantry');

async function create() {
  if (!name.value.trim()) return;
  const card = await shelf.create(kind.value, name.value.trim());
  shown.value = false;
  name.value = '';
  await router.push(`/machine/${card.id}/machine`);
}
</script>

<template>
  <ElDialog v-model="shown" title="New machine" width="min(760px, 94vw)">
    <form class="stack" @submit.prevent="create">
      <label for="new-name">Name</label>
      <ElInput id="new-name" v-model="name" maxlength="120" placeholder="What you call it" autofocus />
      <fieldset>
        <legend>Kind</legend>
        <ElRadioGroup v-model="kind" class="kinds" aria-label="Kind"
          ><ElRadio v-for="k in machineKinds" :key="k" class="kind" :value="k" border>
            <MachineThumb :kind="k" />
            <span
              ><strong>{{ kindTitle(k) }}</strong
              ><br /><span class="soft">{{ kindAbout(k) }}</span></span
            >
          </ElRadio></ElRadioGroup
        >
      </fieldset>
      <div class="row">
        <ActionButton kind="main" native-type="submit" :disabled="!name.trim()">Put it on the shelf</ActionButton>
        <span v-if="!name.trim()" class="soft">Give it a name first.</span>
      </div>
    </form>
  </ElDialog>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
.kinds {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 8px;
}
.kinds > * {
  min-width: 0;
}
.kind :deep(.el-radio__label) {
  display: grid;
  grid-template-columns: 72px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
  text-align: start;
}
</style>
