<script setup lang="ts">
import { clampOf } from '@nodaxis/core/machine/axisClamp';
import Caution from '../../ui/Caution.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { circuitName, describeField, fieldTitle } from '@nodaxis/core/machine/fields';
import { stateAdvice, stateSentence } from '@nodaxis/core/motion/controller/states';
import { useEventListener, useMediaQuery } from '@vueuse/core';
import { computed, defineAsyncComponent, ref } from 'vue';
import { useFocusLink } from '../../widgets/focusLink';
import { useOpenMachine } from '../../document/openMachine';
import MachineDrawing from '../../widgets/drawing/MachineDrawing.vue';
import StationTabs from '../../ui/StationTabs.vue';
import WhyDead from '../../widgets/WhyDead.vue';
import { useView } from '../useView';
import ByHand from './ByHand.vue';
import DrillPanel from './DrillPanel.vue';
import HiddenFaults from './HiddenFaults.vue';
import InputLamps from './InputLamps.vue';
import StopButtons from './StopButtons.vue';
import ProgramPanel from './ProgramPanel.vue';
import StoryPanel from './StoryPanel.vue';
import StripChart from './StripChart.vue';
import WorkPanel from './WorkPanel.vue';
import { providePractice } from './usePractice';

const TracePanel = defineAsyncComponent(() => import('./TracePanel.vue'));
const AxonometricView = defineAsyncComponent(() => import('./AxonometricView.vue'));
type Tab = 'hand' | 'work' | 'program' | 'drills' | 'faults' | 'trace';
const tabs: { id: Tab; name: string }[] = [
  { id: 'hand', name: 'By hand' },
  { id: 'work', name: 'Zero, spindle' },
  { id: 'program', name: 'Program' },
  { id: 'drills', name: 'Drills' },
  { id: 'faults', name: 'Faults' },
  { id: 'trace', name: 'Trace' },
];
/** A gantry's skew is drawn this many times as large. */
const SKEW = 15;

const machine = useOpenMachine();
const { go } = useFocusLink();
const practice = providePractice();
const { snapshot, trail, input, pace, program } = practice;
const { view: tab, show } = useView<Tab>(
  () => tabs,
  () => 'hand',
  ({ field }) => (field === 'programWords' ? 'program' : undefined),
);
const view = ref<'sheet' | 'space'>('sheet');
/** One column, which scrolls. */
const narrow = useMediaQuery('(max-width: 1000px)');

const figures = computed(() => machine.figures);
const powered = computed(() => snapshot.value !== undefined && snapshot.value.state !== 'no-power');
const places = computed(() => Object.fromEntries((snapshot.value?.axes ?? []).map((a) => [a.id, a.truePlaces])));
/** The drawing's cursors stand where the axes truly are; what the control believes is written beside them. */
const drawn = computed(() =>
  Object.fromEntries(
    figures.value.axes.flatMap((a) => {
      const place = places.value[a.id]?.[0];
      return a.ruler.known && place !== undefined ? [[a.id, place + a.ruler.value.hardMinus]] : [];
    }),
  ),
);
const doubtful = computed(() =>
  (snapshot.value?.axes ?? []).flatMap((a) => (a.doubtful ? [figures.value.design.axes[a.id]!.letter] : [])),
);
/** What to do next. With the mains on and the control dark, giving it power is not the answer: the reasons stand above. */
const advice = computed(() => {
  const s = snapshot.value;
  if (!s) return '';
  if (s.state === 'no-power' && s.mains)
    return figures.value.stop.dead.length
      ? 'The mains are on, and nothing happens: the reason is shown above.'
      : 'The mains are on, and they do not reach the control: something between is open or has tripped.';
  return stateAdvice(s.state, s.cause, doubtful.value);
});
const pressed = computed(() => new Set(snapshot.value?.actuated ?? []));
const skewed = computed(() => Object.values(places.value).some((p) => p.length > 1 && Math.abs(p[0]! - p[1]!) > 0.05));
const lamps = computed(() =>
  Object.fromEntries(
    (snapshot.value?.inputs ?? []).flatMap((i) =>
      (machine.design.circuits[i.id]?.devices ?? []).map((d) => [
        d,
        { label: circuitName(machine.design, i.id), tripped: i.tripped },
      ]),
    ),
  ),
);
const lost = computed(() =>
  input.value.known ? [] : input.value.missing.map((path) => ({ path, field: describeField(machine.design, path) })),
);
const buttons = computed(() =>
  input.value.known
    ? input.value.value.buttons.map((id) => {
        const part = machine.design.parts[id]!;
        const circuit = Object.entries(machine.design.circuits).find(([, c]) => c.devices.includes(id));
        return {
          id,
          part,
          name: circuit
            ? circuitName(machine.design, circuit[0])
            : id === machine.design.roles.resetButton
              ? 'Start motors'
              : part.name,
          stop: circuit?.[1].function === 'stop',
          // What gives a permission stays as it was put: a collet, a guard.
          latching: part.data.class !== 'button' || part.data.latching,
        };
      })
    : [],
);
const ordinary = computed(() => buttons.value.filter((b) => !b.stop));
const stops = computed(() => buttons.value.filter((b) => b.stop));
const momentary = (b: { latching: boolean }) => !b.latching;
const toggle = (id: string) => practice.press(id, !pressed.value.has(id));
/** A push button is pressed for a moment, long enough for a coil. */
const PUSH_MS = 150;
function push(id: string) {
  practice.press(id, true);
  setTimeout(() => practice.press(id, false), PUSH_MS);
}
const pressStop = () => {
  practice.release();
  for (const b of stops.value) practice.press(b.id, true);
};
useEventListener(window, 'keydown', (e) => {
  if (e.key !== 'Escape' || !stops.value.length) return;
  e.preventDefault();
  pressStop();
});
function move(axis: string, place: number) {
  const truly = drawn.value[axis];
  const believed = snapshot.value?.axes.find((a) => a.id === axis)?.position;
  if (truly !== undefined && believed !== undefined)
    practice.act({ type: 'move', axis, position: believed + place - truly });
}
</script>

<template>
  <section v-if="!input.known" class="sheet empty stack">
    <h2>The simulated copy needs a few more figures</h2>
    <p>Practice runs on your own machine’s data: its travel, its drives, its switches and its wiring. Still missing:</p>
    <ul>
      <li v-for="l in lost" :key="l.path">
        <ActionButton v-if="l.field" kind="framed" @click="go(l.field.station, l.path)">
          {{ fieldTitle(l.field) }}
        </ActionButton>
        <ActionButton v-else-if="l.path === 'circuits'" kind="framed" @click="go('switches', 'circuits')">
          A reference switch for each axis
        </ActionButton>
        <ActionButton v-else-if="l.path === 'conductors'" kind="framed" @click="go('wiring', 'conductors')">
          The conductors of every input
        </ActionButton>
        <span v-else>{{ l.path }}</span>
      </li>
    </ul>
  </section>
  <div v-else class="practice">
    <!-- Where the page scrolls, the stop stays at hand. -->
    <div v-if="narrow" class="pinned row spread">
      <span class="row"
        ><span class="lamp" :class="snapshot?.state"></span
        >{{ snapshot ? stateSentence[snapshot.state] : 'Starting …' }}</span
      >
      <span class="row"><StopButtons :stops="stops" :pressed="pressed" @toggle="toggle" /></span>
    </div>
    <section class="sheet picture" aria-label="The machine">
      <div class="head">
        <p class="state" role="status" aria-live="polite">
          <span class="lamp" :class="snapshot?.state"></span
          >{{ snapshot ? stateSentence[snapshot.state] : 'Starting …' }}
        </p>
        <span class="row small">
          <span v-if="powered && !snapshot?.motorPower" class="warn">Motors without power</span>
          <span v-for="b in snapshot?.brakes ?? []" :key="b.axis" class="soft"
            >{{ clampOf(figures.design, b.axis) ? 'clamp' : 'brake' }} {{ figures.design.axes[b.axis]?.letter }}
            {{ b.clamped ? 'closed' : 'free' }}</span
          >
          <span v-if="snapshot?.spindle" class="soft mono">{{ Math.round(snapshot.spindle.rpm) }} rpm</span>
          <ActionButton @click="view = view === 'sheet' ? 'space' : 'sheet'">
            {{ view === 'sheet' ? '3-D view' : 'Plan and elevation' }}
          </ActionButton>
        </span>
      </div>
      <WhyDead />
      <div class="row commands">
        <ActionButton
          :kind="!snapshot?.mains ? 'main' : 'framed'"
          @click="practice.act({ type: 'power', on: !snapshot?.mains })"
        >
          {{ snapshot?.mains ? 'Power off' : 'Power on' }}
        </ActionButton>
        <template v-for="b in ordinary" :key="b.id">
          <ActionButton
            v-if="momentary(b)"
            :kind="powered && !snapshot?.motorPower ? 'main' : 'framed'"
            :data-hint="`${b.part.designation} ${b.part.name}`"
            @click="push(b.id)"
          >
            {{ b.name }}
          </ActionButton>
          <ActionButton v-else kind="framed" :aria-pressed="pressed.has(b.id)" @click="toggle(b.id)">
            {{ b.name }}
          </ActionButton>
        </template>
        <ActionButton kind="framed" :disabled="!powered" @click="practice.act({ type: 'reference' })">
          Reference run
        </ActionButton>
        <ActionButton
          kind="framed"
          :disabled="snapshot?.state !== 'latched'"
          @click="practice.act({ type: 'acknowledge' })"
        >
          Acknowledge
        </ActionButton>
        <StopButtons v-if="!narrow" :stops="stops" :pressed="pressed" @toggle="toggle" />
      </div>
      <p class="soft small advice">{{ advice }}</p>
      <Caution v-if="snapshot?.limitsOff" kind="refused">
        The limits are switched off: nothing but your eyes stops an axis.
        <ActionButton kind="framed" @click="practice.act({ type: 'limits', on: true })">
          Switch them on again
        </ActionButton>
      </Caution>
      <Caution v-if="practice.notice.value" kind="refused">
        {{ practice.notice.value }}
        <ActionButton v-if="practice.lost.value" kind="framed" @click="practice.takeUp()">
          Continue from there
        </ActionButton>
        <ActionButton v-else kind="framed" @click="practice.notice.value = ''">Good</ActionButton>
      </Caution>
      <div class="arrangement">
        <MachineDrawing
          v-if="view === 'sheet'"
          :figures="figures"
          :places="places"
          :positions="drawn"
          :pressed="pressed"
          :lamps="lamps"
          :skew-factor="SKEW"
          :path="program?.path"
          :room="300"
          :movable="powered"
          @move="move"
          @press="practice.press"
        />
        <AxonometricView v-else :figures="figures" :positions="drawn" :places="places" :path="program?.path" />
      </div>
      <p v-if="skewed" class="small soft skew">The skew of the gantry is drawn {{ SKEW }} times as large.</p>
      <div class="below">
        <InputLamps />
        <div class="chart">
          <StripChart :trail="trail" :axes="figures.axes" />
          <div class="row pace">
            <label class="row soft small one"
              >Pace
              <Choice
                v-model="pace"
                :options="[
                  { value: 0, label: 'paused' },
                  ...[0.1, 0.5, 1, 4, 20, 100].map((value) => ({ value, label: `${value}×` })),
                ]"
            /></label>
            <ActionButton
              class="small"
              :disabled="pace !== 0"
              data-hint="Ten thousandths of a second"
              @click="practice.advance(10)"
            >
              10 ms
            </ActionButton>
            <ActionButton class="small" @click="practice.again()">Restart</ActionButton>
          </div>
        </div>
      </div>
    </section>
    <section class="sheet panel" aria-label="What you do">
      <StationTabs :views="tabs" :shown="tab" label="What you do" @show="show" />
      <div class="content" role="tabpanel" :aria-labelledby="`tab-${tab}`">
        <ByHand v-if="tab === 'hand'" :pressed="pressed" />
        <WorkPanel v-else-if="tab === 'work'" />
        <ProgramPanel v-else-if="tab === 'program'" />
        <DrillPanel v-else-if="tab === 'drills'" />
        <HiddenFaults v-else-if="tab === 'faults'" />
        <TracePanel v-else-if="tab === 'trace'" />
      </div>
    </section>
    <StoryPanel class="told" />
  </div>
</template>

<style scoped>
.practice {
  display: grid;
  grid-template-columns: minmax(0, 1.55fr) minmax(380px, 1fr);
  grid-template-rows: minmax(0, 1fr) 190px;
  gap: 10px;
  height: 100%;
  min-height: 640px;
}
.picture {
  grid-row: 1 / 3;
  display: flex;
  flex-direction: column;
  gap: 4px;
  min-height: 0;
}
.panel :deep([role='tablist'] button) {
  padding: 5px 8px;
}
.panel {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding-top: 6px;
}
.content {
  overflow: auto;
  flex: 1;
  padding-top: 6px;
}
.empty {
  max-width: 640px;
  padding: 22px;
}
.empty li {
  margin: 4px 0;
}
.head {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
}
.state {
  font-size: 18px;
  font-weight: 700;
  display: flex;
  align-items: center;
  gap: 8px;
  margin: 0;
}
.lamp {
  width: 14px;
  height: 14px;
  border-radius: 50%;
  border: 2px solid var(--ink);
  flex: none;
}
.lamp.latched {
  background: var(--danger);
}
.lamp.at-rest {
  background: var(--good);
}
.lamp.by-hand,
.lamp.finding-datum,
.lamp.following-program,
.lamp.coming-to-rest {
  background: var(--accent);
}
.lamp.paused {
  background: linear-gradient(90deg, var(--accent) 50%, var(--sheet) 50%);
}
.warn {
  color: var(--wont);
  font-weight: 700;
}
.small {
  font-size: 13px;
}
.pace :deep(button) {
  padding-inline: 6px;
}
.one {
  flex-wrap: nowrap;
}
.advice {
  margin: 0;
}
.commands {
  gap: 6px;
}
/* What moves with every frame is painted and laid out by itself; the rest of the page is left alone. */
.arrangement {
  contain: layout paint;
  will-change: transform;
  flex: 1;
  min-height: 0;
  display: grid;
  align-items: center;
}
.skew {
  margin: 0;
  text-align: right;
}
.below {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr);
  gap: 10px;
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
.pace {
  flex-wrap: nowrap;
  white-space: nowrap;
  justify-content: space-between;
  margin-top: 2px;
}
.pinned {
  position: sticky;
  top: -10px;
  z-index: 4;
  margin: -10px -10px 0;
  padding: 6px 10px;
  border-bottom: 1px solid var(--line-strong);
  background: var(--sheet);
}
@media (max-width: 1000px) {
  .practice {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: none;
    height: auto;
  }
  .picture {
    grid-row: auto;
  }
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
  .content {
    max-height: none;
  }
}
</style>
