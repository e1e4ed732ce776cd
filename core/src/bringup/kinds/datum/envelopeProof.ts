import { isEndless } from '../../../machine/mechanics';
import { placeDependencies, scaleDependencies } from '../../dependencies';
import { choice, textOf, wayPrinter } from '../../reading';
import { axes } from '../../subjects';
import type { BringUpTest, Subject } from '../../testKind';
import type { Made } from '../../made';
import { axisAt } from '../../testKind';

/** How far beyond and how far inside the edge the two moves go, mm or °. */
const BY = 1;
const edge = (m: Made, s: Subject) => {
  const c = m.figures.controller;
  const own = c.known ? c.value.axes.find((a) => a.id === s.axis) : undefined;
  if (!own) return undefined;
  return axisAt(m, s).reference.end === 'minus' ? { at: own.envelope.max, out: 1 } : { at: own.envelope.min, out: -1 };
};

export const envelopeProof: BringUpTest = {
  kind: 'envelope-proof',
  alongAxis: true,
  version: 1,
  phase: 'datum and envelope',
  title: 'Envelope proven',
  purpose:
    'One move that must be refused, and one that must be allowed: a guard that was never seen to say no is a hope.',
  minutes: 2,
  subjects: (m) => axes(m).filter((s) => axisAt(m, s).reference.method !== 'none' && !isEndless(axisAt(m, s))),
  after: (_, s) => [`envelope/${s.id}`, `reference-run/${s.id}`],
  reliesOn: (_, s) => [`envelope/${s.id}`],
  dependsOn: (m, s) => [
    ...placeDependencies(m, s.axis!),
    ...scaleDependencies(m, s.axis!),
    ...['min', 'max'].map((e) => `overrides.axis/${s.axis}/envelope-${e}`),
  ],
  steps: (m, s, display) => {
    const e = edge(m, s);
    const way = wayPrinter({ m, s, display });
    const { letter } = axisAt(m, s);
    return e
      ? [
          `Reference ${letter}. Ask for machine position ${way(e.at + e.out * BY, 6)}: it must be refused before anything moves.`,
          `Ask for ${way(e.at - e.out * BY, 6)}, slowly: it must go there.`,
        ]
      : ['The envelope is not known yet.'];
  },
  fields: () => [
    choice('beyond', 'The move beyond the edge', { refused: 'was refused', moved: 'was started' }),
    choice('inside', 'The move inside it', {
      allowed: 'was carried out',
      refused: 'was refused',
      tripped: 'tripped a switch',
    }),
  ],
  judge(r) {
    const says: string[] = [];
    if (textOf(r, 'beyond') === 'moved')
      says.push('The move beyond the edge was started: the envelope is off, or wider than the machine.');
    if (textOf(r, 'inside') === 'refused')
      says.push('The move inside was refused: the envelope is narrower than it should be, or its sign is wrong.');
    if (textOf(r, 'inside') === 'tripped') says.push('A switch tripped inside the envelope: the margin is too small.');
    return says.length
      ? {
          verdict: 'failed',
          says,
          causes: [
            'The envelope is typed in with the wrong sign.',
            'It is switched off until the axis is referenced.',
            'Values of another revision.',
          ],
        }
      : { verdict: 'passed', says: ['Refused beyond, allowed inside.'] };
  },
  rehearse(bench, s) {
    bench.on();
    bench.reference();
    const e = edge(bench.made, s)!;
    const before = bench.axis(s.axis!).position;
    bench.moveTo(s.axis!, e.at + e.out * BY);
    const beyond = Math.abs(bench.axis(s.axis!).position - before) < 1e-6 ? 'refused' : 'moved';
    bench.moveTo(s.axis!, e.at - e.out * BY);
    const there = Math.abs(bench.axis(s.axis!).position - (e.at - e.out * BY)) < 0.01;
    return { beyond, inside: there ? 'allowed' : bench.look().state === 'latched' ? 'tripped' : 'refused' };
  },
};
