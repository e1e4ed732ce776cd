import type { Design } from '../machine/design';
import { alongOf, around, ductsOn, meetingOf, nearestOn, type LaidDuct, type Point } from './ducts';
import type { Plate } from './body';
import { placedOn, plateOf, type Placed } from './plate';

/** A stretch of a way inside a duct, mm along its middle line from its lower or left end. */
export interface Stretch {
  duct: string;
  from: number;
  to: number;
}
/** The way of a conductor over a plate. */
export interface Way {
  mm: number;
  stretches: Stretch[];
}

/** An edge of a plate or front. */
export type Side = 'bottom' | 'left' | 'right' | 'top';

/** Parts this close are joined without a duct, mm. */
const BESIDE = 60;
/** Out of a duct a conductor hangs free: a way counts so many times there when the shortest one is sought. */
const OPEN_PENALTY = 2;

/** A place where two ducts meet; and how far along each of them. */
interface Meeting {
  on: ReadonlyMap<number, number>;
}
/** Where a conductor of a part goes into a duct, and how far it is from the part to there, mm. */
interface Access {
  duct: number;
  along: number;
  mm: number;
}

/** The ways that conductors take over the plate of a box: out of a part into the nearest duct, through ducts, and to the other part. */
export class PanelWays {
  private readonly ducts: readonly LaidDuct[];
  private readonly placed: ReadonlyMap<string, Placed>;
  private readonly plate: Plate | undefined;
  private readonly meetings: Meeting[] = [];
  /** Of each duct: the meetings on it, and how far along they are. */
  private readonly meetingsOn: (readonly (readonly [number, number])[])[] = [];
  /** Between meetings: the shortest way, and the meeting that comes next on it. */
  private readonly between: number[][] = [];
  private readonly next: number[][] = [];
  private readonly accesses = new Map<string, readonly Access[]>();
  private readonly entry: Side;

  constructor(design: Design, enclosure: string) {
    const box = design.enclosures?.[enclosure];
    this.ducts = ductsOn(design, enclosure);
    this.placed = new Map(placedOn(design, enclosure).map((p) => [p.part, p]));
    this.plate = box && plateOf(box);
    this.entry = box?.cablesEnter ?? 'bottom';
    this.join();
  }
  has(part: string): boolean {
    return this.placed.has(part);
  }

  /** The way between two parts on the plate; undefined where one of them is not on it. */
  betweenParts(a: string, b: string): Way | undefined {
    const [p, q] = [this.placed.get(a), this.placed.get(b)];
    if (!p || !q) return undefined;
    if (a === b) return { mm: 0, stretches: [] };
    return this.way(a, this.endsOf(p), b, this.endsOf(q));
  }
  /** The way from a part to where cables come into the box. */
  toEntry(part: string): Way | undefined {
    return this.toSide(part, this.entry);
  }
  /** The way from a part to the middle of an edge of the plate. */
  toSide(part: string, side: Side): Way | undefined {
    const p = this.placed.get(part);
    const { plate } = this;
    if (!p || !plate) return undefined;
    const [x, y] = [plate.width / 2, plate.height / 2];
    const at = { bottom: { x, y: 0 }, top: { x, y: plate.height }, left: { x: 0, y }, right: { x: plate.width, y } };
    // No id of a part has a blank.
    return this.way(part, this.endsOf(p), `edge ${side}`, [at[side]]);
  }
  /** Terminals are at the upper and lower side of a housing; of one that is turned, at its sides. */
  private endsOf({ x, y, body, turned }: Placed): Point[] {
    const [cx, cy] = [x + body.width / 2, y + body.height / 2];
    return turned
      ? [
          { x, y: cy },
          { x: x + body.width, y: cy },
        ]
      : [
          { x: cx, y },
          { x: cx, y: y + body.height },
        ];
  }

  private way(a: string, from: readonly Point[], b: string, to: readonly Point[]): Way {
    const open = Math.min(...from.flatMap((p) => to.map((q) => around(p, q))));
    let best: { cost: number; mm: number; by?: readonly [Access, Access, number, number] } = {
      cost: open <= BESIDE ? open : OPEN_PENALTY * open,
      mm: open,
    };
    for (const i of this.accessesOf(a, from))
      for (const j of this.accessesOf(b, to)) {
        const take = (along: number, u: number, v: number) => {
          const cost = OPEN_PENALTY * (i.mm + j.mm) + along;
          if (cost < best.cost) best = { cost, mm: i.mm + along + j.mm, by: [i, j, u, v] };
        };
        if (i.duct === j.duct) {
          take(Math.abs(i.along - j.along), -1, -1);
          continue;
        }
        for (const [u, out] of this.meetingsOn[i.duct]!)
          for (const [v, back] of this.meetingsOn[j.duct]!)
            take(Math.abs(out - i.along) + this.between[u]![v]! + Math.abs(back - j.along), u, v);
      }
    return { mm: best.mm, stretches: best.by ? this.stretchesOf(...best.by) : [] };
  }
  private stretchesOf(i: Access, j: Access, u: number, v: number): Stretch[] {
    const stretch = (duct: number, from: number, to: number): Stretch[] => {
      const { id, duct: of } = this.ducts[duct]!;
      const [a, b] = [from, to].map((x) => Math.max(0, Math.min(x, of.length))) as [number, number];
      return a === b ? [] : [{ duct: id, from: Math.min(a, b), to: Math.max(a, b) }];
    };
    if (u === -1) return stretch(i.duct, i.along, j.along);
    const all = stretch(i.duct, i.along, this.meetings[u]!.on.get(i.duct)!);
    for (let at = u; at !== v;) {
      const then = this.next[at]![v]!;
      const [from, to] = [this.meetings[at]!.on, this.meetings[then]!.on];
      const duct = [...from.keys()].find((d) => to.has(d))!;
      all.push(...stretch(duct, from.get(duct)!, to.get(duct)!));
      at = then;
    }
    return [...all, ...stretch(j.duct, this.meetings[v]!.on.get(j.duct)!, j.along)];
  }

  /** The two nearest ducts of each end of a part. */
  private accessesOf(id: string, ends: readonly Point[]): readonly Access[] {
    let known = this.accesses.get(id);
    if (!known) {
      known = ends.flatMap((p) =>
        this.ducts
          .map((d, duct): Access => {
            const at = nearestOn(d, p);
            return { duct, along: alongOf(d, at), mm: around(p, at) };
          })
          .sort((x, y) => x.mm - y.mm)
          .slice(0, 2),
      );
      this.accesses.set(id, known);
    }
    return known;
  }

  /** All shortest ways between the places where ducts meet (Floyd and Warshall): a plate has few of them. */
  private join(): void {
    const { ducts, meetings, between, next } = this;
    ducts.forEach((a, i) =>
      ducts.slice(i + 1).forEach((b, k) => {
        const at = meetingOf(a, b);
        if (at)
          meetings.push({
            on: new Map([
              [i, alongOf(a, at)],
              [i + 1 + k, alongOf(b, at)],
            ]),
          });
      }),
    );
    ducts.forEach((_, i) =>
      this.meetingsOn.push(
        meetings.flatMap((m, u) => {
          const along = m.on.get(i);
          return along === undefined ? [] : [[u, along] as const];
        }),
      ),
    );
    const apart = (m: Meeting, n: Meeting) =>
      Math.min(...[...m.on].map(([duct, along]) => (n.on.has(duct) ? Math.abs(along - n.on.get(duct)!) : Infinity)));
    meetings.forEach((m, u) => {
      between.push(meetings.map((n, v) => (u === v ? 0 : apart(m, n))));
      next.push(meetings.map((_, v) => v));
    });
    for (let k = 0; k < meetings.length; k++)
      for (let u = 0; u < meetings.length; u++) {
        const first = between[u]![k]!;
        if (first === Infinity) continue;
        for (let v = 0; v < meetings.length; v++) {
          const by = first + between[k]![v]!;
          if (by < between[u]![v]!) {
            between[u]![v] = by;
            next[u]![v] = next[u]![k]!;
          }
        }
      }
  }
}
