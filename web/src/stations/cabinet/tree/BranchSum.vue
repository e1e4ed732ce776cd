<script setup lang="ts">
import { powerStateTitle } from '@nodaxis/core/power/states';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import OtherPlaces from './OtherPlaces.vue';
import type { Box } from './treeLayout';

/** The sum behind a box of the power tree, term by term, and what moving it elsewhere would do. */
const { box } = defineProps<{ box: Box }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const part = computed(() => (box.branch ? machine.design.parts[box.branch.part] : undefined));
const f = computed(() => box.figures);
const a = (amps: number) => showValue(amps, 'current', preferences.display, 3);
const w = (watts: number) => showValue(watts, 'power', preferences.display, 3);
const percent = (share: number) => `${printNumber(100 * share, 2)} %`;
const volts = computed(() => {
  if (f.value?.volts === undefined) return '';
  return `${showValue(f.value.volts, 'voltage', preferences.display, 3)} ${f.value.kind === 'mains' ? 'AC' : 'DC'}`;
});
/** What a term is, where its name is no more than a designation; which driver, where it is an axis. */
const about = (id: string, name: string) => {
  const p = machine.design.parts[id];
  return p ? (p.designation === name ? p.name : p.designation) : '';
};
const movable = computed(() => {
  const { part: id, port, from } = box.branch ?? {};
  return id !== undefined && port !== undefined && from ? { part: id, port } : undefined;
});
</script>

<template>
  <aside class="sheet stack" aria-label="The sum">
    <h2 v-if="part">
      <span class="mono">{{ part.designation }}</span> {{ part.name }}
    </h2>
    <h2 v-else>{{ box.small?.length }} small loads</h2>
    <p v-if="!f" class="soft">No sheet says what hangs on it draws.</p>
    <template v-else>
      <dl>
        <template v-if="volts">
          <dt>Voltage</dt>
          <dd class="mono">{{ volts }}</dd>
        </template>
        <dt>{{ box.branch?.gives.length ? 'Carries' : 'Takes' }}</dt>
        <dd>
          <b class="mono">{{ a(f.amps) }}</b> <span class="soft mono">{{ w(f.watts) }}</span>
        </dd>
        <dt>At most</dt>
        <dd>
          <span class="mono">{{ a(f.peakA) }}</span>{{ ' '
          }}<span class="soft">{{
            f.peakA - f.amps < 1e-9 ? 'in this state' : powerStateTitle[f.peakIn].toLowerCase()
          }}</span>
        </dd>
        <template v-if="f.ratedA !== undefined">
          <dt>Rated</dt>
          <dd class="mono">{{ a(f.ratedA) }}</dd>
          <dt>In reserve</dt>
          <dd :class="{ tight: f.amps > f.lastingA!, over: f.amps > f.ratedA }">
            <span class="mono">{{ a(Math.max(0, f.ratedA - f.amps)) }}</span>
            <span class="soft">
              loaded to {{ percent(f.amps / f.ratedA) }}, for long up to {{ percent(f.lastingA! / f.ratedA) }}</span
            >
          </dd>
        </template>
      </dl>
      <div v-if="f.terms.length > 1 || box.branch?.gives.length">
        <h3>The sum</h3>
        <ul>
          <li v-for="t in f.terms" :key="t.part + t.port + t.name">
            <span class="term"
              ><b>{{ t.name }}</b> <span class="soft">{{ about(t.part, t.name) }}</span></span
            >
            <span class="mono">{{ a(t.amps) }}</span>
            <span class="mono soft">{{ w(t.watts) }}</span>
          </li>
        </ul>
        <p v-if="f.kind === 'mains'" class="soft small">
          Current on the mains: a supply’s load over its efficiency and power factor, a spindle drive’s shaft power over
          its own. <template v-if="f.lines > 1">Of the three phases it is the one that carries most.</template>
        </p>
      </div>
    </template>
    <OtherPlaces v-if="movable" :key="box.key" :at="movable" />
  </aside>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 3px 12px;
  margin: 0;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
}
h3 {
  font-size: 15px;
  margin: 0 0 2px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 220px;
  overflow: auto;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 70px 62px;
  gap: 6px;
  border-bottom: 1px solid var(--line);
  padding: 2px 0;
}
.term {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
li .mono {
  text-align: right;
}
.small {
  font-size: 13px;
}
.tight {
  color: var(--wont);
}
.over {
  color: var(--danger);
}
</style>
