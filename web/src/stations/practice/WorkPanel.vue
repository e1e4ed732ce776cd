<script setup lang="ts">
import DataTable from '../../ui/DataTable.vue';
import PickOne from '../../ui/PickOne.vue';
import TickBox from '../../ui/TickBox.vue';
import Fold from '../../ui/Fold.vue';
import NumberField from '../../ui/NumberField.vue';
import QuantityField from '../../ui/QuantityField.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { clampsAxis } from '@nodaxis/core/machine/connections';
import { shownFactor } from '@nodaxis/core/machine/design';
import { changerOutputs } from '@nodaxis/core/machine/toolChanger';
import { serviceName } from '@nodaxis/core/wiring/planner/outputs';
import { displayUnit, showValue } from '@nodaxis/core/units/print';
import { baseValue, type Quantity } from '@nodaxis/core/units/quantity';
import { computed, ref, shallowRef } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import AxisMark from '../../widgets/AxisMark.vue';
import ChangerHand from './ChangerHand.vue';
import { usePractice } from './usePractice';

/** Work offsets: machine and work position side by side, each named; the zero set by eye, by plate or by the tool itself. */
const machine = useOpenMachine();
const preferences = usePreferences();
const practice = usePractice();
const { snapshot } = practice;
const figures = computed(() => machine.figures);
const active = computed(() => snapshot.value?.work.active ?? 0);
/** Tool offset in force; 0: none. */
const tool = computed(() => snapshot.value?.work.tool ?? 0);
const hasTools = computed(() => practice.input.value.known && practice.input.value.value.settings.twoPartTools);
const rows = computed(() =>
  figures.value.axes.map((a, i) => {
    const s = snapshot.value?.axes.find((x) => x.id === a.id);
    const offset = snapshot.value?.work.sets[active.value]?.[i] ?? 0;
    const tip = snapshot.value?.work.tools[tool.value - 1]?.[i] ?? 0;
    const factor = shownFactor(figures.value.design, a.axis);
    const show = (v: number) =>
      showValue(v * factor, a.axis.motion === 'linear' ? 'length' : 'angle', preferences.display, 6);
    return {
      id: a.id,
      letter: a.axis.letter,
      linear: a.axis.motion === 'linear',
      dimension: a.axis.motion === 'linear' ? ('length' as const) : ('angle' as const),
      unit: displayUnit(a.axis.motion === 'linear' ? 'length' : 'angle', preferences.display),
      factor,
      machine: show(s?.position ?? 0),
      work: show((s?.position ?? 0) - offset - tip),
      offset: show(offset),
      tip: show(tip),
      zero: offset + tip,
    };
  }),
);
const standing = computed(() => snapshot.value?.state === 'at-rest' || snapshot.value?.state === 'at-rest-unknown');
const spindle = computed(() => (practice.input.value.known ? practice.input.value.value.settings.spindle : undefined));
const rpm = ref(Math.round((spindle.value?.maxRpm ?? 1000) / 3 / 100) * 100);
const hasCoolant = computed(
  () => practice.input.value.known && practice.input.value.value.settings.outputs.some((o) => o.function === 'coolant'),
);
/** Loads on outputs of their own: a hot wire, a laser, a vacuum. The clamp of an axis is worked by the control alone. */
const loads = computed(() => {
  const { outputs, parts, toolChanger } = figures.value.design;
  // While something of the changer is missing, its loads are switched like any other.
  const complete = practice.input.value.known && practice.input.value.value.settings.toolChanger;
  const ofChanger = toolChanger && complete ? changerOutputs(toolChanger) : [];
  return Object.entries(outputs).flatMap(([id, o]) =>
    o.function === 'switched-load' && !o.alwaysOn && !ofChanger.includes(id) && !clampsAxis(o.serves)
      ? [
          {
            id,
            name: [
              ...o.devices.map((d) => `${parts[d]!.designation} ${parts[d]!.name}`),
              ...(o.reverses === undefined ? [] : ['the other way']),
              ...(o.serves ? [serviceName(o.serves)] : []),
            ].join(', '),
          },
        ]
      : [],
  );
});
const eye = ref('');
/** Positions as they are typed, of the axis and of the tip of a tool; nothing typed is zero. */
const texts = ref<Record<string, string>>({});
const typed = shallowRef<Record<string, Quantity | undefined>>({});
/** What is typed, mm or ° of the slide. */
function place({ id, factor }: { id: string; factor: 1 | 2 }, of: '' | 'tip-' = ''): number {
  const q = typed.value[`${of}${id}`];
  return (q ? baseValue(q) : 0) / factor;
}
const linear = computed(() => rows.value.filter((r) => r.linear));
const thickness = ref(10);
const rim = ref(5);
const toolRadius = ref(3);
const below = ref(12);
const kind = ref<'plate' | 'three-faces' | 'tool'>('plate');
const probe = computed(() => (practice.input.value.known ? practice.input.value.value.probe : undefined));
const hasZ = computed(() => figures.value.axes.some((a) => a.axis.letter === 'Z'));
const INSIDE = 10;
const lay = () =>
  practice.act({
    type: 'lay',
    piece:
      kind.value === 'three-faces'
        ? { kind: 'corner', below: below.value, inside: INSIDE, toolRadius: toolRadius.value }
        : { kind: 'plate', below: below.value },
  });
function touch() {
  const farthest = below.value + 10;
  const first = figures.value.axes[0]!;
  practice.act({
    type: 'touch',
    touch:
      kind.value === 'plate'
        ? { kind: 'plate', thickness: thickness.value, farthest }
        : kind.value === 'three-faces'
          ? {
              kind: 'three-faces',
              thickness: thickness.value,
              rim: rim.value,
              toolRadius: toolRadius.value,
              inside: INSIDE,
              farthest,
            }
          : { kind: 'tool', axis: first.id, direction: -1, farthest },
  });
}
</script>

<template>
  <div class="work">
    <label class="row soft"
      >Work offset
      <Choice
        :model-value="active"
        :options="[1, 2, 3, 4, 5, 6].map((n) => ({ value: n - 1, label: `${n} (G${53 + n})` }))"
        @change="practice.act({ type: 'work-offset', index: $event })"
    /></label>
    <DataTable>
      <thead>
        <tr>
          <th></th>
          <th class="num">machine</th>
          <th class="num">work</th>
          <th class="num wide">offset</th>
          <th>here it is, or go there</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.id">
          <td><AxisMark :letter="r.letter" />{{ r.factor === 2 ? '⌀' : '' }}</td>
          <td class="num mono">{{ r.machine }}</td>
          <td class="num mono">{{ r.work }}</td>
          <td class="num mono soft wide">{{ r.offset }}</td>
          <td class="row">
            <QuantityField
              :model-value="texts[r.id] ?? ''"
              :dimension="r.dimension"
              :unit="r.unit"
              placeholder="0"
              :aria-label="`Work position of ${r.letter} here`"
              @update:model-value="texts = { ...texts, [r.id]: $event }"
              @update:quantity="typed = { ...typed, [r.id]: $event }"
            />
            <ActionButton kind="framed" @click="practice.act({ type: 'set-work', axis: r.id, value: place(r) })">
              Set {{ r.letter }}
            </ActionButton>
            <ActionButton
              :disabled="!standing"
              :aria-label="`Move ${r.letter} to this work position`"
              @click="practice.act({ type: 'move', axis: r.id, position: r.zero + place(r) })"
            >
              Go
            </ActionButton>
          </td>
        </tr>
      </tbody>
    </DataTable>
    <Fold v-if="hasTools"
      ><template #title
        ><span>Tool offsets{{ tool ? `: ${tool} is in force` : '' }}</span></template
      >
      <p class="small soft">
        How far the tip of each tool lies from that of the tool by which the work was set. T0302 in a program is tool 3
        with offset 2.
      </p>
      <div class="row wrap">
        <label class="row soft"
          >Offset in force
          <Choice
            :model-value="tool"
            :options="[
              { value: 0, label: 'none' },
              ...Array.from({ length: snapshot?.work.tools.length ?? 0 }, (_, i) => ({
                value: i + 1,
                label: `${i + 1}`,
              })),
            ]"
            @change="practice.act({ type: 'tool-offset', index: $event })"
        /></label>
        <template v-if="tool">
          <label v-for="r in linear" :key="r.id" class="row soft"
            >{{ r.letter }}{{ r.factor === 2 ? ' ⌀' : '' }}
            <QuantityField
              :model-value="texts[`tip-${r.id}`] ?? ''"
              dimension="length"
              :unit="r.unit"
              placeholder="0"
              :aria-label="`The tip is at ${r.letter}`"
              @update:model-value="texts = { ...texts, [`tip-${r.id}`]: $event }"
              @update:quantity="typed = { ...typed, [`tip-${r.id}`]: $event }"
            />
            <ActionButton
              kind="framed"
              @click="practice.act({ type: 'set-tool', axis: r.id, value: place(r, 'tip-') })"
            >
              The tip is there
            </ActionButton>
            <span class="mono">{{ r.tip }}</span></label
          >
        </template>
      </div>
    </Fold>
    <Fold
      ><template #title><span>A reference switch has failed: take a datum by eye</span></template>
      <div class="row wrap">
        <Choice
          v-model="eye"
          label="Axis whose datum is taken by eye"
          none="axis …"
          :options="rows.map((r) => ({ value: r.id, label: r.letter }))"
        />
        <ActionButton
          kind="framed"
          :disabled="!eye || !standing"
          @click="practice.act({ type: 'take-datum', axis: eye })"
        >
          It is at its mark
        </ActionButton>
      </div>
      <p class="small warn">
        Good for one job on one clamping: the datum is as good as your eye, and the limit at that end is gone as well.
        Keep a hand on the stop, and replace the switch tonight.
      </p>
    </Fold>
    <div v-if="spindle" class="row wrap" role="group" aria-label="Spindle">
      <label v-if="spindle.speedSet" class="row soft"
        >spindle <NumberField v-model="rpm" class="speed" :min="0" :max="spindle.maxRpm" :step="100" /> rpm</label
      >
      <ActionButton kind="framed" @click="practice.act({ type: 'spindle', direction: 1, rpm: rpm || spindle.maxRpm })">
        Spindle on
      </ActionButton>
      <ActionButton
        v-if="spindle.reverses"
        kind="framed"
        @click="practice.act({ type: 'spindle', direction: -1, rpm: rpm || spindle.maxRpm })"
      >
        the other way
      </ActionButton>
      <ActionButton kind="framed" @click="practice.act({ type: 'spindle', direction: 0, rpm: 0 })">
        Spindle off
      </ActionButton>
    </div>
    <ChangerHand />
    <div v-if="hasCoolant || loads.length" class="row wrap" role="group" aria-label="What the control switches">
      <TickBox
        v-if="hasCoolant"
        :model-value="snapshot?.coolant"
        @change="practice.act({ type: 'coolant', on: $event })"
        >coolant</TickBox
      >
      <TickBox
        v-for="l in loads"
        :key="l.id"
        :model-value="snapshot?.loads.includes(l.id)"
        @change="practice.act({ type: 'switch-load', output: l.id, on: $event })"
        >{{ l.name }}</TickBox
      >
    </div>
    <section v-if="probe && hasZ" class="touch stack" aria-label="Touching off">
      <PickOne
        v-model="kind"
        label="What is touched"
        :options="[
          { value: 'plate', label: 'plate' },
          { value: 'three-faces', label: 'corner plate' },
          { value: 'tool', label: 'tool as contact' },
        ]"
      />
      <div class="row wrap soft">
        <label class="row">plate <NumberField v-model="thickness" /> mm thick</label>
        <label v-if="kind === 'three-faces'" class="row">rim <NumberField v-model="rim" /> mm</label>
        <label v-if="kind === 'three-faces'" class="row">tool radius <NumberField v-model="toolRadius" /> mm</label>
        <label class="row">lies <NumberField v-model="below" /> mm below the tool</label>
      </div>
      <div class="row wrap">
        <ActionButton kind="framed" @click="snapshot?.plate ? practice.act({ type: 'take-plate' }) : lay()">
          {{ snapshot?.plate ? 'Take the plate away' : 'Lay the plate under the tool' }}
        </ActionButton>
        <ActionButton kind="framed" @click="practice.holdPlate()">Hold the plate to the tool</ActionButton>
        <ActionButton :kind="snapshot?.probeSeen && snapshot.plate ? 'main' : 'framed'" @click="touch">
          Touch off
        </ActionButton>
      </div>
      <p class="small" :class="snapshot?.probeSeen ? 'soft' : 'warn'">
        {{
          snapshot?.probeSeen
            ? 'The probe’s circuit has been seen to answer since power-on.'
            : 'Not proven yet: hold the plate to the tool by hand and see its lamp before any tool descends.'
        }}
      </p>
    </section>
  </div>
</template>

<style scoped>
.work {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.data-table {
  border-collapse: collapse;
  width: 100%;
}
th {
  font-weight: 400;
  color: var(--soft);
  font-size: 13px;
  text-align: left;
}
td,
th {
  padding: 3px 4px;
  border-bottom: 1px solid var(--line);
  white-space: nowrap;
}
.num {
  text-align: right;
}
.number-field {
  width: 64px;
}
.row :deep(.quantity-field) {
  width: 84px;
}
.row :deep(.el-button) {
  white-space: nowrap;
}
td.row {
  flex-wrap: nowrap;
}
.speed {
  width: 104px;
}
.wrap {
  flex-wrap: wrap;
}
.small {
  font-size: 13px;
  margin: 0;
}
.warn {
  color: var(--wont);
}
@media (max-width: 720px) {
  .wide {
    display: none;
  }
  td.row {
    gap: 2px;
  }
  .row :deep(.quantity-field) {
    width: 62px;
  }
  td.row :deep(.el-input__wrapper) {
    padding: 0 4px;
  }
  .number-field {
    width: 56px;
  }
  /* A finger types: the steps beside the figure would leave no room for it. */
  .number-field :deep(.el-input-number__increase),
  .number-field :deep(.el-input-number__decrease) {
    display: none;
  }
  .number-field :deep(.el-input__wrapper) {
    padding: 0 6px;
  }
}
</style>
