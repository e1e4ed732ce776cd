<script setup lang="ts">
import { outlineOf, type Branch } from '@nodaxis/core/distribution/outline';
import { branchFigures } from '@nodaxis/core/power/branches';
import { dutyOf, powerStates, powerStateTitle, type Duty, type PowerState } from '@nodaxis/core/power/states';
import { quantity } from '@nodaxis/core/units/quantity';
import { computed, ref, shallowRef } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import PickOne from '../../../ui/PickOne.vue';
import BranchBox from './BranchBox.vue';
import BranchSum from './BranchSum.vue';
import DutySliders from './DutySliders.vue';
import { pictureOf } from './treeLayout';

/** From where the mains comes in down to each load: what each part carries in a state, of how much. */
const machine = useOpenMachine();
const state = ref<PowerState>('cutting');
const tried = shallowRef<Duty>();
const states = powerStates.map((value) => ({ value, label: powerStateTitle[value] }));
/** The machine, with the duty that is being tried. */
const read = computed(() => {
  const { design, axes } = machine.figures;
  if (!tried.value) return machine.figures;
  const share = (n: number) => quantity(n, '1', 'estimate');
  const duty = { motion: share(tried.value.motion), spindle: share(tried.value.spindle) };
  // Axes of its own: what was worked out for the machine as it is stays with it.
  return { design: { ...design, duty }, axes: [...axes] };
});
const keyOf = (b: Branch) => `${b.part}/${b.port ?? ''}`;
const picture = computed(() => {
  const of = branchFigures(read.value, state.value);
  return pictureOf(outlineOf(machine.figures.design).roots, of, keyOf);
});
const picked = ref('');
const shown = computed(() => {
  const { boxes } = picture.value;
  /** What is fullest is looked at first. */
  const fullest = [...boxes].sort((a, b) => share(b) - share(a))[0];
  return boxes.find((b) => b.key === picked.value) ?? fullest;
});
const share = ({ figures }: { figures: { amps: number; ratedA: number | undefined } | undefined }) =>
  figures?.ratedA ? figures.amps / figures.ratedA : 0;
const size = computed(() => ({ width: `${picture.value.width}px`, height: `${picture.value.height}px` }));
const used = computed(() => dutyOf(read.value.design));
</script>

<template>
  <p v-if="!picture.boxes.length" class="sheet">
    Nothing is fed yet. Choose a mains inlet, a supply and drives, and they appear here from where the mains comes in
    down to each load, with what they carry.
  </p>
  <div v-else class="view">
    <section class="sheet stack" aria-label="Power tree">
      <PickOne v-model="state" :options="states" label="What the machine does" />
      <DutySliders v-if="state === 'in-use'" v-model="tried" />
      <div class="scroll" tabindex="0" role="group" aria-label="From the mains to each load">
        <div class="picture" :style="size">
          <svg :width="picture.width" :height="picture.height" aria-hidden="true">
            <path v-for="l in picture.links" :key="l.key" :d="l.path" />
          </svg>
          <BranchBox
            v-for="b in picture.boxes"
            :key="b.key"
            :box="b"
            :parts="machine.figures.design.parts"
            :picked="b.key === shown?.key"
            :state="powerStateTitle[state].toLowerCase()"
            @click="picked = b.key"
          />
        </div>
      </div>
      <p class="soft small">
        A bar is what a part carries, its thick end what it is rated for, the thin line what it should carry for long;
        the short mark is its peak over all states.<template v-if="state === 'in-use'">
          In use: the axes move {{ Math.round(100 * used.motion) }} % of the time.</template
        ><template v-if="state === 'spindle-start'">
          A spindle that starts counts one and a half times, unless its drive limits it.</template
        >
      </p>
    </section>
    <BranchSum v-if="shown" :box="shown" />
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 10px;
  align-items: start;
}
.scroll {
  overflow: auto;
  padding: 2px;
}
.picture {
  position: relative;
}
svg {
  position: absolute;
  inset: 0;
}
path {
  fill: none;
  stroke: var(--line-strong);
  stroke-width: 1.5;
}
.small {
  font-size: 13px;
  margin: 0;
}
@media (max-width: 1000px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
