import { forceDependencies } from '../dependencies';
import { measured, numberOf, reading } from '../reading';
import { plantModel } from '../../motion/plant/model';
import { drives, whole } from '../subjects';
import type { BringUpTest, Made } from '../test';
import { showValue } from '../../units/print';
import { figureOr } from '../../units/derived';

/** A motor case warmer than this above the room shortens its magnets’ and its bearings’ life; a cabinet its capacitors’. K. */
const MOTOR_K = 50;
const CABINET_K = 20;
/** What may flow from the supply against what it can give. */
const SHARE = 0.8;
const ratedA = (m: Made) => {
  const id = m.design.roles.motorSupply;
  const data = id ? m.design.parts[id]?.data : undefined;
  return data?.class === 'supply' ? figureOr(data.outputCurrent, NaN) : NaN;
};

/** What the windings alone draw from the motor supply while everything turns, A: the least that is to be reckoned with. */
export function reckonedA(m: Made): number {
  const plant = plantModel(m.design);
  const id = m.design.roles.motorSupply;
  const data = id ? m.design.parts[id]?.data : undefined;
  const volts = data?.class === 'supply' ? figureOr(data.outputVoltage, NaN) : NaN;
  if (!plant.known) return NaN;
  const watts = plant.value.motors.reduce((sum, x) => sum + x.copperW, 0);
  return watts > 0 ? watts / volts : NaN;
}
/** Friction, drivers and cutting come on top of the windings: up to this many times as much is no wonder. */
const ON_TOP = 2;

export const heat: BringUpTest = {
  kind: 'heat',
  version: 1,
  phase: 'closing',
  title: 'Heat after an hour',
  purpose:
    'What is too warm after an hour is too hot in August. The supply’s current is held against what the windings were reckoned to take.',
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
    reading('motor', 'Warmest motor above the room', 'temperature', [0, 120]),
    reading('cabinet', 'Cabinet above the room', 'temperature', [0, 80]),
    ...(Number.isFinite(ratedA(m)) ? [reading('current', 'Motor supply', 'current', [0, ratedA(m) * 3])] : []),
  ],
  judge(r, { m, display }) {
    const k = (v: number) => showValue(v, 'temperature', display, 3);
    const rated = ratedA(m);
    const says: string[] = [];
    if (numberOf(r, 'motor') > MOTOR_K)
      says.push(`A motor gets ${k(numberOf(r, 'motor'))} warmer than the room: more than ${k(MOTOR_K)}.`);
    if (numberOf(r, 'cabinet') > CABINET_K)
      says.push(`The cabinet gets ${k(numberOf(r, 'cabinet'))} warmer than the room: more than ${k(CABINET_K)}.`);
    if (numberOf(r, 'current') > rated * SHARE)
      says.push(
        `${showValue(numberOf(r, 'current'), 'current', display, 3)} flow of ${showValue(rated, 'current', display, 3)} that the supply can give.`,
      );
    const reckoned = reckonedA(m);
    const amps = (v: number) => showValue(v, 'current', display, 2);
    if (numberOf(r, 'current') > reckoned * ON_TOP)
      says.push(
        `${amps(numberOf(r, 'current'))} flow, where the windings take ${amps(reckoned)} while everything turns: more than twice that.`,
      );
    return says.length
      ? {
          verdict: 'failed',
          says,
          causes: [
            'The current at rest is not reduced.',
            'The peak current is set above the motor’s.',
            'No way for air: in below, out above.',
            'An axis that runs hard.',
          ],
        }
      : {
          verdict: 'passed',
          says: [
            `Motors, cabinet and supply stay within bounds${Number.isFinite(reckoned) && r.current ? `; ${amps(numberOf(r, 'current'))} flow, with ${amps(reckoned)} reckoned for the windings` : ''}.`,
          ],
        };
  },
  rehearse(bench) {
    const motors = drives(bench.made).length;
    const rated = ratedA(bench.made);
    return {
      motor: measured(Math.round(bench.around(28, 0.2)), 'temperature'),
      cabinet: measured(Math.round(bench.around(6 + motors, 0.2)), 'temperature'),
      ...(Number.isFinite(rated)
        ? {
            current: measured(
              Math.round(
                bench.around(
                  Math.min(rated * 0.45, Number.isFinite(reckonedA(bench.made)) ? reckonedA(bench.made) * 1.2 : rated),
                  0.1,
                ) * 10,
              ) / 10,
              'current',
            ),
          }
        : {}),
    };
  },
};
