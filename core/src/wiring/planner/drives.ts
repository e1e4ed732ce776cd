import { coilTerminal, seatOf } from '../../distribution/seats';
import type { TerminalRef } from '../../machine/ids';
import { isPlugIn, speaksBus, type TerminalRole } from '../../machine/parts';
import { driverA } from './driveAmps';
import { planEncoder } from './encoders';
import { drivesOf, type PlannedDrive } from './plannedDrives';
import { coilPath, onSameDriver } from './phases';
import type { CableInHand, Planning } from './planning';
import { poleFrom, protectionA, voltsAt } from './poles';
import { at } from './proposal';
import { MOST_DROP } from './rules';
import { usual } from '../../machine/library/usual';

/**
 * The coils of the motors on one driver: from each phase output through one motor after the other and back, with the
 * links between half-coils. Where a motor is reversed by its wiring, the ends of its first phase are exchanged.
 */
function planCoils(
  p: Planning,
  d: PlannedDrive,
  chain: readonly number[],
  driverId: string,
  cableOf: (i: number) => CableInHand,
  amps: number,
): void {
  const axis = p.design.axes[d.axisId]!;
  for (const phase of ['a', 'b'] as const) {
    const [out, back] = (['plus', 'minus'] as const).map((e) =>
      coilTerminal(p.design, driverId, `phase-${phase}-${e}`),
    );
    if (!out || !back) continue;
    const motors = chain.flatMap((i) => {
      const id = axis.drives[i]!.motor;
      const path = id && p.design.parts[id] ? coilPath(p.design.parts[id], phase) : undefined;
      return id && path ? [{ i, id, path, swapped: phase === 'a' && axis.drives[i]!.invertedInWiring }] : [];
    });
    let from = out;
    motors.forEach(({ i, id, path, swapped }, k) => {
      const role = `drive-${d.axisId}-${i}`;
      const [enter, leave] = swapped ? [path.leave, path.enter] : [path.enter, path.leave];
      const reversed = swapped ? ', its ends exchanged: the motor is reversed here' : '';
      p.addIn(cableOf(i), {
        id: `${role}/phase-${phase}-plus`,
        from,
        to: at(id, enter),
        purpose:
          k === 0
            ? `${d.name}: motor winding ${phase.toUpperCase()}${reversed}.`
            : `${d.name}: winding ${phase.toUpperCase()} goes on to the second motor, in series${reversed}.`,
      });
      path.links.forEach(([a, b], n) =>
        p.add({
          colour: p.colour('power-minus'),
          section: p.section({ amps }, 'power'),
          id: `${role}/link-${phase}-${n}`,
          from: at(id, a),
          to: at(id, b),
          purpose: `${d.name}: joins the half-coils of winding ${phase.toUpperCase()} at the motor.`,
        }),
      );
      from = at(id, leave);
      if (k === motors.length - 1)
        p.addIn(cableOf(i), {
          id: `${role}/phase-${phase}-minus`,
          from: back,
          to: at(id, leave),
          purpose: `${d.name}: winding ${phase.toUpperCase()} back to the ${back.part === driverId ? 'driver' : 'board'}.`,
        });
    });
  }
}

/** Motor cables, thinnest first: four phases and earth for steppers, three and earth for servos. */
const motorCables = {
  stepper: usual.stepperCables,
  servo: usual.threePhaseCables,
};

/** Phases and earth of the motors on one driver, each in a shielded cable of its own that lands at both ends. */
function planMotor(p: Planning, d: PlannedDrive, chain: readonly number[], driverId: string, amps: number): void {
  const axis = p.design.axes[d.axisId]!;
  const bus = voltsAt(p, { part: driverId, port: 'supply' });
  const cables = new Map<number, CableInHand>();
  const cableOf = (i: number): CableInHand => {
    const known = cables.get(i);
    if (known) return known;
    const motor = p.design.parts[axis.drives[i]!.motor ?? ''];
    const id = `cable-drive-${d.axisId}-${i}-motor`;
    const kind = motor && coilPath(motor, 'a') ? 'stepper' : 'servo';
    const duty = {
      amps,
      lengthM: p.lengthM(id, 'machine'),
      ...(bus === undefined ? {} : { mostDropV: MOST_DROP * bus }),
    };
    const side = axis.drives.length > 1 ? `${axis.letter} ${axis.drives[i]!.side}` : axis.letter;
    const cable = p.cable(id, `Motor ${side}`, p.cableFor(duty, motorCables[kind]), 'machine');
    cables.set(i, cable);
    return cable;
  };
  const first = p.design.parts[d.drive.motor ?? ''];
  if (first && coilPath(first, 'a')) planCoils(p, d, chain, driverId, cableOf, amps);
  else if (first)
    for (const role of ['phase-u', 'phase-v', 'phase-w'] as const)
      p.addIn(cableOf(d.index), {
        id: `drive-${d.axisId}-${d.index}/${role}`,
        from: coilTerminal(p.design, driverId, role),
        to: p.terminal(d.drive.motor!, role),
        purpose: `${d.name}: motor winding ${role.replace('phase-', '').toUpperCase()}.`,
      });
  for (const i of chain) {
    const motorId = axis.drives[i]!.motor;
    if (!motorId || !p.design.parts[motorId]) continue;
    const earth = p.terminal(motorId, 'protective-earth');
    p.addIn(
      cableOf(i),
      {
        id: `drive-${d.axisId}-${i}/protective-earth`,
        // A drive with a terminal for it passes the earth on; else it comes straight from the bar.
        from: p.terminal(driverId, 'protective-earth') ?? p.earth('protective-earth'),
        to: earth,
        purpose: `Earths the motor of ${d.name}, in its own cable.`,
      },
      'GNYE',
      'motor-power',
    );
    p.land(cableOf(i), earth, 'motor-power');
  }
}

/** Conductors of one drive: phases to the motor, supply, encoder, and the signals from its controller channel. */
export function planDrive(p: Planning, d: PlannedDrive): void {
  const { driver: driverId } = d.drive;
  const driver = driverId ? p.design.parts[driverId] : undefined;
  const role = `drive-${d.axisId}-${d.index}`;
  if (!driver || !driverId) return;
  // One that plugs in and sits nowhere has nothing that a conductor could end on.
  if (isPlugIn(driver) && !seatOf(p.design, driverId)) return;
  const amps = driverA(p.design, driverId);
  const chain = onSameDriver(p.design.axes[d.axisId]!, driverId);
  // What hangs behind the first motor is planned with it.
  if (chain[0] !== d.index) return;
  planMotor(p, d, chain, driverId, amps);
  // In a socket it gets supply and signals through its pins.
  if (seatOf(p.design, driverId)) return;
  const protectedA = protectionA(p, { part: driverId, port: 'supply' });
  for (const pole of ['plus', 'minus'] as const)
    p.add({
      id: `${role}/supply-${pole}`,
      from: poleFrom(p, p.tree.feeds[driverId]?.supply, pole),
      to: p.terminal(driverId, `supply-${pole}`),
      colour: p.colour(`power-${pole}`),
      section: p.section({ amps, ...(protectedA === undefined ? {} : { protectedA }) }, 'power'),
      purpose: `${d.name}: motor supply ${pole === 'plus' ? '+' : '−'}, a lead of its own (star).`,
    });
  planEncoder(p, d);
  planSignals(p, d, driverId);
}

/** The bus lead: from the controller to the first drive, and from each to the next. Commands and alarms go over it. */
function planBusLead(p: Planning, d: PlannedDrive, driverId: string): void {
  const controller = p.holder('controller')!;
  const row = [...new Set(drivesOf(p.design).flatMap(({ drive }) => drive.driver ?? []))].filter((id) =>
    speaksBus(p.design.parts[id]),
  );
  const before = row[row.indexOf(driverId) - 1];
  const begins = p.terminal(controller.id, 'fieldbus');
  const from = before === undefined ? begins : p.terminal(before, 'fieldbus', BUS_OUT);
  const { name } = p.design.parts[driverId]!;
  if (!begins || !from) {
    // What hangs behind the first one is told of with it.
    if (begins || before === undefined)
      p.gaps.push({
        what: begins
          ? `${p.design.parts[before!]!.name} has one plug for the bus lead: it does not go on to ${name}.`
          : `${name} of ${d.name} is commanded over a fieldbus, and ${controller.part.name} has no terminal for one.`,
        field: 'roles.controller',
      });
    return;
  }
  p.add({
    id: `drive-${d.axisId}-${d.index}/bus`,
    from,
    to: p.terminal(driverId, 'fieldbus', BUS_IN) ?? p.terminal(driverId, 'fieldbus'),
    purpose: `${d.name}: bus lead from ${before === undefined ? 'the controller' : `the drive before it, ${p.design.parts[before]!.designation}`}. A ready-made shielded lead, away from motor cables.`,
  });
}
/** Of the two plugs for the bus lead of a drive: where it comes in, and where it goes on. */
const [BUS_IN, BUS_OUT] = [0, 1] as const;

/** Step, direction and enable, each beside its way back in one shielded cable. */
function planSignals(p: Planning, d: PlannedDrive, driverId: string): void {
  const holder = p.holder('controller');
  const driver = p.design.parts[driverId]!;
  const role = `drive-${d.axisId}-${d.index}`;
  if (!holder) return;
  const { id: controllerId, part: controller } = holder;
  if (speaksBus(driver)) {
    planBusLead(p, d, driverId);
    return;
  }
  const step = p.terminal(controllerId, 'step-out', d.channel);
  if (!step) {
    p.gaps.push({
      what: p.terminal(controllerId, 'fieldbus')
        ? `${controller.name} speaks a fieldbus; ${driver.name} of ${d.name} takes step and direction.`
        : `${controller.name} has no channel left for ${d.name}.`,
      field: 'roles.controller',
    });
    return;
  }
  const signals: [name: string, out: TerminalRef | undefined, into: TerminalRole, back: TerminalRole][] = [
    ['step', step, 'step-plus', 'step-minus'],
    ['direction', p.terminal(controllerId, 'direction-out', d.channel), 'direction-plus', 'direction-minus'],
    ['enable', p.terminal(controllerId, 'enable-out'), 'enable-plus', 'enable-minus'],
  ];
  // A sinking output pulls its signal to 0 V: then the plus sides are common, and the signal goes to the minus side.
  const sinking = controller.data.class === 'controller' && controller.data.outputType === 'sinking';
  const pole = p.terminal(controllerId, sinking ? 'supply-out-plus' : 'supply-out-minus');
  const cable = p.cable(`cable-${role}-signals`, `Signals ${d.name}`, usual.signalCable, 'cabinet');
  for (const [name, out, plus, minus] of signals) {
    p.addIn(cable, {
      id: `${role}/${name}`,
      from: out,
      to: p.terminal(driverId, sinking ? minus : plus),
      purpose: `${d.name}: ${name} signal.`,
    });
    p.addIn(cable, {
      id: `${role}/${name}-return`,
      from: pole,
      to: p.terminal(driverId, sinking ? plus : minus),
      purpose: sinking
        ? `${d.name}: feeds the ${name} input from +, since the controller’s output pulls to 0 V (common anode).`
        : `${d.name}: the way back of the ${name} signal, in the same cable (common cathode).`,
    });
  }
  p.land(cable);
}
