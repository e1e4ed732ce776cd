import type { Design } from '../machine/design';
import type { Conductor } from '../machine/connections';
import type { Quantity } from '../units/quantity';
import { cablesThrough, type DataOf, type Part } from '../machine/parts';
import { type Display, showQuantity } from '../units/print';
import { cablesByName } from './chains';
import type { ConductorChain } from './crossReference';
import { chainsTo } from './crossReference';
import { isDone } from './progress';
import type { Wires } from './wires';

/** A cable with what is in it. */
export interface CableUse {
  name: string;
  /** Its part; undefined for a name that no part has, an old lead say. */
  id: string | undefined;
  part: Part | undefined;
  designation: string;
  cores: { count: number; section: Quantity | undefined; screened: boolean } | undefined;
  /** Conductors in it, and how many of them are connected. */
  used: number;
  done: number;
  length: Quantity | undefined;
  chain: string;
  route: string;
}

/** How a cable is made, in words: cores, section, shield. */
export const cableWords = ({ cores, screened }: DataOf<'cable'>, display: Display): string =>
  `${cores.length} × ${cores[0]?.section ? showQuantity(cores[0].section, display) : '?'}${screened ? ', shielded' : ''}`;

/** The cables that conductors name, by designation. */
export function cableUses(design: Design): CableUse[] {
  const parts = cablesByName(design);
  const insideOf = new Map<string, Conductor[]>();
  for (const c of Object.values(design.conductors)) {
    if (c.cable === undefined) continue;
    const inside = insideOf.get(c.cable);
    if (inside) inside.push(c);
    else insideOf.set(c.cable, [c]);
  }
  return [...insideOf]
    .map(([name, inside]): CableUse => {
      const found = parts.get(name);
      const data = found?.part.data;
      return {
        name,
        id: found?.id,
        part: found?.part,
        designation: found?.part.designation ?? '',
        cores:
          data?.class === 'cable'
            ? { count: data.cores.length, section: data.cores[0]?.section, screened: data.screened }
            : undefined,
        used: inside.length,
        done: inside.filter(isDone).length,
        length: inside[0]?.length,
        chain: inside[0]?.chain ?? '',
        route: inside[0]?.route ?? '',
      };
    })
    .sort((a, b) => inOrder.compare(a.designation, b.designation));
}
const inOrder = new Intl.Collator('en', { numeric: true });

/** How many conductors a cable holds. */
export const conductorsIn = (design: Pick<Design, 'conductors'>, cable: string): number =>
  Object.values(design.conductors).filter((c) => c.cable === cable).length;

/** Contacts of a connector that none of the cables through it takes. */
export function freeContacts(design: Pick<Design, 'parts' | 'conductors'>, connector: string): number {
  const part = design.parts[connector];
  if (part?.data.class !== 'connector') return 0;
  const contacts = Object.keys(part.terminals).filter((t) => t.startsWith('a-')).length;
  return Math.max(0, contacts - cablesThrough(part).reduce((sum, c) => sum + conductorsIn(design, c), 0));
}

/** Connectors that divide other cables and have room for this one, in the order of the parts. */
export const connectorsWithRoom = (design: Pick<Design, 'parts' | 'conductors'>, cable: string): string[] =>
  Object.entries(design.parts).flatMap(([id, part]) => {
    const through = cablesThrough(part);
    const room = freeContacts(design, id) >= conductorsIn(design, cable);
    return through.length && !through.includes(cable) && room ? [id] : [];
  });

/** Plugs in a row that are followed to the part behind them; a longer row would be a ring. */
const MOST_PLUGS = 4;

/** The part that a cable leads to: where it ends at a plug, the part behind it. Undefined for a cable without conductors. */
export function farPart(design: Design, wires: Wires, cable: string): string | undefined {
  let at = Object.values(design.conductors).find((c) => c.cable === cable)?.to;
  for (let i = 0; at && i < MOST_PLUGS && design.parts[at.part]?.data.class === 'connector'; i++) {
    const { part: plug, terminal } = at;
    // Several cables may share the plug: on by the very contact.
    const contact = terminal.replace(/^a-/, 'b-');
    const beyond = wires.all.find((w) => w.ends.some((e) => e.part === plug && e.terminal === contact));
    const next = beyond?.ends.find((e) => e.part !== plug);
    if (!next) break;
    at = next;
  }
  return at?.part;
}

/** The way of each signal through a cable, as far as the part that it leads to. */
export function waysThrough(design: Design, wires: Wires, cable: string): ConductorChain[] {
  const target = farPart(design, wires, cable);
  return target ? chainsTo(design, wires, target).filter((x) => x.links.some((l) => l.cable === cable)) : [];
}
