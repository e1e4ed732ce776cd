<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import DataTable from '../../ui/DataTable.vue';
import Progress from '../../ui/Progress.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { outcomeOf } from '@nodaxis/core/advice/help';
import type { AxisOutcome } from '@nodaxis/core/advice/help';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import type { Dimension } from '@nodaxis/core/units/units';
import { computed, ref, toRef, watch } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import SeverityMark from '../../widgets/SeverityMark.vue';
import type { HelpLine } from '../../workers/advice.worker';
import { useHelp } from './useHelp';

/** Every change that makes an axis faster or fixes a finding, the least effort first, with what it costs; up to four side by side. */
const props = defineProps<{
  axisId: string;
  /** Whether the axis cannot have its wanted speed, or only just: else nothing is offered until it is asked for. */
  needed: boolean;
}>();
const MOST_PINS = 4;
const FIRST = 8;
const machine = useOpenMachine();
const preferences = usePreferences();
const curious = ref(false);
const { lines, progress, stopped, fault, halt, run } = useHelp(
  computed(() => machine.design),
  toRef(props, 'axisId'),
  computed(() => props.needed || curious.value),
);
const all = ref(false);
const pins = ref<HelpLine[]>([]);
const refusal = ref('');
watch(
  () => props.axisId,
  () => {
    pins.value = [];
    all.value = false;
    curious.value = false;
    refusal.value = '';
  },
);
const linear = computed(() => machine.design.axes[props.axisId]?.motion !== 'rotary');
const speed = computed<Dimension>(() => (linear.value ? 'speed' : 'angularSpeed'));
const now = computed(() => outcomeOf(machine.figures, props.axisId));
const shown = computed(() => (all.value ? lines.value : lines.value.slice(0, FIRST)));
const show = (v: number | undefined, d: Dimension, digits = 3) =>
  v === undefined ? '–' : showValue(v, d, preferences.display, digits);

/** What a change costs or brings besides speed, in figures. */
function effects(o: AxisOutcome): string {
  const b = now.value;
  const parts: string[] = [];
  const differs = (x: number | undefined, y: number | undefined) =>
    x !== undefined && y !== undefined && Math.abs(x - y) > 0.02 * Math.abs(y);
  if (differs(o.resolution, b.resolution))
    parts.push(`one step ${show(o.resolution, linear.value ? 'length' : 'angle')}`);
  if (differs(o.holdingNm, b.holdingNm)) parts.push(`holds ${show(o.holdingNm, 'torque', 2)}`);
  if (differs(o.heatW, b.heatW)) parts.push(`${show(o.heatW, 'power', 2)} of heat a motor`);
  if (differs(o.pulseRateHz, b.pulseRateHz)) parts.push(`${show(o.pulseRateHz, 'frequency')} at the wanted speed`);
  return parts.join(', ');
}
const rows: { title: string; of: (o: AxisOutcome) => string }[] = [
  { title: 'Limit', of: (o) => show(o.limit, speed.value) },
  { title: 'Limited by', of: (o) => o.cause ?? '–' },
  { title: 'Torque in hand', of: (o) => (o.reserve === undefined ? '–' : `${printNumber(o.reserve, 2)} ×`) },
  { title: 'One step', of: (o) => show(o.resolution, linear.value ? 'length' : 'angle') },
  { title: 'Holding', of: (o) => show(o.holdingNm, 'torque', 2) },
  { title: 'Heat a motor', of: (o) => show(o.heatW, 'power', 2) },
  { title: 'Pulse rate', of: (o) => show(o.pulseRateHz, 'frequency') },
  { title: 'Motor', of: (o) => show(o.motorRpm, 'rotation') },
];
const isPinned = (key: string) => pins.value.some((p) => p.key === key);
const pin = (line: HelpLine) =>
  (pins.value = isPinned(line.key)
    ? pins.value.filter((p) => p.key !== line.key)
    : [...pins.value, line].slice(-MOST_PINS));
function apply(line: HelpLine) {
  const letter = machine.design.axes[props.axisId]?.letter ?? '';
  const faults = machine.run({ name: 'several', args: { title: `${letter}: ${line.title}`, commands: line.commands } });
  refusal.value = faults.map((f) => `${f.what} ${f.fix}`).join(' ');
}
</script>

<template>
  <p v-if="!needed && !curious" class="row spread">
    <span><strong>Nothing is needed:</strong> the wanted speed is possible with enough torque in hand.</span>
    <ActionButton kind="framed" @click="curious = true">Show what would make it faster</ActionButton>
  </p>
  <div v-else class="row spread head">
    <p class="soft">
      <template v-if="now.limit !== undefined"
        >Now: <strong>{{ show(now.limit, speed) }}</strong>, limited by {{ now.cause }}. </template
      >Tried on a copy: every supply, lead, step setting, current, winding, motor and driver that fits.
    </p>
    <span v-if="progress" class="row" role="status">
      <Progress :done="progress.done" :of="progress.of" label="Changes tried" />
      <ActionButton kind="framed" @click="halt">Stop</ActionButton>
    </span>
    <ActionButton v-else-if="stopped" kind="framed" @click="run">Try them</ActionButton>
  </div>
  <Caution v-if="fault || refusal" kind="refused">{{ fault || refusal }}</Caution>
  <p v-if="(needed || curious) && !lines.length && !progress && !stopped" class="soft">
    {{
      now.limit === undefined
        ? 'Motor, driver and scale must be known first.'
        : 'Nothing in the library makes this axis faster.'
    }}
  </p>
  <DataTable v-if="pins.length" class="pins" aria-label="Pinned side by side">
    <thead>
      <tr>
        <th></th>
        <th>Now</th>
        <th v-for="p in pins" :key="p.key">
          {{ p.title }} <ActionButton :aria-label="`Unpin ${p.title}`" @click="pin(p)">×</ActionButton>
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows" :key="r.title">
        <th scope="row">{{ r.title }}</th>
        <td class="mono">{{ r.of(now) }}</td>
        <td v-for="p in pins" :key="p.key" class="mono">{{ r.of(p.outcome) }}</td>
      </tr>
    </tbody>
  </DataTable>
  <DataTable v-if="lines.length" class="tried">
    <thead>
      <tr>
        <th>Change</th>
        <th class="num">Limit</th>
        <th class="num">Gain</th>
        <th>Then limited by</th>
        <th>Besides</th>
        <th></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="l in shown" :key="l.key">
        <td class="title">{{ l.title }}</td>
        <td class="num mono">{{ show(l.outcome.limit, speed) }}</td>
        <td class="num mono">{{ printNumber(l.gain, 3) }} ×</td>
        <td class="soft nowrap">{{ l.outcome.cause }}</td>
        <td class="besides">
          <span v-for="c in l.cures" :key="c" class="cure">fixes: {{ c }}</span>
          <span v-for="b in l.brings" :key="b.title"><SeverityMark :severity="b.severity" /> {{ b.title }}</span>
          <span class="soft">{{ effects(l.outcome) }}</span>
        </td>
        <td class="acts">
          <ActionButton :aria-pressed="isPinned(l.key)" @click="pin(l)">
            {{ isPinned(l.key) ? 'Unpin' : 'Pin' }}
          </ActionButton>
          <ActionButton kind="framed" :disabled="machine.readOnly" @click="apply(l)">Apply</ActionButton>
        </td>
      </tr>
    </tbody>
  </DataTable>
  <ActionButton v-if="lines.length > FIRST" @click="all = !all">
    {{ all ? 'Show the best only' : `Show all ${lines.length}` }}
  </ActionButton>
</template>

<style scoped>
.head {
  align-items: start;
}
.num,
.nowrap {
  white-space: nowrap;
}
.besides {
  font-size: 13px;
}
.besides span {
  display: block;
}
.cure {
  color: var(--good);
}
.acts {
  white-space: nowrap;
  text-align: right;
}
.pins {
  margin-bottom: 14px;
}
.pins th[scope='row'] {
  font-weight: 400;
  color: var(--soft);
}
.progress-bar {
  width: 120px;
}
@media (max-width: 720px) {
  .tried thead {
    display: none;
  }
  .tried,
  .tried tbody {
    display: block;
  }
  .tried tr {
    display: grid;
    grid-template-columns: 1fr auto auto;
    border-bottom: 1px solid var(--line);
  }
  .tried td {
    border: 0;
  }
  .tried .title,
  .tried .besides,
  .tried .acts {
    grid-column: 1 / -1;
  }
  .pins {
    display: block;
    overflow-x: auto;
  }
}
</style>
