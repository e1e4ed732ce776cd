<script setup lang="ts">
import Caution from '../ui/Caution.vue';
import ActionButton from '../ui/ActionButton.vue';
import FilePicker from '../ui/FilePicker.vue';
import Fold from '../ui/Fold.vue';
import 'element-plus/es/components/progress/style/css';
import { ElProgress } from 'element-plus';
import { version } from '../document/version';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import { browserStore, storeFault } from '../document/browserStore';
import type { Aside } from '../document/aside';
import type { FolderHandle } from '../document/folder';
import { canPickFolder, FOLDER_FAULT, folderOf, forgetFolder, pickFolder } from '../document/folder';
import type { Inventory } from '../document/inventory';
import { inventoryOf } from '../document/inventory';
import { restorePoint, restoreShelf, saveWholeShelf } from '../document/keptActions';
import type { PointInfo } from '../document/restorePoints';
import { useShelf } from '../document/shelf';
import { download } from '../document/transfer';
import FaultList from '../widgets/FaultList.vue';

/** What this browser keeps, how safe it is there, and the ways to take it out and bring it back. */
const shelf = useShelf();
const router = useRouter();
const kept = shallowRef<Inventory>();
const fault = ref('');
const told = ref('');
const faults = shallowRef<Fault[]>([]);
const busy = ref('');
const persisted = ref<boolean>();
const estimate = shallowRef<{ usage: number; quota: number }>();

async function look(): Promise<void> {
  try {
    await shelf.start();
    persisted.value = await navigator.storage?.persisted?.();
    const e = await navigator.storage?.estimate?.();
    if (e?.quota) estimate.value = { usage: e.usage ?? 0, quota: e.quota };
    kept.value = await inventoryOf(browserStore, shelf.cards);
    await lookAtFolder();
  } catch (e) {
    fault.value = storeFault(e);
  }
}
onMounted(() => {
  document.title = 'What is kept · Nodaxis';
  void look();
});

const size = (bytes: number): string =>
  bytes >= 1e9
    ? `${(bytes / 1e9).toFixed(1)} GB`
    : bytes >= 1e6
      ? `${(bytes / 1e6).toFixed(1)} MB`
      : `${Math.max(1, Math.round(bytes / 1e3))} kB`;
const when = (at: string): string =>
  at ? new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' }) : 'at an unknown time';
const used = computed(() => (estimate.value ? Math.ceil((100 * estimate.value.usage) / estimate.value.quota) : 0));

const nameOf = (id: string): string => shelf.cards.find((c) => c.id === id)?.name ?? id;
/** Points by machine, the newest first. */
const points = computed(() => {
  const of = new Map<string, PointInfo[]>();
  for (const p of kept.value?.points ?? []) of.set(p.machine, [...(of.get(p.machine) ?? []), p]);
  return [...of.values()];
});

async function doing(what: string, work: () => Promise<void>): Promise<void> {
  busy.value = what;
  faults.value = [];
  told.value = '';
  try {
    await work();
    await look();
  } catch (e) {
    fault.value = storeFault(e);
  } finally {
    busy.value = '';
  }
}
const save = () => doing('Packing …', saveWholeShelf);
const askPersist = () => doing('', async () => void (persisted.value = await navigator.storage.persist()));
function bring(file: File): void {
  void doing(`Reading ${file.name} …`, async () => {
    const r = await restoreShelf(file.name, new Uint8Array(await file.arrayBuffer()));
    faults.value = r.told;
    if (r.machines + r.parts)
      told.value = `Brought in: ${r.machines} machines, ${r.pictures} pictures, ${r.parts} own parts. Nothing on the shelf was written over.`;
  });
}
const restore = (p: PointInfo) =>
  doing('Opening …', async () => {
    const r = await restorePoint(p.key, when(p.savedAt));
    if ('what' in r) faults.value = [r];
    else await router.push(`/machine/${r.id}`);
  });
const folder = shallowRef<FolderHandle>();
const asksAgain = ref(false);
const folderFault = ref('');
async function lookAtFolder(): Promise<void> {
  folder.value = (await folderOf(browserStore)) ?? undefined;
  folderFault.value = (folder.value && (await browserStore.getItem<string>(FOLDER_FAULT))) ?? '';
  asksAgain.value = ((await folder.value?.queryPermission?.({ mode: 'readwrite' })) ?? 'granted') !== 'granted';
}
const chooseFolder = () => doing('', async () => void ((await pickFolder(browserStore)) && (await lookAtFolder())));
const allow = () =>
  doing('', async () => {
    await folder.value?.requestPermission?.({ mode: 'readwrite' });
    await lookAtFolder();
  });
const stopCopies = () => doing('', () => forgetFolder(browserStore).then(lookAtFolder));
async function saveAside(key: string): Promise<void> {
  const a = await browserStore.getItem<Aside>(key);
  if (a) download(`set-aside-${a.machine}.nodaxis.json`, a.text);
}
const drop = (keys: readonly string[]) =>
  doing('', async () => {
    for (const k of keys) await browserStore.removeItem(k);
  });
</script>

<template>
  <main class="page stack">
    <header class="row spread">
      <h1>What is kept</h1>
      <RouterLink to="/">Back to the shelf</RouterLink>
    </header>
    <Caution v-if="fault" kind="refused">{{ fault }}</Caution>
    <p v-if="busy" role="status">{{ busy }}</p>
    <Caution v-if="told" kind="told">{{ told }}</Caution>
    <Caution v-if="faults.length" kind="refused"><FaultList :faults="faults" /></Caution>

    <section class="sheet stack" aria-labelledby="health">
      <h2 id="health">How safe it is</h2>
      <p v-if="persisted">This browser has promised not to clear the store by itself.</p>
      <p v-else class="row spread">
        <span>
          This browser may clear the store when its disk runs short. Keep files of your machines elsewhere as well.
        </span>
        <ActionButton v-if="persisted === false" kind="framed" @click="askPersist"
          >Ask it to keep the store</ActionButton
        >
      </p>
      <div v-if="estimate">
        <p>{{ size(estimate.usage) }} of {{ size(estimate.quota) }} that this browser allows are used.</p>
        <ElProgress
          aria-label="Share of the store that is used"
          :percentage="used"
          :status="used > 80 ? 'warning' : undefined"
        />
      </div>
      <p v-if="used > 80">
        To make room: delete machines that you no longer need, under “Removed” on the shelf, then pictures of nobody
        below. Restore points make room by themselves.
      </p>
    </section>

    <section class="sheet stack" aria-labelledby="backup">
      <h2 id="backup">The whole shelf as one file</h2>
      <p>Machines with their pictures, your own parts, rehearsals and preferences.</p>
      <div class="row">
        <ActionButton kind="main" :disabled="!!busy" @click="save">Save the whole shelf</ActionButton>
        <FilePicker accept=".zip,application/zip" label="Saved shelf" :disabled="!!busy" @files="([f]) => bring(f!)"
          >Bring a saved shelf in</FilePicker
        >
      </div>
    </section>

    <section v-if="canPickFolder()" class="sheet stack" aria-labelledby="folder">
      <h2 id="folder">A folder for dated copies</h2>
      <p v-if="folder">
        A copy of each machine goes into the folder “{{ folder.name }}” with every restore point, one file a day.
        <b v-if="asksAgain">The browser has to be asked again first.</b>
      </p>
      <p v-else>
        Choose a folder, and a copy of each machine goes there while you work, one file a day. A folder that is backed
        up elsewhere is best.
      </p>
      <p v-if="folderFault" class="bad">The last copy could not be written ({{ folderFault }}).</p>
      <div class="row">
        <ActionButton v-if="asksAgain" kind="main" @click="allow">Allow it again</ActionButton>
        <ActionButton kind="framed" :disabled="!!busy" @click="chooseFolder">{{
          folder ? 'Choose another' : 'Choose a folder'
        }}</ActionButton>
        <ActionButton v-if="folder" kind="framed" :disabled="!!busy" @click="stopCopies">No more copies</ActionButton>
      </div>
    </section>

    <template v-if="kept">
      <section class="sheet stack" aria-labelledby="machines">
        <h2 id="machines">Machines</h2>
        <ul class="list">
          <li v-for="m in kept.machines" :key="m.id" class="row spread">
            <span
              ><RouterLink :to="`/machine/${m.id}`">{{ m.name }}</RouterLink
              ><template v-if="m.removed">, removed</template><b v-if="!m.whole" class="bad">, damaged</b></span
            >
            <span class="soft">saved {{ when(m.savedAt) }}, {{ size(m.bytes) }}</span>
          </li>
        </ul>
        <p v-if="kept.waiting" class="soft">
          {{ kept.waiting }} pictures wait to be filed when their machine is opened.
        </p>
      </section>

      <section class="sheet stack" aria-labelledby="points">
        <h2 id="points">As it was</h2>
        <p v-if="!points.length" class="soft">
          Restore points make themselves: one an hour while you work, then one a day, a week, a month.
        </p>
        <Fold v-for="list in points" :key="list[0]!.machine"
          ><template #title
            ><span>
              {{ nameOf(list[0]!.machine) }}: {{ list.length }} restore {{ list.length === 1 ? 'point' : 'points' }}
            </span></template
          >
          <ul class="list">
            <li v-for="p in list" :key="p.key" class="row spread">
              <span
                >{{ when(p.savedAt) }}, revision {{ p.revision
                }}<template v-if="p.why === 'before'">, before its file was brought up to date</template></span
              >
              <span class="row"
                ><span class="soft">{{ size(p.characters) }}</span
                ><ActionButton kind="framed" @click="restore(p)">Open as a copy</ActionButton></span
              >
            </li>
          </ul>
        </Fold>
      </section>

      <section v-if="kept.aside.length" class="sheet stack" aria-labelledby="aside">
        <h2 id="aside">Set aside</h2>
        <p>Texts that could not be opened, or not whole, as they were found.</p>
        <ul class="list">
          <li v-for="a in kept.aside" :key="a.key" class="row spread">
            <span>{{ a.machine }}, saved {{ when(a.savedAt) }}: {{ a.why }}</span>
            <span class="row">
              <ActionButton kind="framed" @click="saveAside(a.key)">Save this text ({{ size(a.bytes) }})</ActionButton>
              <ActionButton kind="framed" @click="drop([a.key])">Delete it</ActionButton>
            </span>
          </li>
        </ul>
      </section>

      <section class="sheet stack" aria-labelledby="rest">
        <h2 id="rest">Pictures and the rest</h2>
        <p class="row spread">
          <span v-if="kept.pictures.count"
            >{{ kept.pictures.count }} {{ kept.pictures.count === 1 ? 'picture' : 'pictures' }},
            {{ size(kept.pictures.bytes)
            }}<template v-if="kept.pictures.orphans.length"
              >; {{ kept.pictures.orphans.length }} of them belong to no machine</template
            >.</span
          >
          <span v-else>No pictures.</span>
          <ActionButton v-if="kept.pictures.orphans.length" kind="framed" @click="drop(kept.pictures.orphans)"
            >Remove pictures of no machine</ActionButton
          >
        </p>
        <p v-for="o in kept.other" :key="o.what" class="row spread">
          <span>{{ o.what }}</span><span class="soft">{{ size(o.bytes) }}</span>
        </p>
        <p class="soft">
          This is Nodaxis {{ version }}. If it ever fails to start, <a href="/recovery.html">the recovery page</a> gets
          everything out that is listed here.
        </p>
      </section>
    </template>
  </main>
</template>

<style scoped>
.page {
  max-width: 860px;
  margin: 0 auto;
  padding: 18px 16px 40px;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list li {
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
}
.row :deep(.el-button + .el-button) {
  margin-left: 0;
}
.bad {
  color: var(--danger);
}
</style>
