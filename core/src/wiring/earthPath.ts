import { mainsInlets } from '../distribution/supplies';
import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import { resistanceOhm } from '../electrics/conductors';
import { baseValue } from '../units/quantity';

/** The way of the protective earth from the mains inlet to the metal of a part. */
export interface EarthPath {
  /** Ids of its conductors, from the inlet on. */
  conductors: readonly string[];
  /** Resistance of their copper, Ω; a joint between them is not in it. */
  ohm: number;
}

/** Of a conductor whose length or section is not in the file: one metre of 1 mm². */
const UNKNOWN = { lengthM: 1, sectionMm2: 1 };
/** A meter stands in a cool cabinet. */
const ROOM_C = 20;

type Wired = Pick<Design, 'parts' | 'conductors'>;
interface Known {
  parts: Design['parts'];
  paths: ReadonlyMap<string, EarthPath>;
}
/** Worked out once for a table of conductors: every part asks, after every edit, and few edits touch the wiring. */
const found = new WeakMap<Design['conductors'], Known>();

/**
 * The path of least resistance over conductors between earth terminals; all earth terminals of a part are one piece of
 * metal. Undefined where no way leads from the mains inlet to the part.
 */
export function earthPath({ parts, conductors }: Wired, part: string): EarthPath | undefined {
  let known = found.get(conductors);
  if (known?.parts !== parts) {
    const inlets = mainsInlets({ parts }).map((inlet) => inlet.id);
    known = { parts, paths: pathsFrom(inlets, parts, conductors) };
    found.set(conductors, known);
  }
  return known.paths.get(part);
}

/** Every part that can be reached, the nearest first (Dijkstra). */
function pathsFrom(
  inlets: readonly string[],
  parts: Design['parts'],
  conductors: Design['conductors'],
): ReadonlyMap<string, EarthPath> {
  const isEarth = (t: TerminalRef) => parts[t.part]?.terminals[t.terminal]?.role === 'protective-earth';
  const edges = Object.entries(conductors).flatMap(([id, c]) => {
    if (!isEarth(c.from) || !isEarth(c.to)) return [];
    const lengthM = c.length ? baseValue(c.length) / 1000 : UNKNOWN.lengthM;
    const sectionMm2 = c.section ? baseValue(c.section) : UNKNOWN.sectionMm2;
    return [{ id, a: c.from.part, b: c.to.part, ohm: resistanceOhm(lengthM, sectionMm2, ROOM_C) }];
  });
  const reached = new Map<string, EarthPath>();
  const open: { part: string; path: EarthPath }[] = inlets.map((part) => ({
    part,
    path: { conductors: [], ohm: 0 },
  }));
  while (open.length) {
    open.sort((x, y) => y.path.ohm - x.path.ohm);
    const { part: here, path } = open.pop()!;
    if (reached.has(here)) continue;
    reached.set(here, path);
    for (const e of edges) {
      const next = e.a === here ? e.b : e.b === here ? e.a : undefined;
      if (next !== undefined && !reached.has(next))
        open.push({ part: next, path: { conductors: [...path.conductors, e.id], ohm: path.ohm + e.ohm } });
    }
  }
  return reached;
}
