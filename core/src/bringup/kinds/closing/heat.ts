import type { MotorRise } from '../../../drivetrain/motorHeat';
import { USUAL_IDLE, currentShareFor, motorRise } from '../../../drivetrain/motorHeat';
import { plantModel } from '../../../motion/plant/model';
import { figureOr } from '../../../units/derived';
import { showValue } from '../../../units/print';
import { quantity } from '../../../units/quantity';
import { forceDependencies } from '../../dependencies';
import { choice, measured, numberOf, reading, textOf } from '../../reading';
import { driverAt, drives, whole } from '../../subjects';
import type { BringUpTest, Proposal, Readings, Subject } from '../../testKind';
import type { Made } from '../../made';

/** A motor case warmer than this above the room shortens its magnets’ and its bearings’ life; a cabinet its capacitors’. K. */
const MOTOR_K = 50;
const CABINET_K = 20;
/** A motor of which nothing is known, in a rehearsal. */
const UNKNOWN_K = 28;
/** What may flow from the supply against what it can give. */
const SHARE = 0.8;
const ratedA = (m: Made) => {
  const id = m.design.rails.drives?.supply;
  const data = id ? m.design.parts[id]?.data : undefined;
  return data?.class === 'supply' ? figureOr(data.outputCurrent, NaN) : NaN;
};

/** What the windings alone draw from the motor supply while everything turns, A: the least that is to be expected. */
export function windingsA(m: Made): number {
  const plant = plantModel(m.design);
  const id = m.design.rails.drives?.supply;
  const data = id ? m.design.parts[id]?.data : undefined;
  const volts = data?.class === 'supply' ? figureOr(data.outputVoltage, NaN) : NaN;
  if (!plant.known) return NaN;
  const watts = plant.value.motors.reduce((sum, x) => sum + x.copperW, 0);
  return watts > 0 ? watts / volts : NaN;
}
/** What the currents in the file make of a motor; undefined where its figures are not known. */
export function expectedRise(m: Made, s: Subject): MotorRise | undefined {
  const drive = m.figures.axes.find((a) => a.id === s.axis)?.drives[s.drive ?? 0];
  if (!drive?.torque.known) return undefined;
  const { motor, required } = drive.torque.value;
  return motorRise(motor.curve, figureOr(driverAt(m, s)?.part.setup?.idleCurrent, USUAL_IDLE), required.nominal);
}
/** A reading over the most by this is more than a rough thermometer, K. */
const ROUGH_K = 8;

/** Ways to a cooler motor: less current at rest first, as it costs no torque in motion. */
function cooler(m: Made, s: Subject, rise: MotorRise): Proposal[] {
  const driver = driverAt(m, s);
  if (driver?.data.class !== 'stepper-driver') return [];
  const at = `parts.${driver.id}.setup`;
  const idle = figureOr(driver.part.setup?.idleCurrent, 1);
  const peak = figureOr(driver.part.setup?.peakCurrent, NaN);
  const share = currentShareFor(rise, MOTOR_K);
  return [
    ...(idle > USUAL_IDLE
      ? [
          {
            label: 'Half the current at rest',
            why: 'A quarter of the heat while nothing moves, and no torque lost while something does. Set it at the drive too.',
            command: {
              name: 'set-field' as const,
              args: { path: `${at}.idleCurrent`, value: quantity(USUAL_IDLE * 100, '%', 'entered') },
            },
          },
        ]
      : []),
    ...(Number.isFinite(peak) && share < 1
      ? [
          {
            label: `Peak current at ${Math.round(share * 100)} % of what it is`,
            why: 'By the square of the current it then stays within the bound; torque falls by the same share. Set it at the drive too.',
            command: {
              name: 'set-field' as const,
              args: {
                path: `${at}.peakCurrent`,
                value: quantity(Number((peak * share).toPrecision(2)), 'A', 'entered'),
              },
            },
          },
        ]
      : []),
  ];
}
/** Friction, drivers and cutting come on top of the windings: up to this many times as much is no wonder. */
const ON_TOP = 2;

export const heat: BringUpTest = {
  kind: 'heat',
  version: 2,
  phase: 'closing',
  title: 'Heat after an hour',
  purpose:
    'What is too warm after an hour is too hot in August. Motor and supply are held against what the currents in the file make of them.',
  caution: 'Drivers and resistors burn fingers; a thermometer does not.',
  minutes: 65,
  subjects: whole,
  after: () => ['first-program'],
  dependsOn: (m) => m.design.axisOrder.flatMap((id) => forceDependencies(m, id)),
  steps: () => [
    'Run a job in the air for an hour, or leave the axes powered with a move every minute.',
    'Measure the warmest motor, the air at the top of the cabinet, and the room; and the motor supply’s current.',
  ],
  fields: (m) => [
    ...(drives(m).length > 1
      ? [choice('warmest', 'Warmest motor', Object.fromEntries(drives(m).map((d) => [d.id, d.name])))]
      : []),
    reading('motor', 'Its case above the room', 'temperature', [0, 120]),
    reading('cabinet', 'Cabinet above the room', 'temperature', [0, 80]),
    ...(Number.isFinite(ratedA(m)) ? [reading('current', 'Motor supply', 'current', [0, ratedA(m) * 3])] : []),
  ],
  judge(r, { m, display }) {
    const k = (v: number) => showValue(v, 'temperature', display, 2);
    const amps = (v: number) => showValue(v, 'current', display, 2);
    const all = drives(m);
    const warmest = all.find((d) => d.id === textOf(r, 'warmest')) ?? all[0];
    const rise = warmest && expectedRise(m, warmest);
    const [motor, cabinet, current] = [numberOf(r, 'motor'), numberOf(r, 'cabinet'), numberOf(r, 'current')];
    const rated = ratedA(m);
    const expectedA = windingsA(m);
    const name = warmest?.name ?? 'A motor';
    const says: string[] = [];
    const proposals: Proposal[] = [];
    if (motor > MOTOR_K) {
      says.push(`${name} gets ${k(motor)} warmer than the room: more than ${k(MOTOR_K)}.`);
      if (rise && motor <= rise.most + ROUGH_K) proposals.push(...cooler(m, warmest, rise));
    }
    if (rise && motor > rise.most + ROUGH_K) {
      says.push(
        `Its current can make no more than ${k(rise.most)} of ${name}, by what the file says: more flows, or heat comes in from elsewhere.`,
      );
      const driver = driverAt(m, warmest);
      if (driver)
        proposals.push({
          label: `Current of ${name} set at the drive as the file has it`,
          why: 'Switches read again with a glass, or the reference voltage measured again.',
          rework: {
            subject: `parts.${driver.id}`,
            text: `Current of ${name} set again at the drive`,
            fixes: () => false,
          },
        });
    }
    if (cabinet > CABINET_K)
      says.push(`The cabinet gets ${k(cabinet)} warmer than the room: more than ${k(CABINET_K)}.`);
    if (current > rated * SHARE) says.push(`${amps(current)} flow of ${amps(rated)} that the supply can give.`);
    if (current > expectedA * ON_TOP)
      says.push(
        `${amps(current)} flow, where the windings take ${amps(expectedA)} while everything turns: more than twice that.`,
      );
    if (says.length)
      return {
        verdict: 'failed',
        says,
        causes: [
          'The current at rest is not reduced.',
          'The peak current is set above the motor’s.',
          'No way for air: in below, out above.',
          'An axis that runs hard.',
        ],
        proposals,
      };
    return {
      verdict: 'passed',
      says: [
        rise
          ? `${name} gets ${k(motor)} warmer than the room; from its current ${k(rise.least)} to ${k(rise.most)} were calculated.`
          : `${name} stays within bounds, ${k(motor)} over the room.`,
        ...(Number.isFinite(current)
          ? [
              `The supply gives ${amps(current)} of ${amps(rated)}${Number.isFinite(expectedA) ? `; ${amps(expectedA)} were calculated for the windings` : ''}.`,
            ]
          : []),
      ],
    };
  },
  rehearse(bench): Readings {
    const { made } = bench;
    const own = drives(made);
    // Each somewhere between rest and motion, on its plate; the warmest is the one that is noted.
    const rises = own.map((s) => {
      const rise = expectedRise(made, s);
      return { s, k: rise ? (rise.least + rise.most * 0.6) / 2 : UNKNOWN_K };
    });
    const warmest = rises.reduce((a, b) => (b.k > a.k ? b : a), rises[0] ?? { s: undefined, k: UNKNOWN_K });
    const rated = ratedA(made);
    const expectedA = windingsA(made);
    const amps = Math.min(rated * 0.45, Number.isFinite(expectedA) ? expectedA * 1.2 : rated);
    return {
      ...(own.length > 1 && warmest.s ? { warmest: warmest.s.id } : {}),
      motor: measured(Math.round(bench.around(warmest.k, 0.1)), 'temperature'),
      cabinet: measured(Math.round(bench.around(6 + own.length, 0.2)), 'temperature'),
      ...(Number.isFinite(rated)
        ? { current: measured(Math.round(bench.around(amps, 0.1) * 10) / 10, 'current') }
        : {}),
    };
  },
};
