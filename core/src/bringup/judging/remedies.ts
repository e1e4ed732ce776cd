import type { Proposal, Subject } from '../testKind';
import type { Made } from '../made';

/** Work at the machine that more than one test leads to. `s`: one drive of an axis. */
export const tightenCoupling = (s: Subject, why: string): Proposal => ({
  label: `Coupling of ${s.name} degreased and tightened`,
  why,
  rework: {
    subject: `axes.${s.axis}.drives.${s.drive}`,
    text: `Coupling of ${s.name} degreased and tightened`,
    fixes: (f) => f.kind === 'loose-coupling' && f.axis === s.axis && f.drive === s.drive,
  },
});

export const fitSupply = (m: Made, part: string, why: string): Proposal => ({
  label: 'A supply that holds was fitted',
  why,
  rework: {
    subject: `parts.${part}`,
    text: `${m.design.parts[part]?.designation}: one that holds fitted`,
    fixes: (f) => f.kind === 'weak-supply',
  },
});
