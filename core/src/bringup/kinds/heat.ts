import { forceDependencies } from '../dependencies';
import { measured, numberOf, reading } from '../reading';
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

export const heat: BringUpTest = {
  kind: 'heat',
  version: 1,
  phase: 'closing',
  title: 'Heat after an hour',
  purpose: 'What is too warm after an hour is too hot in August. Supply current is held against what was reckoned.',
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
      : { verdict: 'passed', says: ['Motors, cabinet and supply stay within bounds.'] };
  },
  rehearse(bench) {
    const motors = drives(bench.made).length;
    const rated = ratedA(bench.made);
    return {
      motor: measured(Math.round(bench.around(28, 0.2)), 'temperature'),
      cabinet: measured(Math.round(bench.around(6 + motors, 0.2)), 'temperature'),
      ...(Number.isFinite(rated)
        ? { current: measured(Math.round(bench.around(rated * 0.45, 0.1) * 10) / 10, 'current') }
        : {}),
    };
  },
};
