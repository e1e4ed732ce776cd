import type { Design } from '../machine/design';
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

/**
 * The path of least resistance over conductors between earth terminals; all earth terminals of a part are one piece of
 * metal. Undefined where no way leads from the mains inlet to the part.
 */
export function earthPath(design: Pick<Design, 'parts' | 'conductors' | 'roles'>, part: string): EarthPath | undefined {
  const start = design.roles.mainsInlet;
  if (!start) return undefined;
  const isEarth = (t: { part: string; terminal: string }) =>
    design.parts[t.part]?.terminals[t.terminal]?.role === 'protective-earth';
  const edges = Object.entries(design.conductors).flatMap(([id, c]) => {
    if (!isEarth(c.from) || !isEarth(c.to)) return [];
    const lengthM = c.length ? baseValue(c.length) / 1000 : UNKNOWN.lengthM;
    const sectionMm2 = c.section ? baseValue(c.section) : UNKNOWN.sectionMm2;
    return [{ id, a: c.from.part, b: c.to.part, ohm: resistanceOhm(lengthM, sectionMm2, ROOM_C) }];
  });
  const reached = new Map<string, EarthPath>();
  const open: { part: string; path: EarthPath }[] = [{ part: start, path: { conductors: [], ohm: 0 } }];
  while (open.length) {
    open.sort((x, y) => y.path.ohm - x.path.ohm);
    const { part: here, path } = open.pop()!;
    if (reached.has(here)) continue;
    reached.set(here, path);
    if (here === part) return path;
    for (const e of edges) {
      const next = e.a === here ? e.b : e.b === here ? e.a : undefined;
      if (next !== undefined && !reached.has(next))
        open.push({ part: next, path: { conductors: [...path.conductors, e.id], ohm: path.ohm + e.ohm } });
    }
  }
  return undefined;
}
