import type { Design } from '../machine/design';
import { insideMm2, type LaidDuct, ductsOn } from '../panel/ducts';
import { baseValue } from '../units/quantity';
import { cablesByName } from './chains';
import { routesOf } from './routes';
import type { Wire, Wires } from './wires';

/** Of its inside, a duct should not hold more: heat has to get out, and a hand has to get in. */
export const MOST_DUCT_FILL = 0.6;
/** Outer diameters of flexible single conductors in mm by section in mm²: the upper ones of EN 50525-2-31. */
const OUTER_MM: readonly (readonly [mm2: number, mm: number])[] = [
  [0.14, 1.4],
  [0.25, 1.6],
  [0.34, 1.8],
  [0.5, 2.5],
  [0.75, 2.7],
  [1, 2.8],
  [1.5, 3.4],
  [2.5, 4.1],
  [4, 4.8],
  [6, 5.3],
  [10, 6.8],
  [16, 8.1],
];
/** Of a conductor without a section, mm². */
const USUAL_MM2 = 0.75;
/** Of a cable whose sheet tells no diameter, mm. */
const USUAL_CABLE_MM = 8;

/** Outer diameter in mm of a flexible single conductor: that of the next row of the table. */
export const outerMm = (mm2: number): number =>
  (OUTER_MM.find(([section]) => section >= mm2 * 0.95) ?? OUTER_MM.at(-1)!)[1];

/** What lies in a duct: to which side of a dividing wall it belongs. */
type Side = 'power' | 'signal' | 'either';

export interface DuctFill {
  duct: LaidDuct;
  /** Share of its inside that is taken where it is fullest. */
  fill: number;
  /** Conductors in it, by id. */
  conductors: readonly string[];
  /** Mains and motor leads that lie beside signals, and how far, mm; undefined where a wall is between them. */
  mixed?: { power: readonly string[]; signals: readonly string[]; mm: number };
}

/** How full each duct on the plate of a box gets, and what lies side by side in it. */
export function ductFills(design: Design, wires: Wires, enclosure: string): DuctFill[] {
  const routes = routesOf(design);
  const ducts = ductsOn(design, enclosure);
  if (!routes || !ducts.length) return [];
  const cables = cablesByName(design);
  const inside = new Map<string, Piece[]>(ducts.map((d) => [d.id, []]));
  const seen = new Set<string>();
  for (const wire of wires.all) {
    const { conductor: c, id } = wire;
    const route = routes.of(c);
    if (route?.box !== enclosure) continue;
    const cable = c.cable === undefined ? undefined : cables.get(c.cable)?.part.data;
    const screened = cable?.class === 'cable' && cable.screened;
    const side = screened ? 'either' : sideOf(wire, wires);
    for (const { duct, from, to } of route.stretches) {
      // The cores of a cable lie in one sheath, which counts once.
      const key = `${c.cable} ${duct}`;
      const counted = c.cable !== undefined && seen.has(key);
      seen.add(key);
      const mm =
        c.cable === undefined
          ? outerMm(c.section ? baseValue(c.section) : USUAL_MM2)
          : cable?.class === 'cable' && cable.outerDiameter
            ? baseValue(cable.outerDiameter)
            : USUAL_CABLE_MM;
      inside.get(duct)!.push({ id, side, from, to, mm2: counted ? 0 : (Math.PI / 4) * mm ** 2 });
    }
  }
  return ducts.map((duct) => {
    const pieces = inside.get(duct.id)!;
    const mixed = duct.duct.divided ? undefined : mixedOf(pieces);
    const room = insideMm2(duct.duct);
    return {
      duct,
      fill: room > 0 ? fullest(pieces) / room : pieces.length ? Infinity : 0,
      conductors: pieces.map((p) => p.id),
      ...(mixed ? { mixed } : {}),
    };
  });
}

interface Piece {
  id: string;
  side: Side;
  from: number;
  to: number;
  mm2: number;
}
/** The largest cross-section that lies anywhere in a duct, mm²: what begins is added, what ends is taken off. */
function fullest(pieces: readonly Piece[]): number {
  const steps = pieces.flatMap(({ from, to, mm2 }) => [[from, mm2] as const, [to, -mm2] as const]);
  steps.sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  let [now, most] = [0, 0];
  for (const [, by] of steps) most = Math.max(most, (now += by));
  return most;
}
function mixedOf(pieces: readonly Piece[]): DuctFill['mixed'] {
  const power = pieces.filter((p) => p.side === 'power');
  const signals = pieces.filter((p) => p.side === 'signal');
  let mm = 0;
  for (const p of power) for (const q of signals) mm = Math.max(mm, Math.min(p.to, q.to) - Math.max(p.from, q.from));
  return mm > 0 ? { power: power.map((p) => p.id), signals: signals.map((s) => s.id), mm } : undefined;
}

/** Mains and the phases of motors on one side; what a board reads or counts on the other. Earth and control may lie with either. */
function sideOf({ id, ends }: Wire, wires: Wires): Side {
  if (ends.some((e) => e.role === 'protective-earth' || e.role === 'shield')) return 'either';
  if (ends.some((e) => e.role.startsWith('phase-'))) return 'power';
  const sheet = wires.sheets.get(id);
  if (sheet === 'mains') return 'power';
  return sheet === 'signals' || sheet === 'inputs' || ends.some((e) => e.role === 'encoder') ? 'signal' : 'either';
}
