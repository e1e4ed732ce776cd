<script setup lang="ts">
import DataTable from '../../ui/DataTable.vue';
import ActionButton from '../../ui/ActionButton.vue';
import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { usePreferences } from '../../document/preferences';
import AxisMark from '../../widgets/AxisMark.vue';
import FigureText from '../../widgets/FigureText.vue';

/** Every axis on one line: its wanted speed among its speed limits, the lowest one, and the next. */
const props = defineProps<{ axes: readonly AxisFigures[]; selected: string }>();
defineEmits<{ select: [id: string] }>();
const preferences = usePreferences();
const rows = computed(() =>
  props.axes.map((a) => {
    const d = a.drives[0]!;
    const speedLimits = a.speedLimits;
    const torque = a.drives.flatMap((x) => (x.torque.known ? [x.torque.value] : []));
    const reserve = torque.length ? Math.min(...torque.map((t) => t.reserveAtWanted ?? Infinity)) : Infinity;
    const linear = a.axis.motion === 'linear';
    const far = speedLimits.known ? Math.max(...speedLimits.value.map((f) => f.speed)) : 1;
    return {
      a,
      d,
      linear,
      speedLimits,
      far,
      reserve,
      factor: torque[0]?.factor ?? 1,
      dimension: linear ? ('speed' as const) : ('angularSpeed' as const),
    };
  }),
);
/** A logarithmic scale: speed limits lie decades apart. */
const place = (speed: number, far: number) => {
  const low = Math.log10(far) - 2.2;
  return `${Math.max(0, Math.min(1, (Math.log10(Math.max(speed, 1e-6)) - low) / (Math.log10(far) - low))) * 94}%`;
};
</script>

<template>
  <h2>How fast, and what limits it</h2>
  <div class="scroll">
    <DataTable>
      <thead>
        <tr>
          <th>Axis</th>
          <th class="num">Scale</th>
          <th class="num">One step</th>
          <th class="num">At wanted speed</th>
          <th class="num">Torque in hand</th>
          <th class="chart">Speed limits</th>
          <th>Limited by, then by</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.a.id" :class="{ selected: r.a.id === selected }" @click="$emit('select', r.a.id)">
          <td>
            <ActionButton
              kind="bare"
              class="pick"
              :aria-pressed="r.a.id === selected"
              :aria-label="`Look at ${r.a.axis.letter}`"
              @click.stop="$emit('select', r.a.id)"
            >
              <AxisMark :letter="r.a.axis.letter" />
            </ActionButton>
          </td>
          <td class="num">
            <FigureText
              :value="r.d.scale.known ? { known: true, value: r.d.scale.value.stepsPerUnit } : r.d.scale"
              :dimension="r.linear ? 'scale' : 'angularScale'"
              :digits="8"
            />
          </td>
          <td class="num">
            <FigureText
              v-if="r.d.scale.known"
              :value="{ known: true, value: r.d.scale.value.resolution }"
              :dimension="r.linear ? 'length' : 'angle'"
              :digits="4"
            />
          </td>
          <td class="num">
            <template v-if="r.d.pulseRateAtWanted.known && r.d.motorRpmAtWanted.known">
              <FigureText :value="r.d.pulseRateAtWanted" dimension="frequency" :digits="4" />
              <span class="soft"> · </span>
              <FigureText :value="r.d.motorRpmAtWanted" dimension="rotation" />
            </template>
          </td>
          <td class="num mono">
            <span v-if="Number.isFinite(r.reserve)" :class="{ short: r.reserve < r.factor }"
              >{{ printNumber(r.reserve, 2) }} ×</span
            ><span v-else class="soft">–</span>
          </td>
          <td class="chart">
            <div v-if="r.speedLimits.known" class="limits">
              <span
                v-for="f in r.speedLimits.value"
                :key="f.cause"
                class="limit"
                :class="{ wanted: f.cause === 'wanted' }"
                :style="{ left: place(f.speed, r.far) }"
                :data-hint="`${f.cause}: ${showValue(f.speed, r.dimension, preferences.display, 4)}`"
              ></span>
            </div>
          </td>
          <td class="governs">
            <template v-if="r.speedLimits.known">
              <strong>{{ r.speedLimits.value[0]!.cause }}</strong>
              {{ showValue(r.speedLimits.value[0]!.speed, r.dimension, preferences.display, 4)
              }}<template v-if="r.speedLimits.value[1]"
                ><span class="soft"
                  >, then {{ r.speedLimits.value[1].cause }}
                  {{ showValue(r.speedLimits.value[1].speed, r.dimension, preferences.display, 4)
                  }}{{ r.speedLimits.value[1].unproven ? ' (unproven: test)' : '' }}</span
                ></template
              >
            </template>
            <FigureText v-else :value="r.speedLimits" dimension="speed" />
          </td>
        </tr>
      </tbody>
    </DataTable>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.chart {
  min-width: 84px;
}
td {
  white-space: nowrap;
}
.governs {
  font-size: 13px;
}
.limits {
  position: relative;
  height: 18px;
  border-bottom: 2px solid var(--line-strong);
}
.limit {
  position: absolute;
  bottom: 0;
  width: 3px;
  height: 14px;
  background: var(--soft);
}
.wanted {
  height: 18px;
  width: 0;
  border-left: 3px dashed var(--accent);
  background: none;
}
@media (max-width: 720px) {
  :is(th, td):is(:nth-child(2), :nth-child(3), :nth-child(4), :nth-child(6)) {
    display: none;
  }
  td.governs {
    white-space: normal;
  }
}
tbody tr {
  cursor: pointer;
}
.selected {
  background: var(--accent-wash);
}
.selected td:first-child {
  box-shadow: inset 3px 0 0 var(--accent);
}
.pick {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  padding: 2px 4px;
  cursor: pointer;
}
.short {
  color: var(--wont);
  font-weight: 700;
}
</style>
