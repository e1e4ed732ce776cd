<script setup lang="ts">
import { Connection } from '@element-plus/icons-vue';
import type { Conductor } from '@nodaxis/core/machine/connections';
import { conductorStates } from '@nodaxis/core/machine/connections';
import type { TerminalRef } from '@nodaxis/core/machine/ids';
import { conductorSubject, lastTicks } from '@nodaxis/core/machine/journal';
import { showQuantity } from '@nodaxis/core/units/print';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useMachine } from '../../document/machine';
import { usePreferences } from '../../document/preferences';
import ColourSwatch from './ColourSwatch.vue';

const machine = useMachine();
const preferences = usePreferences();
const route = useRoute();
const design = computed(() => machine.design!);
const part = ref('');
const state = ref('');
const text = ref('');
const chosen = ref(new Set<string>());
watch(
  () => route.query.part,
  (p) => (part.value = typeof p === 'string' ? p : ''),
  { immediate: true },
);

const label = (t: TerminalRef) => {
  const p = design.value.parts[t.part];
  return `${p?.designation ?? t.part}:${p?.terminals[t.terminal]?.printed ?? t.terminal}`;
};
const rows = computed(() =>
  Object.entries(design.value.conductors)
    .filter(([, c]) => !part.value || c.from.part === part.value || c.to.part === part.value)
    .filter(([, c]) => !state.value || c.state === state.value)
    .filter(([id, c]) =>
      `${c.number} ${label(c.from)} ${label(c.to)} ${c.purpose} ${c.cable ?? ''} ${id}`
        .toLowerCase()
        .includes(text.value.toLowerCase()),
    )
    .sort(([, a], [, b]) => a.number - b.number),
);
const parts = computed(() =>
  Object.entries(design.value.parts).sort(([, a], [, b]) =>
    a.designation.localeCompare(b.designation, 'en', { numeric: true }),
  ),
);
const all = computed(() => Object.values(design.value.conductors));
const done = computed(() => all.value.filter((c) => c.state === 'connected' || c.state === 'checked').length);
const changes = computed(() => machine.figures!.replanned.changes);
const gaps = computed(() => machine.figures!.plan.gaps);

const plan = () => machine.run({ name: 'plan-wiring', args: {} });
const ticks = computed(() => lastTicks(machine.file!.journal));
/** When it was last ticked: months lie between two weekends at the machine. */
const ticked = (id: string, state: string) => {
  const at = ticks.value.get(conductorSubject(id));
  return at ? `${state} since ${new Date(at).toLocaleDateString('en-GB', { dateStyle: 'medium' })}` : '';
};
const setState = (ids: string[], next: Conductor['state']) =>
  machine.run({ name: 'set-conductors', args: { ids, set: { state: next } } });
const target = (e: Event) => (e.target as HTMLSelectElement).value as Conductor['state'];
const pick = (id: string, on: boolean) => {
  const next = new Set(chosen.value);
  if (on) next.add(id);
  else next.delete(id);
  chosen.value = next;
};
const allPicked = computed(() => rows.value.length > 0 && rows.value.every(([id]) => chosen.value.has(id)));
const pickAll = (on: boolean) => (chosen.value = new Set(on ? rows.value.map(([id]) => id) : []));
function setMany(e: Event) {
  const visible = rows.value.map(([id]) => id).filter((id) => chosen.value.has(id));
  setState(visible, target(e));
  (e.target as HTMLSelectElement).value = '';
}
</script>

<template>
  <div class="stack" data-field="conductors">
    <section v-if="!all.length" class="sheet empty stack">
      <h2>No conductor yet</h2>
      <p>
        The planner proposes every conductor from the parts and what they do: motor leads, supplies, step and direction,
        switches and sensors, each with number, colour, section and the reason for it. What you set by hand, and what is
        cut or connected, it never alters.
      </p>
      <p v-if="!changes.length" class="soft">
        Choose a controller, motors and drivers first, and add inputs on Switches.
      </p>
      <button class="plain-button main" :disabled="!changes.length || machine.readOnly" @click="plan">
        <Connection />Plan the wiring
      </button>
    </section>
    <template v-else>
      <p class="caution">
        Wire with the mains plug pulled and the supplies discharged. Mains conductors are not in this list: local code,
        licensed person.
      </p>
      <section class="row bar">
        <label
          >Part
          <select v-model="part">
            <option value="">all</option>
            <option v-for="[id, p] in parts" :key="id" :value="id">{{ p.designation }} {{ p.name }}</option>
          </select></label
        >
        <label
          >State
          <select v-model="state">
            <option value="">all</option>
            <option v-for="s in conductorStates" :key="s">{{ s }}</option>
          </select></label
        >
        <label>Find <input v-model="text" type="search" placeholder="terminal, cable, reason" /></label>
        <span class="progress" :title="`${done} of ${all.length} connected`"
          ><progress :value="done" :max="all.length" aria-label="Connected conductors"></progress> {{ done }} of
          {{ all.length }} connected</span
        >
        <button v-if="changes.length" class="plain-button main" :disabled="machine.readOnly" @click="plan">
          <Connection />Plan again ({{ changes.length }} to change)
        </button>
      </section>
      <ul v-if="gaps.length" class="caution">
        <li v-for="g in gaps" :key="g.what">{{ g.what }}</li>
      </ul>
      <div class="sheet scroll">
        <table class="list">
          <thead>
            <tr>
              <th>
                <input
                  type="checkbox"
                  aria-label="Pick all shown"
                  :checked="allPicked"
                  @change="pickAll(($event.target as HTMLInputElement).checked)"
                />
              </th>
              <th class="num">No.</th>
              <th>From</th>
              <th>To</th>
              <th>Colour</th>
              <th>Section</th>
              <th>Cable, core</th>
              <th>
                State
                <select v-if="chosen.size" class="many" aria-label="State of all picked" @change="setMany">
                  <option value="">set {{ chosen.size }} …</option>
                  <option v-for="s in conductorStates" :key="s">{{ s }}</option>
                </select>
              </th>
              <th>Why</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="[id, c] in rows" :key="id" :data-field="`conductors.${id}`" :class="c.state">
              <td class="pick">
                <input
                  type="checkbox"
                  :checked="chosen.has(id)"
                  :aria-label="`Pick conductor ${c.number}`"
                  @change="pick(id, ($event.target as HTMLInputElement).checked)"
                />
              </td>
              <td class="num mono">{{ c.number }}</td>
              <td class="mono end">{{ label(c.from) }}</td>
              <td class="mono end">{{ label(c.to) }}</td>
              <td><ColourSwatch v-if="c.colour" :code="c.colour" /></td>
              <td class="mono">{{ c.section ? showQuantity(c.section, preferences.display) : '' }}</td>
              <td>{{ [c.cable, c.core].filter(Boolean).join(', ') }}</td>
              <td class="state">
                <select
                  :value="c.state"
                  :disabled="machine.readOnly"
                  :aria-label="`State of conductor ${c.number}`"
                  :title="ticked(id, c.state)"
                  @change="setState([id], target($event))"
                >
                  <option v-for="s in conductorStates" :key="s">{{ s }}</option>
                </select>
              </td>
              <td class="why soft">{{ c.purpose }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="!rows.length" class="soft">No conductor fits these filters.</p>
      </div>
    </template>
  </div>
</template>

<style scoped>
.empty {
  max-width: 640px;
  padding: 22px;
}
.bar label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
input[type='search'] {
  font: inherit;
  color: inherit;
  background: var(--sheet);
  height: 30px;
  padding: 0 8px;
  border: 1px solid var(--line-strong);
  width: 180px;
}
.bar select {
  max-width: 190px;
}
.progress {
  margin-left: auto;
}
progress {
  accent-color: var(--accent);
  width: 110px;
}
.scroll {
  overflow-x: auto;
  padding: 4px 6px;
}
.end {
  white-space: nowrap;
}
.state select {
  height: 26px;
}
.many {
  height: 24px;
}
tr.checked .num,
tr.connected .num {
  color: var(--good);
}
tr {
  content-visibility: auto;
}
@media (max-width: 720px) {
  thead {
    display: none;
  }
  table,
  tbody {
    display: block;
  }
  tr {
    display: grid;
    grid-template-columns: auto 1fr 1fr;
    border-bottom: 2px solid var(--line-strong);
    padding: 6px 0;
  }
  table.list td {
    border: 0;
  }
  .end {
    font-size: 17px;
  }
  .why {
    grid-column: 1 / -1;
  }
  .pick {
    display: none;
  }
  .progress {
    margin-left: 0;
  }
}
</style>
