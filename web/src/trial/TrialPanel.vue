<script setup lang="ts">
import Caution from '../ui/Caution.vue';
import ActionButton from '../ui/ActionButton.vue';
import { RefreshLeft } from '@element-plus/icons-vue';
import { circuitName } from '@nodaxis/core/machine/fields';
import { outputName } from '@nodaxis/core/wiring/planner/outputs';
import { axesOf } from '@nodaxis/core/machine/design';
import { computed } from 'vue';
import { useOpenMachine } from '../document/openMachine';
import AxisMark from '../widgets/AxisMark.vue';
import { useTrial } from './useTrial';

/** What can be done to the machine on trial, and what answers: lamps, relays, motor power, the controller's conclusion. */
defineProps<{ wide?: boolean }>();
const machine = useOpenMachine();
const trial = useTrial();
const design = computed(() => machine.design);
const view = computed(() => trial.state?.view);
const named = (id: string) => design.value.parts[id]?.designation ?? id;
const forWhat = (id: string): string =>
  Object.entries(design.value.circuits)
    .filter(([, c]) => c.devices.includes(id))
    .map(([c]) => circuitName(design.value, c))
    .join(', ') || (id === design.value.roles.resetButton ? 'Start' : (design.value.parts[id]?.name ?? ''));
const relays = computed(() =>
  Object.entries(design.value.parts).flatMap(([id, p]) =>
    Object.entries(p.elements).flatMap(([e, el]) => {
      const key = `${id}/${e}`;
      if (el.kind === 'coil')
        return [
          {
            key,
            name: p.designation,
            what: p.data.class === 'motor' ? 'brake' : p.data.class,
            on: view.value!.energised.has(key),
            words: p.data.class === 'motor' ? ['released', 'holds'] : ['pulled in', 'dropped'],
          },
        ];
      if (el.kind === 'load')
        return [{ key, name: p.designation, what: p.data.class, on: view.value!.fed.has(key), words: ['on', 'off'] }];
      return [];
    }),
  ),
);
const axes = computed(() =>
  axesOf(design.value).map(([id, a]) => ({
    id,
    letter: a.letter,
    on: a.drives.some((d) => d.driver && view.value!.torque.has(d.driver)),
    enabled: a.drives.flatMap((d) => (d.driver ? (view.value!.enables.get(d.driver) ?? []) : []))[0],
  })),
);
const cut = computed(() =>
  (trial.state?.acts ?? []).flatMap((a) =>
    a.kind === 'cut' ? [{ id: a.conductor, number: design.value.conductors[a.conductor]?.number }] : [],
  ),
);
const lampWord = { free: 'free', tripped: 'TRIPPED', unclear: 'cannot know', 'controller off': 'controller off' };
</script>

<template>
  <section v-if="view && trial.handles" class="trial" :class="{ wide }" aria-label="The machine on trial">
    <div class="told">
      <div class="row spread top">
        <h2>On trial</h2>
        <ActionButton :disabled="!trial.state!.acts.length && !trial.told.length" @click="trial.reset()">
          <RefreshLeft />Whole again
        </ActionButton>
      </div>
      <div class="story" role="log" aria-label="What happened" aria-live="polite">
        <p v-if="!trial.told.length" class="soft">
          Press a switch, click a conductor to cut it, take a supply away: the whole circuit is calculated again, and
          the result is shown here. Nothing of your machine is changed.
        </p>
        <p
          v-for="(t, i) in trial.told.slice(0, wide ? 6 : 3)"
          :key="`${trial.told.length}-${i}`"
          :class="{ last: i === 0 }"
        >
          {{ t }}
        </p>
        <p v-if="trial.answers.length" class="soft">
          Answers:
          <span v-for="a in trial.answers.slice(0, 3)" :key="a.circuit" class="mono"
            >{{ a.terminal }} over {{ a.conductors.join(', ') }}{{ ' ' }}</span
          ><span v-if="trial.answers.length > 3">and {{ trial.answers.length - 3 }} more</span>
        </p>
      </div>
    </div>
    <Caution v-if="view.lost.length" kind="told" class="gone">
      <b>Does not work now:</b> {{ view.lost.map((f) => f.title).join('; ') }}
    </Caution>
    <div class="both">
      <div class="answers">
        <ul class="lamps" aria-label="Inputs">
          <li v-for="i in view.inputs" :key="i.circuit" :class="i.conclusion.replace(' ', '-')">
            <span class="lamp" :class="i.reading" aria-hidden="true"></span>
            <b class="mono">{{ design.parts[i.input.part]?.terminals[i.input.terminal]?.printed }}</b>
            <span class="what">{{ circuitName(design, i.circuit) }}</span>
            <span class="mono says">{{ i.reading }} · {{ lampWord[i.conclusion] }}</span>
          </li>
        </ul>
        <ul class="lamps" aria-label="Relays, brakes and lamps">
          <li>
            <span class="what">Motor power</span>
            <span v-for="a in axes" :key="a.id" class="power" :class="{ off: !a.on }"
              ><AxisMark :letter="a.letter" /> {{ a.on ? 'on' : 'off'
              }}{{ a.enabled === false ? ', not enabled' : '' }}</span
            >
          </li>
          <li v-for="r in relays" :key="r.key">
            <span class="lamp square" :class="{ high: r.on }" aria-hidden="true"></span>
            <b class="mono">{{ r.name }}</b> <span class="what">{{ r.what }}</span>
            <span class="mono says">{{ r.on ? r.words[0] : r.words[1] }}</span>
          </li>
        </ul>
      </div>
      <div class="columns">
        <fieldset>
          <legend>Press</legend>
          <ActionButton
            v-for="id in trial.handles.press"
            :key="id"
            kind="bare"
            class="act"
            :aria-pressed="trial.is({ kind: 'press', part: id })"
            @click="trial.press(id)"
          >
            <b class="mono">{{ named(id) }}</b> {{ forWhat(id) }}
          </ActionButton>
        </fieldset>
        <fieldset v-if="trial.handles.lose.length || trial.handles.pull.length">
          <legend>Take away</legend>
          <ActionButton
            v-for="id in trial.handles.lose"
            :key="id"
            kind="bare"
            class="act"
            :class="{ dead: view.dead.has(id) }"
            :aria-pressed="trial.is({ kind: 'lose', part: id })"
            @click="trial.toggle({ kind: 'lose', part: id })"
          >
            <b class="mono">{{ named(id) }}</b> {{ design.parts[id]?.name }}
          </ActionButton>
          <ActionButton
            v-for="id in trial.handles.pull"
            :key="id"
            kind="bare"
            class="act"
            :aria-pressed="trial.is({ kind: 'pull', part: id })"
            @click="trial.toggle({ kind: 'pull', part: id })"
          >
            <b class="mono">{{ named(id) }}</b> plug
          </ActionButton>
          <ActionButton
            v-for="c in cut"
            :key="c.id"
            kind="bare"
            class="act"
            aria-pressed="true"
            @click="trial.toggle({ kind: 'cut', conductor: c.id })"
          >
            <b class="mono">{{ c.number }}</b> conductor, cut
          </ActionButton>
        </fieldset>
        <fieldset v-if="trial.handles.drive.length">
          <legend>Switch on</legend>
          <ActionButton
            v-for="o in trial.handles.drive"
            :key="o.circuit"
            kind="bare"
            class="act"
            :aria-pressed="trial.is({ kind: 'drive', output: o.output })"
            @click="trial.toggle({ kind: 'drive', output: o.output })"
          >
            <b class="mono">{{ design.parts[o.output.part]?.terminals[o.output.terminal]?.printed }}</b>
            {{ outputName(design.outputs[o.circuit]!) }}
          </ActionButton>
        </fieldset>
      </div>
    </div>
  </section>
</template>

<style scoped>
.trial {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
  font-size: 13px;
}
.top h2 {
  font-size: 15px;
}
.story {
  display: grid;
  gap: 4px;
  border-left: 3px solid var(--accent);
  padding-left: 8px;
  min-height: 66px;
  align-content: start;
}
.story p:not(.last) {
  color: var(--soft);
}
.gone {
  border-color: var(--danger);
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-content: start;
}
legend {
  font-size: 13px;
  color: var(--soft);
  padding: 0;
  margin-bottom: 2px;
}
.act {
  font: inherit;
  font-size: 13px;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-bottom-width: 3px;
  border-radius: 3px;
  padding: 2px 7px;
  cursor: pointer;
  text-align: left;
}
.act[aria-pressed='true'] {
  background: var(--accent);
  color: var(--on-accent);
  border-bottom-width: 1px;
  margin-top: 2px;
}
.act.dead {
  text-decoration: line-through;
}
.told {
  position: sticky;
  top: -9px;
  background: var(--sheet);
  padding: 4px 0;
  z-index: 1;
}
.answers {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.lamps {
  list-style: none;
  margin: 0;
  padding: 0;
}
.lamps li {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 21px;
  border-bottom: 1px solid var(--line);
}
.what {
  flex: 1;
  min-width: 0;
  color: var(--soft);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.says {
  margin-left: auto;
  white-space: nowrap;
}
.tripped {
  color: var(--danger);
  font-weight: 700;
}
.unclear .says {
  color: var(--wont);
}
.lamp {
  width: 11px;
  height: 11px;
  border: 1.5px solid var(--ink);
  border-radius: 50%;
  flex: none;
}
.lamp.square {
  border-radius: 1px;
}
.lamp.high {
  background: var(--accent);
}
.lamp.uncertain {
  border-style: dashed;
}
.power {
  display: inline-flex;
  align-items: center;
  gap: 3px;
  margin-left: auto;
}
.power ~ .power {
  margin-left: 8px;
}
.power.off {
  color: var(--danger);
}
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.wide .both {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.25fr);
  gap: 24px;
}
.wide .act {
  font-size: 13px;
  padding: 4px 9px;
}
@media (max-width: 720px) {
  .act {
    min-height: 44px;
    font-size: 14px;
  }
  .wide .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
