import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import { lines, portKey, type Line, type Port, type PortRef } from '../machine/ports';
import { positive, type Derived } from '../units/derived';
import type { DistributionTree } from './tree';

/** The lines of a port where the mains enters a part, or comes into the machine. */
export const linesOf = (port: Port): readonly Line[] => lines.filter((l) => port.terminals[l] !== undefined);
/** Whether a port takes or gives three phases. */
export const isThreePhase = (port: Port | undefined): boolean => port !== undefined && linesOf(port).length === 3;

/** Whether a port takes all three phases where they arrive: a device with three poles or more does. */
export const takesAllLines = (port: Port): boolean =>
  port.kind === 'passed-on'
    ? Object.keys(port.terminals).filter((c) => c.startsWith('pole-')).length > 2
    : linesOf(port).length > 1;

/**
 * The lines of the mains that arrive at a port that takes: of three phases, a device with three poles or more passes all of
 * them, and what takes one phase hangs on the one that somebody decided, or on the first. Where nothing tells, one line.
 */
export function linesTo(tree: DistributionTree, at: PortRef): readonly Line[] {
  return arriving(tree, at, new Set());
}
/** The lines that a port gives. */
export const linesFrom = (tree: DistributionTree, gives: PortRef): readonly Line[] => given(tree, gives, new Set());

function given(tree: DistributionTree, ref: PortRef, met: Set<string>): readonly Line[] {
  const port = tree.port(ref);
  if (port?.passesOn) return arriving(tree, { part: ref.part, port: port.passesOn }, met);
  return port?.kind === 'mains' ? linesOf(port) : ONE;
}
function arriving(tree: DistributionTree, at: PortRef, met: Set<string>): readonly Line[] {
  const from = tree.feeds[at.part]?.[at.port];
  const key = portKey(at);
  if (!from || met.has(key)) return ONE;
  met.add(key);
  const there = given(tree, from, met);
  const takes = tree.port(at);
  if ((takes && takesAllLines(takes)) || there.length < 2) return there;
  const decided = there.find((l) => l === from.pole);
  return [decided ?? there[0]!];
}
const ONE: readonly Line[] = ['L'];

/** The place of a conductor of the mains among the poles of a device that it passes: the lines first, then N. */
export function poleOfMains(tree: DistributionTree, into: PortRef, conductor: Line | 'N'): number | undefined {
  const passed = linesTo(tree, into);
  const place = conductor === 'N' ? passed.length : passed.indexOf(conductor);
  return place < 0 ? undefined : place;
}

/**
 * The place of a pole of direct current among those of a device that it passes: a filter takes both, what parts takes plus, or 0 V
 * where somebody has decided so. A strip holds one conductor, whichever it is to be.
 */
export function poleOfDirect(tree: DistributionTree, into: PortRef, pole: 'plus' | 'minus'): number | undefined {
  const { class: kind } = tree.parts[into.part]!.data;
  if (kind === 'filter') return pole === 'plus' ? 0 : 1;
  const parted = kind !== 'terminal-strip' && tree.feeds[into.part]?.[into.port]?.pole === 'minus' ? 'minus' : 'plus';
  return pole === parted ? 0 : undefined;
}

/** A conductor of a part's mains port with the one of the mains that feeds it. */
export interface MainsLead {
  readonly own: Line | 'N';
  readonly of: Line | 'N';
}
/** The conductors of the mains that a port takes, and which ones of the mains they are; a line that does not arrive is left out. */
export function mainsLeads(tree: DistributionTree, at: PortRef): MainsLead[] {
  const port = tree.port(at);
  if (!port) return [];
  const arrive = linesTo(tree, at);
  const own = linesOf(port);
  const three = own.length > 1;
  return [
    ...own.flatMap((line): MainsLead[] => {
      const of = three ? arrive.find((l) => l === line) : arrive[0];
      return of ? [{ own: line, of }] : [];
    }),
    ...(port.terminals.N === undefined ? [] : [{ own: 'N', of: 'N' } as const]),
  ];
}

/** What a conductor of the mains at a port is called: the first one of three phases is L1. */
export function mainsName(tree: DistributionTree, at: PortRef, conductor: Line | 'N'): string {
  const { source } = tree.wayTo(at.part, at.port);
  return conductor === 'L' && source && isThreePhase(tree.port(source)) ? 'L1' : conductor;
}

/** Volts between the conductors of a port on the mains: √3 times those from line to neutral where it has three phases. */
export const mainsVoltsAt = (design: Pick<Design, 'mainsVoltage'>, threePhase: boolean): Derived<number> => {
  const volts = positive(design.mainsVoltage, 'mainsVoltage');
  return volts.known && threePhase ? { ...volts, value: volts.value * SQRT3 } : volts;
};
const SQRT3 = Math.sqrt(3);

/**
 * What has to be joined so that the mains reaches a part: each of its mains terminals with the one where the mains comes in
 * (`otherwise`, where no feed says by which part). Undefined where there is nothing to join.
 */
export function mainsJoins(
  tree: DistributionTree,
  id: string,
  otherwise?: string,
): (readonly [inlet: TerminalRef, own: TerminalRef])[] | undefined {
  const at = { part: id, port: 'mains' };
  const own = tree.port(at);
  const source = tree.wayTo(id, 'mains').source?.part ?? otherwise;
  const inlet = source === undefined ? undefined : tree.port({ part: source, port: 'mains' });
  if (source === undefined || !inlet || own?.direction !== 'takes') return undefined;
  const leads = mainsLeads(tree, at);
  const joins: (readonly [TerminalRef, TerminalRef])[] = [];
  for (const conductor of [...linesOf(own), 'N'] as const) {
    const to = own.terminals[conductor];
    if (to === undefined) continue;
    // A phase that no feed brings is asked for all the same: without it, the part stays dead.
    const from = inlet.terminals[leads.find((l) => l.own === conductor)?.of ?? 'L'];
    if (from === undefined) return undefined;
    joins.push([
      { part: source, terminal: from },
      { part: id, terminal: to },
    ]);
  }
  return joins.length > 1 ? joins : undefined;
}
