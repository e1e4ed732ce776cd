<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import Fold from '../../ui/Fold.vue';
import QuantityField from '../../ui/QuantityField.vue';
import { sameSwitches } from '@nodaxis/core/advice/sameAs';
import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import type { Placement } from '@nodaxis/core/derivation/placements';
import { datumQuality, placementsOf } from '@nodaxis/core/derivation/placements';
import { seenAtEnd } from '@nodaxis/core/machine/directions';
import { parksAtMark } from '@nodaxis/core/machine/pulseSensor';
import { headroomMm } from '@nodaxis/core/switches/indexPulse';
import { displayUnit, showValue } from '@nodaxis/core/units/print';
import { baseValue, type Quantity } from '@nodaxis/core/units/quantity';
import { computed, reactive, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import AxisMark from '../../widgets/AxisMark.vue';
import MachineField from '../../widgets/MachineField.vue';
import SameAs from '../../widgets/SameAs.vue';
import IndexDial from './IndexDial.vue';
import MarkedDatum from './MarkedDatum.vue';
import PlacementRuler from './PlacementRuler.vue';
import ReferenceOrder from './ReferenceOrder.vue';

/** Where each switch sits on its axis, what the axis needs behind it, and how well its datum repeats. */
const machine = useOpenMachine();
const preferences = usePreferences();
const figures = computed(() => machine.figures);
const rows = computed(() =>
  figures.value.axes.map((a) => ({
    a,
    placements: placementsOf(figures.value, a),
    datum: datumQuality(figures.value, a),
  })),
);
const fault = ref('');
/** Whether an axis has switches of its own to take. */
const hasSwitches = (id: string) => figures.value.axes.some((a) => a.id === id && a.switches.length > 0);
const show = (a: AxisFigures, v: number | undefined) =>
  v === undefined ? '–' : showValue(v, a.axis.motion === 'linear' ? 'length' : 'angle', preferences.display, 3);
const partOf = (device: string) => machine.design.parts[device];
const isSensor = (device: string) => partOf(device)?.data.class === 'sensor';
const isHall = (device: string) => {
  const data = partOf(device)?.data;
  return data?.class === 'sensor' && data.principle === 'hall';
};
const bad = (p: Placement) => ['hits the stop', 'trips behind the stop'].includes(p.verdict);

/** The sum that no envelope knows: what hangs in the spindle and stands on the table. */
const room = reactive([
  { title: 'Spindle nose to table, head at rest', text: '', is: undefined as Quantity | undefined },
  { title: 'less the length of the tool', text: '', is: undefined as Quantity | undefined },
  { title: 'less the work', text: '', is: undefined as Quantity | undefined },
  { title: 'less vice or clamps', text: '', is: undefined as Quantity | undefined },
]);
const head = computed(() => figures.value.axes.find((a) => ['up', 'down'].includes(a.axis.plus)));
const clearance = computed(() => {
  const [nose, ...less] = room.map((r) => r.is && baseValue(r.is));
  const [tool, work, fixture] = less.map((mm) => mm ?? 0);
  // What cannot be read is said at its field; until then there is no sum.
  const unread = room.some((r) => r.text.trim() && !r.is);
  return nose === undefined || unread ? undefined : headroomMm(nose, tool!, work!, fixture!);
});
</script>

<template>
  <div class="placement">
    <Caution v-if="fault" kind="refused" class="refused">{{ fault }}</Caution>
    <section
      v-for="{ a, placements, datum } in rows"
      :key="a.id"
      class="sheet axis"
      :aria-label="`Reference of ${a.axis.letter}`"
    >
      <div class="row spread">
        <h2 class="row">
          <AxisMark :letter="a.axis.letter" />
          <span v-if="a.ruler.known" class="mono usable"
            >{{ show(a, a.ruler.value.usable) }} usable of
            {{ show(a, a.ruler.value.hardPlus - a.ruler.value.hardMinus) }}</span
          >
        </h2>
        <span v-if="datum" class="soft small"
          >datum repeats within ±{{ show(a, datum.error.repeatability)
          }}{{ datum.error.constant ? `; ${show(a, datum.error.constant)} of delay cancels` : '' }}</span
        >
        <SameAs
          :axis="a.id"
          what="switches and reference"
          :from="sameSwitches"
          :has="hasSwitches"
          @refused="fault = $event"
        />
      </div>
      <PlacementRuler :axis="a" :placements="placements" />
      <ul class="verdicts">
        <li
          v-for="p in placements"
          :key="p.device"
          :class="{ bad: bad(p), doubt: p.verdict === 'pushes the switch too far' }"
        >
          <b class="mono">{{ partOf(p.device)?.designation }}</b> {{ p.end }} end ({{
            seenAtEnd(machine.design, a.axis, p.end, preferences.display.stand)
          }}){{ p.isReference ? ', reference' : '' }}: <b>{{ p.isLimit ? p.verdict : 'reference only' }}</b><template
            v-if="p.isLimit"
            >: needs {{ show(a, p.stopping) }}, has {{ show(a, p.fromStop)
            }}{{ p.overTravel === undefined ? '' : `; withstands ${show(a, p.overTravel)}`
            }}{{ p.coasting === undefined ? '' : `; coasts ${show(a, p.coasting)} without power` }}</template
          >
        </li>
        <li v-if="!placements.length" class="soft">
          No switch on this axis. Add one under Inputs, or see Options for what that leaves open.
        </li>
      </ul>
      <div v-if="datum?.indexPitch" class="indexing">
        <IndexDial
          :check="datum.index"
          :pitch="datum.indexPitch"
          :linear="a.axis.motion === 'linear'"
          :end="a.axis.reference.end"
        />
        <MachineField :path="`axes.${a.id}.reference.indexPhase`" no-source />
        <MachineField v-if="a.axis.transmission" :path="`axes.${a.id}.reference.pulseShaft`" />
      </div>
      <Fold
        v-if="
          parksAtMark(a.axis.reference) ||
          (a.axis.reference.method !== 'absolute' && !a.switches.some((s) => s.isReference))
        "
        :open="parksAtMark(a.axis.reference)"
        ><template #title><span>Without a reference switch: a scribed mark and one pulse a turn</span></template>
        <MarkedDatum :a="a" />
      </Fold>
      <Fold
        ><template #title
          ><span>Figures of {{ a.axis.letter }}: method, back-off, speeds, trip points</span></template
        >
        <div class="fields">
          <MachineField :path="`axes.${a.id}.reference.method`" />
          <MachineField :path="`axes.${a.id}.reference.end`" />
          <MachineField :path="`axes.${a.id}.reference.backOff`" />
          <MachineField :path="`axes.${a.id}.envelopeMargin`" />
          <MachineField v-if="!parksAtMark(a.axis.reference)" :path="`axes.${a.id}.reference.fastSpeed`" />
          <MachineField
            :path="`axes.${a.id}.reference.slowSpeed`"
            :label="parksAtMark(a.axis.reference) ? 'Search for the pulse' : undefined"
          />
          <MachineField :path="`axes.${a.id}.reference.positionAtDatum`" />
          <template v-if="a.axis.drives.length > 1">
            <MachineField :path="`axes.${a.id}.reference.sides`" />
            <MachineField :path="`axes.${a.id}.reference.slaveOffset`" />
          </template>
          <template v-for="s in a.switches" :key="s.device">
            <MachineField
              :path="`parts.${s.device}.mount.tripFromStop`"
              :label="`${partOf(s.device)!.designation}, ${s.end} end: trip to stop`"
            />
            <MachineField
              v-if="isSensor(s.device)"
              :path="`parts.${s.device}.mount.approach`"
              :label="`${partOf(s.device)!.designation}: target comes`"
            />
            <MachineField
              v-if="isHall(s.device)"
              :path="`parts.${s.device}.mount.pole`"
              :label="`${partOf(s.device)!.designation}: magnet shows`"
            />
          </template>
        </div>
      </Fold>
    </section>
    <section class="sheet" aria-label="Finding the datum">
      <h2>Finding the datum</h2>
      <div class="fields">
        <MachineField path="datumStrategy" />
        <MachineField path="limitStrategy" />
      </div>
      <ReferenceOrder />
    </section>
    <Fold v-if="head" class="sheet"
      ><template #title
        ><span>
          The envelope of {{ head.axis.letter }} knows neither tool nor work: do the sum before the first move down
        </span></template
      >
      <div class="sum">
        <label v-for="r in room" :key="r.title"
          >{{ r.title }}
          <QuantityField
            v-model="r.text"
            v-model:quantity="r.is"
            dimension="length"
            :unit="displayUnit('length', preferences.display)"
            class="mono"
        /></label>
        <p v-if="clearance !== undefined" :class="{ bad: !(clearance > 0) }" role="status">
          {{
            clearance > 0
              ? `${show(head, clearance)} are left between the tool and the work.`
              : `The tool would be ${show(head, -clearance)} deep in the work: it does not fit under the spindle.`
          }}
        </p>
      </div>
    </Fold>
  </div>
</template>

<style scoped>
.placement {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(480px, 1fr));
  gap: 10px;
  align-items: start;
}
.axis {
  padding: 8px 12px;
}
.refused {
  grid-column: 1 / -1;
}
.usable {
  font-size: 13px;
  font-weight: 400;
}
.small {
  font-size: 13px;
}
.verdicts {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 13px;
}
.bad {
  color: var(--danger);
}
.doubt {
  color: var(--doubt);
}
.indexing {
  border-top: 1px solid var(--line);
  margin-top: 6px;
  padding-top: 4px;
}

.fields {
  display: grid;
  gap: 4px;
  margin-top: 8px;
}

.sum {
  display: grid;
  gap: 6px;
  margin-top: 8px;
  font-size: 13px;
}
.sum label {
  display: grid;
  grid-template-columns: 240px 110px;
  align-items: center;
}

@media (max-width: 720px) {
  .placement {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
