import { linesTo } from '../distribution/lines';
import { letsGo } from '../distribution/supplies';
import { distributionOf } from '../distribution/tree';
import type { Design } from '../machine/design';
import { isHandSwitch } from '../machine/designation';
import type { DataOf, Part } from '../machine/parts';
import { portOf, type Line } from '../machine/ports';
import { figureOr, positive } from '../units/derived';

/** Peaks where no sheet tells, A: planning figures. */
const USUAL_SUPPLY_A = 30;
const USUAL_DRIVE_A = 20;
/** So many times its rated current a motor on the mains takes while it starts, one with brushes less; and a cold lamp. */
const STARTING = 6;
const STARTING_BRUSHED = 4;
const COLD_LAMP = 10;

/** Between how many times its rating a breaker may open at once: IEC 60898-1. */
export const tripsAt = { B: [3, 5], C: [5, 10], D: [10, 20] } as const;
export type TripCurve = keyof typeof tripsAt;

/** What a part draws at its peak when the mains reaches it. */
export interface Inrush {
  part: string;
  amps: number;
  /** No sheet tells: a planning figure. */
  usual: boolean;
}
/** What switching on at one place closes at once. */
export interface Closing {
  /** The switch or contactor that closes; the mains inlet where nothing is between. */
  at: string | undefined;
  loads: Inrush[];
  /** In the line that gets most, A. */
  amps: number;
}

/** The peak of a part that runs on the mains, A. */
function peakOf(part: Part): Pick<Inrush, 'amps' | 'usual'> {
  const { data } = part;
  const told = positive('inrush' in data ? data.inrush : undefined, '');
  if (told.known) return { amps: told.value, usual: false };
  const rated = 'ratedCurrent' in data ? figureOr(data.ratedCurrent, 0) : 0;
  switch (data.class) {
    case 'supply':
      return { amps: USUAL_SUPPLY_A, usual: true };
    case 'spindle-drive':
    case 'servo-drive':
      return { amps: USUAL_DRIVE_A, usual: true };
    case 'lamp':
      return { amps: COLD_LAMP * rated, usual: true };
    case 'pump':
    case 'fan':
    case 'gear-motor':
      return { amps: STARTING * rated, usual: true };
    case 'vacuum':
    case 'spindle':
      return { amps: STARTING_BRUSHED * rated, usual: true };
    // What is plugged into a socket comes later, by hand.
    case 'connector':
    case 'contactor':
    case 'relay':
      return { amps: 0, usual: false };
    default:
      return { amps: rated, usual: true };
  }
}

/** Whether a part closes a circuit while the machine is in use: by its coil, or by hand. A breaker is closed once. */
const closes = (part: Part): boolean =>
  part.data.class === 'contactor' || part.data.class === 'relay' || isHandSwitch(part);

/**
 * What is switched on together through a device, the largest peak first: the parts on the mains behind it, by the nearest contact ahead
 * of each that closes.
 */
export function closingsThrough(design: Design, device: string): Closing[] {
  const tree = distributionOf(design);
  const groups = new Map<string | undefined, Inrush[]>();
  for (const [id, part] of Object.entries(design.parts)) {
    if (portOf(part, 'mains')?.direction !== 'takes') continue;
    const { passes, source } = tree.wayTo(id, 'mains');
    if (source?.part !== device && !passes.some((p) => p.part === device)) continue;
    const peak = peakOf(part);
    if (!(peak.amps > 0)) continue;
    const at = passes.find((p) => closes(design.parts[p.part]!))?.part ?? source?.part;
    groups.set(at, [...(groups.get(at) ?? []), { part: id, ...peak }]);
  }
  return [...groups]
    .map(([at, loads]): Closing => {
      const lines = new Map<Line, number>();
      for (const { part, amps } of loads)
        for (const line of linesTo(tree, { part, port: 'mains' })) lines.set(line, (lines.get(line) ?? 0) + amps);
      loads.sort((a, b) => b.amps - a.amps);
      return { at, loads, amps: Math.max(0, ...lines.values()) };
    })
    .sort((a, b) => b.amps - a.amps);
}

/** A breaker that opens at an overload, with what is known of it. */
export const isBreaker = (part: Part): part is Part & { data: DataOf<'breaker'> } =>
  part.data.class === 'breaker' && letsGo(part);

/** What a peak does to a breaker: below its band it never opens, above it always does. */
export type AtInrush = 'holds' | 'may-trip' | 'trips';
export interface InrushFigures {
  curve: TripCurve;
  ratedA: number;
  /** Below this it holds, from that on it opens at once, A. */
  holdsA: number;
  tripsA: number;
  closing: Closing;
  verdict: AtInrush;
}
/** The largest peak through a breaker against its curve; undefined where rating or curve is not known, or nothing is behind it. */
export function inrushOf(design: Design, device: string): InrushFigures | undefined {
  const part = design.parts[device];
  if (!part || !isBreaker(part)) return undefined;
  const rated = positive(part.data.ratedCurrent, '');
  const curve = part.data.tripCurve;
  const [closing] = closingsThrough(design, device);
  if (!rated.known || !curve || !closing) return undefined;
  const [holds, trips] = tripsAt[curve].map((n) => n * rated.value) as [number, number];
  return {
    curve,
    ratedA: rated.value,
    holdsA: holds,
    tripsA: trips,
    closing,
    verdict: closing.amps <= holds ? 'holds' : closing.amps <= trips ? 'may-trip' : 'trips',
  };
}

/** Parts that are switched on in turn so that each step stays below what the breaker holds. */
export interface StartStep {
  loads: Inrush[];
  amps: number;
  /** Even alone it is too much. */
  tooMuch: boolean;
}
/** A start in as few steps as a breaker allows: the largest peak first, each step filled up with what still fits. */
export function startSequence({ closing, holdsA }: InrushFigures): StartStep[] {
  const steps: StartStep[] = [];
  for (const load of closing.loads) {
    const fits = steps.find((s) => !s.tooMuch && s.amps + load.amps <= holdsA);
    if (fits) {
      fits.loads.push(load);
      fits.amps += load.amps;
    } else steps.push({ loads: [load], amps: load.amps, tooMuch: load.amps > holdsA });
  }
  return steps;
}
