import type { ColourCode } from '../machine/connections';
import type { Design } from '../machine/design';
import type { DataOf } from '../machine/parts';
import type { Wires } from './wires';
import { terminalName } from './wires';

/** One contact of a plug as it is soldered: where it sits, what goes on it, and when. */
export interface PinLine {
  number: number;
  row: number;
  position: number;
  /** Place on the mating face in steps of the pitch; the solder face is its mirror. */
  x: number;
  y: number;
  conductor: string | undefined;
  wire: number | undefined;
  colour: ColourCode | undefined;
  goesTo: string;
  done: boolean;
  /** When to do it, from 1; undefined where nothing goes on it. */
  turn: number | undefined;
}

export type PlugForm = DataOf<'connector'>['form'];

/**
 * Where the contacts of a form sit on its mating face. Rows of a D-shape are staggered by half a pitch, those of a
 * high-density one by a third; the contacts of a round one stand on rings, the outermost first.
 */
export function contactPlaces(
  form: PlugForm,
  rows: readonly number[],
): { x: number; y: number; row: number; position: number }[] {
  if (form === 'round')
    return rows.flatMap((n, row) => {
      const radius = rows.length === 1 ? 1 : n === 1 ? 0 : rows.length - row;
      return Array.from({ length: n }, (_, position) => {
        const angle = -Math.PI / 2 + (2 * Math.PI * position) / n;
        return { row, position, x: radius * Math.cos(angle), y: radius * Math.sin(angle) };
      });
    });
  const stagger = form === 'high-density' ? 1 / 3 : form === 'd-shape' ? 1 / 2 : 0;
  const widest = Math.max(...rows, 1);
  return rows.flatMap((n, row) =>
    Array.from({ length: n }, (_, position) => ({
      row,
      position,
      x: position - (widest - 1) / 2 + (form === 'd-shape' ? row * stagger : ((row % 3) - 1) * stagger),
      y: row - (rows.length - 1) / 2,
    })),
  );
}

/**
 * The sheet of one half of a plug: contact → wire → colour, and an order of work. Seen from the solder side, work goes
 * row by row from the one that is farthest from the hand, and in each from the far side, so that no finished contact
 * stands in the way of the iron.
 */
export function pinSheet(design: Design, wires: Wires, partId: string, side: 'a' | 'b'): PinLine[] {
  const part = design.parts[partId];
  if (part?.data.class !== 'connector') return [];
  const places = contactPlaces(part.data.form, part.data.rows);
  const lines = places.map((p, i): PinLine => {
    const terminal = `${side}-${i + 1}`;
    const wire = wires.at(partId, terminal)[0];
    const far = wire?.ends.find((e) => e.part !== partId || e.terminal !== terminal);
    const c = wire?.conductor;
    return {
      ...p,
      number: i + 1,
      conductor: wire?.id,
      wire: c?.number,
      colour: c?.colour,
      goesTo: far ? terminalName(design, far) : '',
      done: c?.state === 'connected' || c?.state === 'checked',
      turn: undefined,
    };
  });
  const work = lines
    .filter((l) => l.conductor !== undefined)
    .sort(
      (a, b) =>
        (part.data.class === 'connector' && part.data.form === 'round' ? b.row - a.row : a.row - b.row) ||
        a.position - b.position,
    );
  work.forEach((l, i) => (l.turn = i + 1));
  return lines;
}
