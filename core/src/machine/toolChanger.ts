import { z } from 'zod';
import { neededQuantityOf, quantity, quantityOf } from '../units/quantity';
import { Id } from './ids';

/** A turret has at least two, and at most so many stations. */
export const MOST_STATIONS = 24;

const time = (of: string) => neededQuantityOf('time').describe(of);

/** A turret whose head turns forward freely and is turned back into its lock. */
const Turret = z.strictObject({
  kind: z.literal('turret'),
  stations: z.int().min(2).max(MOST_STATIONS),
  sensing: z
    .enum(['each', 'count'])
    .describe('a sensor for each station; or one that sees every station and one that sees the first'),
  forward: Id.optional().describe('the output that turns the head forward'),
  back: Id.optional().describe('the output that turns it back into its lock; a spring catches it when absent'),
  marks: z
    .array(Id.nullable())
    .max(MOST_STATIONS)
    .describe(
      'inputs of the sensors: of the stations in their order, null where one is missing; or of every station, then of the first',
    ),
  locked: Id.optional().describe('the input whose sensor sees the head locked'),
  stationTime: time('from one station to the next'),
  runOn: time('that it is turned further after its mark, until the pawl has dropped behind it'),
  changeOver: time('at rest between turning on and turning back'),
  backTime: time('that it is turned back for'),
});
export type Turret = z.infer<typeof Turret>;

/** A turret that an axis of the control turns: a stepper or servo motor, mostly on a worm. */
const IndexedTurret = z.strictObject({
  kind: z.literal('indexed'),
  axis: Id.optional().describe('the rotary axis that turns it; station 1 is at its datum'),
  stations: z.int().min(2).max(MOST_STATIONS),
  beyond: quantityOf('angle').describe('by which it is turned past its station and back, where a pawl seats it'),
  locked: Id.optional().describe('the input whose sensor sees the head clamped'),
});
export type IndexedTurret = z.infer<typeof IndexedTurret>;

/** A drawbar that springs hold and power releases. */
const Drawbar = z.strictObject({
  kind: z.literal('drawbar'),
  release: Id.optional().describe('the output that releases the tool'),
  open: Id.optional().describe('the input whose sensor sees it released'),
  clamped: Id.optional().describe('the input whose sensor sees the tool held'),
  releaseTime: time('until it is released'),
  clampTime: time('until the springs hold the tool'),
  standstill: time('from the stop of the spindle until it is certainly at rest'),
});
export type Drawbar = z.infer<typeof Drawbar>;

/** What changes tools by outputs and sensors. */
export const ToolChanger = z.discriminatedUnion('kind', [Turret, IndexedTurret, Drawbar]);
export type ToolChanger = z.infer<typeof ToolChanger>;

/** A changer with usual times, before anything is known of it. */
export const newToolChanger = (kind: ToolChanger['kind']): ToolChanger =>
  kind === 'indexed'
    ? { kind, stations: 4 }
    : kind === 'turret'
      ? {
          kind,
          stations: 4,
          sensing: 'each',
          marks: [],
          stationTime: quantity(0.6, 's', 'estimate'),
          runOn: quantity(100, 'ms', 'estimate'),
          changeOver: quantity(100, 'ms', 'estimate'),
          backTime: quantity(0.5, 's', 'estimate'),
        }
      : {
          kind,
          releaseTime: quantity(0.6, 's', 'estimate'),
          clampTime: quantity(0.6, 's', 'estimate'),
          standstill: quantity(5, 's', 'estimate'),
        };

/** Outputs and inputs that a changer names. */
export const changerOutputs = (c: ToolChanger): string[] =>
  (c.kind === 'turret' ? [c.forward, c.back] : c.kind === 'drawbar' ? [c.release] : []).filter(
    (id) => id !== undefined,
  );
export const changerInputs = (c: ToolChanger): string[] =>
  (c.kind === 'turret' ? [...c.marks, c.locked] : c.kind === 'drawbar' ? [c.open, c.clamped] : [c.locked]).filter(
    (id) => typeof id === 'string',
  );
/** The axis that a changer turns; the program leaves it alone. */
export const changerAxis = (c: ToolChanger | undefined): string | undefined =>
  c?.kind === 'indexed' ? c.axis : undefined;

/** How many sensors see the stations of a turret. */
export const marksWanted = ({ sensing, stations }: Pick<Turret, 'sensing' | 'stations'>): number =>
  sensing === 'each' ? stations : 2;

/** The inputs of the sensors, one for each mark that is wanted; null where one is missing. */
export const marksOf = (c: Turret): (string | null)[] =>
  Array.from({ length: marksWanted(c) }, (_, i) => c.marks[i] ?? null);

/** A changer without what is no longer there. A mark that is gone leaves its place empty: the others are of their stations still. */
export function changerWithout(
  c: ToolChanger,
  there: { outputs: (id: string) => boolean; circuits: (id: string) => boolean; axes: (id: string) => boolean },
): ToolChanger {
  const output = (id: string | undefined) => (id !== undefined && there.outputs(id) ? id : undefined);
  const input = (id: string | undefined) => (id !== undefined && there.circuits(id) ? id : undefined);
  const kept: Record<string, unknown> =
    c.kind === 'turret'
      ? {
          ...c,
          forward: output(c.forward),
          back: output(c.back),
          marks: c.marks.map((m) => (m !== null && there.circuits(m) ? m : null)),
          locked: input(c.locked),
        }
      : c.kind === 'drawbar'
        ? { ...c, release: output(c.release), open: input(c.open), clamped: input(c.clamped) }
        : { ...c, axis: c.axis !== undefined && there.axes(c.axis) ? c.axis : undefined, locked: input(c.locked) };
  for (const key of Object.keys(kept)) if (kept[key] === undefined) delete kept[key];
  return kept as unknown as ToolChanger;
}

/** What an input is called that a changer uses; undefined for any other. */
export function changerInputName(c: ToolChanger, id: string): string | undefined {
  if (c.kind === 'drawbar') return id === c.open ? 'Drawbar open' : id === c.clamped ? 'Tool held' : undefined;
  if (id === c.locked) return c.kind === 'turret' ? 'Turret locked' : 'Turret clamped';
  if (c.kind === 'indexed') return undefined;
  const k = c.marks.indexOf(id);
  if (k < 0) return undefined;
  if (c.sensing === 'each') return `Turret station ${k + 1}`;
  return k === 0 ? 'Turret at a station' : 'Turret at its first station';
}
