import type { Design } from '../machine/design';
import type { Wires } from './wires';
import { terminalName } from './wires';

/** A label to be printed: for the end of a conductor, a cable, or a part. */
export interface Label {
  key: string;
  /** The line to be read at arm's length. */
  big: string;
  small: string;
}

/** Two labels for each conductor, one an end: its number, and the terminal that this end belongs on. */
export const wireLabels = (design: Design, wires: Wires): Label[] =>
  [...wires.all]
    .sort((a, b) => a.conductor.number - b.conductor.number)
    .flatMap((w) =>
      w.ends.map((e, i) => ({
        key: `${w.id}/${i}`,
        big: String(w.conductor.number),
        small: terminalName(design, e),
      })),
    );

/** A label for every part: its designation, and what it is. */
export const partLabels = (design: Design): Label[] =>
  Object.entries(design.parts)
    .sort(([, a], [, b]) => a.designation.localeCompare(b.designation, 'en', { numeric: true }))
    .map(([id, p]) => ({ key: id, big: p.designation, small: p.name }));

/** A sheet of labels: paper, and the grid that is cut or pre-cut on it. All in mm. */
export interface LabelGrid {
  paper: 'A4' | 'Letter';
  columns: number;
  rows: number;
  marginX: number;
  marginY: number;
  gapX: number;
  gapY: number;
}

export const paperMm = { A4: { width: 210, height: 297 }, Letter: { width: 215.9, height: 279.4 } } as const;

/** Size of one label in mm; undefined where the grid does not fit on its paper. */
export function labelSize(grid: LabelGrid): { width: number; height: number } | undefined {
  const paper = paperMm[grid.paper];
  const width = (paper.width - 2 * grid.marginX - (grid.columns - 1) * grid.gapX) / grid.columns;
  const height = (paper.height - 2 * grid.marginY - (grid.rows - 1) * grid.gapY) / grid.rows;
  return width >= 5 && height >= 3 ? { width, height } : undefined;
}

/** Labels laid out page by page: row by row, `skip` places left free on the first page for a sheet that was begun. */
export function labelPages(labels: readonly Label[], grid: LabelGrid, skip = 0): (Label | undefined)[][] {
  const perPage = grid.columns * grid.rows;
  const all: (Label | undefined)[] = [...Array.from({ length: skip }, () => undefined), ...labels];
  return Array.from({ length: Math.ceil(all.length / perPage) }, (_, i) => all.slice(i * perPage, (i + 1) * perPage));
}

/** The places of a strip in their order, each with the conductors on it. */
export interface StripPlace {
  number: number;
  conductor: string;
  wire: number;
  goesTo: string;
}

/** A linked strip laid out: its feed first, then one place for each conductor, by number. */
export function stripLayout(design: Design, wires: Wires, partId: string): StripPlace[] {
  const part = design.parts[partId];
  if (part?.data.class !== 'terminal-strip') return [];
  return Object.keys(part.terminals)
    .flatMap((t) =>
      [...wires.at(partId, t)].sort((a, b) => a.conductor.number - b.conductor.number).map((w) => ({ t, w })),
    )
    .map(({ t, w }, i) => ({
      number: i + 1,
      conductor: w.id,
      wire: w.conductor.number,
      goesTo: terminalName(design, w.ends.find((e) => e.part !== partId || e.terminal !== t) ?? w.ends[0]),
    }));
}
