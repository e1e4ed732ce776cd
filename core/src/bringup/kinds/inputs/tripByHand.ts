import { cutsMotors } from '../../../machine/design';
import { travelPerRevolution } from '../../../drivetrain/transmission';
import { figureOr } from '../../../units/derived';
import { baseValue } from '../../../units/quantity';
import { choice, measured, numberOf, reading, textOf, wayPrinter } from '../../reading';
import { braked, devices } from '../../subjects';
import type { BringUpTest, Proposal, Readings, Subject } from '../../testKind';
import type { Made } from '../../made';
import { axisAt } from '../../testKind';

/** A place that a hand feels is told to this, mm. */
const TELL = 0.5;
/** A back-off is proposed with so much beyond what clears the switch, mm, in steps of half a millimetre. */
const BEYOND = 1;

const mountOf = (m: Made, s: Subject) => m.design.parts[s.part!]!.mount!;
const isReference = (m: Made, s: Subject) =>
  ['reference', 'limit-and-reference'].includes(m.design.circuits[s.circuit!]!.function) &&
  mountOf(m, s).end === axisAt(m, s).reference.end;
const perTurn = (m: Made, s: Subject): number => {
  const { transmission } = axisAt(m, s);
  const travel = transmission ? travelPerRevolution(transmission, '') : undefined;
  return travel?.known ? Math.abs(travel.value) : NaN;
};
const byTurns = (m: Made, s: Subject, r: Readings) => Number.isFinite(perTurn(m, s)) && textOf(r, 'by') !== 'rule';

export const tripByHand: BringUpTest = {
  kind: 'trip-by-hand',
  alongAxis: true,
  version: 1,
  phase: 'inputs and stop',
  title: 'Where it trips, by hand',
  purpose:
    'Before anything runs towards a switch by itself: does it trip before the stop, how far before, and does the back-off clear it?',
  caution:
    'Motors without power, and slowly: a motor that is turned fast feeds its drive. Fingers away from where the axis closes.',
  minutes: 3,
  subjects: (m) =>
    devices(m).filter((s) => {
      const axis = s.axis ? m.design.axes[s.axis] : undefined;
      return (
        axis?.motion === 'linear' &&
        ['switch', 'sensor'].includes(m.design.parts[s.part!]!.data.class) &&
        ['limit', 'reference', 'limit-and-reference'].includes(m.design.circuits[s.circuit!]!.function) &&
        // What a brake holds is not turned by hand.
        !braked(m).some((d) => d.axis === s.axis)
      );
    }),
  after: (_, s) => [`input/${s.id}`],
  dependsOn: (_, s) => [
    `parts.${s.part}.mount`,
    `parts.${s.part}.data.class`,
    `parts.${s.part}.data.hysteresis`,
    `axes.${s.axis}.reference.backOff`,
    `axes.${s.axis}.transmission`,
  ],
  steps: (m, s) => {
    const axis = axisAt(m, s);
    const gantry = axis.drives.length > 1;
    const { end } = mountOf(m, s);
    return [
      `${cutsMotors(m.design.stopStrategy) ? 'Press the stop: the motors are without power, and the lamps still tell' : 'Switch the supply of the drives off and leave the control on'}. ${gantry ? `Push ${axis.letter} at its middle, or turn both shafts alike,` : `Turn the shaft or the handwheel of ${axis.letter},`} slowly towards its ${end} stop, until this lamp changes: mark that place.`,
      'Go on until you feel the stop, without force. Count the turns from the mark, or measure.',
      ...(isReference(m, s)
        ? [
            'Turn back until the lamp changes again: how far that is from the first mark is what the back-off has to clear.',
          ]
        : []),
    ];
  },
  fields: (m, s, so) => {
    const turns = byTurns(m, s, so);
    const back = isReference(m, s);
    return [
      ...(Number.isFinite(perTurn(m, s))
        ? [choice('by', 'Counted', { turns: 'in turns of the motor’s shaft', rule: 'with a rule or calliper' })]
        : []),
      turns
        ? reading('turns', 'Turns from the trip to the stop', 'ratio', [0, 200])
        : reading('way', 'From the trip to the stop', 'length', [0, 500]),
      ...(back
        ? [
            turns
              ? reading('turnsBack', 'Turns back until it clears', 'ratio', [0, 20], { optional: true })
              : reading('wayBack', 'Back until it clears', 'length', [0, 50], { optional: true }),
          ]
        : []),
    ];
  },
  judge(r, at) {
    const { m, s } = at;
    const way = wayPrinter(at);
    const axis = axisAt(m, s);
    const part = m.design.parts[s.part!]!;
    const { end, tripFromStop } = mountOf(m, s);
    const turns = byTurns(m, s, r);
    const found = turns ? numberOf(r, 'turns') * perTurn(m, s) : numberOf(r, 'way');
    const clears = turns ? numberOf(r, 'turnsBack') * perTurn(m, s) : numberOf(r, 'wayBack');
    const backOff = figureOr(axis.reference.backOff, NaN);
    const says: string[] = [];
    const proposals: Proposal[] = [];
    if (isReference(m, s) && clears >= backOff) {
      const wider = Math.ceil((clears + BEYOND) * 2) / 2;
      says.push(
        `It clears only after ${way(clears, 3)}; the back-off is ${way(backOff, 3)}: the reference run would end on its switch.`,
      );
      proposals.push({
        label: `Back-off of ${way(wider, 3)}`,
        why: 'Clears the switch with a little to spare. The envelope follows.',
        command: {
          name: 'set-field',
          args: { path: `axes.${s.axis}.reference.backOff`, value: measured(wider, 'length') },
        },
      });
    }
    const entered = tripFromStop ? baseValue(tripFromStop) : undefined;
    const off = entered === undefined ? undefined : found - entered;
    if (off === undefined || Math.abs(off) > TELL) {
      says.push(
        off === undefined
          ? `It trips ${way(found, 3)} before the stop; the file does not have its place yet.`
          : `It trips ${way(found, 3)} before the stop; the file has ${way(entered!, 3)}.`,
      );
      proposals.push({
        label: 'Take the measured place into the file',
        why: 'Envelope, approach and stopping distances follow. Then once more by hand: that tells how well you feel it.',
        command: {
          name: 'set-field',
          args: {
            path: `parts.${s.part}.mount.tripFromStop`,
            value: measured(Math.round(found * 100) / 100, 'length'),
          },
        },
      });
      if (off !== undefined) {
        const by = end === 'plus' ? off : -off;
        proposals.push({
          label: 'The switch was moved to where the file has it',
          why: 'Then it is counted once more.',
          rework: {
            subject: `parts.${s.part}.mount`,
            text: `${part.designation} moved by ${way(Math.abs(by), 3)} to ${by > 0 ? 'plus' : 'minus'}`,
            fixes: (f) => f.kind === 'switch-moved' && f.device === s.part,
            moved: { device: s.part!, by },
          },
        });
      }
    }
    return says.length
      ? { verdict: 'failed', says, proposals }
      : {
          verdict: 'passed',
          says: [
            `It trips ${way(found, 3)} before the stop, as the file has it.${clears > 0 ? ` It clears ${way(clears, 2)} back; the back-off is ${way(backOff, 3)}.` : ''}`,
          ],
        };
  },
  rehearse(bench, s) {
    const { model } = bench.sim.plant;
    const own = model.switches.find((x) => x.device === s.part)!;
    const length = model.axes.find((a) => a.id === s.axis)!.length;
    const mm = (v: number) => measured(Math.round(v * 100) / 100, 'length');
    return {
      by: 'rule',
      way: mm(own.plusEnd ? length - own.at : own.at),
      ...(isReference(bench.made, s) ? { wayBack: mm(own.hysteresis) } : {}),
    };
  },
};
