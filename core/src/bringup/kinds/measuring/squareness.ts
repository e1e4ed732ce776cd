import { seenMove } from '../../../machine/directions';
import { placeDependencies } from '../../dependencies';
import { fromDiagonals, fromEdge } from '../../judging/square';
import { squaringWays } from '../../judging/squaring';
import { choice, measured, numberOf, reading, textOf, wayPrinter } from '../../reading';
import { gantries } from '../../subjects';
import type { BringUpTest, Subject } from '../../testKind';
import type { Made } from '../../made';
import { axisAt } from '../../testKind';
import { fourHoles } from '../../../program/jobs/fourHoles';
import { jobMachineOf, startingValues } from '../../../program/jobs/job';
import { figureOr } from '../../../units/derived';

/** Out of square by this share of the machine’s width is as good as a wooden edge tells: 0.3 mm in a metre. */
const FAIR = 0.0003;
/** Known no better than this share of the width, a reading tells nothing. */
const ROUGH = 0.003;
const TAPE = 0.5;
const GAUGE = 0.02;

const spacingOf = (m: Made, s: Subject) => figureOr(axisAt(m, s).driveSpacing, 0);

export const squareness: BringUpTest = {
  kind: 'squareness',
  version: 1,
  phase: 'measuring',
  title: 'Squareness of the gantry',
  purpose:
    'Both ends of the gantry are placed by their switches. If one is ahead, every rectangle comes out as a parallelogram.',
  caution: 'Never push a gantry square against its motors by force: power off first.',
  minutes: 20,
  subjects: (m) => gantries(m).filter((s) => spacingOf(m, s) > 0),
  after: (_, s) => [`reference-run/${s.id}`, 'scale', 'backlash'],
  reliesOn: (_, s) => [`reference-run/${s.id}`],
  dependsOn: (m, s) => [...placeDependencies(m, s.axis!), `axes.${s.axis}.driveSpacing`, `axes.${s.axis}.drives`],
  steps: (m, s, display) => {
    const way = wayPrinter({ m, s, display });
    return [
      'Reference, then drill four fine holes in a scrap board at the corners of as large a rectangle as the table lets you. The program below does: its zero is the near left hole.',
      `Diagonals: d1 from near left to far right, d2 from far left to near right, seen from above. A tape is read to ±${way(TAPE)}.`,
      `Or with a gauge against an edge that is itself square to the rails, at two places across. Left and right are said from the front; plus: ${seenMove(m.design, axisAt(m, s), 'plus').text}.`,
    ];
  },
  fields: (m, s, so) => {
    const w = spacingOf(m, s);
    return [
      choice('by', 'Measured by', { diagonals: 'diagonals', edge: 'a square edge' }),
      reading(
        'across',
        textOf(so, 'by') === 'edge' ? 'Between both places on the edge' : 'Side of the rectangle across, as commanded',
        'length',
        [w * 0.1, w * 1.2],
      ),
      ...(textOf(so, 'by') === 'edge'
        ? [
            reading('left', 'Left: to plus', 'length', [-50, 50]),
            reading('right', 'Right: to plus', 'length', [-50, 50]),
          ]
        : [
            reading('d1', 'Diagonal near left to far right', 'length', [w * 0.1, 10_000]),
            reading('d2', 'Diagonal far left to near right', 'length', [w * 0.1, 10_000]),
          ]),
      reading('read', 'Read to ±', 'length', [0.001, 5], { optional: true }),
    ];
  },
  // The holes that the diagonals are measured between, as far apart as the table lets.
  program: (m, s, so, display) => {
    const { controller } = m.figures;
    const machine = controller.known ? jobMachineOf(controller.value) : undefined;
    if (!controller.known || !machine || textOf(so, 'by') === 'edge') return undefined;
    const begin = startingValues(fourHoles, machine);
    const across = numberOf(so, 'across');
    const side = axisAt(m, s).letter === 'X' ? 'along' : 'across';
    return fourHoles.write(
      { ...begin, ...(across > 0 ? { [side]: across } : {}) },
      { words: controller.value.programWords, inch: display.system === 'inch' },
      machine,
    );
  },
  judge(r, at) {
    const { m, s } = at;
    const way = wayPrinter(at);
    const w = spacingOf(m, s);
    const edge = textOf(r, 'by') === 'edge';
    const read = numberOf(r, 'read') || (edge ? GAUGE : TAPE);
    const found = edge
      ? fromEdge(numberOf(r, 'left'), numberOf(r, 'right'), numberOf(r, 'across'), w, read)
      : fromDiagonals(numberOf(r, 'd1'), numberOf(r, 'd2'), numberOf(r, 'across'), w, read);
    if (!found)
      return {
        verdict: 'not-judged',
        says: ['No rectangle has such diagonals on that side. Measure again, and check which side was commanded.'],
      };
    if (found.spread > ROUGH * w)
      return {
        verdict: 'not-judged',
        says: [
          `The readings are too coarse: squareness is known to ±${way(found.spread, 2)} only. Measure a larger rectangle, or use a finer rule.`,
        ],
      };
    const digits = found.spread > 0.1 ? 1 : 2;
    const lead = way(Number(Math.abs(found.lead).toFixed(digits)), 4);
    const sure = `±${way(Number(found.spread.toFixed(digits)), 2)}`;
    if (Math.abs(found.lead) <= Math.max(found.spread, FAIR * w))
      return {
        verdict: 'passed',
        says: [`Square within the accuracy of this measurement: ${lead} ${sure} over ${way(w)}.`],
      };
    const ahead = found.lead > 0 ? 'right' : 'left';
    return {
      verdict: 'failed',
      says: [
        `The ${ahead} end is ${lead} too far to plus (${sure}), ${(Math.abs(found.angleRad) * 1000).toFixed(2)} mrad.`,
      ],
      causes: ['A switch that is a little out of place.', 'The frame itself, if both switches are right.'],
      proposals: squaringWays(m, s, found.lead, lead, way),
    };
  },
  rehearse(bench, s) {
    bench.on();
    bench.reference();
    const w = spacingOf(bench.made, s);
    const [left, right] = axisAt(bench.made, s)
      .drives.map((d, i) => ({ side: d.side, at: bench.gauge(s.axis!, i) }))
      .sort((a, b) => (a.side === 'left' ? -1 : b.side === 'left' ? 1 : 0));
    const across = Math.round(w * 0.75);
    const skew = right!.at - left!.at;
    return {
      by: 'edge',
      across: measured(across, 'length'),
      left: measured(0, 'length'),
      right: measured(Math.round(((skew * across) / w) * 100) / 100, 'length'),
    };
  },
};
