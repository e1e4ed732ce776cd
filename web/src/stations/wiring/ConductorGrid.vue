<script setup lang="ts">
import TickBox from '../../ui/TickBox.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import type { Conductor } from '@nodaxis/core/machine/connections';
import { conductorStates } from '@nodaxis/core/machine/connections';
import { showQuantity } from '@nodaxis/core/units/print';
import { useVirtualList } from '@vueuse/core';
import { computed, nextTick } from 'vue';
import { useMachine } from '../../document/machine';
import { usePreferences } from '../../document/preferences';
import { useTrial } from '../../trial/useTrial';
import ColourSwatch from './ColourSwatch.vue';
import type { Row, SortKey } from './useConductorRows';

/**
 * The rows of the wire list: thousands are no more work than the twenty that are seen. Arrow keys go through them, Space
 * picks, Shift picks a range, Enter is handed on. On a phone a row has two lines and is as high as a finger.
 */
const props = defineProps<{ rows: readonly Row[]; sort: { key: SortKey; down: boolean }; tall: boolean }>();
const emit = defineEmits<{ sort: [SortKey]; enter: []; edit: []; state: [id: string, state: Conductor['state']] }>();
const active = defineModel<string>('active', { required: true });
const picked = defineModel<ReadonlySet<string>>('picked', { required: true });
const machine = useMachine();
const trial = useTrial();
const preferences = usePreferences();
// Whether rows are tall does not change while this list stands: it is made anew with the other height.
const ROW = props.tall ? 64 : 32;
const { list, containerProps, wrapperProps, scrollTo } = useVirtualList(
  computed(() => [...props.rows]),
  { itemHeight: ROW, overscan: 8 },
);
/** Where Shift begins to pick from. */
let anchor = 0;

const columns: { key: SortKey; name: string }[] = [
  { key: 'number', name: 'No.' },
  { key: 'from', name: 'From' },
  { key: 'to', name: 'To' },
  { key: 'colour', name: 'Colour' },
  { key: 'section', name: 'Section' },
  { key: 'cable', name: 'Cable, core' },
  { key: 'state', name: 'State' },
];
const activeIndex = computed(() => props.rows.findIndex((r) => r.id === active.value));

function goTo(index: number): void {
  const row = props.rows[index];
  if (!row) return;
  active.value = row.id;
  const box = containerProps.ref.value;
  if (box) {
    const top = index * ROW;
    if (top < box.scrollTop || top + ROW > box.scrollTop + box.clientHeight)
      scrollTo(Math.max(0, index - Math.floor(box.clientHeight / ROW / 2)));
  }
  void nextTick(() => setTimeout(() => document.getElementById(`row-${row.id}`)?.focus({ preventScroll: true }), 20));
}
function pick(id: string, on = !picked.value.has(id)): void {
  const next = new Set(picked.value);
  if (on) next.add(id);
  else next.delete(id);
  picked.value = next;
  anchor = props.rows.findIndex((r) => r.id === id);
}
const pickRange = (to: number) => {
  const [a, b] = [Math.min(anchor, to), Math.max(anchor, to)];
  picked.value = new Set(props.rows.slice(a, b + 1).map((r) => r.id));
};
const allPicked = computed(() => props.rows.length > 0 && props.rows.every((r) => picked.value.has(r.id)));
const pickAll = (on: boolean) => (picked.value = new Set(on ? props.rows.map((r) => r.id) : []));

function onKey(e: KeyboardEvent): void {
  if (e.target instanceof HTMLElement && e.target.matches('input, select, textarea')) return;
  const i = activeIndex.value;
  const jump: Record<string, number> = {
    ArrowDown: i + 1,
    ArrowUp: i - 1,
    PageDown: i + 15,
    PageUp: i - 15,
    Home: 0,
    End: props.rows.length - 1,
  };
  const to = jump[e.key];
  if (to !== undefined) {
    e.preventDefault();
    const next = Math.max(0, Math.min(props.rows.length - 1, to));
    if (e.shiftKey) pickRange(next);
    else anchor = next;
    goTo(next);
  } else if (e.key === ' ' && active.value) {
    e.preventDefault();
    pick(active.value);
  } else if (e.key === 'Enter' && (picked.value.size || active.value)) {
    e.preventDefault();
    emit('enter');
  } else if (e.key === 'a' && (e.ctrlKey || e.metaKey)) {
    e.preventDefault();
    pickAll(true);
  } else if (e.key === 'x' && trial.on && active.value) {
    e.preventDefault();
    trial.toggle({ kind: 'cut', conductor: active.value });
  } else if (e.key === 'Escape') picked.value = new Set();
  else if (e.key === 'e' && !e.ctrlKey) {
    e.preventDefault();
    emit('edit');
  }
}
function click(e: MouseEvent, id: string, index: number): void {
  if (e.shiftKey) pickRange(index);
  else if (e.ctrlKey || e.metaKey) pick(id);
  active.value = id;
}

/** What a conductor is while the machine is on trial. */
const wireState = (id: string): 'cut' | 'live' | 'still' =>
  trial.is({ kind: 'cut', conductor: id }) ? 'cut' : trial.state?.view.paths.conductors.has(id) ? 'live' : 'still';

defineExpose({ goTo });
</script>

<template>
  <div
    class="grid sheet"
    :class="{ tall }"
    role="grid"
    :aria-rowcount="rows.length"
    aria-label="Conductors"
    @keydown="onKey"
  >
    <div role="row" class="line head">
      <span role="columnheader" class="tick"
        ><TickBox aria-label="Pick all shown" :model-value="allPicked" @change="pickAll"
      /></span>
      <span
        v-for="c in columns"
        :key="c.key"
        :class="c.key"
        role="columnheader"
        :aria-sort="sort.key === c.key ? (sort.down ? 'descending' : 'ascending') : 'none'"
        ><ActionButton kind="bare" @click="emit('sort', c.key)">
          {{ c.name }}<span v-if="sort.key === c.key" aria-hidden="true">{{ sort.down ? ' ↓' : ' ↑' }}</span>
        </ActionButton></span
      >
      <span role="columnheader" class="why">Why</span>
    </div>
    <div v-bind="containerProps" class="rows" role="presentation">
      <div v-bind="wrapperProps" role="rowgroup">
        <div
          v-for="{ data: r, index } in list"
          :id="`row-${r.id}`"
          :key="r.id"
          role="row"
          class="line"
          :class="[trial.on ? wireState(r.id) : r.c.state, { active: active === r.id, picked: picked.has(r.id) }]"
          :data-field="`conductors.${r.id}`"
          :aria-rowindex="index + 1"
          :aria-selected="picked.has(r.id)"
          :tabindex="active === r.id || (activeIndex < 0 && index === 0) ? 0 : -1"
          @click="click($event, r.id, index)"
          @focus="active = r.id"
        >
          <span role="gridcell" class="tick"
            ><TickBox
              :tabindex="-1"
              :model-value="picked.has(r.id)"
              :aria-label="`Pick conductor ${r.c.number}`"
              @click.stop
              @change="pick(r.id, $event)"
          /></span>
          <span role="gridcell" class="mono num number">{{ r.c.number }}</span>
          <span role="gridcell" class="mono from">{{ r.from }}</span>
          <span role="gridcell" class="mono to">{{ r.to }}</span>
          <span role="gridcell" class="colour"><ColourSwatch v-if="r.c.colour" :code="r.c.colour" /></span>
          <span role="gridcell" class="mono section">{{
            r.c.section ? showQuantity(r.c.section, preferences.display) : ''
          }}</span>
          <span role="gridcell" class="cable">{{
            [tall && r.c.section ? showQuantity(r.c.section, preferences.display) : '', r.c.cable, r.c.core]
              .filter(Boolean)
              .join(', ')
          }}</span>
          <span role="gridcell" class="state">
            <Choice
              v-if="active === r.id"
              :model-value="r.c.state"
              tabindex="-1"
              :disabled="machine.readOnly"
              :label="`State of conductor ${r.c.number}`"
              :options="conductorStates"
              @click.stop
              @change="emit('state', r.id, $event as Conductor['state'])"
            />
            <template v-else>{{ r.c.state }}</template>
          </span>
          <span role="gridcell" class="why soft" :data-hint="r.c.purpose"
            ><ActionButton
              v-if="trial.on"
              kind="bare"
              class="cut-it"
              tabindex="-1"
              :aria-pressed="trial.is({ kind: 'cut', conductor: r.id })"
              :aria-label="`Cut conductor ${r.c.number}`"
              @click.stop="trial.toggle({ kind: 'cut', conductor: r.id })"
            >
              {{ wireState(r.id) === 'cut' ? 'is cut' : 'cut' }}</ActionButton
            >{{ r.c.purpose }}</span
          >
        </div>
      </div>
      <p v-if="!rows.length" class="soft none">No conductor fits these filters.</p>
    </div>
  </div>
</template>

<style scoped>
.line.live {
  box-shadow: inset 4px 0 0 var(--wont);
}
.line.cut {
  box-shadow: inset 4px 0 0 var(--danger);
  text-decoration: line-through;
}
.cut-it {
  font: 13px var(--mono);
  color: inherit;
  background: none;
  border: 1px solid var(--line-strong);
  border-radius: 2px;
  width: 54px;
  margin-right: 6px;
  cursor: pointer;
}
.cut .cut-it {
  background: var(--danger);
  color: var(--sheet);
}
.grid {
  flex: 1;
  min-height: 0;
  padding: 0;
  display: flex;
  flex-direction: column;
}
.line {
  display: grid;
  grid-template-columns: 30px 48px 104px 104px 84px 84px 150px 118px minmax(80px, 1fr);
  align-items: center;
  height: 32px;
  border-bottom: 1px solid var(--line);
  padding: 0 6px;
  contain: layout style;
}
.line > span {
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
  padding: 0 4px;
}
.head {
  color: var(--soft);
  font-size: 13px;
  border-bottom-color: var(--line-strong);
  padding-right: 18px;
}
.head button {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  padding: 4px 0;
  cursor: pointer;
}
.num {
  text-align: right;
}
.rows {
  flex: 1;
}
.active {
  background: var(--accent-wash);
}
.picked {
  box-shadow: inset 4px 0 0 var(--accent);
}
.line:focus-visible {
  outline-offset: -2px;
}
.checked .num,
.connected .num {
  color: var(--good);
}
.temporary .num {
  color: var(--doubt);
}
.state .choice {
  width: 100%;
}
.why {
  font-size: 13px;
}
.none {
  padding: 14px;
}

/* Two lines to a row: what joins what, then of what it is. */
.tall .line {
  height: 64px;
  grid-template:
    'tick number from to state' 34px 'tick number colour cable state' 28px
    / 44px 44px minmax(0, 1.1fr) minmax(0, 1fr) 96px;
  padding: 0;
}
.tall .line.head {
  height: 48px;
  grid-template: 'tick number from to state' 48px / 44px 44px minmax(0, 1.1fr) minmax(0, 1fr) 96px;
}
.tall .line > span {
  grid-area: var(--area);
}
.tall .line > :is(.section, .why),
.tall .head > :is(.colour, .cable) {
  display: none;
}
.tall .tick {
  align-self: stretch;
  display: grid;
  place-items: center;
}
.tall .tick :deep(.el-checkbox) {
  width: 44px;
  height: 100%;
  justify-content: center;
}
.tall [role='gridcell']:is(.from, .to, .number) {
  font-size: 15px;
}
.tick {
  --area: tick;
}
.number {
  --area: number;
}
.from {
  --area: from;
}
.to {
  --area: to;
}
.colour {
  --area: colour;
}
.cable {
  --area: cable;
}
.state {
  --area: state;
}
</style>
