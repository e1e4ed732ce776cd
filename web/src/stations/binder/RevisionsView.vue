<script setup lang="ts">
import DataTable from '../../ui/DataTable.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { deriveFigures } from '@nodaxis/core/derivation/figures';
import { compareRevisions } from '@nodaxis/core/logbook/compare';
import { designAt } from '@nodaxis/core/machine/designAt';
import { useVirtualList } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import { when } from './useLogbook';

/** Two revisions side by side, in words; and the way back to one. */
const machine = useOpenMachine();
const preferences = usePreferences();
const revisions = computed(() => {
  const { snapshots, revisions: all } = machine.file.history;
  const first = snapshots[0]!.number;
  return [
    { number: first, at: machine.file.createdAt, title: 'As it began' },
    ...all.filter((r) => r.number > first),
  ].reverse();
});
const newest = computed(() => revisions.value[0]!.number);
const left = ref(revisions.value[1]?.number ?? newest.value);
const right = ref(newest.value);
const differences = computed(() => {
  const [a, b] = [designAt(machine.file, left.value), designAt(machine.file, right.value)];
  if (!a || !b) return undefined;
  const revised = (design: typeof a) => ({ design, settings: deriveFigures(design).settings });
  return compareRevisions(revised(a), revised(b), preferences.display);
});
const ROW = 52;
const { list, containerProps, wrapperProps } = useVirtualList(revisions, { itemHeight: ROW, overscan: 8 });
const groups = computed(() => [...new Set(differences.value?.map((d) => d.group) ?? [])]);
function restore() {
  machine.restore(left.value);
  right.value = newest.value;
}
</script>

<template>
  <div class="revisions">
    <section class="sheet every" aria-label="Revisions">
      <h3>Revisions</h3>
      <p class="soft">Choose the older one; “to” picks the one that it is compared with.</p>
      <div v-bind="containerProps" class="scroller">
        <ol v-bind="wrapperProps">
          <li v-for="{ data: r } in list" :key="r.number" :style="{ height: `${ROW}px` }">
            <ActionButton
              kind="bare"
              class="older"
              :aria-current="left === r.number || undefined"
              @click="left = r.number"
            >
              <span class="mono">{{ r.number }}</span><span class="text"
                ><span class="one">{{ r.title }}</span
                ><small class="soft">{{ when(r.at) }}</small></span
              >
            </ActionButton>
            <ActionButton
              class="small"
              :aria-label="`Compare with revision ${r.number}`"
              :aria-pressed="right === r.number"
              @click="right = r.number"
            >
              to
            </ActionButton>
          </li>
        </ol>
      </div>
    </section>
    <section class="sheet diff" aria-label="Differences">
      <div class="row spread">
        <h3>
          From revision <span class="mono">{{ left }}</span> to <span class="mono">{{ right }}</span>{{
            right === newest ? ', as it is' : ''
          }}
        </h3>
        <ActionButton
          kind="framed"
          :disabled="left === newest || machine.readOnly"
          :data-hint="'Nothing in between is lost: it is one edit more'"
          @click="restore"
        >
          Go back to revision {{ left }}
        </ActionButton>
      </div>
      <p v-if="!differences" class="soft">The file does not reach back so far.</p>
      <p v-else-if="!differences.length" class="soft">Nothing differs.</p>
      <DataTable v-for="g in groups" :key="g">
        <caption>
          {{
            g
          }}
        </caption>
        <thead>
          <tr>
            <th>What</th>
            <th>was</th>
            <th>is</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(d, i) in differences!.filter((x) => x.group === g)" :key="i">
            <td>{{ d.what }}</td>
            <td class="was">{{ d.was }}</td>
            <td>
              <b>{{ d.is }}</b>
            </td>
          </tr>
        </tbody>
      </DataTable>
    </section>
  </div>
</template>

<style scoped>
.revisions {
  display: grid;
  grid-template-columns: 320px minmax(0, 1fr);
  gap: 10px;
  height: 100%;
}
.every {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr);
  min-height: 0;
}
.diff {
  overflow: auto;
}
.scroller {
  min-height: 0;
  overflow: auto;
  margin-top: 6px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  align-items: stretch;
  border-top: 1px solid var(--line);
}
.older {
  flex: 1;
  min-width: 0;
  display: grid;
  grid-template-columns: 44px minmax(0, 1fr);
  align-items: center;
  background: none;
  border: 0;
  font: inherit;
  color: inherit;
  text-align: left;
  padding: 0 4px;
  cursor: pointer;
}
.text {
  display: grid;
}
.one {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.older:hover,
.older[aria-current],
li [aria-pressed='true'] {
  background: var(--accent-wash);
}
caption {
  text-align: left;
  font-weight: 700;
  padding: 8px 0 2px;
}
.was {
  color: var(--soft);
  text-decoration: line-through;
}
td {
  overflow-wrap: anywhere;
}
@media (max-width: 1000px) {
  .revisions {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
  }
  .every {
    height: 40vh;
  }
}
</style>
