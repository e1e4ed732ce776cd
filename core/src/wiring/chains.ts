import type { CableChain } from '../machine/connections';
import type { Design } from '../machine/design';
import { baseValue } from '../units/quantity';

/** Share of a chain's cross-section that its cables may take: they must be free to slide past each other. */
export const MOST_FILL = 0.6;
/** A cable needs a tenth of its diameter as play. */
const PLAY = 1.1;

export interface ChainFill {
  id: string;
  chain: CableChain;
  cables: readonly { name: string; outerMm: number | undefined; bendMm: number | undefined }[];
  /** Cross-sections of the cables over that of the chain; undefined while a size is not known. */
  fill: number | undefined;
  /** Names of cables that are too thick for its height, or that may not be bent so tight. */
  tooThick: readonly string[];
  tooStiff: readonly string[];
  /** Cables without an outer diameter. */
  unknown: readonly string[];
}

/** The cable parts of a machine by their names, by which conductors refer to them. */
export function cablesByName(design: Design): ReadonlyMap<string, { id: string; part: Design['parts'][string] }> {
  const map = new Map<string, { id: string; part: Design['parts'][string] }>();
  for (const [id, part] of Object.entries(design.parts))
    if (part.data.class === 'cable') map.set(part.name, { id, part });
  return map;
}

/** How full each moving cable chain gets, and which cable it does not suit. */
export function chainFills(design: Design): ChainFill[] {
  const parts = cablesByName(design);
  return Object.entries(design.chains ?? {}).map(([id, chain]) => {
    const inside = Object.values(design.conductors).filter((c) => c.chain === chain.name);
    const names = [...new Set(inside.map((c) => c.cable ?? `conductor ${c.number}`))];
    const cables = names.map((name) => {
      const data = parts.get(name)?.part.data;
      const of = (q: Parameters<typeof baseValue>[0] | undefined) => (q ? baseValue(q) : undefined);
      return data?.class === 'cable'
        ? { name, outerMm: of(data.outerDiameter), bendMm: of(data.bendRadius) }
        : { name, outerMm: undefined, bendMm: undefined };
    });
    const [w, h] = [chain.innerWidth, chain.innerHeight].map((q) => q && baseValue(q));
    const area = cables.reduce((sum, c) => sum + (Math.PI / 4) * (c.outerMm ?? 0) ** 2, 0);
    const radius = chain.bendRadius && baseValue(chain.bendRadius);
    return {
      id,
      chain,
      cables,
      fill: w && h ? area / (w * h) : undefined,
      tooThick: h ? cables.filter((c) => c.outerMm !== undefined && c.outerMm * PLAY > h).map((c) => c.name) : [],
      tooStiff: radius ? cables.filter((c) => c.bendMm !== undefined && c.bendMm > radius).map((c) => c.name) : [],
      unknown: cables.filter((c) => c.outerMm === undefined).map((c) => c.name),
    };
  });
}

/** A cable as it lies in its chain, mm from the lower left corner of the inside to its centre. */
export interface LaidCable {
  name: string;
  x: number;
  y: number;
  diameter: number;
}
/** Drawn for a cable whose diameter is not known, mm. */
const USUAL_DIAMETER = 5;

/**
 * The cables of a chain laid side by side in rows, the thickest first, each with its play; a row that is full is
 * followed by one above it. Cables that rise above the inner height do not fit this way.
 */
export function laidInChain({ chain, cables }: ChainFill): { cables: LaidCable[]; height: number } {
  const width = chain.innerWidth ? baseValue(chain.innerWidth) : Infinity;
  const thickest = cables
    .map((c) => ({ name: c.name, diameter: c.outerMm ?? USUAL_DIAMETER }))
    .sort((a, b) => b.diameter - a.diameter);
  let [x, floor, rise] = [0, 0, 0];
  const laid = thickest.map(({ name, diameter }): LaidCable => {
    const room = diameter * PLAY;
    if (x > 0 && x + room > width) [x, floor, rise] = [0, floor + rise, 0];
    rise = Math.max(rise, room);
    x += room;
    return { name, x: x - room / 2, y: floor + diameter / 2, diameter };
  });
  return { cables: laid, height: floor + rise };
}

/** A chain as it is drawn: its inside, or as much as its cables take where that is not known; mm. */
export interface DrawnChain extends ChainFill {
  laid: readonly LaidCable[];
  widthMm: number;
  heightMm: number;
  /** Its cables do not lie side by side in it. */
  overfull: boolean;
  /** Bend radius that its stiffest cable needs; undefined where none is known. */
  stiffestMm: number | undefined;
}
/** The least that an inside is drawn as, mm. */
const LEAST_INSIDE = { width: 20, height: 10 };
export function drawnChain(fill: ChainFill): DrawnChain {
  const { cables: laid, height } = laidInChain(fill);
  const { innerWidth, innerHeight } = fill.chain;
  const bends = fill.cables.flatMap((c) => c.bendMm ?? []);
  return {
    ...fill,
    laid,
    widthMm: innerWidth ? baseValue(innerWidth) : Math.max(LEAST_INSIDE.width, ...laid.map((c) => c.x + c.diameter)),
    heightMm: innerHeight ? baseValue(innerHeight) : Math.max(LEAST_INSIDE.height, height),
    overfull: innerHeight !== undefined && height > baseValue(innerHeight),
    stiffestMm: bends.length ? Math.max(...bends) : undefined,
  };
}
