<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import Fold from '../../ui/Fold.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { sameDrives } from '@nodaxis/core/advice/sameAs';
import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import { showValue } from '@nodaxis/core/units/print';
import { trapezoid } from '@nodaxis/core/motion/profile/trapezoid';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import AxisMark from '../../widgets/AxisMark.vue';
import MachineField from '../../widgets/MachineField.vue';
import SameAs from '../../widgets/SameAs.vue';
import StepsField from './StepsField.vue';
import PartChooser from '../../widgets/PartChooser.vue';

const props = defineProps<{ figures: AxisFigures }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const axis = computed(() => props.figures.axis);
const path = computed(() => `axes.${props.figures.id}`);
const linear = computed(() => axis.value.motion === 'linear');

const fault = ref('');
/** Whether an axis has a motor or a driver to take. */
const hasDrives = (id: string) => machine.design.axes[id]!.drives.some((d) => d.motor || d.driver);
const leadsOf = (id: string | undefined) => {
  const data = id ? machine.design.parts[id]?.data : undefined;
  return data?.class === 'motor' ? data.leads : 0;
};
/** What the wanted speed and acceleration mean over the whole envelope. */
const story = computed(() => {
  const { ruler, stopping } = props.figures;
  const setting = (name: string) => {
    const s = machine.figures.settings.find((x) => x.key === `axis/${props.figures.id}/${name}`);
    return s?.value.known && typeof s.value.value === 'number' ? s.value.value : undefined;
  };
  const [v, a] = [setting('max-speed'), setting('acceleration')];
  if (!v || !a) return undefined;
  const length = (n: number) => showValue(n, linear.value ? 'length' : 'angle', preferences.display, 4);
  const whole = ruler.known && ruler.value.usable > 0 ? trapezoid(ruler.value.usable, v, a) : undefined;
  return [
    `Full speed after ${showValue(v / a, 'time', preferences.display, 3)} and ${length((v * v) / (2 * a))}`,
    stopping.known ? `stops from a tripped limit within ${length(stopping.value.distance)}` : undefined,
    whole ? `end to end in ${showValue(whole.totalS, 'time', preferences.display, 3)}` : undefined,
  ].filter(Boolean);
});
</script>

<template>
  <article class="sheet card" :aria-label="`Drive of ${axis.letter}`">
    <div class="row spread">
      <h2 class="row"><AxisMark :letter="axis.letter" /> drive</h2>
      <SameAs
        :axis="figures.id"
        what="motors and drivers"
        :from="sameDrives"
        :has="hasDrives"
        @refused="fault = $event"
      />
    </div>
    <Caution v-if="fault" kind="refused">{{ fault }}</Caution>
    <MachineField :path="`${path}.maxSpeed`" />
    <MachineField :path="`${path}.acceleration`" />
    <MachineField :path="`${path}.torqueFactor`" no-source />
    <p v-if="story" class="soft story">{{ story.join('; ') }}.</p>
    <section v-for="(d, i) in axis.drives" :key="i" class="drive" :aria-label="`Motor ${i + 1} of ${axis.letter}`">
      <h3 v-if="axis.drives.length > 1" class="row">
        <AxisMark :letter="axis.letter" :hollow="i > 0" /> {{ d.side }}{{ i > 0 ? ', slave' : ', master' }}
      </h3>
      <PartChooser label="Motor" :slot-of="{ axis: figures.id, drive: i, item: 'motor' }" :classes="['motor']" />
      <MachineField v-if="leadsOf(d.motor) > 4" :path="`parts.${d.motor}.data.winding`" />
      <PartChooser
        label="Driver"
        :slot-of="{ axis: figures.id, drive: i, item: 'driver' }"
        :classes="['stepper-driver', 'servo-drive']"
      />
      <ActionButton
        v-if="i === 1 && axis.drives[0]?.driver && d.driver !== axis.drives[0]?.driver"
        :disabled="machine.readOnly"
        data-hint="Both motors in series on one driver: half the voltage each"
        @click="machine.run({ name: 'share-driver', args: { axis: figures.id } })"
      >
        In series on the first driver
      </ActionButton>
      <template v-if="d.driver && !(i === 1 && d.driver === axis.drives[0]?.driver)">
        <StepsField :driver-id="d.driver" />
        <MachineField :path="`parts.${d.driver}.setup.peakCurrent`" />
        <Fold
          ><template #title><span>Direction and command</span></template>
          <MachineField :path="`${path}.drives.${i}.turnsForPlus`" />
          <MachineField :path="`${path}.drives.${i}.invertedInWiring`" />
          <MachineField :path="`${path}.drives.${i}.invertedInDrive`" />
          <MachineField :path="`parts.${d.driver}.setup.commandFormat`" />
          <MachineField :path="`parts.${d.driver}.setup.idleCurrent`" />
        </Fold>
      </template>
    </section>
  </article>
</template>

<style scoped>
.card {
  display: grid;
  gap: 2px;
  align-content: start;
}
.drive {
  border-top: 1px solid var(--line);
  margin-top: 6px;
  padding-top: 4px;
}
.story {
  font-size: 13px;
}
</style>
