import { wiresOn } from '../../dependencies';
import { choice, measured, numberOf, reading, textOf } from '../../reading';
import { drives, motorAt } from '../../subjects';
import type { HiddenFault } from '../../../motion/truth/hiddenFault';
import type { BringUpTest } from '../../testKind';
import { showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';

/** How far two coils may differ, and a coil from its sheet with the leads in it. */
const ALIKE = 0.1;
const SHEET = 0.3;
const LEADS_OHM = 0.4;
const OPEN_OHM = 1e6;

export const coils: BringUpTest = {
  kind: 'coils',
  version: 1,
  phase: 'power off',
  title: 'Coils',
  purpose:
    'A coil split over two phases hums and does not turn, whatever the current. It costs a minute to see, and has cost people motors.',
  caution: 'Never pull a motor’s plug while its driver has power.',
  minutes: 2,
  subjects: (m) => drives(m).filter((s) => motorAt(m, s)?.data.type !== 'servo' && motorAt(m, s)),
  after: () => ['seating'],
  dependsOn: (m, s) => {
    const motor = motorAt(m, s);
    return motor
      ? [`parts.${motor.id}.data.resistance`, `parts.${motor.id}.data.winding`, ...wiresOn(m.design, motor.id)]
      : [];
  },
  steps: () => [
    'Pull the motor’s plug at the driver and measure in the plug that hangs on the cable.',
    'Between both contacts of phase A, then of phase B; then from A to B, and from any to the frame. Enter 1 MΩ for no connection.',
  ],
  fields: () => [
    reading('a', 'Phase A', 'resistance', [0, 1e9]),
    reading('b', 'Phase B', 'resistance', [0, 1e9]),
    choice('between', 'From A to B', { none: 'no connection', some: 'connected' }),
    choice('frame', 'To the frame', { none: 'no connection', some: 'connected' }),
  ],
  judge(r, { m, s, display }) {
    const motor = motorAt(m, s)!;
    const [a, b] = [numberOf(r, 'a'), numberOf(r, 'b')];
    const ohm = (v: number) => (v >= OPEN_OHM / 2 ? 'open' : showValue(v, 'resistance', display, 3));
    const remade = (text: string, label: string, why: string) => ({
      label,
      why,
      rework: {
        subject: `parts.${motor.id}`,
        text: `${m.design.parts[motor.id]!.designation}: ${text}`,
        fixes: (f: HiddenFault) => f.kind === 'split-coil' && f.axis === s.axis && f.drive === s.drive,
      },
    });
    if (textOf(r, 'frame') === 'some')
      return {
        verdict: 'failed',
        says: ['A winding touches the frame.'],
        causes: ['A pinched lead.', 'A burnt winding.', 'A shield that lies on a contact.'],
      };
    if (a >= OPEN_OHM / 2 && b >= OPEN_OHM / 2 && textOf(r, 'between') === 'some')
      return {
        verdict: 'failed',
        says: ['Each pair of contacts holds one lead of either coil: the coils are split over both phases.'],
        causes: ['Two leads have changed places in the plug: one of phase A with one of phase B.'],
        proposals: [
          remade(
            'one lead of phase A and one of phase B exchanged',
            'Exchange one contact of phase A with one of phase B',
            'Which of them does not matter: if the motor then turns the other way, the direction test says so.',
          ),
        ],
      };
    if (a >= OPEN_OHM / 2 || b >= OPEN_OHM / 2)
      return {
        verdict: 'failed',
        says: [`Phase A ${ohm(a)}, phase B ${ohm(b)}: one coil is not connected.`],
        causes: ['A crimp without contact.', 'A broken lead, often where it leaves the motor.'],
        proposals: [
          remade(
            'the open coil’s connection remade',
            'The connection was remade',
            'Tug each lead at the plug: the bad one gives.',
          ),
        ],
      };
    const sheet = motor.data.resistance && baseValue(motor.data.resistance);
    if (Math.abs(a - b) > ALIKE * Math.max(a, b) + 0.1)
      return {
        verdict: 'failed',
        says: [`Phase A ${ohm(a)}, phase B ${ohm(b)}: they should be alike.`],
        causes: ['A poor crimp.', 'A shorted turn.'],
      };
    if (sheet !== undefined && Math.abs((a + b) / 2 - sheet) > SHEET * sheet + LEADS_OHM)
      return {
        verdict: 'failed',
        says: [`${ohm((a + b) / 2)} a phase; its sheet says ${ohm(sheet)}.`],
        causes: [
          'Windings in series where parallel is meant, or the other way round.',
          'Another motor than the file has.',
        ],
      };
    return { verdict: 'passed', says: [`Both coils ${ohm((a + b) / 2)}, apart from each other and from the frame.`] };
  },
  rehearse(bench, s) {
    const sheet = motorAt(bench.made, s)?.data.resistance;
    const ohm = () =>
      measured(Math.round(bench.around((sheet ? baseValue(sheet) : 1) + 0.15, 0.02) * 100) / 100, 'resistance');
    return bench.motor(s.axis!, s.drive!).dead
      ? { a: measured(OPEN_OHM, 'resistance'), b: measured(OPEN_OHM, 'resistance'), between: 'some', frame: 'none' }
      : { a: ohm(), b: ohm(), between: 'none', frame: 'none' };
  },
};
