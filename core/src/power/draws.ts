import { linesTo } from '../distribution/lines';
import type { DistributionTree } from '../distribution/tree';
import { runsOnMains } from '../drivetrain/bus';
import type { Line, PortRef } from '../machine/ports';
import { drivesByAxis, motorDemand } from './budget';
import { mainsDemand } from './mains';
import { dutyOf, motorWatts, powerStates, spindleShare, demandOn, type PowerState, type ReadPower } from './states';

/** What a part takes at one of its ports in a state. */
export interface Draw {
  readonly part: string;
  readonly port: string;
  /** `X`, `Y left`, or a designation. */
  readonly name: string;
  readonly watts: number;
  /** In each line that feeds it, A. */
  readonly amps: number;
}
export type Draws = Readonly<Record<PowerState, readonly Draw[]>>;

/** What the whole machine takes from the mains in a state, W. */
export const mainsWatts = (draws: readonly Draw[]): number =>
  draws.reduce((sum, d) => sum + (d.port === 'mains' ? d.watts : 0), 0);

/** Kept by the axes and the design that they were worked out from. */
const kept = new WeakMap<ReadPower['axes'], { design: ReadPower['design']; draws: Draws }>();

/**
 * What every part takes, from supplies and from the mains, state by state. On each supply that one axis moves which takes most
 * there. What a supply takes from the mains follows from what hangs on it; of one whose loads no sheet tells, from its rating.
 */
export function drawsOf(read: ReadPower): Draws {
  const known = kept.get(read.axes);
  if (known?.design === read.design) return known.draws;
  const demands = Object.entries(read.design.parts).flatMap(([id, part]) => {
    const demand = part.data.class === 'supply' ? demandOn(read, id) : undefined;
    return demand ? [{ id, demand }] : [];
  });
  const draws = Object.fromEntries(
    powerStates.map((state) => {
      const direct = demands.flatMap(({ demand }) =>
        demand.states[state].terms.map((t): Draw => ({ ...t, amps: t.watts / demand.volts })),
      );
      const loadW: Record<string, number | undefined> = motorsOnMains(read, state);
      for (const { id, demand } of demands) {
        const { watts } = demand.states[state];
        if (watts > 0 && !demand.unknown.length) loadW[id] = watts;
      }
      const mains = mainsDemand(read.design, loadW, spindleShare(state, dutyOf(read.design))).map(
        ({ id, part, port, watts, amps }): Draw => ({ part: id, port, name: part.designation, watts, amps }),
      );
      return [state, [...direct, ...mains]] as const;
    }),
  ) as unknown as Draws;
  kept.set(read.axes, { design: read.design, draws });
  return draws;
}

/** A drive on the mains takes what its motors need: it has no supply that would be counted. */
function motorsOnMains({ design, axes }: ReadPower, state: PowerState): Record<string, number> {
  const watts: Record<string, number> = {};
  const duty = dutyOf(design);
  for (const { axisId, figures } of drivesByAxis(design, axes))
    figures.forEach((d, i) => {
      const { driver } = design.axes[axisId]!.drives[i]!;
      if (driver === undefined || !runsOnMains(design.parts[driver])) return;
      const demand = motorDemand(d, 1);
      if (demand) watts[driver] = (watts[driver] ?? 0) + motorWatts(demand, state, true, duty);
    });
  return watts;
}

/** The currents of some draws by the line that they load, A: of direct current there is one. */
export function ampsByLine(tree: DistributionTree, draws: readonly Draw[]): ReadonlyMap<Line, number> {
  const sums = new Map<Line, number>();
  for (const d of draws)
    for (const line of d.port === 'mains' ? linesTo(tree, d) : DIRECT) sums.set(line, (sums.get(line) ?? 0) + d.amps);
  return sums;
}
const DIRECT: readonly Line[] = ['L'];

/** Whether what a part takes at a port comes from another one or passes it: by any of its ports, or by some of them. */
export function comesThrough(tree: DistributionTree, draw: PortRef, part: string, ports?: readonly string[]): boolean {
  const { passes, source } = tree.wayTo(draw.part, draw.port);
  const here = (p: PortRef | undefined) => p?.part === part && (ports === undefined || ports.includes(p.port));
  return here(source) || passes.some(here);
}
