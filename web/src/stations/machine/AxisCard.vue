<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import Fold from '../../ui/Fold.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { sameMotion } from '@nodaxis/core/advice/sameAs';
import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import { cuttingPresets } from '@nodaxis/core/drivetrain/cutting';
import { rimFigures, rimInWords } from '@nodaxis/core/drivetrain/rotaryTable';
import { transmissionFields } from '@nodaxis/core/machine/fields';
import { clampOf } from '@nodaxis/core/machine/axisClamp';
import { isEndless, type TransmissionKind } from '@nodaxis/core/machine/mechanics';
import { baseValue, quantity } from '@nodaxis/core/units/quantity';
import { axisTravelPerRev } from '@nodaxis/core/drivetrain/scale';
import { computed, ref, useId } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import AxisMark from '../../widgets/AxisMark.vue';
import FigureText from '../../widgets/FigureText.vue';
import { useLater } from '../../widgets/gradually';
import MachineField from '../../widgets/MachineField.vue';
import SameAs from '../../widgets/SameAs.vue';

const props = defineProps<{ figures: AxisFigures }>();
/** What is folded away is drawn a moment later. */
const whole = useLater();
const machine = useOpenMachine();
const preferences = usePreferences();
const id = useId();
const fault = ref('');
const axis = computed(() => props.figures.axis);
const rotary = computed(() => axis.value.motion === 'rotary');
const path = computed(() => `axes.${props.figures.id}`);
/** What a step and the backlash of a rotary axis come to at the rim of its work. */
const atRim = computed(() => {
  const scale = props.figures.drives[0]?.scale;
  const rim = rotary.value && scale ? rimFigures(props.figures.id, axis.value, scale, undefined) : undefined;
  return rim?.known ? rimInWords(rim.value, preferences.display) : '';
});
const clamp = computed(() => clampOf(machine.design, props.figures.id));
const kinds: Record<TransmissionKind, string> = {
  screw: 'screw',
  belt: 'belt',
  rack: 'rack and pinion',
  rotary: 'rotary gearing',
};
const offered = computed(() =>
  Object.entries(kinds)
    .filter(([k]) => (k === 'rotary') === rotary.value)
    .map(([value, label]) => ({ value, label })),
);
const motorCounts = [
  { value: 1, label: 'one' },
  { value: 2, label: 'two, one on each side' },
];
const usualCuts = cuttingPresets.map((p) => ({ value: p.key, label: `${p.title}: ${p.forceN} N` }));
/** Figures that every axis needs come first; those that only refine an answer are folded away. */
const first = computed(() => {
  const kind = axis.value.transmission?.kind;
  const needed = ['form', 'pitch', 'starts', 'teeth', 'module', 'wheelTeeth', 'ratio'];
  return kind ? transmissionFields[kind].filter((f) => needed.includes(f)) : [];
});
const more = computed(() => {
  const kind = axis.value.transmission?.kind;
  return kind ? transmissionFields[kind].filter((f) => !first.value.includes(f)) : [];
});
const travelPerRev = computed(() => axisTravelPerRev(props.figures.id, axis.value));

const act = (faults: ReturnType<typeof machine.run>) =>
  (fault.value = faults.map((f) => `${f.what} ${f.fix}`).join(' '));
const setKind = (kind: string) =>
  act(
    machine.run({
      name: 'set-transmission',
      args: { axis: props.figures.id, kind: kind as TransmissionKind },
    }),
  );
const setMotors = (count: number) =>
  act(
    machine.run({
      name: 'set-motor-count',
      args: { axis: props.figures.id, count: count === 2 ? 2 : 1 },
    }),
  );
/** A usual cutting force, with the reasoning in sight. */
const cutReason = computed(() => {
  const q = axis.value.cuttingForce;
  const preset = q?.source === 'estimate' ? cuttingPresets.find((p) => p.forceN === baseValue(q)) : undefined;
  return preset && `${preset.title}: ${preset.why}`;
});
function setCut(key: string) {
  const preset = cuttingPresets.find((p) => p.key === key);
  if (preset)
    act(
      machine.run({
        name: 'set-field',
        args: { path: `${path.value}.cuttingForce`, value: quantity(preset.forceN, 'N', 'estimate') },
      }),
    );
}
const remove = () => act(machine.run({ name: 'remove-axis', args: { axis: props.figures.id } }));
</script>

<template>
  <article class="sheet axis" :aria-label="`Axis ${axis.letter}`">
    <header class="row spread">
      <h2 class="row"><AxisMark :letter="axis.letter" /> axis</h2>
      <span class="soft"
        >one motor turn = <FigureText :value="travelPerRev" :dimension="axis.motion === 'linear' ? 'length' : 'angle'"
      /></span>
      <SameAs :axis="figures.id" what="transmission and motion" :from="sameMotion" @refused="fault = $event" />
    </header>
    <MachineField v-if="rotary" :path="`${path}.turns`" />
    <MachineField v-if="!isEndless(axis)" :path="`${path}.travel`" />
    <div class="pair" :data-field="`${path}.transmission.kind`">
      <label :for="`${id}-kind`">Driven by</label>
      <Choice
        :id="`${id}-kind`"
        :model-value="axis.transmission?.kind ?? ''"
        :disabled="machine.readOnly"
        :options="offered"
        @change="setKind"
      />
    </div>
    <MachineField v-for="f in first" :key="f" :path="`${path}.transmission.${f}`" />
    <div class="pair">
      <label :for="`${id}-motors`">Motors</label>
      <Choice
        :id="`${id}-motors`"
        :model-value="axis.drives.length"
        :disabled="machine.readOnly"
        :options="motorCounts"
        @change="setMotors"
      />
    </div>
    <Fold
      ><template #title><span>Direction, forces and finer figures</span></template>
      <template v-if="whole">
        <MachineField :path="`${path}.plus`" />
        <MachineField :path="`${path}.carries`" />
        <MachineField :path="`${path}.reference.end`" />
        <MachineField :path="`${path}.tilt`" />
        <MachineField v-for="f in more" :key="f" :path="`${path}.transmission.${f}`" />
        <MachineField :path="`${path}.dragTorque`" />
        <template v-if="axis.motion === 'linear'">
          <MachineField :path="`${path}.frictionCoefficient`" />
          <MachineField :path="`${path}.cuttingForce`" />
          <div class="pair">
            <label :for="`${id}-cut`">Usual cut</label>
            <Choice
              :id="`${id}-cut`"
              model-value=""
              :disabled="machine.readOnly"
              none="take one …"
              :options="usualCuts"
              @change="setCut"
            />
          </div>
          <p v-if="cutReason" class="soft reason">{{ cutReason }}</p>
        </template>
        <template v-if="rotary">
          <MachineField :path="`${path}.workDiameter`" />
          <MachineField :path="`${path}.cuttingForce`" />
          <p v-if="atRim" class="soft reason">At the rim of the largest work {{ atRim }}.</p>
        </template>
        <template v-if="clamp">
          <MachineField :path="`${path}.clampFreeTime`" />
          <MachineField :path="`${path}.clampCloseTime`" />
          <MachineField v-if="rotary" :path="`${path}.clampTorque`" />
        </template>
        <template v-if="axis.drives.length > 1">
          <MachineField :path="`${path}.driveSpacing`" />
          <MachineField :path="`${path}.rackingStiffness`" />
        </template>
        <MachineField :path="`${path}.backlash`" />
        <MachineField v-if="axis.backlash" :path="`${path}.compensateBacklash`" />
        <MachineField :path="`${path}.counterbalance`" />
        <ActionButton kind="danger" :disabled="machine.readOnly" @click="remove">
          Remove axis {{ axis.letter }}
        </ActionButton>
      </template>
    </Fold>
    <Caution v-if="fault" kind="refused">{{ fault }}</Caution>
  </article>
</template>

<style scoped>
.axis {
  display: grid;
  gap: 2px;
  align-content: start;
  /* A machine may have sixteen of them: what is out of sight is not painted. */
  content-visibility: auto;
  contain-intrinsic-block-size: auto 340px;
}
.pair {
  display: grid;
  grid-template-columns: minmax(90px, 1fr) 212px 16px;
  align-items: center;
  gap: 6px;
  min-height: 32px;
}
label {
  line-height: 1.2;
}
.reason {
  font-size: 13px;
  margin: 0;
}
</style>
