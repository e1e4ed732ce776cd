import { deriveFigures } from '../../derivation/figures';
import type { Design } from '../../machine/design';
import { simulationInput } from '../../motion/simulation/simulation';
import { drawFaults, hideableFaults } from '../../motion/truth/candidates';
import type { HiddenFault } from '../../motion/truth/hiddenFault';
import type { Derived } from '../../units/derived';
import { gather, mapKnown } from '../../units/derived';
import type { Instance } from '../graph';
import type { Readings, Rework } from '../testKind';
import type { Made } from '../made';
import { Bench } from './bench';

/** What a rehearsal stands on: the machine as it was built, and what is hidden in it. Edits of the file change neither. */
export interface HiddenMachine {
  built: Design;
  /** What is still in it, and what was hidden when it began. */
  faults: readonly HiddenFault[];
  all?: readonly HiddenFault[];
  seed: number;
}

/** A machine with as many hidden faults as wanted, each of another kind; the same for the same seed. */
export function hideFaults(built: Design, count: number, seed: number): HiddenMachine {
  const { design, plan } = deriveFigures(built);
  const faults = drawFaults(hideableFaults(design, plan.inputs), count, seed);
  return { built: design, faults, all: faults, seed };
}

/** Work at the machine: what it fixes is no longer hidden, and a switch that was moved stands elsewhere. */
export function afterRework(hidden: HiddenMachine, { fixes, moved }: Rework): HiddenMachine {
  const left = hidden.faults.filter((f) => !fixes(f));
  if (!moved) return { ...hidden, faults: left };
  const ofSwitch = (f: HiddenFault) => f.kind === 'switch-moved' && f.device === moved.device;
  const before = left.reduce((sum, f) => sum + (f.kind === 'switch-moved' && ofSwitch(f) ? f.by : 0), 0);
  const now: HiddenFault = { kind: 'switch-moved', device: moved.device, by: before + moved.by };
  return { ...hidden, faults: [...left.filter((f) => !ofSwitch(f)), now] };
}

/**
 * A bench with the true machine under the settings of the file as it stands now: `made` is what the control is told,
 * `hidden` what stands in the workshop. Says what the simulation still needs.
 */
export function benchFor(made: Made, hidden: HiddenMachine, turn: number): Derived<Bench> {
  const built = made.design === hidden.built ? made.figures : deriveFigures(hidden.built);
  const { design, figures } = made;
  return mapKnown(
    gather({
      own: simulationInput(hidden.built, built.controller, built.plan, {
        faults: hidden.faults,
        startShare: START_SHARE,
        seed: hidden.seed + turn,
      }),
      told: figures.controller,
    }),
    ({ own, told }) => {
      const inputs = told.inputs.map((i) => figures.plan.inputs[i.id]!);
      return new Bench(
        { design, figures },
        { ...own, settings: structuredClone(told), inputs, outputs: figures.plan.outputs },
        hidden.seed * 7919 + turn,
      );
    },
  );
}
const START_SHARE = 0.45;

/** Takes the readings of one test on the true machine. `turn`: raised for each reading, so that none is like the last. */
export const rehearse = (instance: Instance, made: Made, hidden: HiddenMachine, turn: number): Derived<Readings> =>
  mapKnown(benchFor(made, hidden, turn), (bench) => instance.test.rehearse(bench, instance.subject));
