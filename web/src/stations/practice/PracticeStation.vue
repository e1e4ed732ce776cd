<script setup lang="ts">
import { stateSentence } from '@nodaxis/core/motion/controller/controller';
import { tell } from '@nodaxis/core/motion/controller/events';
import { describeField, fieldTitle } from '@nodaxis/core/machine/fields';
import { circuitName } from '@nodaxis/core/machine/fields';
import { computed, onBeforeUnmount, onMounted, ref } from 'vue';
import { useFocusLink } from '../../app/focusLink';
import { useMachine } from '../../document/machine';
import { usePreferences } from '../../document/preferences';
import MachineDrawing from '../../widgets/drawing/MachineDrawing.vue';
import AxisHand from './AxisHand.vue';
import StripChart from './StripChart.vue';
import { usePractice } from './usePractice';

const machine = useMachine();
const preferences = usePreferences();
const { go } = useFocusLink();
const practice = usePractice();
const { snapshot, story, trail, input, pace, offsets } = practice;
const override = ref(false);

const figures = computed(() => machine.figures!);
const powered = computed(() => snapshot.value && snapshot.value.state !== 'no-power');
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
const pressed = computed(() => new Set(snapshot.value?.actuated ?? []));
const lost = computed(() =>
  input.value.known ? [] : input.value.missing.map((path) => ({ path, field: describeField(machine.design!, path) })),
);
const buttons = computed(() =>
  input.value.known
    ? input.value.value.buttons.map((id) => {
        const part = machine.design!.parts[id]!;
        const circuit = Object.entries(machine.design!.circuits).find(([, c]) => c.devices.includes(id));
        return {
          id,
          part,
          name: circuit ? circuitName(machine.design!, circuit[0]) : part.name,
          stop: circuit?.[1].function === 'stop',
          latching: part.data.class === 'button' && part.data.latching,
        };
      })
    : [],
);
const lines = computed(() =>
  [...story.value].reverse().map((e) => ({ t: e.t, text: tell(e.event, preferences.display) })),
);
const toggle = (b: { id: string }) => practice.press(b.id, !pressed.value.has(b.id));
const pressStop = () => {
  const stop = buttons.value.find((b) => b.stop);
  practice.release();
  if (stop) practice.press(stop.id, true);
};
const onKey = (e: KeyboardEvent) => {
  if (e.key !== 'Escape') return;
  e.preventDefault();
  pressStop();
};
onMounted(() => addEventListener('keydown', onKey));
onBeforeUnmount(() => removeEventListener('keydown', onKey));
const wires = computed(() =>
  (snapshot.value?.inputs ?? []).map((i) => {
    const terminal = figures.value.plan.inputs[i.id];
    const printed = terminal ? machine.design!.parts[terminal.part]?.terminals[terminal.terminal]?.printed : '';
    return {
      ...i,
      printed,
      name: circuitName(machine.design!, i.id),
      level: i.reading < 0 ? 'uncertain' : i.reading ? 'high' : 'low',
    };
  }),
);
</script>

<template>
  <section v-if="!input.known" class="sheet empty stack">
    <h2>The simulated copy needs a few more figures</h2>
    <p>Practice runs on your own machine’s data: its travel, its drives, its switches and its wiring. Still missing:</p>
    <ul>
      <li v-for="l in lost" :key="l.path">
        <button v-if="l.field" class="plain-button framed" @click="go(l.field.station, l.path)">
          {{ fieldTitle(l.field) }}
        </button>
        <button v-else-if="l.path === 'circuits'" class="plain-button framed" @click="go('switches', 'circuits')">
          A reference switch for each axis
        </button>
        <span v-else>{{ l.path }}</span>
      </li>
    </ul>
  </section>
  <div v-else class="practice">
    <section class="sheet picture" aria-label="The machine">
      <div class="row spread">
        <p class="state" role="status" aria-live="polite">
          <span class="lamp" :class="snapshot?.state"></span
          >{{ snapshot ? stateSentence[snapshot.state] : 'Starting …' }}
        </p>
        <div class="row">
          <button
            class="plain-button framed"
            :class="{ main: !powered }"
            @click="practice.command({ type: 'power', on: !powered })"
          >
            {{ powered ? 'Power off' : 'Power on' }}
          </button>
          <button class="plain-button framed" :disabled="!powered" @click="practice.command({ type: 'reference' })">
            Reference run
          </button>
          <button
            class="plain-button framed"
            :disabled="snapshot?.state !== 'latched'"
            @click="practice.command({ type: 'acknowledge' })"
          >
            Acknowledge
          </button>
          <button
            v-for="b in buttons"
            :key="b.id"
            class="plain-button"
            :class="b.stop ? 'stop' : 'framed'"
            :aria-pressed="pressed.has(b.id)"
            :title="b.stop ? 'Esc presses it; turn it to release' : ''"
            @click="toggle(b)"
          >
            {{ b.name }}<template v-if="b.stop">{{ pressed.has(b.id) ? ': turn to release' : ' (Esc)' }}</template>
          </button>
        </div>
      </div>
      <MachineDrawing :figures="figures" :places="places" :positions="drawn" :pressed="pressed" />
    </section>
    <section class="sheet hands" aria-label="Moving by hand">
      <div class="row spread">
        <h2>By hand</h2>
        <label class="row"><input v-model="override" type="checkbox" />hold the override</label>
      </div>
      <AxisHand
        v-for="a in figures.axes"
        :key="a.id"
        :figures="a"
        :snapshot="snapshot?.axes.find((s) => s.id === a.id)"
        :offset="offsets[a.id] ?? 0"
        :pressed="pressed"
        :powered="!!powered"
        @hold="(d, share) => practice.hold(a.id, d, share, override)"
        @release="practice.release()"
        @move="(position) => practice.command({ type: 'move', axis: a.id, position })"
        @reference="practice.command({ type: 'reference', axes: [a.id] })"
        @zero="(p) => (offsets = { ...offsets, [a.id]: p })"
      />
      <p class="soft small">
        Tab to a ruler and hold ← or → (with Shift at full speed), hold the buttons, or drag the cursor. Let go, or look
        away, and it stops.
      </p>
    </section>
    <section class="sheet" aria-label="Story">
      <div class="row spread">
        <h2>What happened</h2>
        <button class="plain-button" @click="practice.again()">Begin anew</button>
      </div>
      <p v-if="practice.workerFault.value" class="caution" role="alert">{{ practice.workerFault.value }}</p>
      <p v-if="!lines.length" class="soft">Nothing yet. Give the control power, then find the datum.</p>
      <ol class="story" aria-live="polite">
        <li v-for="(l, i) in lines.slice(0, 40)" :key="lines.length - i">
          <span class="mono soft">{{ l.t.toFixed(1) }} s</span> {{ l.text }}
        </li>
      </ol>
    </section>
    <section class="sheet" aria-label="Inputs and strip chart">
      <div class="row spread">
        <h2>Inputs, and the last seconds</h2>
        <label class="row soft"
          >Pace
          <select v-model.number="pace">
            <option :value="0.1">0.1×</option>
            <option :value="1">1×</option>
            <option :value="4">4×</option>
            <option :value="10">10×</option>
            <option :value="0">paused</option>
          </select></label
        >
      </div>
      <ul class="wires">
        <li v-for="w in wires" :key="w.id" :class="{ lit: w.tripped }" :title="w.name">
          <i class="bulb"></i><span class="mono">{{ w.printed }}</span> <span class="soft mono">{{ w.level }}</span>
          {{ w.name }}
        </li>
      </ul>
      <StripChart :trail="trail" :axes="figures.axes" />
    </section>
  </div>
</template>

<style scoped>
.practice {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(330px, 1fr);
  gap: 12px;
}
.empty {
  max-width: 640px;
  padding: 22px;
}
.empty li {
  margin: 4px 0;
}
.state {
  font-size: 18px;
  font-weight: 700;
  display: flex;
  align-items: center;
  gap: 8px;
}
.lamp {
  width: 14px;
  height: 14px;
  border-radius: 50%;
  border: 2px solid var(--ink);
}
.lamp.latched {
  background: var(--danger);
}
.lamp.at-rest {
  background: var(--good);
}
.lamp.by-hand,
.lamp.finding-datum,
.lamp.coming-to-rest {
  background: var(--accent);
}
.stop {
  background: var(--danger);
  color: var(--sheet);
  border-radius: 16px;
  padding: 5px 14px;
  font-weight: 700;
}
.stop:hover:not(:disabled) {
  background: var(--danger);
}
.stop[aria-pressed='true'] {
  outline: 3px double var(--danger);
  outline-offset: 2px;
}
.story {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  max-height: 190px;
  overflow: auto;
}
.story li {
  padding: 2px 0;
  border-bottom: 1px solid var(--line);
}
.wires {
  list-style: none;
  margin: 6px 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  font-size: 13px;
}
.wires li {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.bulb {
  display: inline-block;
  width: 10px;
  height: 10px;
  border-radius: 50%;
  border: 1.5px solid var(--ink);
  margin-right: 5px;
}
.lit .bulb {
  background: var(--danger);
}
.lit {
  font-weight: 700;
}
.small {
  font-size: 13px;
}
@media (max-width: 1000px) {
  .practice {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
