<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import Fold from '../../ui/Fold.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { Check, DArrowRight, RefreshLeft } from '@element-plus/icons-vue';
import { showLead, showQuantity } from '@nodaxis/core/units/print';
import { nextUp } from '@nodaxis/core/wiring/progress';
import { terminalName } from '@nodaxis/core/wiring/wires';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import NotesAndPictures from '../../widgets/NotesAndPictures.vue';
import ColourSwatch from './ColourSwatch.vue';
import { sheetNames } from '@nodaxis/core/wiring/sheets';

/** One conductor at a time, as large as cold hands and a phone on a stool want it. */
const machine = useOpenMachine();
const preferences = usePreferences();
/** Passed over for now: they come again at the end. Taken first: where the reader's hand is already. */
const later = ref<string[]>([]);
const first = ref<string>();
const queue = computed(() => {
  const order = nextUp(machine.design, machine.figures.whole.wires.sheets);
  const put = new Set(later.value);
  const rank = (id: string) => (id === first.value ? 0 : put.has(id) ? 2 : 1);
  return order
    .map((id) => ({ id, rank: rank(id) }))
    .sort((a, b) => a.rank - b.rank)
    .map((e) => e.id);
});
const after = computed(() =>
  queue.value.slice(1, 11).map((id) => {
    const c = machine.design.conductors[id]!;
    return {
      id,
      number: c.number,
      from: terminalName(machine.design, c.from),
      to: terminalName(machine.design, c.to),
      colour: c.colour,
      section: c.section && showQuantity(c.section, preferences.display),
      sheet: machine.figures.whole.wires.sheets.get(id),
    };
  }),
);
const temporary = computed(() =>
  Object.entries(machine.design.conductors).flatMap(([id, c]) =>
    c.state === 'temporary'
      ? [
          {
            id,
            number: c.number,
            ends: `${terminalName(machine.design, c.from)} ${terminalName(machine.design, c.to)}`,
            waitsFor: c.waitsFor,
          },
        ]
      : [],
  ),
);
const settle = (id: string) =>
  machine.run({ name: 'set-conductors', args: { ids: [id], set: { state: 'connected' } } });
const id = computed(() => queue.value[0]);
const conductor = computed(() => (id.value ? machine.design.conductors[id.value] : undefined));
const ends = computed(() =>
  conductor.value
    ? ([conductor.value.from, conductor.value.to] as const).map((e) => ({
        name: terminalName(machine.design, e),
        part: machine.design.parts[e.part]?.name ?? '',
      }))
    : [],
);
const sheet = computed(() => (id.value ? machine.figures.whole.wires.sheets.get(id.value) : undefined));
const sameCable = computed(
  () => queue.value.filter((q) => machine.design.conductors[q]!.cable === conductor.value?.cable).length,
);
const last = ref('');

function done(): void {
  if (!id.value || !conductor.value) return;
  last.value = `No. ${conductor.value.number} connected`;
  machine.run({ name: 'set-conductors', args: { ids: [id.value], set: { state: 'connected' } } });
}
function putOff(): void {
  if (!id.value) return;
  if (first.value === id.value) first.value = undefined;
  later.value = [...later.value.filter((x) => x !== id.value), id.value];
}
function back(): void {
  machine.undo();
  last.value = '';
}
const length = computed(() => conductor.value?.length && showLead(conductor.value.length, preferences.display));
</script>

<template>
  <div class="next" data-field="conductors">
    <article
      v-if="conductor && id"
      class="sheet card"
      :aria-label="`Conductor ${conductor.number}`"
      :data-field="`conductors.${id}`"
    >
      <Caution v-if="sheet === 'mains'">
        Mains: plug out, supplies discharged, measured. Local code, licensed person.
      </Caution>
      <p class="row spread">
        <span class="soft">{{ sheet ? sheetNames[sheet] : '' }}, {{ queue.length }} to go</span>
        <strong class="number mono">{{ conductor.number }}</strong>
      </p>
      <div v-for="(e, i) in ends" :key="i" class="end">
        <span class="mono terminal">{{ e.name }}</span>
        <span class="soft">{{ e.part }}</span>
        <ColourSwatch v-if="i === 0 && conductor.colour" :code="conductor.colour" large class="between" />
        <span v-else-if="i === 0" class="between soft">{{
          id.includes('/screen-') ? 'braid' : 'no colour given'
        }}</span>
      </div>
      <p class="figures">
        <span v-if="conductor.section"
          ><b class="mono">{{ showQuantity(conductor.section, preferences.display) }}</b></span
        >
        <span v-if="length"
          ><b class="mono">{{ length }}</b></span
        >
        <span v-if="conductor.cable"
          >{{ conductor.cable }}<template v-if="conductor.core">, core {{ conductor.core }}</template>
          <small v-if="sameCable > 1" class="soft"> ({{ sameCable }} in it)</small></span
        >
        <span v-if="conductor.state === 'cut'">cut already</span>
      </p>
      <p class="soft">{{ conductor.purpose }}</p>
      <ActionButton kind="bare" class="tick" :disabled="machine.readOnly" @click="done"
        ><Check />Connected</ActionButton
      >
      <div class="row">
        <ActionButton kind="framed" class="wide" @click="putOff"><DArrowRight />Later</ActionButton>
        <ActionButton kind="framed" class="wide" :disabled="!machine.undoStack.length" @click="back">
          <RefreshLeft />Undo
        </ActionButton>
      </div>
      <Fold
        ><template #title><span>Notes and pictures</span></template>
        <NotesAndPictures :subject="{ kind: 'conductor', id }" :title="`Conductor ${conductor.number}`" />
      </Fold>
      <p v-if="last" role="status" class="soft">{{ last }}</p>
    </article>
    <section v-else class="sheet stack">
      <h2>Nothing left to connect</h2>
      <p>
        Every conductor of this machine is connected{{
          temporary.length ? `, but for ${temporary.length} that wait for something` : ''
        }}. Go through the list once more with a meter, plug out, and tick each one as checked.
      </p>
    </section>
    <aside v-if="after.length || temporary.length" class="stack rest">
      <section v-if="after.length" class="sheet" aria-label="After it">
        <h2>After it</h2>
        <p class="soft">Sheet by sheet, the mains last; what is cut already first; one cable after the other.</p>
        <ol>
          <li v-for="n in after" :key="n.id">
            <ActionButton kind="bare" class="upcoming" :data-hint="`Take ${n.number} now`" @click="first = n.id">
              <b class="mono">{{ n.number }}</b>
              <span class="mono">{{ n.from }}</span>
              <span class="mono">{{ n.to }}</span>
              <ColourSwatch v-if="n.colour" :code="n.colour" /><span v-else />
              <span class="mono soft">{{ n.section ?? '' }}</span>
            </ActionButton>
          </li>
        </ol>
      </section>
      <section v-if="temporary.length" class="sheet" aria-label="Temporary">
        <h2>Temporary</h2>
        <ul>
          <li v-for="t in temporary" :key="t.id" class="row spread">
            <span
              ><b class="mono">{{ t.number }}</b> <span class="mono">{{ t.ends }}</span><br /><span class="soft">{{
                t.waitsFor ? `waits for ${t.waitsFor}` : 'nobody wrote down what for'
              }}</span></span
            >
            <ActionButton kind="framed" :disabled="machine.readOnly" @click="settle(t.id)">
              Made for good
            </ActionButton>
          </li>
        </ul>
      </section>
    </aside>
  </div>
</template>

<style scoped>
.next {
  display: grid;
  grid-template-columns: minmax(0, 560px) minmax(0, 520px);
  gap: 12px;
  align-items: start;
}
ol,
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
.upcoming {
  font: inherit;
  color: inherit;
  text-align: left;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--line);
  width: 100%;
  min-height: 36px;
  padding: 0 4px;
  cursor: pointer;
  display: grid;
  grid-template-columns: 44px 1fr 1fr 84px 76px;
  align-items: center;
  gap: 8px;
}
.upcoming:hover {
  background: color-mix(in srgb, var(--accent) 8%, transparent);
}
.upcoming :last-child {
  text-align: right;
}
.rest li.row {
  min-height: 44px;
  gap: 10px;
}
@media (max-width: 980px) {
  .next {
    grid-template-columns: minmax(0, 560px);
    justify-content: center;
  }
  .upcoming {
    min-height: 44px;
    grid-template-columns: 40px 1fr 1fr;
  }
  .upcoming > :nth-child(n + 4) {
    display: none;
  }
}
.card {
  display: grid;
  gap: 10px;
  padding: 16px;
}
.number {
  font-size: 34px;
  line-height: 1;
}
.end {
  display: grid;
  position: relative;
}
.terminal {
  font-size: 34px;
  line-height: 1.15;
  overflow-wrap: anywhere;
}
.between {
  margin: 10px 0 2px;
  border-left: 3px solid var(--line-strong);
  padding-left: 12px;
}
.figures {
  display: flex;
  gap: 4px 18px;
  flex-wrap: wrap;
  font-size: 17px;
}
.tick {
  font: inherit;
  font-size: 22px;
  min-height: 72px;
  border: 0;
  border-radius: 4px;
  background: var(--accent);
  color: var(--on-accent);
  display: flex;
  align-items: center;
  justify-content: center;
  gap: 10px;
  cursor: pointer;
}
.tick svg {
  width: 28px;
}

.wide {
  flex: 1;
  justify-content: center;
  min-height: 48px;
}
</style>
