import { figureOr } from '../../../units/derived';
import { placeDependencies } from '../../dependencies';
import { squaringWays } from '../../judging/squaring';
import { measured, numberOf, reading, wayPrinter } from '../../reading';
import { gantries } from '../../subjects';
import type { BringUpTest } from '../../testKind';
import { axisAt } from '../../testKind';

/** Ends that differ by less than this are as good as gauge blocks and a stop plate tell, mm. */
const ALIKE = 0.15;
/** The same as a share of the width, where that is known. */
const FAIR = 0.0003;

/** Where each end of a gantry comes to rest before its own plate: the difference of the switches’ levers shows here. */
export const gantryEnds: BringUpTest = {
  kind: 'gantry-ends',
  version: 1,
  phase: 'datum and envelope',
  title: 'Both ends of the gantry at their plates',
  purpose:
    'Two switches never trip at the same place: their levers differ. What they differ by racks the gantry at every reference run, until it is taken out once.',
  caution: 'Gauge blocks go in with the axis at rest and the stop pressed.',
  minutes: 5,
  subjects: gantries,
  after: (_, s) => [`reference-run/${s.id}`],
  reliesOn: (_, s) => [`reference-run/${s.id}`],
  dependsOn: (m, s) => [...placeDependencies(m, s.axis!), `axes.${s.axis}.driveSpacing`, `axes.${s.axis}.drives`],
  steps: (m, s) => {
    const axis = axisAt(m, s);
    return [
      `Square ${axis.letter} by its own command, if the control has one: each motor goes to its own switch. The daily reference run comes after that, and is not used for it.`,
      `With it at rest, measure from each end to its own stop plate at ${axis.reference.end}, with gauge blocks or a calliper. Left and right are said from the front.`,
      'If the plates themselves are not in line across the machine, say by how much.',
    ];
  },
  fields: () => [
    reading('left', 'Left end to its plate', 'length', [0, 500]),
    reading('right', 'Right end to its plate', 'length', [0, 500]),
    reading('plates', 'Right plate further to plus than the left one by', 'length', [-20, 20], { optional: true }),
  ],
  judge(r, at) {
    const { m, s } = at;
    const way = wayPrinter(at);
    const axis = axisAt(m, s);
    const [left, right] = [numberOf(r, 'left'), numberOf(r, 'right')];
    const plates = Number.isFinite(numberOf(r, 'plates')) ? numberOf(r, 'plates') : 0;
    // From a plate at the minus end a larger distance is further to plus; from one at the plus end it is the other way.
    const lead = (right - left) * (axis.reference.end === 'minus' ? 1 : -1) + plates;
    const width = figureOr(axis.driveSpacing, 0);
    const by = Math.abs(lead);
    if (by <= Math.max(ALIKE, FAIR * width))
      return { verdict: 'passed', says: [`Both ends rest alike, within ${way(by, 2)}.`] };
    const printed = way(by, 3);
    return {
      verdict: 'failed',
      says: [
        `The ${lead > 0 ? 'right' : 'left'} end rests ${printed} too far to plus${width > 0 ? `: ${((by / width) * 1000).toFixed(2)} mrad` : ''}.`,
      ],
      causes: ['The levers or targets of both switches differ.', 'A coupling was clamped while the gantry was racked.'],
      proposals: squaringWays(m, s, lead, printed, way),
    };
  },
  rehearse(bench, s) {
    bench.on();
    bench.reference();
    const axis = axisAt(bench.made, s);
    const { length } = bench.sim.plant.model.axes.find((a) => a.id === s.axis)!;
    const at = (side: 'left' | 'right', otherwise: number) => {
      const i = axis.drives.findIndex((d) => d.side === side);
      return bench.gauge(s.axis!, i < 0 ? otherwise : i);
    };
    const toPlate = (v: number) =>
      measured(Math.round((axis.reference.end === 'minus' ? v : length - v) * 100) / 100, 'length');
    return { left: toPlate(at('left', 0)), right: toPlate(at('right', 1)) };
  },
};
