<script setup lang="ts">
import Caution from '../ui/Caution.vue';
import FilePicker from '../ui/FilePicker.vue';
import Fold from '../ui/Fold.vue';
import TextField from '../ui/TextField.vue';
import ActionButton from '../ui/ActionButton.vue';
import { Plus, Upload } from '@element-plus/icons-vue';
import { kindTitle } from '@nodaxis/core/machine/create';
import { onMounted, ref, shallowRef } from 'vue';
import { useImports } from '../document/imports';
import { usePreferences } from '../document/preferences';
import type { Card } from '../document/card';
import { useShelf } from '../document/shelf';
import { exportMachine } from '../document/transfer';
import { showTerms } from '../words/askTerms';
import MachineThumb from './MachineThumb.vue';
import FirstVisit from './FirstVisit.vue';
import NewMachine from './NewMachine.vue';
import StandingLine from './StandingLine.vue';
import { useStandings } from './useStandings';

const shelf = useShelf();
const standings = useStandings();
const preferences = usePreferences();
const imports = useImports();
const creating = ref(false);
const justRemoved = shallowRef<Card>();
const renaming = ref('');
const newName = ref('');

onMounted(() => {
  document.title = 'Nodaxis';
  void shelf.start();
});

async function remove(card: Card) {
  await shelf.remove(card);
  justRemoved.value = shelf.refusal ? undefined : card;
}
async function undoRemove() {
  if (justRemoved.value) await shelf.bringBack(justRemoved.value);
  justRemoved.value = undefined;
}
async function exportCard(card: Card) {
  const file = await shelf.load(card.id);
  if (file) await exportMachine(file);
}
function startRename(card: Card) {
  renaming.value = card.id;
  newName.value = card.name;
}
async function finishRename(card: Card) {
  const name = newName.value.trim();
  renaming.value = '';
  if (name && name !== card.name) await shelf.rename(card.id, name);
}
const changed = (at: string) =>
  new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
const vFocus = { mounted: (el: HTMLElement) => el.querySelector('input')?.focus() };
</script>

<template>
  <div class="page">
    <header class="head row spread">
      <div class="row">
        <img src="/mark.svg" alt="" width="36" height="36" />
        <div>
          <h1>Nodaxis</h1>
          <p class="soft">The bench book that computes</p>
        </div>
      </div>
      <div class="row">
        <FilePicker
          accept=".json,.zip,.md,application/json,application/zip,text/markdown"
          multiple
          label="Machine files"
          @files="imports.take"
          ><Upload aria-hidden="true" />Import a file</FilePicker
        >
        <ActionButton kind="main" @click="creating = true"><Plus aria-hidden="true" />New machine</ActionButton>
        <RouterLink class="action-link" to="/parts">Parts library</RouterLink>
        <RouterLink class="action-link" to="/kept">What is kept</RouterLink>
        <ActionButton @click="showTerms()">Terms and keys</ActionButton>
        <ActionButton @click="preferences.toggleTheme()">
          {{ preferences.theme === 'dark' ? 'Light' : 'Dark' }}
        </ActionButton>
      </div>
    </header>

    <main class="stack">
      <Caution v-if="shelf.blocked" kind="refused">{{ shelf.blocked }}</Caution>
      <Caution v-if="shelf.refusal" kind="refused"
        >{{ shelf.refusal
        }}<template #action
          ><ActionButton kind="framed" @click="shelf.refusal = ''">Understood</ActionButton>
        </template></Caution
      >
      <Caution v-for="g in shelf.going" :key="g.card.id" kind="told"
        >{{ g.card.name }} was removed more than 30 days ago. It will be deleted for good after
        {{ new Date(g.goesAt).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' }) }}.<template #action
          ><ActionButton kind="framed" @click="shelf.bringBack(g.card)">Bring it back</ActionButton>
        </template></Caution
      >
      <Caution v-if="justRemoved" kind="told"
        >{{ justRemoved.name }} is off the shelf.<template #action
          ><ActionButton kind="framed" @click="undoRemove">Undo</ActionButton>
        </template></Caution
      >

      <FirstVisit v-if="shelf.present.length" @begin="creating = true" />
      <Caution v-if="standings.fault.value" kind="told">{{ standings.fault.value }}</Caution>
      <h2 v-if="shelf.present.length">Machines</h2>
      <div class="cards">
        <article v-for="c in shelf.present" :key="c.id" class="sheet card">
          <RouterLink class="open" :to="`/machine/${c.id}`" :aria-label="`Open ${c.name}`">
            <MachineThumb :kind="c.kind" />
          </RouterLink>
          <div class="words">
            <form v-if="renaming === c.id" @submit.prevent="finishRename(c)">
              <TextField
                v-model="newName"
                v-focus
                class="rename"
                maxlength="120"
                :aria-label="`New name of ${c.name}`"
                @blur="finishRename(c)"
                @keydown.esc="renaming = ''"
              />
            </form>
            <h3 v-else>
              <RouterLink :to="`/machine/${c.id}`">{{ c.name }}</RouterLink>
            </h3>
            <p v-if="c.unreadable" class="fault">Cannot be read. Open it to save what is kept.</p>
            <template v-else>
              <p>{{ kindTitle(c.kind) }}</p>
              <p class="soft">Revision {{ c.revision }}, {{ changed(c.changedAt) }}</p>
              <p class="soft">
                {{
                  shelf.savedAsFile.has(c.id)
                    ? `Saved as a file ${changed(shelf.savedAsFile.get(c.id)!)}`
                    : 'Not saved as a file yet'
                }}
              </p>
              <StandingLine v-if="standings.of(c)" :standing="standings.of(c)!" :machine-id="c.id" />
            </template>
            <p v-if="shelf.unsaved.has(c.id)" class="fault">Not saved in this browser: export it before you leave.</p>
            <div class="row tools">
              <ActionButton @click="startRename(c)">Rename</ActionButton>
              <ActionButton @click="shelf.duplicate(c.id)">Duplicate</ActionButton>
              <ActionButton @click="exportCard(c)">Export</ActionButton>
              <ActionButton @click="shelf.setArchived(c, true)">Archive</ActionButton>
              <ActionButton :aria-label="`Remove ${c.name}`" @click="remove(c)">Remove</ActionButton>
            </div>
          </div>
        </article>
      </div>

      <section v-if="shelf.ready && !shelf.present.length" class="sheet empty stack">
        <h2>The shelf is empty</h2>
        <p>
          A machine file holds the mechanics, the parts, the conductors, the settings and the test results of one
          machine. From it Nodaxis works out what will not work before money or smoke is spent.
        </p>
        <div class="row">
          <ActionButton kind="main" @click="creating = true">Describe your machine</ActionButton>
          <ActionButton kind="framed" @click="shelf.restoreSamples()">Put the sample machines here</ActionButton>
        </div>
      </section>

      <Fold v-if="shelf.archived.length" class="sheet"
        ><template #title
          ><span>Archive ({{ shelf.archived.length }})</span></template
        >
        <p v-for="c in shelf.archived" :key="c.id" class="row spread">
          <RouterLink :to="`/machine/${c.id}`">{{ c.name }}</RouterLink>
          <ActionButton kind="framed" @click="shelf.setArchived(c, false)">Back on the shelf</ActionButton>
        </p>
      </Fold>
      <Fold v-if="shelf.removed.length" class="sheet"
        ><template #title
          ><span>Removed ({{ shelf.removed.length }}), kept for 30 days</span></template
        >
        <p v-for="c in shelf.removed" :key="c.id" class="row spread">
          <span>{{ c.name }}</span>
          <span class="row">
            <ActionButton kind="framed" @click="shelf.bringBack(c)">Bring back</ActionButton>
            <ActionButton kind="danger" @click="shelf.deleteForGood(c.id)">Delete for good</ActionButton>
          </span>
        </p>
      </Fold>
      <footer class="row soft">
        <span
          >Machines are kept in this browser, for this address and port. Drop a machine file anywhere here to import
          it.</span
        >
        <ActionButton v-if="shelf.present.length" @click="shelf.restoreSamples()">
          Restore the sample machines
        </ActionButton>
      </footer>
    </main>
    <NewMachine v-model="creating" />
  </div>
</template>

<style scoped>
.page {
  max-width: 1180px;
  margin: 0 auto;
  padding: 18px 16px 40px;
}
.head {
  border-bottom: 1px solid var(--line-strong);
  padding-bottom: 12px;
  margin-bottom: 16px;
}
.fault {
  color: var(--danger);
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(340px, 1fr));
  gap: 12px;
}
.card {
  display: grid;
  grid-template-columns: 116px 1fr;
  gap: 14px;
}
.words h3 {
  font-size: 18px;
}
.words a {
  color: inherit;
}
.tools {
  gap: 0;
  margin: 6px 0 0 -8px;
}
.tools .action {
  font-size: 13px;
  padding: 4px 7px;
}
.rename {
  width: 100%;
}
.empty {
  max-width: 640px;
  padding: 24px;
}
@media (max-width: 720px) {
  .cards {
    grid-template-columns: 1fr;
  }
  .card {
    grid-template-columns: 84px 1fr;
  }
}
</style>
