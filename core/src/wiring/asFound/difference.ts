import type { Design } from '../../machine/design';
import { terminalName } from '../wires';

/** One line of what was changed between two states of a machine’s wiring. */
export interface Difference {
  kind: 'added' | 'removed' | 'moved' | 'changed';
  number: number;
  before: string;
  after: string;
  /** What differs, such as `to, colour`. */
  what: string;
}

const shown = ['from', 'to', 'colour', 'section', 'cable', 'core', 'state'] as const;

/** Before and after, conductor by conductor, in the order of their numbers. */
export function wiringDifference(before: Design, after: Design): Difference[] {
  const ends = (design: Design, id: string) => {
    const c = design.conductors[id]!;
    return `${terminalName(design, c.from)} — ${terminalName(design, c.to)}${c.colour ? `, ${c.colour}` : ''}`;
  };
  const lines: Difference[] = [];
  for (const [id, c] of Object.entries(before.conductors))
    if (!after.conductors[id])
      lines.push({ kind: 'removed', number: c.number, before: ends(before, id), after: '', what: '' });
  for (const [id, c] of Object.entries(after.conductors)) {
    const was = before.conductors[id];
    if (!was) {
      lines.push({ kind: 'added', number: c.number, before: '', after: ends(after, id), what: '' });
      continue;
    }
    const fields = shown.filter((f) => JSON.stringify(was[f]) !== JSON.stringify(c[f]));
    if (!fields.length) continue;
    const moved = fields.includes('from') || fields.includes('to');
    lines.push({
      kind: moved ? 'moved' : 'changed',
      number: c.number,
      before: ends(before, id),
      after: ends(after, id),
      what: fields.join(', '),
    });
  }
  return lines.sort((a, b) => a.number - b.number);
}
