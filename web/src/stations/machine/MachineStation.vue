<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import Choice from '../../ui/Choice.vue';
import ActionButton from '../../ui/ActionButton.vue';
import type { ControllerFit } from '@nodaxis/core/advice/controllers';
import { controllerFitting, readByFitting } from '@nodaxis/core/advice/controllers';
import type { AxisEnd } from '@nodaxis/core/machine/mechanics';
import { axisLetters } from '@nodaxis/core/machine/mechanics';
import { seenMove } from '@nodaxis/core/machine/directions';
import { noseRoom } from '@nodaxis/core/settings/noseRoom';
import { showValue } from '@nodaxis/core/units/print';
import { kindTitle } from '@nodaxis/core/machine/create';
import { useDebounceFn } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useFocusLink } from '../../widgets/focusLink';
import { useOpenMachine } from '../../document/openMachine';
import { useOwnParts } from '../../document/ownParts';
import { usePreferences } from '../../document/preferences';
import { unhurried } from '../../document/unhurried';
import StandingPlace from '../../widgets/StandingPlace.vue';
import MachineDrawing from '../../widgets/drawing/MachineDrawing.vue';
import MachineField from '../../widgets/MachineField.vue';
import PartChooser from '../../widgets/PartChooser.vue';
import { useGradually, useLater } from '../../widgets/gradually';
import AxisCard from './AxisCard.vue';
import ControllerChoice from './ControllerChoice.vue';
import MassList from './MassList.vue';
import ToolHeads from './ToolHeads.vue';

const machine = useOpenMachine();
const preferences = usePreferences();
const figures = computed(() => machine.figures);
const design = computed(() => machine.design);
const free = computed(() => axisLetters.filter((l) => !design.value.axes[l.toLowerCase()]));
const letter = ref('');
const corner = (ends: Record<string, AxisEnd>) => machine.run({ name: 'set-datum-corner', args: { ends } });

function addAxis() {
  const l = axisLetters.find((x) => x === letter.value);
  if (l) machine.run({ name: 'add-axis', args: { letter: l } });
  letter.value = '';
}
const own = useOwnParts();
const comparing = ref(false);
/** Sorts the list of controllers: a plan of the wiring for each, so it waits until the hand rests, and is done in turns. */
const fits = shallowRef<ControllerFit[]>();
const reads = computed(() => [...readByFitting(design.value, figures.value), own.parts]);
const rank = useDebounceFn(async () => {
  // The machine may be closed by the time that the hand has rested.
  if (machine.state !== 'open') return;
  const of = reads.value;
  const ranked = await unhurried(controllerFitting(design.value, figures.value, own.of('controller')));
  if (machine.state === 'open' && same(of, reads.value)) fits.value = ranked;
}, 250);
const same = (a: readonly unknown[], b: readonly unknown[]) => a.every((x, i) => x === b[i]);
watch(reads, (now, before) => (before && same(now, before) ? undefined : rank()), { immediate: true });
/** The first axis stands at once; the others, and what lies below them, follow. */
const axes = useGradually(() => figures.value.axes, 1);
const below = useLater();
/** What to enter next, in the order of the work: a machine that is begun leads on by itself. */
const next = computed(() => machine.findings.filter((f) => f.code === 'missing-figure').slice(0, 4));
const { go } = useFocusLink();

/** The room under the spindle nose, where it was measured. */
const nose = computed(() => {
  const room = noseRoom(design.value, figures.value.axes, figures.value.controller);
  return room.known ? room.value : undefined;
});
const noseText = computed(() => {
  if (!nose.value) return '';
  const mm = (v: number) => showValue(v, 'length', preferences.display, 4);
  const by = nose.value.axes.map((a) => `${a.letter} closes ${mm(a.wayMm)}`).join(', ');
  return nose.value.leastMm < 0
    ? `${by}: ${mm(-nose.value.leastMm)} more than there is.`
    : `${by}: ${mm(nose.value.leastMm)} are left for work and tool at the nearest.`;
});
/** What is seen to move for plus, from where the reader stands. */
const signs = computed(() =>
  figures.value.axes.map(({ axis }) => ({
    letter: axis.letter,
    text: `plus: ${seenMove(design.value, axis, 'plus', preferences.display.stand).text}`,
  })),
);
</script>

<template>
  <div class="station-grid">
    <section class="sheet picture" aria-label="Drawing">
      <div class="row spread">
        <h2>{{ kindTitle(design.kind) }}</h2>
        <span class="soft">Click a corner of the travel to put the datum there</span>
      </div>
      <MachineDrawing :figures="figures" pick-corner @corner="corner" />
      <p v-if="next.length" class="next">
        <strong>Enter next:</strong>
        <ActionButton v-for="f in next" :key="f.id" kind="framed" @click="go(f.station, f.field)">
          {{ f.title.replace(' is not known', '') }}
        </ActionButton>
      </p>
      <StandingPlace />
      <ul class="signs">
        <li v-for="s in signs" :key="s.letter">
          <strong>{{ s.letter }}</strong> {{ s.text }}
        </li>
      </ul>
    </section>
    <section class="sheet stack heart" aria-label="Controller and supplies">
      <h2>Controller and supplies</h2>
      <PartChooser
        label="Controller"
        :slot-of="{ role: 'controller' }"
        :classes="['controller']"
        v-bind="fits ? { fits } : {}"
      />
      <ActionButton kind="framed" class="compare" @click="comparing = true">
        Compare controllers for this machine
      </ActionButton>
      <ControllerChoice v-model="comparing" />
      <PartChooser label="Motor supply" :slot-of="{ rail: 'drives', item: 'supply' }" :classes="['supply']" />
      <PartChooser label="Logic supply" :slot-of="{ rail: 'logic', item: 'supply' }" :classes="['supply']" />
      <PartChooser label="Field supply" :slot-of="{ rail: 'field', item: 'supply' }" :classes="['supply']" />
      <Caution>
        Supplies hang on the mains. Protection, earthing and the mains side follow your local code and are work for a
        licensed person; supplies keep a charge after they are switched off.
      </Caution>
      <MachineField path="name" />
      <MachineField v-if="design.kind === 'lathe'" path="latheX" />
      <template v-else>
        <MachineField path="noseToTable" />
        <p v-if="nose" :class="{ bad: nose.leastMm < 0 }">{{ noseText }}</p>
      </template>
      <MachineField path="notes" />
    </section>
    <section class="axes" aria-label="Axes">
      <AxisCard v-for="a in axes" :key="a.id" :figures="a" />
    </section>
    <section v-if="below" class="sheet" aria-label="Moving masses"><MassList /></section>
    <section v-if="below" class="sheet" aria-label="Heads that are exchanged"><ToolHeads /></section>
    <section v-if="below" class="sheet" aria-label="Add an axis">
      <h2>Another axis</h2>
      <form class="row" @submit.prevent="addAxis">
        <Choice
          v-model="letter"
          label="Letter of the new axis"
          none="Letter …"
          :options="free.map((l) => ({ value: l, label: 'ABC'.includes(l) ? `${l} (rotary)` : l }))"
        />
        <ActionButton kind="framed" native-type="submit" :disabled="!letter || machine.readOnly"
          >Add the axis</ActionButton
        >
      </form>
      <p class="soft">A, B and C turn about X, Y and Z; U, V and W lie beside them (ISO 841).</p>
    </section>
  </div>
</template>

<style scoped>
.station-grid {
  display: grid;
  grid-template-columns: minmax(0, 1.9fr) minmax(320px, 1fr);
  gap: 12px;
}
.axes {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(330px, 1fr));
  gap: 12px;
}
.signs {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  font-size: 13px;
}
.bad {
  color: var(--wont);
}
.compare {
  justify-self: start;
}
.next {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  margin: 6px 0;
}
@media (max-width: 1000px) {
  .station-grid {
    grid-template-columns: minmax(0, 1fr);
  }
  .axes {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
