import { givenAt } from '../distribution/choices';
import type { Branch } from '../distribution/outline';
import { distributionOf } from '../distribution/tree';
import { figureOr } from '../units/derived';
import { AT_EASE } from './budget';
import { ampsByLine, comesThrough, drawsOf, type Draw } from './draws';
import { powerStates, type PowerState, type ReadPower } from './states';

/** What a branch carries at its place in the tree: of a supply what it gives, of a device what passes it, of a load what it takes. */
export interface BranchFigures {
  readonly kind: 'mains' | 'direct';
  /** Volts that arrive there; of a supply those that it makes. Undefined where no sheet tells. */
  readonly volts: number | undefined;
  /** In the state that is looked at, A; of the mains in the line that carries most. */
  readonly amps: number;
  readonly watts: number;
  /** Lines of the mains that it has to do with; 1 of direct current. */
  readonly lines: number;
  /** The most of all states, and the state, A. */
  readonly peakA: number;
  readonly peakIn: PowerState;
  /** Its rating, A; undefined of a load, and where no sheet tells. */
  readonly ratedA: number | undefined;
  /** What it should carry for long: 70 % of a supply, 80 % of what protects or passes on, A. */
  readonly lastingA: number | undefined;
  /** What makes up the current, the largest first. */
  readonly terms: readonly Draw[];
}

/** Share of its rating that what protects or passes on should carry for long. */
export const LASTING = 0.8;
/** How a part is loaded: with something in reserve, with too little of it for long, beyond its rating. */
export type Loaded = 'ease' | 'tight' | 'over';
export const loadedTo = (amps: number, ratedA: number, lastingA: number): Loaded =>
  amps > ratedA ? 'over' : amps > lastingA ? 'tight' : 'ease';
const NEVER_RATED = ['controller', 'input-board', 'terminal-strip', 'spindle-drive', 'servo-drive'];

/** The figures of each branch in a state. Undefined for one on which nothing hangs that any sheet tells of. */
export function branchFigures(read: ReadPower, state: PowerState): (branch: Branch) => BranchFigures | undefined {
  const { design } = read;
  const tree = distributionOf(design);
  const draws = drawsOf(read);
  return (branch) => {
    const part = design.parts[branch.part];
    if (!part) return undefined;
    const isSupply = part.data.class === 'supply';
    const below = (of: PowerState): Draw[] => {
      if (isSupply) return draws[of].filter((d) => d.port !== 'mains' && comesThrough(tree, d, branch.part));
      const own = draws[of].filter((d) => d.part === branch.part && d.port === branch.port);
      if (!branch.gives.length) return own;
      const mains = givenAt(design, { part: branch.part, port: branch.gives[0]! })?.kind === 'mains';
      return [
        ...own,
        ...draws[of].filter((d) => (d.port === 'mains') === mains && comesThrough(tree, d, branch.part, branch.gives)),
      ];
    };
    const amps = (of: readonly Draw[]): number => Math.max(0, ...ampsByLine(tree, of).values());
    const terms = below(state);
    const [peakA, peakIn] = powerStates
      .map((s) => [amps(below(s)), s] as const)
      .reduce((most, x) => (x[0] > most[0] ? x : most));
    if (!(peakA > 0)) return undefined;
    const source = isSupply ? { part: branch.part, port: 'out' } : branch.from;
    const given =
      givenAt(design, source ?? { part: branch.part, port: branch.gives[0] ?? '' }) ??
      (terms[0]?.port === 'mains' ? { kind: 'mains' as const } : { kind: 'direct' as const });
    const ratedA = branch.gives.length ? ratingOf(part.data) : undefined;
    return {
      kind: given.kind,
      volts: given.kind === 'mains' ? figureOr(design.mainsVoltage, NaN) || undefined : given.volts,
      amps: amps(terms),
      lines: Math.max(1, ampsByLine(tree, terms).size),
      watts: terms.reduce((sum, d) => sum + d.watts, 0),
      peakA,
      peakIn,
      ratedA,
      lastingA: ratedA === undefined ? undefined : ratedA * (isSupply ? AT_EASE : LASTING),
      terms: [...terms].sort((a, b) => b.amps - a.amps),
    };
  };
}

/** What a part may give or pass on, A. A board’s figure is that of a signal, a strip’s that of each of its fuses, a drive’s that of its motor. */
function ratingOf(data: ReadPower['design']['parts'][string]['data']): number | undefined {
  if (NEVER_RATED.includes(data.class)) return undefined;
  const rating = 'outputCurrent' in data ? data.outputCurrent : 'ratedCurrent' in data ? data.ratedCurrent : undefined;
  const amps = figureOr(rating, 0);
  return amps > 0 ? amps : undefined;
}
