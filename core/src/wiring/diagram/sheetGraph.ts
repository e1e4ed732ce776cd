import type { ColourCode } from '../../machine/connections';
import type { Design } from '../../machine/design';
import { seatContacts } from '../../distribution/seats';
import { roleOf, type Part } from '../../machine/parts';
import type { Sheet } from '../sheets';
import type { Wires } from '../wires';
import type { SheetLayout } from './sheetLayout';
import type { Symbol } from './symbols';
import { symbolOf } from './symbols';

/** Measures of a sheet in px at scale 1: one place decides how dense a drawing is. */
export const measure = {
  row: 16,
  head: 38,
  foot: 6,
  /** Widths of a character of the terminal labels and of the names. */
  glyph: 7.3,
  nameGlyph: 6.6,
  boldGlyph: 9,
  symbol: 34,
  pad: 8,
  least: 96,
} as const;

/** Where one conductor meets a part: a place of its own, so that no two lines ever share one. */
export interface Port {
  id: string;
  terminal: string;
  printed: string;
  /** What is plugged in beside it, at the first terminal of its socket: the designation of the driver. */
  beside?: string;
  side: 'west' | 'east';
  /** From the node's top, in px. */
  y: number;
  conductor: string;
  net: number;
  /** Other sheets on which this terminal is connected as well. */
  elsewhere: readonly Sheet[];
}

export interface GraphNode {
  /** Part id. */
  id: string;
  designation: string;
  name: string;
  /** What is written below its name, such as its load. */
  figure?: string;
  /** All that it is called: of a group, each of its parts. */
  fullName: string;
  /** One, or those of a group side by side. */
  symbols: readonly Symbol[];
  /** Its words stand below its symbols instead of beside them. */
  stacked?: boolean;
  /** How much larger its symbols and words are than on a sheet; 1 when absent. */
  scale?: number;
  width: number;
  height: number;
  ports: readonly Port[];
  /** Other sheets on which this part appears. */
  alsoOn: readonly Sheet[];
}

export interface GraphEdge {
  /** Id of the conductor, or of the bundle. */
  id: string;
  /** Of the conductor. A bundle has none: what it holds is told where it is pointed at. */
  number?: number;
  /** What is written on the line where it arrives, instead of a number: above it, and below it after a line break. */
  label?: string;
  colour: ColourCode | undefined;
  net: number;
  from: { node: string; port: string };
  to: { node: string; port: string };
}

export interface SheetGraph {
  nodes: readonly GraphNode[];
  edges: readonly GraphEdge[];
  /** Room between the columns of parts and between neighbouring lines, px; as on a sheet when absent. */
  gap?: number;
  lineGap?: number;
  /** Of a drawing that brings its own layout. */
  layout?: SheetLayout;
}

/** Short enough for a drawing: a part of the library without what its sheet adds behind a comma. */
export const nameOf = (part: Part): string => {
  const name = part.data.class === 'cable' ? part.name : part.name.split(',')[0]!;
  return name.length > LONGEST_NAME ? `${name.slice(0, LONGEST_NAME - 1)}…` : name;
};
const LONGEST_NAME = 30;

const other = (sheets: Iterable<Sheet>, own: Sheet): Sheet[] => [...new Set(sheets)].filter((s) => s !== own);

/**
 * The drawing of one sheet, before it is laid out: parts as nodes, their terminals as ports where a conductor meets
 * them, conductors as edges. What feeds stands on a part's right side, what is fed on its left.
 */
export function sheetGraph(design: Design, wires: Wires, sheet: Sheet): SheetGraph {
  const on = wires.all.filter((w) => wires.sheets.get(w.id) === sheet);
  const sheetsOfPart = new Map<string, Set<Sheet>>();
  const sheetsOfTerminal = new Map<string, Set<Sheet>>();
  const note = (map: Map<string, Set<Sheet>>, key: string, s: Sheet) => {
    const set = map.get(key);
    if (set) set.add(s);
    else map.set(key, new Set([s]));
  };
  for (const w of wires.all) {
    const s = wires.sheets.get(w.id) ?? 'signals';
    for (const e of w.ends) {
      note(sheetsOfPart, e.part, s);
      note(sheetsOfTerminal, `${e.part}#${e.terminal}`, s);
    }
  }

  /** Drivers in sockets, by the terminals for their motors. */
  const plugged = new Map<string, string>(
    seatContacts(design).flatMap(({ pin, contact }) =>
      roleOf(design.parts[pin.part]!, design.parts[pin.part]!.terminals[pin.terminal]!).startsWith('phase-')
        ? [[`${contact.part}#${contact.terminal}`, design.parts[pin.part]!.designation] as const]
        : [],
    ),
  );
  const shown = new Set<string>();
  const besideOf = (key: string): { beside?: string } => {
    const beside = plugged.get(key);
    if (beside === undefined || shown.has(beside)) return {};
    shown.add(beside);
    return { beside };
  };

  type Draft = Omit<Port, 'y'> & { order: number };
  const ports = new Map<string, Draft[]>();
  const terminalOrder = new Map<string, number>();
  const orderOf = (part: string, terminal: string): number => {
    const key = `${part}#${terminal}`;
    if (!terminalOrder.has(key))
      Object.keys(design.parts[part]!.terminals).forEach((t, i) => terminalOrder.set(`${part}#${t}`, i));
    return terminalOrder.get(key) ?? 0;
  };
  const edges = on.map((w): GraphEdge => {
    const ends = w.ends.map((e, i) => {
      const id = `${w.id}|${i}`;
      const list = ports.get(e.part) ?? [];
      list.push({
        id,
        terminal: e.terminal,
        printed: e.printed,
        side: i === 0 ? 'east' : 'west',
        conductor: w.id,
        net: w.net,
        elsewhere: other(sheetsOfTerminal.get(`${e.part}#${e.terminal}`) ?? [], sheet),
        order: orderOf(e.part, e.terminal) * 1e6 + w.conductor.number,
      });
      ports.set(e.part, list);
      return { node: e.part, port: id };
    });
    return {
      id: w.id,
      number: w.conductor.number,
      colour: w.conductor.colour,
      net: w.net,
      from: ends[0]!,
      to: ends[1]!,
    };
  });

  const nodes = [...ports].map(([id, list]): GraphNode => {
    const part = design.parts[id]!;
    const sides = { west: [] as Port[], east: [] as Port[] };
    for (const { order: _order, ...p } of list.sort((a, b) => a.order - b.order)) {
      const side = sides[p.side];
      side.push({ ...p, ...besideOf(`${id}#${p.terminal}`), y: measure.head + measure.row * (side.length + 0.5) });
    }
    const longest = (side: Port[]) =>
      Math.max(
        0,
        ...side.map((p) => p.printed.length + 2 * p.elsewhere.length + (p.beside ? p.beside.length + 1 : 0)),
      ) * measure.glyph;
    const width = Math.max(
      measure.least,
      measure.symbol +
        3 * measure.pad +
        Math.max(part.designation.length * measure.boldGlyph, nameOf(part).length * measure.nameGlyph),
      longest(sides.west) + longest(sides.east) + 4 * measure.pad,
    );
    return {
      id,
      designation: part.designation,
      name: nameOf(part),
      fullName: `${part.designation} ${part.name}`,
      symbols: [symbolOf(part)],
      width: Math.ceil(width),
      height: measure.head + measure.row * Math.max(sides.west.length, sides.east.length) + measure.foot,
      ports: [...sides.west, ...sides.east],
      alsoOn: other(sheetsOfPart.get(id) ?? [], sheet),
    };
  });
  return { nodes, edges };
}
