<script setup lang="ts">
import type { AxisFigures } from '@nodaxis/core/derivation/figures';
import { showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { usePreferences } from '../../document/preferences';
import AxisMark from '../../widgets/AxisMark.vue';
import FigureText from '../../widgets/FigureText.vue';

/** Every axis on one line: its wanted speed among its fences, the one that governs, and the next. */
const props = defineProps<{ axes: readonly AxisFigures[] }>();
const preferences = usePreferences();
const rows = computed(() =>
  props.axes.map((a) => {
    const d = a.drives[0]!;
    const fences = d.fences;
    const linear = a.axis.motion === 'linear';
    const far = fences.known ? Math.max(...fences.value.map((f) => f.speed)) : 1;
    return { a, d, linear, fences, far, dimension: linear ? ('speed' as const) : ('angularSpeed' as const) };
  }),
);
/** A logarithmic scale: fences lie decades apart. */
const place = (speed: number, far: number) => {
  const low = Math.log10(far) - 2.2;
  return `${Math.max(0, Math.min(1, (Math.log10(Math.max(speed, 1e-6)) - low) / (Math.log10(far) - low))) * 94}%`;
};
</script>

<template>
  <h2>How fast, and what gives way first</h2>
  <div class="scroll">
    <table class="list">
      <thead>
        <tr>
          <th>Axis</th>
          <th class="num">Scale</th>
          <th class="num">One step</th>
          <th class="num">At wanted speed</th>
          <th class="chart">Fences</th>
          <th>Governs, then</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.a.id">
          <td><AxisMark :letter="r.a.axis.letter" /></td>
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
              <FigureText :value="r.d.pulseRateAtWanted" dimension="frequency" /><br />
              <FigureText :value="r.d.motorRpmAtWanted" dimension="rotation" />
            </template>
          </td>
          <td class="chart">
            <div v-if="r.fences.known" class="fences">
              <span
                v-for="f in r.fences.value"
                :key="f.cause"
                class="fence"
                :class="{ wanted: f.cause === 'wanted' }"
                :style="{ left: place(f.speed, r.far) }"
                :title="`${f.cause}: ${showValue(f.speed, r.dimension, preferences.display, 4)}`"
              ></span>
            </div>
          </td>
          <td class="governs">
            <template v-if="r.fences.known">
              <strong>{{ r.fences.value[0]!.cause }}</strong>
              {{ showValue(r.fences.value[0]!.speed, r.dimension, preferences.display, 4)
              }}<template v-if="r.fences.value[1]"
                ><br /><span class="soft"
                  >{{ r.fences.value[1].cause }}
                  {{ showValue(r.fences.value[1].speed, r.dimension, preferences.display, 4) }}</span
                ></template
              >
            </template>
            <FigureText v-else :value="r.fences" dimension="speed" />
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.chart {
  min-width: 110px;
}
.governs {
  white-space: nowrap;
}
.fences {
  position: relative;
  height: 18px;
  border-bottom: 2px solid var(--line-strong);
}
.fence {
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
  :is(th, td):is(:nth-child(3), :nth-child(4), :nth-child(5)) {
    display: none;
  }
  .governs {
    white-space: normal;
  }
}
</style>
