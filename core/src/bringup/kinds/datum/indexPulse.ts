import { scaleDependencies, placeDependencies } from '../../dependencies';
import { numberOf, reading, counted } from '../../reading';
import { axes } from '../../subjects';
import type { BringUpTest } from '../../testKind';
import { axisAt } from '../../testKind';
import { printNumber } from '../../../units/print';
import { quantity } from '../../../units/quantity';

/** The index must stay this share of a turn away from the trip point, on either side. */
const CLEAR = 0.15;

export const indexPulse: BringUpTest = {
  kind: 'index-pulse',
  alongAxis: true,
  version: 1,
  phase: 'datum and envelope',
  title: 'Index pulse beside the switch',
  purpose:
    'The coarse switch picks the turn, the index the place in it. Where both fall together the datum jumps by a whole turn, now and then.',
  minutes: 3,
  subjects: (m) => axes(m).filter((s) => axisAt(m, s).reference.method === 'switch-and-index'),
  after: (_, s) => [`reference-direction/${s.id}`],
  dependsOn: (m, s) => [...placeDependencies(m, s.axis!), ...scaleDependencies(m, s.axis!), `axes.${s.axis}.drives`],
  steps: () => [
    'Approach the switch slowly until it trips, then turn on until the index answers.',
    'Read how far that is, in turns of the motor: between 0 and 1.',
  ],
  fields: () => [reading('turns', 'From the last index before it to the trip, in turns', 'ratio', [0, 1])],
  judge(r, { m, s }) {
    const turns = numberOf(r, 'turns');
    const clear = Math.min(turns, 1 - turns);
    const figure = `${printNumber(turns, 2)} of a turn`;
    const known = axisAt(m, s).reference.indexPhase;
    if (clear >= CLEAR) {
      const was = known ? numberOf({ known }, 'known') : undefined;
      if (was !== undefined && Math.abs(was - turns) > CLEAR)
        return {
          verdict: 'failed',
          says: [`${figure}; the file has ${printNumber(was, 2)}.`],
          proposals: [
            {
              label: `Take ${printNumber(turns, 2)} into the file`,
              why: 'The reference run then knows which pulse to expect.',
              command: {
                name: 'set-field',
                args: {
                  path: `axes.${s.axis}.reference.indexPhase`,
                  value: quantity(Math.round(turns * 100) / 100, '1', 'measured'),
                },
              },
            },
          ],
        };
      return { verdict: 'passed', says: [`${figure}: well away from the trip point.`] };
    }
    return {
      verdict: 'failed',
      says: [`${figure}: so near to the trip point that now this turn counts, now the next.`],
      causes: ['The coupling was clamped wherever the motor happened to stand.'],
      proposals: [
        {
          label: 'The motor was turned half a turn in its coupling',
          why: 'Or the switch moved by half a lead.',
          rework: {
            subject: `axes.${s.axis}.drives.0`,
            text: `Motor of ${s.name} turned in its coupling, away from the index`,
            fixes: (f) => f.kind === 'index-near-trip' && f.axis === s.axis,
          },
        },
      ],
    };
  },
  rehearse(bench, s) {
    const m = bench.motor(s.axis!, 0);
    const { switches } = bench.sim.plant.model;
    const end = axisAt(bench.made, s).reference.end === 'plus';
    const own = switches.find((w) => w.plusEnd === end && w.motors.some((k) => bench.motorsOf(s.axis!).includes(k)));
    const distance = own ? Math.abs(m.indexAt - own.at) / Math.abs(m.travelPerRev) : 0.5;
    return { turns: counted(Math.round((distance - Math.floor(distance)) * 100) / 100) };
  },
};
