import type { Part, PartClass } from '../machine/parts';
import { poleCount } from '../machine/parts';
import { figureOr, positive } from '../units/derived';

/** The outline of a part as it is mounted, mm: from the front, and how far it reaches out. */
export interface Body {
  width: number;
  height: number;
  depth: number;
  /** Some of it no sheet tells: a usual size stands in for it. */
  usual: boolean;
}
/** A plate or front, mm. */
export interface Plate {
  width: number;
  height: number;
  /** Room at it: from the plate to the door or lid, behind the front. */
  depth: number;
}
/** How a part is held. */
export type Held = 'rail' | 'plate';

/** A module of rail-mounted devices (EN 43880) takes 17.5 to 18 mm, one a pole. */
const MODULE = 18;
/** A terminal of 2.5 mm² on its rail. */
const TERMINAL = 5.2;
const onRail: readonly PartClass[] = ['breaker', 'fuse', 'contactor', 'relay', 'terminal-strip'];
export const heldBy = (part: Part): Held => (onRail.includes(part.data.class) ? 'rail' : 'plate');

type Size = readonly [width: number, height: number, depth: number];

/** What such a part usually measures, mm: planning figures, since housings differ. */
function usualSize(part: Part): Size {
  const { data } = part;
  switch (data.class) {
    case 'breaker':
    case 'fuse':
      return [MODULE * Math.max(1, poleCount(part)), 90, 70];
    case 'contactor':
      return [45, 85, 90];
    case 'relay':
      return [16, 95, 75];
    case 'terminal-strip': {
      const places = Object.values(part.terminals).reduce((sum, t) => sum + (t.holds ?? 2), 0);
      return [Math.max(30, places * TERMINAL), 60, 45];
    }
    case 'supply': {
      const watts = figureOr(data.outputVoltage, 24) * figureOr(data.outputCurrent, 5);
      return watts < 30 ? [40, 100, 90] : watts < 150 ? [60, 125, 110] : watts < 450 ? [115, 215, 50] : [130, 225, 60];
    }
    case 'spindle-drive':
      return part.terminals.l || part.terminals.l1 ? [100, 170, 130] : [90, 110, 45];
    case 'servo-drive':
      return [55, 160, 140];
    case 'stepper-driver':
      return data.mounting === 'socket' ? [15, 20, 20] : [34, 118, 75];
    case 'controller':
      return [160, 110, 45];
    case 'filter':
      return [60, 120, 45];
    case 'input-board':
      return [110, 80, 40];
    default:
      return [60, 60, 40];
  }
}

/** The outline of a part; turned by a quarter where it is placed so. */
export function bodyOf(part: Part, turned = false): Body {
  const usual = usualSize(part);
  const data = part.data as { width?: never; height?: never; depth?: never };
  const told = (['width', 'height', 'depth'] as const).map((key) => positive(data[key], ''));
  const [w, h, depth] = told.map((q, i) => (q.known ? (q.value as number) : usual[i]!)) as [number, number, number];
  return { width: turned ? h : w, height: turned ? w : h, depth, usual: told.some((q) => !q.known) };
}

/** What gets warm needs air below and above it, and a little beside it, mm: planning figures where no sheet tells. */
const USUAL_AIR = { above: 50, beside: 10 } as const;
const warm: readonly PartClass[] = ['stepper-driver', 'servo-drive', 'spindle-drive', 'supply'];
export const getsWarm = (part: Part): boolean => warm.includes(part.data.class);

/** What has to be left free above and below a part, and on each side of it, mm. */
export function airOf(part: Part): { above: number; beside: number } {
  const { airAbove, airBeside } = part.data as { airAbove?: never; airBeside?: never };
  const usual = getsWarm(part) ? USUAL_AIR : { above: 0, beside: 0 };
  return { above: figureOr(airAbove, usual.above), beside: figureOr(airBeside, usual.beside) };
}
