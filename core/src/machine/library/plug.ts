import type { Fault, Result } from '../../units/result';
import { fail, ok } from '../../units/result';
import type { DataOf, Element, Terminal } from '../parts';
import { terminal } from './entry';

export type PlugForm = DataOf<'connector'>['form'];
/** Contacts of the largest plug. */
export const MOST_CONTACTS = 64;

/** The contacts of a plug, row by row: side a stands on the panel, side b hangs on the cable, and they meet while it is mated. */
export function plugContacts(rows: readonly number[]): {
  terminals: Record<string, Terminal>;
  elements: Record<string, Element>;
} {
  const places = rows.flatMap((n, row) => Array.from({ length: n }, (_, position) => ({ row, position })));
  return {
    terminals: Object.fromEntries(
      places.flatMap(({ row, position }, i) =>
        (['a', 'b'] as const).map((side) => [
          `${side}-${i + 1}`,
          { ...terminal(`${i + 1}${side}`, 'pin'), place: { connector: side, row, position } },
        ]),
      ),
    ),
    elements: Object.fromEntries(
      places.map((_, i) => [`pin-${i + 1}`, { kind: 'join', terminals: [`a-${i + 1}`, `b-${i + 1}`] }]),
    ),
  };
}

/** Rows of contacts as one writes them: `17, 16, 17`. Errors: no figures, an empty row, more contacts or rows than a plug can have. */
export function rowsOf(text: string): Result<number[], Fault[]> {
  const rows = text
    .split(/[,;\s]+/)
    .filter(Boolean)
    .map(Number);
  const sum = rows.reduce((a, b) => a + b, 0);
  if (!rows.length || rows.length > MOST_ROWS || rows.some((n) => !Number.isInteger(n) || n < 1) || sum > MOST_CONTACTS)
    return fail([
      {
        what: `“${text}” gives no rows of contacts.`,
        where: 'Rows',
        fix: `Write how many contacts each row has, such as 13, 12: up to ${MOST_ROWS} rows, ${MOST_CONTACTS} contacts in all.`,
      },
    ]);
  return ok(rows);
}
const MOST_ROWS = 8;

/** Contacts from which on a block has a second row. */
const BLOCK_ROW = 12;

/** How many contacts stand in each row of a usual plug of that form; for a round one in each ring, the outermost first. */
export function usualRows(form: PlugForm, contacts: number): number[] {
  const shared = (rows: number): number[] =>
    Array.from({ length: rows }, (_, row) => Math.ceil((contacts - row) / rows)).filter((n) => n > 0);
  switch (form) {
    case 'd-shape':
      // Fifty contacts would be too wide in two rows: 17, 16, 17.
      return contacts > 37
        ? [Math.ceil(contacts / 3), contacts - 2 * Math.ceil(contacts / 3), Math.ceil(contacts / 3)]
        : shared(2);
    case 'high-density':
      return shared(3);
    case 'round': {
      const rings: number[] = [];
      // Each ring has about six fewer than the one around it.
      for (let left = contacts, ring = outerRing(contacts); left > 0; ring -= 6) {
        const n = left <= 5 && rings.length ? left : Math.min(left, Math.max(1, ring));
        rings.push(n);
        left -= n;
      }
      return rings;
    }
    default:
      return contacts > BLOCK_ROW ? shared(2) : [contacts];
  }
}
/** Contacts on the outer ring, so that what is inside stands on rings of six fewer each. */
function outerRing(contacts: number): number {
  if (contacts <= 5) return contacts;
  for (let ring = 5; ; ring++) {
    // Where the rings end in six, one more stands in the middle.
    let sum = ring % 6 === 0 ? 1 : 0;
    for (let n = ring; n > 0; n -= 6) sum += n;
    if (sum >= contacts || (ring <= 6 && ring + 1 >= contacts)) return ring;
  }
}
