import type { Design } from '../../machine/design';
import { axesOf } from '../../machine/design';
import type { Drive } from '../../machine/mechanics';
import type { Part, TerminalRole } from '../../machine/parts';
import { terminalsWithRole } from '../../machine/parts';
import { figureOr } from '../../units/derived';
import type { PlanGap, Proposal } from './proposal';
import { at } from './proposal';
import { colours, sectionFor, signalSection } from './rules';

/** Roles that a motor and its driver have in common, in the order of the cores of a motor cable. */
const motorRoles: readonly TerminalRole[] = [
  'phase-a-plus',
  'phase-a-minus',
  'phase-b-plus',
  'phase-b-minus',
  'phase-u',
  'phase-v',
  'phase-w',
  'protective-earth',
];

export interface PlannedDrive {
  /** Axis letter, with the side for a pair: `X left`. */
  name: string;
  axisId: string;
  index: number;
  drive: Drive;
  /** The controller's channel: drives in their order, slaves on channels of their own. */
  channel: number;
}

/** All drives of a machine in axis order, each with the controller channel that it takes. */
export function drivesOf(design: Design): PlannedDrive[] {
  let channel = 0;
  return axesOf(design).flatMap(([axisId, axis]) =>
    axis.drives.map((drive, index) => ({
      name: axis.drives.length > 1 ? `${axis.letter} ${drive.side}` : axis.letter,
      axisId,
      index,
      drive,
      channel: channel++,
    })),
  );
}

/** The first terminal of a part with a role (and channel); undefined where it has none. */
export const firstWithRole = (part: Part | undefined, role: TerminalRole, channel?: number): string | undefined =>
  part && terminalsWithRole(part, role, channel)[0];

/** Conductors of one drive: phases to the motor, supply, and the signals from its controller channel. */
export function planDrive(design: Design, d: PlannedDrive, proposals: Proposal[], gaps: PlanGap[]): void {
  const { motor: motorId, driver: driverId } = d.drive;
  const motor = motorId ? design.parts[motorId] : undefined;
  const driver = driverId ? design.parts[driverId] : undefined;
  const role = `drive-${d.axisId}-${d.index}`;
  if (!driver || !driverId) return;
  const amps = figureOr(
    driver.setup.peakCurrent,
    motor?.data.class === 'motor' ? figureOr(motor.data.ratedCurrent, 4) : 4,
  );
  if (motor && motorId)
    motorRoles.forEach((phase) => {
      const from = firstWithRole(driver, phase);
      const to = firstWithRole(motor, phase);
      if (!from || !to) return;
      const earth = phase === 'protective-earth';
      proposals.push({
        id: `${role}/${phase}`,
        from: at(driverId, from),
        to: at(motorId, to),
        colour: earth ? colours.protectiveEarth : colours.motorCore,
        section: sectionFor(amps),
        cable: `Motor ${d.name}`,
        core: earth ? 'GNYE' : String(motorRoles.filter((r) => firstWithRole(motor, r)).indexOf(phase) + 1),
        purpose: earth ? `Earths the motor of ${d.name}.` : `${d.name}: motor winding, ${phase.replace('phase-', '')}.`,
      });
    });
  const bus = design.roles.motorSupply;
  const supply = bus ? design.parts[bus] : undefined;
  if (bus && supply)
    for (const pole of ['plus', 'minus'] as const) {
      const from = firstWithRole(supply, `supply-out-${pole}`);
      const to = firstWithRole(driver, `supply-${pole}`);
      if (from && to)
        proposals.push({
          id: `${role}/supply-${pole}`,
          from: at(bus, from),
          to: at(driverId, to),
          colour: pole === 'plus' ? colours.directCurrentPlus : colours.directCurrentMinus,
          section: sectionFor(amps),
          purpose: `${d.name}: motor supply ${pole === 'plus' ? '+' : '−'}, a lead of its own from the supply (star).`,
        });
    }
  const controllerId = design.roles.controller;
  const controller = controllerId ? design.parts[controllerId] : undefined;
  if (!controllerId || !controller) return;
  const step = firstWithRole(controller, 'step-out', d.channel);
  if (!step) {
    gaps.push({
      what: `${controller.name} has no channel left for ${d.name}.`,
      field: 'roles.controller',
    });
    return;
  }
  const signals: [name: string, out: string | undefined, into: TerminalRole, back: TerminalRole][] = [
    ['step', step, 'step-plus', 'step-minus'],
    ['direction', firstWithRole(controller, 'direction-out', d.channel), 'direction-plus', 'direction-minus'],
    ['enable', firstWithRole(controller, 'enable-out'), 'enable-plus', 'enable-minus'],
  ];
  const ground = firstWithRole(controller, 'supply-out-minus');
  signals.forEach(([name, out, into, back], i) => {
    const to = firstWithRole(driver, into);
    const common = firstWithRole(driver, back);
    const shared = { colour: colours.control, section: signalSection, cable: `Signals ${d.name}` };
    if (out && to)
      proposals.push({
        ...shared,
        id: `${role}/${name}`,
        from: at(controllerId, out),
        to: at(driverId, to),
        core: String(2 * i + 1),
        purpose: `${d.name}: ${name} signal.`,
      });
    if (ground && common)
      proposals.push({
        ...shared,
        id: `${role}/${name}-return`,
        from: at(controllerId, ground),
        to: at(driverId, common),
        core: String(2 * i + 2),
        purpose: `${d.name}: the way back of the ${name} signal, in the same cable.`,
      });
  });
}
