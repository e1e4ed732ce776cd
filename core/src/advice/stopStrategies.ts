import { cuttingButtons } from '../distribution/feeds';
import { carriedBy } from '../power/carried';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import type { StopCourse } from '../faults/stopCourse';
import { towardsStop } from '../findings/chooseStop';
import { partsSupply, stopStrategies, type Design, type StopStrategy } from '../machine/design';
import { newMachineFile } from '../machine/file';

/** What each of them cuts, as it is called where one is chosen. */
export const stopStrategyNames: Record<StopStrategy, string> = {
  'request-only': 'It asks the controller, and cuts nothing',
  'board-reset': 'It holds the control in reset, and cuts nothing',
  'supply-contact': 'Motor power, by a contact of the button itself',
  'supply-contact-and-reset': 'Motor power, by a contact of the button, and the control by its reset',
  'motor-power': 'Motor power, by a contactor',
  'main-switch': 'Everything behind the main switch',
  'torque-off': 'The torque of the drives',
};

export interface StopStrategyOutcome {
  strategy: StopStrategy;
  chosen: boolean;
  /** What this machine would have to get for it. */
  needs: readonly string[];
  /** Why it cannot be had on this machine; empty where it can. */
  missing: readonly string[];
  /** Conductors of the stop chain and of the inputs that tell of it. */
  conductors: number;
  /** What happens after the press; undefined without a stop button. */
  course: StopCourse | undefined;
  /** Current that the contact of the button itself breaks, and what it is rated for, A; undefined where it breaks none of it. */
  breaks: { amps: number; rated: number | undefined } | undefined;
  /** The edits that lead to it, in order. */
  commands: Command[];
}

/**
 * The strategies of what a stop button cuts, each tried on a copy of this very machine: its parts are added, its wiring
 * planned from nothing, and the course of a stop evaluated over those nets.
 */
export function compareStopStrategies(design: Design): StopStrategyOutcome[] {
  return stopStrategies.map((strategy): StopStrategyOutcome => {
    const { commands, needs, missing } = towardsStop(design, strategy);
    const outcome = { strategy, chosen: design.stopStrategy === strategy, needs, missing, commands };
    // Planned from nothing: what is made already belongs to the strategy of today.
    let file = newMachineFile({ ...design, conductors: {} }, 'trial', '2026-01-01T00:00:00.000Z');
    for (const command of [...commands, { name: 'plan-wiring', args: {} } satisfies Command]) {
      const done = applyCommand(file, command, '2026-01-01T00:00:00.000Z');
      if (!done.ok)
        return {
          ...outcome,
          missing: [...missing, ...done.error.map((f) => f.what)],
          conductors: 0,
          breaks: undefined,
          course: undefined,
        };
      file = done.value.file;
    }
    const figures = deriveFigures(file.design);
    return {
      ...outcome,
      conductors: Object.keys(file.design.conductors).filter((id) => /^(stop-chain|circuit-stop)/.test(id)).length,
      breaks:
        partsSupply(strategy) && !missing.length
          ? cuttingButtons(file.design).flatMap((id) => carriedBy(figures, id) ?? [])[0]
          : undefined,
      course: missing.length ? undefined : figures.stop.course,
    };
  });
}
