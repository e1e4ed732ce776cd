import { compareStopStrategies } from '@nodaxis/core/advice/stopStrategies';
import { switchCounts, type SwitchCount } from '@nodaxis/core/advice/switchCounts';
import { switchOptions, type SwitchOption } from '@nodaxis/core/advice/switchOptions';
import { deriveFigures } from '@nodaxis/core/derivation/figures';
import type { SafetyFunction } from '@nodaxis/core/faults/safetyFunctions';
import type { SweepRow } from '@nodaxis/core/faults/sweep';
import { sweep } from '@nodaxis/core/faults/sweep';
import { singleFaults } from '@nodaxis/core/faults/faults';
import type { Design } from '@nodaxis/core/machine/design';
import { expose } from 'comlink';

export interface SweepResult {
  functions: readonly SafetyFunction[];
  missing: readonly string[];
  rows: readonly SweepRow[];
}

/** Progress is told so often and not oftener: each word to the page costs more than a fault. */
const TELL_EVERY = 40;

const faults = {
  /** Sweeps all single faults of a machine, given as the text of its design; `onProgress` hears how far it is. To stop it, end the worker. */
  sweep(machine: string, onProgress: (done: number, of: number) => void): SweepResult {
    const figures = deriveFigures(JSON.parse(machine) as Design);
    const { design } = figures;
    const all = singleFaults(design);
    const run = sweep(design, figures.network, figures.plan, all);
    const rows: SweepRow[] = [];
    for (;;) {
      const step = run.next();
      if (step.done) {
        const { functions, missing } = step.value;
        return { functions, missing, rows };
      }
      rows.push(step.value);
      if (rows.length % TELL_EVERY === 0) onProgress(rows.length, all.length);
    }
  },
  /** The four options of a stop, each tried on a copy. */
  stopStrategies: (design: Design) => compareStopStrategies(design),
  /** The ways of wiring the limits and references, and how many switches there may be, each tried on a copy. */
  switchOptions: (design: Design): { options: SwitchOption[]; counts: SwitchCount[] } => ({
    options: switchOptions(design),
    counts: switchCounts(design),
  }),
};

export type FaultsWorker = typeof faults;
expose(faults);
