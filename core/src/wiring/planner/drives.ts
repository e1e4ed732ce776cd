import { coilPath, onSameDriver } from './phases';
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
      // A motor that hangs on the driver of the one before it takes no channel of its own.
      channel: onSameDriver(axis, drive.driver)[0] === index || !drive.driver ? channel++ : channel - 1,
    })),
  );
}

/** The first terminal of a part with a role (and channel); undefined where it has none. */
export const firstWithRole = (part: Part | undefined, role: TerminalRole, channel?: number): string | undefined =>
  part && terminalsWithRole(part, role, channel)[0];

/**
 * The coils of the motors on one driver: from each phase output through one motor after the other and back, with the
 * links between half-coils. Where a motor is reversed by its wiring, the ends of its first phase are exchanged.
 */
function planCoils(
  design: Design,
  d: PlannedDrive,
  chain: readonly number[],
  driverId: string,
  amps: number,
): Proposal[] {
  const axis = design.axes[d.axisId]!;
  const driver = design.parts[driverId]!;
  const proposals: Proposal[] = [];
  for (const phase of ['a', 'b'] as const) {
    const [out, back] = (['plus', 'minus'] as const).map((e) => firstWithRole(driver, `phase-${phase}-${e}`));
    if (!out || !back) continue;
    const motors = chain.flatMap((i) => {
      const id = axis.drives[i]!.motor;
      const path = id && design.parts[id] ? coilPath(design.parts[id], phase) : undefined;
      return id && path ? [{ i, id, path, swapped: phase === 'a' && axis.drives[i]!.invertedInWiring }] : [];
    });
    const shared = (i: number, core: number) => ({
      colour: colours.motorCore,
      section: sectionFor(amps),
      cable: `Motor ${axis.drives.length > 1 ? `${axis.letter} ${axis.drives[i]!.side}` : axis.letter}`,
      core: String(core),
    });
    let from = at(driverId, out);
    motors.forEach(({ i, id, path, swapped }, k) => {
      const role = `drive-${d.axisId}-${i}`;
      const [enter, leave] = swapped ? [path.leave, path.enter] : [path.enter, path.leave];
      const core = phase === 'a' ? 1 : 3;
      const reversed = swapped ? ', its ends exchanged: the motor is reversed here' : '';
      proposals.push({
        ...shared(i, core),
        id: `${role}/phase-${phase}-plus`,
        from,
        to: at(id, enter),
        purpose:
          k === 0
            ? `${d.name}: motor winding ${phase}${reversed}.`
            : `${d.name}: winding ${phase} goes on to the second motor, in series${reversed}.`,
      });
      path.links.forEach(([a, b], n) =>
        proposals.push({
          colour: colours.motorCore,
          section: sectionFor(amps),
          id: `${role}/link-${phase}-${n}`,
          from: at(id, a),
          to: at(id, b),
          purpose: `${d.name}: joins the half-coils of winding ${phase} at the motor.`,
        }),
      );
      from = at(id, leave);
      if (k === motors.length - 1)
        proposals.push({
          ...shared(i, core + 1),
          id: `${role}/phase-${phase}-minus`,
          from: at(driverId, back),
          to: at(id, leave),
          purpose: `${d.name}: winding ${phase} back to the driver.`,
        });
    });
  }
  return proposals;
}

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
  const axis = design.axes[d.axisId]!;
  const chain = onSameDriver(axis, driverId);
  // What hangs behind the first motor is planned with it.
  if (chain[0] !== d.index) return;
  const stepper = motor && coilPath(motor, 'a') ? planCoils(design, d, chain, driverId, amps) : undefined;
  if (stepper) proposals.push(...stepper);
  if (motor && motorId)
    motorRoles.forEach((phase) => {
      if (stepper && phase !== 'protective-earth') return;
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
    const bus = controller.data.class === 'controller' && controller.data.architecture === 'fieldbus-master';
    gaps.push({
      what: bus
        ? `${controller.name} speaks a fieldbus; ${driver.name} of ${d.name} takes step and direction.`
        : `${controller.name} has no channel left for ${d.name}.`,
      field: 'roles.controller',
    });
    return;
  }
  const signals: [name: string, out: string | undefined, into: TerminalRole, back: TerminalRole][] = [
    ['step', step, 'step-plus', 'step-minus'],
    ['direction', firstWithRole(controller, 'direction-out', d.channel), 'direction-plus', 'direction-minus'],
    ['enable', firstWithRole(controller, 'enable-out'), 'enable-plus', 'enable-minus'],
  ];
  // A sinking output pulls its signal to 0 V: then the plus sides are common, and the signal goes to the minus side.
  const sinking = controller.data.class === 'controller' && controller.data.outputType === 'sinking';
  const pole = firstWithRole(controller, sinking ? 'supply-out-plus' : 'supply-out-minus');
  signals.forEach(([name, out, plus, minus], i) => {
    const to = firstWithRole(driver, sinking ? minus : plus);
    const common = firstWithRole(driver, sinking ? plus : minus);
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
    if (pole && common)
      proposals.push({
        ...shared,
        id: `${role}/${name}-return`,
        from: at(controllerId, pole),
        to: at(driverId, common),
        core: String(2 * i + 2),
        purpose: sinking
          ? `${d.name}: feeds the ${name} input from +, since the controller’s output pulls to 0 V (common anode).`
          : `${d.name}: the way back of the ${name} signal, in the same cable (common cathode).`,
      });
  });
}
