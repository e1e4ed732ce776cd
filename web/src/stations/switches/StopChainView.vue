<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import ActionButton from '../../ui/ActionButton.vue';
import type { StopStrategyOutcome } from '@nodaxis/core/advice/stopStrategies';
import { stopStrategyNames } from '@nodaxis/core/advice/stopStrategies';
import type { AxisCourse } from '@nodaxis/core/faults/stopCourse';
import {
  hangsBadly,
  headWords,
  restartWords,
  spindleWords,
  stopSpanS,
  stopTime,
  wayWords,
} from '@nodaxis/core/faults/stopWords';
import { partsSupply } from '@nodaxis/core/machine/design';
import { showValue } from '@nodaxis/core/units/print';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import { useWorked } from '../../trial/useWorked';
import AxisMark from '../../widgets/AxisMark.vue';
import MachineField from '../../widgets/MachineField.vue';

/** The strategies of what the stop button cuts, side by side for this machine, each as a course in time. */
const machine = useOpenMachine();
const preferences = usePreferences();
const { result, busy, fault } = useWorked((worker, design) => worker.stopStrategies(design));
const refused = ref('');

const amps = (v: number) => showValue(v, 'current', preferences.display, 3);
const length = (v: number) => showValue(v, 'length', preferences.display, 3);
/** The same stretch of time for all, so that they can be compared by eye. */
const span = computed(() => stopSpanS((result.value ?? []).flatMap((o) => o.course ?? [])));
/** A bar as long as an axis moves on; a motor without pulses stops within what the eye can see. */
const widthOf = (a: AxisCourse): string =>
  a.way === 'pulses end' ? '1%' : a.restS === undefined ? '100%' : at(a.restS);
const fills = (a: AxisCourse): boolean =>
  a.way !== 'pulses end' && (a.restS === undefined || a.restS > span.value * 0.42);
const at = (s: number) => `${Math.min(100, (100 * s) / span.value)}%`;
const ticks = computed(() => {
  const step = [0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5].find((s) => span.value / s <= 6) ?? 10;
  return Array.from({ length: Math.floor(span.value / step) + 1 }, (_, i) => i * step);
});
const hasDrive = computed(() => machine.design.roles.spindleDrive !== undefined);
function take(o: StopStrategyOutcome): void {
  refused.value = machine
    .run({
      name: 'several',
      args: { title: `What the stop button cuts: ${stopStrategyNames[o.strategy]}`, commands: o.commands },
    })
    .map((f) => `${f.what} ${f.fix}`)
    .join(' ');
}
</script>

<template>
  <div class="stop" data-field="stopStrategy">
    <Caution class="small">
      Planning help, no certified safety function: what your machine needs is for your local code and a licensed person
      to say. Whatever the button cuts, the stop must be reported to the control, the button latches, and power never
      comes back by itself.
    </Caution>
    <Caution v-if="fault || refused" kind="refused">{{ fault || refused }}</Caution>
    <p v-if="!result && busy" class="soft" role="status">Trying each strategy on this machine …</p>
    <div v-if="result" class="strategies" :aria-busy="busy">
      <article
        v-for="o in result"
        :key="o.strategy"
        class="sheet"
        :class="{ chosen: o.chosen }"
        :aria-label="stopStrategyNames[o.strategy]"
      >
        <div class="row spread head">
          <h2>{{ stopStrategyNames[o.strategy] }}</h2>
          <span v-if="o.chosen" class="chip">as it is</span>
          <ActionButton v-else-if="!o.missing.length" kind="framed" :disabled="machine.readOnly" @click="take(o)">
            Apply
          </ActionButton>
        </div>
        <p v-if="o.missing.length" class="soft">{{ o.missing.join(' ') }}</p>
        <template v-if="o.course">
          <p class="soft needs">
            {{ o.conductors }} conductors{{ o.needs.length ? `; needs ${o.needs.join(', ')}` : '; nothing to buy' }}
          </p>
          <div class="lanes">
            <span>Control</span>
            <div class="lane">
              <i
                v-if="o.course.reset || o.course.toldS !== undefined"
                class="bar told"
                :style="{ left: at(o.course.toldS ?? 0), right: 0 }"
              ></i
              ><em>{{
                o.course.reset
                  ? 'held in reset'
                  : o.course.toldS === undefined
                    ? 'does not know'
                    : `knows after ${showValue(o.course.toldS, 'time', preferences.display, 2)}`
              }}</em>
            </div>
            <span>Motor power</span>
            <div class="lane">
              <i
                class="bar power"
                :style="{ left: 0, width: o.course.powerOffS === undefined ? '100%' : at(o.course.powerOffS) }"
              ></i
              ><em
                :style="{ left: o.course.powerOffS === undefined ? '6px' : `calc(${at(o.course.powerOffS)} + 5px)` }"
                :class="{ on: o.course.powerOffS === undefined }"
                >{{ o.course.powerOffS === undefined ? 'stays' : `gone after ${stopTime(o.course.powerOffS)}` }}</em
              >
            </div>
            <template v-for="a in o.course.axes" :key="a.id">
              <span><AxisMark :letter="a.letter" /></span>
              <div class="lane">
                <i class="bar" :class="a.way.replace(' ', '-')" :style="{ left: 0, width: widthOf(a) }"></i
                ><em
                  :style="{
                    left: fills(a) ? '6px' : `calc(${widthOf(a)} + 5px)`,
                  }"
                  :class="{
                    on: fills(a),
                    over: a.distance !== undefined && a.room !== undefined && a.distance > a.room,
                  }"
                  >{{ wayWords[a.way]
                  }}{{ a.restS === undefined ? '' : `: ${stopTime(a.restS)}, ${length(a.distance!)}`
                  }}{{
                    a.distance !== undefined && a.room !== undefined && a.distance > a.room
                      ? `; behind its limit there are ${length(a.room)}`
                      : ''
                  }}</em
                >
              </div>
            </template>
          </div>
          <dl>
            <template v-for="h in o.course.heads" :key="h.id">
              <dt>Head {{ h.letter }}</dt>
              <dd :class="{ bad: h.held === 'nothing' }">{{ headWords(h, preferences.display) }}</dd>
            </template>
            <template v-if="o.course.spindle !== 'none'">
              <dt>Spindle</dt>
              <dd :class="{ bad: o.course.spindle === 'runs on' }">
                {{ spindleWords(o.course.spindle, hasDrive) }}
              </dd>
            </template>
            <dt>Position</dt>
            <dd>{{ o.course.positionKept ? 'kept' : 'not to be trusted: reference again' }}</dd>
            <dt>Screen shows</dt>
            <dd :class="{ bad: o.course.toldS === undefined && !o.course.reset }">{{ o.course.screen }}</dd>
            <template v-if="o.chosen && partsSupply(o.strategy)">
              <dt>Pole that it parts</dt>
              <dd><MachineField path="stopPole" hide-label /></dd>
            </template>
            <template v-if="o.breaks">
              <dt>Its contact</dt>
              <dd :class="{ bad: o.breaks.rated === undefined || o.breaks.amps > o.breaks.rated }">
                breaks {{ amps(o.breaks.amps) }};
                {{ o.breaks.rated === undefined ? 'its rating is not known' : `rated for ${amps(o.breaks.rated)}` }}
              </dd>
            </template>
            <dt>Button</dt>
            <dd :class="{ bad: !o.course.latches }">
              {{ o.course.latches ? 'stays in until it is turned' : 'DOES NOT LATCH: it is free again at once' }}
            </dd>
            <dt>Second act</dt>
            <dd :class="{ bad: o.course.restart === 'by itself' || o.course.restart === 'board restarts' }">
              {{ restartWords[o.course.restart] }}
            </dd>
            <template v-if="o.course.feedback !== undefined">
              <dt>Contactor’s feedback</dt>
              <dd>
                {{
                  o.course.feedback
                    ? 'an input reports whether it dropped'
                    : 'none: a weld shows at power-on, when the motors hold before start'
                }}
              </dd>
            </template>
            <dt>If the control hangs</dt>
            <dd :class="{ bad: hangsBadly(o.course) }">
              motors {{ o.course.hung.motors
              }}{{ o.course.hung.spindle === 'none' ? '' : `; spindle ${o.course.hung.spindle.toLowerCase()}`
              }}{{ o.course.hung.heads.map((h) => `; ${h.letter} ${headWords(h, preferences.display)}`).join('') }}
            </dd>
          </dl>
        </template>
      </article>
    </div>
    <div v-if="result?.some((o) => o.course)" class="scale mono soft" aria-hidden="true">
      <span v-for="t in ticks" :key="t">{{ stopTime(t) }}</span>
      <span>from the press, at the highest speeds wanted; switching times are planning figures</span>
    </div>
  </div>
</template>

<style scoped>
.stop {
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.small {
  font-size: 13px;
}
.strategies {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 10px;
  align-items: start;
}
article {
  padding: 8px 12px;
}
article.chosen {
  border-color: var(--accent);
  box-shadow: inset 4px 0 0 var(--accent);
}
.head {
  flex-wrap: nowrap;
  min-height: 30px;
}
.needs {
  font-size: 13px;
}
.lanes {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  gap: 2px 8px;
  font-size: 13px;
  margin: 4px 0;
  align-items: center;
}
.lane {
  position: relative;
  height: 18px;
  background: var(--paper);
  overflow: hidden;
}
.bar {
  position: absolute;
  top: 2px;
  bottom: 2px;
  background: var(--line);
  border-right: 2px solid var(--ink);
}
.told {
  background: var(--accent-wash);
  border-right: 0;
  border-left: 2px solid var(--accent);
}
.power {
  background: var(--steel);
}
.coasting {
  background: repeating-linear-gradient(115deg, var(--line) 0 5px, transparent 5px 9px);
}
.goes-on {
  background: var(--danger);
  border: 0;
}
.lane em {
  position: absolute;
  left: 6px;
  top: 0;
  line-height: 18px;
  font-style: normal;
  white-space: nowrap;
  background: color-mix(in srgb, var(--sheet) 78%, transparent);
  padding: 0 3px;
}
.lane em.over {
  color: var(--danger);
}
dl {
  display: grid;
  grid-template-columns: 128px minmax(0, 1fr);
  gap: 1px 8px;
  margin: 0;
  font-size: 12.5px;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
}
.bad {
  color: var(--danger);
  font-weight: 700;
}
.scale {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  font-size: 13px;
}
.scale span:last-child {
  font-family: var(--sans);
}
@media (max-width: 900px) {
  .strategies {
    grid-template-columns: minmax(0, 1fr);
  }
  dl,
  .lanes {
    grid-template-columns: 92px minmax(0, 1fr);
  }
  .lane em {
    white-space: normal;
    position: relative;
    left: 0 !important;
    display: block;
  }
  .lane {
    height: auto;
    min-height: 18px;
  }
}
</style>
