<script setup lang="ts">
import { compareDesigns } from '@nodaxis/core/logbook/compare';
import { designAt } from '@nodaxis/core/machine/history';
import { computed, ref } from 'vue';
import { useMachine } from '../../document/machine';
import { usePreferences } from '../../document/preferences';
import { when } from './useLogbook';

/** Two revisions side by side, in words; and the way back to one. */
const machine = useMachine();
const preferences = usePreferences();
const revisions = computed(() => {
  const { snapshots, revisions: all } = machine.file!.history;
  const first = snapshots[0]!.number;
  return [
    { number: first, at: machine.file!.createdAt, title: 'As it began' },
    ...all.filter((r) => r.number > first),
  ].reverse();
});
const newest = computed(() => revisions.value[0]!.number);
const left = ref(revisions.value[1]?.number ?? newest.value);
const right = ref(newest.value);
const differences = computed(() => {
  const [a, b] = [designAt(machine.file!, left.value), designAt(machine.file!, right.value)];
  return a && b ? compareDesigns(a, b, preferences.display) : undefined;
});
const groups = computed(() => [...new Set(differences.value?.map((d) => d.group) ?? [])]);
function restore() {
  machine.restore(left.value);
  right.value = newest.value;
}
</script>

<template>
  <div class="revisions">
    <section class="sheet list" aria-label="Revisions">
      <h3>Revisions</h3>
      <p class="soft">Choose the older one; it is compared with the one on the right.</p>
      <ol>
        <li v-for="r in revisions.slice(0, 600)" :key="r.number">
          <button :aria-current="left === r.number || undefined" @click="left = r.number">
            <span class="mono">{{ r.number }}</span><span
              >{{ r.title }}<br /><small class="soft">{{ when(r.at) }}</small></span
            >
          </button>
        </li>
      </ol>
    </section>
    <section class="sheet diff" aria-label="Differences">
      <div class="row spread">
        <h3>
          From revision <span class="mono">{{ left }}</span> to
          <select v-model.number="right" aria-label="Compared with">
            <option v-for="r in revisions.slice(0, 600)" :key="r.number" :value="r.number">
              {{ r.number }}{{ r.number === newest ? ' (as it is)' : '' }}
            </option>
          </select>
        </h3>
        <button
          class="plain-button framed"
          :disabled="left === newest || machine.readOnly"
          :title="'Nothing in between is lost: it is one edit more'"
          @click="restore"
        >
          Go back to revision {{ left }}
        </button>
      </div>
      <p v-if="!differences" class="soft">The file does not reach back so far.</p>
      <p v-else-if="!differences.length" class="soft">Nothing differs.</p>
      <table v-for="g in groups" :key="g" class="list">
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
      </table>
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
.list,
.diff {
  overflow: auto;
}
ol {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
ol button {
  display: grid;
  grid-template-columns: 44px 1fr;
  width: 100%;
  background: none;
  border: 0;
  border-top: 1px solid var(--line);
  font: inherit;
  color: inherit;
  text-align: left;
  padding: 5px 4px;
  cursor: pointer;
}
ol button:hover,
ol button[aria-current] {
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
  .list {
    max-height: 40vh;
  }
}
</style>
