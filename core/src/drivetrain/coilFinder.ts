import { grouped } from '../units/grouped';

/** What was seen between two leads of an unmarked motor. */
export interface CoilObservation {
  a: string;
  b: string;
  /** Ohms between them; `open` for no connection. Undefined where only the shaft was felt. */
  ohms?: number | 'open';
  /** The shaft is stiff to turn by hand while the two are joined. */
  stiff?: boolean;
}

export interface CoilAnswer {
  /** Leads that belong together, as far as they are known. */
  groups: string[][];
  /** Terminals for a driver: A, A′, B, B′, with taps where there are any. */
  terminals: { lead: string; terminal: string }[];
  contradictions: string[];
  /** The next measurement that decides, in words; undefined when all is known. */
  next: string | undefined;
  /** The two leads that it asks to be measured, where it asks for two. */
  nextPair: readonly [string, string] | undefined;
}

/** Two readings count as the same winding's whole and half when they differ by less than this share. */
const LIKE = 0.15;
const near = (x: number, y: number) => Math.abs(x - y) <= LIKE * Math.max(x, y);
const connects = (o: CoilObservation): boolean | undefined =>
  o.ohms !== undefined ? o.ohms !== 'open' : o.stiff === undefined ? undefined : o.stiff;

/** Leads of one winding by the number of leads of the motor. With five, the taps of both windings are joined inside. */
const leadsOfWinding: Readonly<Record<number, number>> = { 4: 2, 5: 5, 6: 3, 8: 2 };

/**
 * Finds the coils of a two-phase stepper with 4, 5, 6 or 8 leads from what was measured between its leads. Ohms join two
 * leads into one winding, an open circuit parts them; a shaft that turns stiff with two leads joined says the same as
 * ohms. With six leads the middle tap is the one with half the resistance to both others; with five, the common lead has
 * half the resistance to each other one that those have among themselves.
 */
export function findCoils(leads: readonly string[], seen: readonly CoilObservation[]): CoilAnswer {
  const contradictions: string[] = [];
  const parent = new Map(leads.map((l) => [l, l]));
  const root = (l: string): string => (parent.get(l) === l ? l : root(parent.get(l)!));
  for (const o of seen) {
    if (o.ohms !== undefined && o.stiff !== undefined && (o.ohms !== 'open') !== o.stiff)
      contradictions.push(
        `${o.a} and ${o.b}: ${o.ohms === 'open' ? 'no connection, yet the shaft turns stiff' : 'a connection, yet the shaft turns freely'}. Measure again, with all other leads apart.`,
      );
    if (connects(o)) parent.set(root(o.a), root(o.b));
  }
  for (const o of seen)
    if (connects(o) === false && root(o.a) === root(o.b))
      contradictions.push(`${o.a} and ${o.b} were found apart, but other readings join them into one winding.`);
  const byRoot = grouped(leads, root);
  const groups = [...byRoot.values()].filter((g) => g.length > 1);
  const loose = [...byRoot.values()].filter((g) => g.length === 1).map((g) => g[0]!);
  const size = leadsOfWinding[leads.length] ?? 2;
  const wanted = leads.length / size;
  for (const g of groups)
    if (g.length > size)
      contradictions.push(
        `${g.join(', ')} seem to be one winding, but a motor with ${leads.length} leads has ${size} to a winding. One of these readings is wrong.`,
      );

  const ohmsOf = (a: string, b: string) =>
    seen.find((o) => typeof o.ohms === 'number' && ((o.a === a && o.b === b) || (o.a === b && o.b === a)))?.ohms as
      number | undefined;
  /** The tap of a winding with three leads: the lead that the largest reading leaves out. */
  const tapOf = (g: string[]): string | undefined => {
    const pairs = [
      [g[0]!, g[1]!, g[2]!],
      [g[0]!, g[2]!, g[1]!],
      [g[1]!, g[2]!, g[0]!],
    ].map(([a, b, other]) => ({ ohms: ohmsOf(a!, b!), other: other! }));
    if (pairs.some((p) => p.ohms === undefined)) return undefined;
    const [most, x, y] = pairs.sort((p, q) => q.ohms! - p.ohms!);
    if (!near(most!.ohms!, x!.ohms! + y!.ohms!) || !near(x!.ohms!, y!.ohms!)) {
      contradictions.push(
        `${g.join(', ')}: the readings do not add up. The two halves should be alike and their sum the whole.`,
      );
      return undefined;
    }
    return most!.other;
  };

  const complete = groups.filter((g) => g.length === size);
  const terminals: CoilAnswer['terminals'] = [];
  let next: string | undefined;
  let nextPair: CoilAnswer['nextPair'];
  if (!contradictions.length && complete.length < wanted) {
    // Two pieces that may still be one winding: together no larger than one, and not yet found apart.
    const apart = (a: string, b: string): boolean =>
      seen.some(
        (o) => connects(o) === false && [root(o.a), root(o.b)].sort().join() === [root(a), root(b)].sort().join(),
      );
    // What is half found is completed first: it needs the fewest readings.
    const pieces = [...groups.filter((g) => g.length < size), ...loose.map((l) => [l])];
    const untried = pieces.flatMap((g, i) =>
      pieces
        .slice(i + 1)
        .filter((h) => g.length + h.length <= size && !apart(g[0]!, h[0]!))
        .map((h) => [g[0]!, h[0]!] as const),
    )[0];
    if (untried) {
      nextPair = untried;
      next = `Measure ${untried[0]} to ${untried[1]}, with every other lead apart.`;
    } else
      contradictions.push(
        'No pair is left that could be a winding: one of the open readings is wrong, or a coil is broken.',
      );
  }
  if (!contradictions.length && leads.length === 5 && complete.length === wanted) {
    const common = commonOf(leads, ohmsOf);
    if ('ask' in common) {
      nextPair = common.ask;
      next = `Measure ${common.ask[0]} to ${common.ask[1]} in ohms.`;
    } else if (!common.lead)
      contradictions.push(
        'The readings do not fit five leads: to the common lead each of the others has half of what two of them have between each other. Measure again.',
      );
    else {
      for (const l of leads) terminals.push({ lead: l, terminal: l === common.lead ? 'common' : 'end of a half-coil' });
      next =
        'The taps of both windings are joined inside: this motor is made for a driver with one transistor a half-coil. A two-phase driver cannot run it. Opening it and parting the joint makes six leads of it.';
    }
  } else if (!contradictions.length && complete.length === wanted) {
    const names = leads.length === 8 ? ['A1', 'A2', 'B1', 'B2'] : ['A', 'B'];
    complete.forEach((g, i) => {
      const name = names[i]!;
      if (size === 2) {
        const [p, m] = leads.length === 8 ? [`${name} start`, `${name} end`] : [name, `${name}′`];
        terminals.push({ lead: g[0]!, terminal: p }, { lead: g[1]!, terminal: m });
        return;
      }
      const tap = tapOf(g);
      if (!tap) {
        const open = [
          [g[0]!, g[1]!],
          [g[0]!, g[2]!],
          [g[1]!, g[2]!],
        ].find(([a, b]) => ohmsOf(a!, b!) === undefined);
        if (open && !next) {
          nextPair = [open[0]!, open[1]!];
          next = `Measure ${open[0]} to ${open[1]} in ohms: the largest of the three readings leaves the tap out.`;
        }
        return;
      }
      const ends = g.filter((l) => l !== tap);
      terminals.push(
        { lead: ends[0]!, terminal: name },
        { lead: tap, terminal: `${name} tap` },
        { lead: ends[1]!, terminal: `${name}′` },
      );
    });
    if (leads.length === 8 && !next)
      next =
        'Which halves belong to one phase, and which way round, shows at the shaft: join two halves in series and feed the other phase. Where it hums and does not turn, a half is the wrong way round or of the other phase.';
  }
  return { groups, terminals, contradictions: [...new Set(contradictions)], next, nextPair };
}

/** The common one of five leads, from the ohms between the first lead and each other one; or the pair to measure next. */
function commonOf(
  leads: readonly string[],
  ohmsOf: (a: string, b: string) => number | undefined,
): { lead: string | undefined } | { ask: readonly [string, string] } {
  const [first, ...others] = leads as [string, ...string[]];
  const ohms = others.map((l) => ohmsOf(first, l));
  const unknown = others.find((_, i) => ohms[i] === undefined);
  if (unknown !== undefined) return { ask: [first, unknown] };
  const most = Math.max(...(ohms as number[]));
  if (ohms.every((o) => near(o!, most))) return { lead: first };
  const half = others.filter((_, i) => near(2 * ohms[i]!, most));
  const whole = others.filter((_, i) => near(ohms[i]!, most));
  return { lead: half.length === 1 && whole.length === 3 ? half[0] : undefined };
}
