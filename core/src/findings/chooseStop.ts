import type { Command } from '../commands/command';
import { cuttingButtons, resettingContacts } from '../distribution/feeds';
import { partsSupply, resetsControl, type Design, type StopStrategy } from '../machine/design';
import { libraryEntry } from '../machine/library/index';
import { usual } from '../machine/library/usual';
import { terminalsWithRole } from '../machine/parts';
import { drivesOf } from '../wiring/planner/plannedDrives';

/** The edits that give a machine this strategy, with what they add in words. */
export function towardsStop(
  design: Design,
  strategy: StopStrategy,
): { commands: Command[]; needs: string[]; missing: string[] } {
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
  if (resetsControl(strategy)) {
    const { controller } = design.roles;
    if (!controller || !terminalsWithRole(design.parts[controller]!, 'reset-in').length)
      missing.push('Its control has no terminal for a reset.');
    else if (
      buttons[0] &&
      (!resettingContacts(design).length || (partsSupply(strategy) && !cuttingButtons(design).length))
    ) {
      const library = partsSupply(strategy) ? usual.stopButtonThreeContacts : usual.stopButtonClosing;
      take(
        { name: 'exchange-device', args: { part: buttons[0], library } },
        `a button with a closing contact beside the opening ${partsSupply(strategy) ? 'ones' : 'one'} (${nameOf(library)})`,
      );
    }
  } else if (strategy !== 'request-only') {
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
  if (partsSupply(strategy) && !design.rails.drives?.supply)
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
  if (partsSupply(strategy) && !design.stopPole)
    commands.push({ name: 'set-field', args: { path: 'stopPole', value: 'plus' } });
  return { commands, needs, missing };
}
