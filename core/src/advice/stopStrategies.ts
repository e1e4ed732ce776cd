import { cuttingButtons } from '../distribution/feeds';
import { carriedBy } from '../power/carried';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import type { StopCourse } from '../faults/stopCourse';
import type { Design } from '../machine/design';
import { newMachineFile } from '../machine/file';
import { libraryEntry } from '../machine/library/index';
import { terminalsWithRole } from '../machine/parts';
import { drivesOf } from '../wiring/planner/plannedDrives';
import { usual } from '../machine/library/usual';

export type StopStrategy = NonNullable<Design['stopStrategy']>;
export const stopStrategies = [
  'request-only',
  'supply-contact',
  'motor-power',
  'main-switch',
  'torque-off',
] as const satisfies StopStrategy[];

/** What each of them cuts, as it is called where one is chosen. */
export const stopStrategyNames: Record<StopStrategy, string> = {
  'request-only': 'It asks the controller, and cuts nothing',
  'supply-contact': 'Motor power, by a contact of the button itself',
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

/** The edits that give a machine this strategy, with what they add in words. */
function towards(design: Design, strategy: StopStrategy): { commands: Command[]; needs: string[]; missing: string[] } {
  const commands: Command[] = [];
  const needs: string[] = [];
  const missing: string[] = [];
  const take = (command: Command, what: string) => {
    commands.push(command);
    needs.push(what);
  };
  const nameOf = (key: string) => libraryEntry(key)?.name ?? key;
  const stops = Object.values(design.circuits).filter((c) => c.function === 'stop');
  const buttons = stops.flatMap((c) => c.devices);
  if (!buttons.length) missing.push('The machine has no stop button yet: add one under Inputs.');
  if (strategy !== 'request-only') {
    const cuts = buttons.some(
      (b) =>
        terminalsWithRole(design.parts[b]!, 'contact-nc', 1).length > 0 ||
        stops.some((c) => c.cutsOnly && c.devices.includes(b)),
    );
    if (buttons[0] && !cuts)
      take(
        { name: 'exchange-device', args: { part: buttons[0], library: usual.stopButtonTwoContacts } },
        `a button with a second contact (${nameOf(usual.stopButtonTwoContacts)})`,
      );
    if (strategy !== 'supply-contact' && !design.rails.field?.supply)
      take(
        { name: 'choose-part', args: { slot: { rail: 'field', item: 'supply' }, library: usual.fieldSupply } },
        `a field supply (${nameOf(usual.fieldSupply)})`,
      );
  }
  if (strategy === 'supply-contact' && !design.rails.drives?.supply)
    missing.push('No supply feeds the drives of this machine: there is nothing for the button to cut.');
  if (strategy === 'torque-off') {
    const able = drivesOf(design).filter(
      (d) => d.drive.driver && terminalsWithRole(design.parts[d.drive.driver]!, 'torque-off-plus').length,
    );
    if (able.length < design.axisOrder.length)
      missing.push('Not all of its drives have an input that takes their torque off.');
  }
  if (strategy === 'motor-power' || strategy === 'main-switch') {
    const data = design.roles.stopContactor ? design.parts[design.roles.stopContactor]?.data : undefined;
    const direct = data && 'forDirectCurrent' in data && data.forDirectCurrent === true;
    const wanted = strategy === 'motor-power' ? usual.contactorDirectCurrent : usual.contactor;
    if (!data || (strategy === 'motor-power' && !direct))
      take(
        { name: 'choose-part', args: { slot: { role: 'stopContactor' }, library: wanted } },
        `a contactor (${nameOf(wanted)})`,
      );
    if (!design.roles.resetButton)
      take(
        { name: 'choose-part', args: { slot: { role: 'resetButton' }, library: usual.pushButton } },
        `a start button (${nameOf(usual.pushButton)})`,
      );
    if (strategy === 'main-switch' && !design.rails.mains?.inlet)
      missing.push('The mains of this machine is not planned.');
  }
  commands.push({ name: 'set-field', args: { path: 'stopStrategy', value: strategy } });
  return { commands, needs, missing };
}

/**
 * The strategies of what a stop button cuts, each tried on a copy of this very machine: its parts are added, its wiring
 * planned from nothing, and the course of a stop evaluated over those nets.
 */
export function compareStopStrategies(design: Design): StopStrategyOutcome[] {
  return stopStrategies.map((strategy): StopStrategyOutcome => {
    const { commands, needs, missing } = towards(design, strategy);
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
        strategy === 'supply-contact' && !missing.length
          ? cuttingButtons(file.design).flatMap((id) => carriedBy(figures, id) ?? [])[0]
          : undefined,
      course: missing.length ? undefined : figures.stop.course,
    };
  });
}
