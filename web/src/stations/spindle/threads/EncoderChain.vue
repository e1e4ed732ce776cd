<script setup lang="ts">
import { listedFigure } from '@nodaxis/core/machine/library/listed';
import { spindleEncoderOf } from '@nodaxis/core/machine/spindleEncoder';
import {
  degreesAnEdge,
  dividerFor,
  edgesPerS,
  holdsToRpm,
  indexPlaces,
  indexRepeats,
} from '@nodaxis/core/spindle/encoderChain';
import { topStage, type Rotating } from '@nodaxis/core/spindle/rotating';
import { figureOr, positive } from '@nodaxis/core/units/derived';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import MachineField from '../../../widgets/MachineField.vue';
import PartChooser from '../../../widgets/PartChooser.vue';

/** Spindle, belt, encoder, divider and counter in a row, each with the edges a second at the highest speed. */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const chain = computed(() => {
  const { design } = machine.figures;
  const found = spindleEncoderOf(design);
  if (!found) return undefined;
  const { controller } = design.roles;
  const board = controller ? design.parts[controller] : undefined;
  const counts = board ? positive(listedFigure(board, 'encoderRate'), '') : undefined;
  const topRpm = figureOr(r.motor.data.maxSpeed, 0) * topStage(r);
  const { lines } = found.part.data;
  const { linesSeen, ratio } = found;
  const rate = edgesPerS(linesSeen, ratio, topRpm);
  const holds = counts?.known ? holdsToRpm(linesSeen, ratio, counts.value) : undefined;
  return {
    found,
    board,
    topRpm,
    lines,
    ratio,
    linesSeen,
    all: edgesPerS(lines, ratio, topRpm),
    rate,
    counts: counts?.known ? counts.value : undefined,
    holds,
    share: counts?.known ? rate / counts.value : 0,
    divider: counts?.known ? dividerFor(lines, ratio, topRpm, counts.value) : undefined,
    degrees: degreesAnEdge(linesSeen, ratio),
    places: indexPlaces(ratio),
    repeats: indexRepeats(ratio),
  };
});
const rpm = (v: number) => showValue(Math.floor(v), 'rotation', preferences.display, 4);
const hz = (v: number) => showValue(v, 'frequency', preferences.display, 4);
</script>

<template>
  <section class="sheet stack" aria-label="Encoder chain">
    <h2>From the spindle to the counter</h2>
    <template v-if="!chain">
      <p>
        Without an encoder on the spindle no thread can be cut, and its true speed is not known to the control. Choose
        one, and its rate, its resolution and its index are worked out here.
      </p>
      <PartChooser :slot-of="{ role: 'spindleEncoder' }" :classes="['encoder']" label="Spindle encoder" />
    </template>
    <template v-else>
      <ol class="chain">
        <li>
          <strong>Spindle</strong><span>at most {{ rpm(chain.topRpm) }}</span>
        </li>
        <li>
          <strong>{{ chain.found.part.designation }} {{ chain.found.part.name }}</strong>
          <span>{{ chain.lines }} lines, {{ printNumber(chain.ratio, 4) }} : 1</span
          ><span class="mono">{{ hz(chain.all) }}</span>
        </li>
        <li v-if="chain.found.divider">
          <strong>{{ chain.found.divider.part.designation }} {{ chain.found.divider.part.name }}</strong>
          <span>{{ printNumber(chain.linesSeen, 5) }} lines are left</span
          ><span class="mono">{{ hz(chain.rate) }}</span>
        </li>
        <li :class="{ over: chain.share > 1 }">
          <strong>{{ chain.board?.designation ?? 'Control' }} {{ chain.board?.name ?? '' }}</strong>
          <span v-if="chain.counts">counts {{ hz(chain.counts) }}</span>
          <span v-else>its counter is not on its sheet</span>
          <span v-if="chain.counts" class="bar" aria-hidden="true"
            ><i :style="{ width: `${Math.min(100, 100 * chain.share)}%` }"
          /></span>
        </li>
      </ol>
      <p>
        One edge is <b>{{ printNumber(chain.degrees, 3) }}°</b> of the spindle.
        <template v-if="chain.holds !== undefined"
          >The counter follows to <b>{{ rpm(chain.holds) }}</b><strong v-if="chain.share > 1" class="bad"
            >, not to the highest speed<template v-if="chain.divider"
              >: a divider of {{ chain.divider }} would do</template
            ></strong
          >.
        </template>
        <template v-if="chain.places === 1"
          >Its index is at one place of the spindle’s turn<template v-if="chain.repeats > 1"
            >, every {{ chain.repeats }} turns: each pass waits for up to {{ chain.repeats }} turns</template
          >.</template
        >
        <strong v-else class="bad"
          >Its index comes at {{ chain.places }} places of the spindle’s turn: no pass of a thread meets the one before.
          Take pulleys of the same size, or one on the encoder that is 2, 3 … times as large.</strong
        >
      </p>
      <MachineField :path="`parts.${chain.found.id}.setup.encoderRatio`" />
    </template>
  </section>
</template>

<style scoped>
.chain {
  display: flex;
  gap: 26px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  flex: 1 1 0;
  min-width: 0;
  display: grid;
  gap: 1px;
  align-content: start;
  padding: 7px 10px;
  border: 1.5px solid var(--line-strong);
  position: relative;
}
li + li::before {
  content: '';
  position: absolute;
  left: -27.5px;
  top: 50%;
  width: 26px;
  border-top: 2px solid var(--line-strong);
}
.over {
  border-color: var(--wont);
}
.bar {
  height: 8px;
  border: 1px solid var(--soft);
  margin-top: 4px;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--accent);
}
.over .bar i {
  background: var(--wont);
}
.bad {
  color: var(--wont);
}
@media (max-width: 720px) {
  .chain {
    flex-direction: column;
    gap: 10px;
  }
  li + li::before {
    display: none;
  }
}
</style>
