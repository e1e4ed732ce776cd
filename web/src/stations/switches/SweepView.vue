<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import DataTable from '../../ui/DataTable.vue';
import TickBox from '../../ui/TickBox.vue';
import Fold from '../../ui/Fold.vue';
import Progress from '../../ui/Progress.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { Refresh } from '@element-plus/icons-vue';
import type { FaultKind } from '@nodaxis/core/faults/faults';
import { protectiveDevices } from '@nodaxis/core/faults/safetyFunctions';
import {
  compareSweeps,
  countsOf,
  faultKindWords,
  mapOf,
  notices,
  rowsShown,
  type RowFilter,
} from '@nodaxis/core/faults/summary';
import type { SweepRow } from '@nodaxis/core/faults/sweep';
import { useVirtualList } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useFocusLink } from '../../widgets/focusLink';
import { useOpenMachine } from '../../document/openMachine';
import { useSweep } from '../../trial/useSweep';
import NoticeMark from './NoticeMark.vue';

/** All single faults of the machine: what each takes away, and when anybody notices. */
const machine = useOpenMachine();
const sweep = useSweep();
/** Without conductors every count would be of nothing. */
const unwired = computed(() => !Object.keys(machine.design.conductors).length);
const { go } = useFocusLink();
const rows = computed(() => sweep.result?.result.rows ?? []);
const functions = computed(() => sweep.result?.result.functions ?? []);
const counts = computed(() => countsOf(rows.value));
const beforeCounts = computed(() => sweep.before && countsOf(sweep.before.result.rows));
const map = computed(() => mapOf(functions.value, rows.value));
const missing = computed(() => functions.value.filter((f) => sweep.result!.result.missing.includes(f.id)));

const only = ref<RowFilter>('loss');
const cell = ref<{ function: string; kind: FaultKind }>();
const listWords: Record<typeof only.value, string> = {
  all: 'in all',
  none: 'that take no protection away',
  loss: 'that take something away',
  danger: 'dangers',
  'at once': 'that show at once',
  'at next use': 'that show at the next use',
  never: 'that never show',
};
const shown = computed(() => rowsShown(rows.value, cell.value ?? only.value));
const { list, containerProps, wrapperProps } = useVirtualList(shown, { itemHeight: 34, overscan: 8 });
const titles = computed(() => new Map(functions.value.map((f) => [f.id, f.title])));
const lostOf = (r: Pick<SweepRow, 'lost'>) => r.lost.map((id) => titles.value.get(id) ?? id).join('; ');
const toggleCell = (f: string, kind: FaultKind) =>
  (cell.value = cell.value?.function === f && cell.value.kind === kind ? undefined : { function: f, kind });

const comparing = ref(false);
const changes = computed(() =>
  sweep.before && sweep.result ? compareSweeps(sweep.before.result.rows, sweep.result.result.rows) : [],
);
function compare(): void {
  sweep.keep();
  comparing.value = true;
}

const tried = computed(() => new Set(machine.design.dailyChecks));
const protecting = computed(() => protectiveDevices(machine.design));
function setTried(ids: string[]): void {
  machine.run({ name: 'set-daily-checks', args: { devices: ids } });
}
const toggleTried = (id: string) =>
  setTried(tried.value.has(id) ? [...tried.value].filter((d) => d !== id) : [...tried.value, id]);
</script>

<template>
  <section v-if="unwired" class="sheet stack" data-field="dailyChecks">
    <h2>Nothing is wired yet</h2>
    <p>
      Once the wiring is planned, each single fault is tried on it: a wire that breaks, a contact that welds, a plug
      that comes off. For each you see which protection it takes away, and when anybody would notice.
    </p>
    <p><ActionButton kind="main" @click="go('wiring', 'conductors')">Plan the wiring</ActionButton></p>
  </section>
  <div v-else class="sweep" data-field="dailyChecks">
    <section class="sheet top" aria-label="The sweep">
      <div class="figures">
        <ActionButton
          kind="bare"
          class="figure"
          :aria-pressed="only === 'all' && !cell"
          @click="((only = 'all'), (cell = undefined))"
        >
          <b class="mono">{{ counts.faults }}</b> single faults
        </ActionButton>
        <ActionButton
          kind="bare"
          class="figure"
          :aria-pressed="only === 'none' && !cell"
          @click="((only = 'none'), (cell = undefined))"
        >
          <b class="mono">{{ counts.harmless }}</b> take no protection away
        </ActionButton>
        <span class="of soft">the others show</span>
        <ActionButton
          v-for="n in notices"
          :key="n"
          kind="bare"
          class="figure"
          :aria-pressed="only === n && !cell"
          @click="((only = n), (cell = undefined))"
        >
          <b class="mono"
            ><span v-if="beforeCounts" class="was">{{ beforeCounts.noticed[n] }} → </span>{{ counts.noticed[n] }}</b
          >
          <NoticeMark :notice="n" word />
        </ActionButton>
        <ActionButton
          kind="bare"
          class="figure"
          :class="{ bad: counts.dangers }"
          :aria-pressed="only === 'danger' && !cell"
          @click="((only = 'danger'), (cell = undefined))"
        >
          <b class="mono"
            ><span v-if="beforeCounts" class="was">{{ beforeCounts.dangers }} → </span>{{ counts.dangers }}</b
          >
          dangers: protection gone, never noticed
        </ActionButton>
      </div>
      <div class="row state">
        <template v-if="sweep.progress">
          <Progress :done="sweep.progress.done" :of="sweep.progress.of" label="Faults swept" />
          <span class="mono">{{ sweep.progress.done }} of {{ sweep.progress.of }}</span>
          <ActionButton kind="framed" @click="sweep.stop()">Stop</ActionButton>
        </template>
        <template v-else>
          <span v-if="sweep.result" class="soft"
            >Revision {{ sweep.result.revision }}{{ sweep.stopped ? ', stopped since' : '' }}</span
          >
          <ActionButton @click="sweep.run()"><Refresh />Sweep again</ActionButton>
          <ActionButton v-if="!sweep.before" kind="framed" :disabled="!sweep.result" @click="compare">
            Keep, and compare with what comes
          </ActionButton>
          <template v-else>
            <ActionButton kind="framed" :aria-pressed="comparing" @click="comparing = !comparing">
              {{ changes.length }} changed since revision {{ sweep.before.revision }}
            </ActionButton>
            <ActionButton @click="((comparing = false), sweep.forget())">Forget it</ActionButton>
          </template>
        </template>
      </div>
      <Caution v-if="sweep.fault" kind="refused">{{ sweep.fault }}</Caution>
      <Caution v-if="missing.length">
        <b>Not there on the whole machine either:</b> {{ missing.map((f) => f.title).join('; ') }}.
      </Caution>
    </section>

    <div class="halves">
      <section class="sheet map" aria-label="Map of functions and faults">
        <DataTable>
          <thead>
            <tr>
              <th scope="col">When it is gone, who notices?</th>
              <th v-for="k in map.kinds" :key="k" scope="col" class="kind">
                <span>{{ faultKindWords[k] }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="l in map.lines" :key="l.function.id">
              <th scope="row" :class="{ soft: !l.function.protective }">{{ l.function.title }}</th>
              <td v-for="k in map.kinds" :key="k">
                <ActionButton
                  v-if="l.cells[k]"
                  kind="bare"
                  class="cell"
                  :class="{ danger: l.cells[k]!.danger }"
                  :aria-pressed="cell?.function === l.function.id && cell.kind === k"
                  :data-hint="`${l.cells[k]!.count} × ${faultKindWords[k]}: ${l.cells[k]!.worst}`"
                  @click="toggleCell(l.function.id, k)"
                >
                  <NoticeMark :notice="l.cells[k]!.worst" /><span class="mono">{{ l.cells[k]!.count }}</span>
                </ActionButton>
              </td>
            </tr>
          </tbody>
        </DataTable>
        <Fold class="daily" :open="counts.dangers > 0"
          ><template #title
            ><span>Tried by hand at every power-on: {{ tried.size }} of {{ protecting.length }}</span></template
          >
          <p class="soft">
            Before anything moves: press each, see its lamp, let it go. What is tried so cannot stay broken for long.
            <ActionButton
              kind="framed"
              :disabled="machine.readOnly || tried.size === protecting.length"
              @click="setTried(protecting.map((p) => p.id))"
            >
              All of them
            </ActionButton>
          </p>
          <TickBox
            v-for="p in protecting"
            :key="p.id"
            :model-value="tried.has(p.id)"
            :disabled="machine.readOnly"
            @change="toggleTried(p.id)"
          >
            <b class="mono">{{ p.name }}</b> {{ p.of }}</TickBox
          >
        </Fold>
      </section>

      <section v-if="comparing" class="sheet table" aria-label="What has changed">
        <h2>Since revision {{ sweep.before?.revision }}</h2>
        <p v-if="!changes.length" class="soft">
          Nothing yet. Change a contact, a circuit or the wiring, and plan again: what became better or worse is listed
          here.
        </p>
        <ul class="changes" tabindex="0" aria-label="Changed faults">
          <li v-for="c in changes.slice(0, 200)" :key="c.title + c.verdict" :class="c.verdict">
            <b>{{ c.verdict }}</b>
            <span>{{ c.title }}</span>
            <span class="marks"
              ><NoticeMark v-if="c.before" :notice="c.before.notice" word /><span v-if="c.before && c.after">→</span
              ><NoticeMark v-if="c.after" :notice="c.after.notice" word
            /></span>
          </li>
        </ul>
      </section>
      <section v-else class="sheet table" aria-label="Faults">
        <div class="row spread">
          <h2>
            {{ shown.length }}
            {{ cell ? `× ${faultKindWords[cell.kind]}: ${titles.get(cell.function)}` : listWords[only] }}
          </h2>
          <ActionButton v-if="cell || only !== 'loss'" @click="((cell = undefined), (only = 'loss'))">
            All that take something away
          </ActionButton>
        </div>
        <div v-bind="containerProps" class="rows" tabindex="0" aria-label="List of faults">
          <ul v-bind="wrapperProps">
            <li v-for="{ data: r } in list" :key="r.fault.id" :class="{ danger: r.danger }">
              <NoticeMark :notice="r.notice" />
              <span class="title" :data-hint="r.fault.title">{{ r.fault.title }}</span>
              <span class="takes soft" :data-hint="lostOf(r)">{{ lostOf(r) || 'nothing lost' }}</span>
            </li>
          </ul>
          <p v-if="!shown.length" class="soft none">
            {{
              rows.length
                ? 'No such fault: every loss of protection shows itself.'
                : 'The sweep begins once the machine has conductors.'
            }}
          </p>
        </div>
      </section>
    </div>
    <p class="soft small">
      One fault at a time, over the evaluated nets: what two faults together do is not in here. A planning aid; it
      certifies no safety function.
    </p>
  </div>
</template>

<style scoped>
.sweep {
  display: flex;
  flex-direction: column;
  gap: 8px;
  height: 100%;
  min-height: 520px;
}
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  justify-content: space-between;
  padding: 8px 12px;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.figure {
  font: inherit;
  font-size: 13px;
  color: inherit;
  background: none;
  border: 1px solid transparent;
  border-radius: 3px;
  padding: 2px 10px;
  text-align: left;
  cursor: pointer;
}
.of {
  align-self: end;
  padding-bottom: 3px;
  font-size: 13px;
}
.figure b {
  display: block;
  font-size: 19px;
}
.figure .was {
  color: var(--soft);
  font-size: 14px;
}
.figure[aria-pressed='true'] {
  border-color: var(--accent);
  background: var(--accent-wash);
}
.bad b {
  color: var(--danger);
}
.halves {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 10px;
}
.map,
.table {
  min-height: 0;
  overflow: auto;
  padding: 8px 10px;
}
.table {
  display: flex;
  flex-direction: column;
}
.map table {
  border-collapse: collapse;
  font-size: 13px;
}
.map th {
  text-align: left;
  font-weight: 400;
  padding: 2px 6px 2px 0;
}
.map thead th {
  vertical-align: bottom;
  color: var(--soft);
}
.kind span {
  writing-mode: vertical-rl;
  transform: rotate(180deg);
  white-space: nowrap;
}
.map tbody tr {
  border-top: 1px solid var(--line);
}
.map td {
  padding: 1px;
  width: 44px;
}
.cell {
  font: inherit;
  color: inherit;
  background: none;
  border: 1px solid transparent;
  padding: 1px 3px;
  display: inline-flex;
  gap: 3px;
  align-items: center;
  cursor: pointer;
}
.cell[aria-pressed='true'] {
  border-color: var(--accent);
  background: var(--accent-wash);
}
.cell.danger {
  color: var(--danger);
  font-weight: 700;
}
.daily {
  margin-top: 10px;
  font-size: 13px;
}
.daily label {
  display: inline-flex;
  gap: 5px;
  align-items: center;
  margin-right: 14px;
}

.rows {
  flex: 1;
  min-height: 120px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.rows li {
  display: grid;
  grid-template-columns: 20px minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 6px;
  align-items: center;
  height: 34px;
  border-bottom: 1px solid var(--line);
  font-size: 13px;
}
.rows li.danger .title {
  color: var(--danger);
}
.title,
.takes {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.changes {
  overflow: auto;
}
.changes li {
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr) auto;
  gap: 8px;
  padding: 5px 0;
  border-bottom: 1px solid var(--line);
  font-size: 13px;
}
.changes .better b {
  color: var(--good);
}
.changes .worse b {
  color: var(--danger);
}
.marks {
  display: inline-flex;
  gap: 5px;
  white-space: nowrap;
}
.small {
  font-size: 13px;
}
@media (max-width: 900px) {
  .sweep {
    height: auto;
  }
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
  .rows {
    height: 50vh;
  }
  .rows li {
    grid-template-columns: 20px minmax(0, 1fr);
  }
  .rows .takes {
    display: none;
  }
}
</style>
