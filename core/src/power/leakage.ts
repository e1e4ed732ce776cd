import { distributionOf } from '../distribution/tree';
import type { Design } from '../machine/design';
import type { Part } from '../machine/parts';
import { portOf } from '../machine/ports';
import { positive } from '../units/derived';

/** Standing leakage of filters and of drives on the mains where no sheet tells, A: planning figures. */
const USUAL_FILTER_A = 0.0005;
const USUAL_DRIVE_A = 0.001;
/** Share of its rating that may flow all the time: from half of it on, such a device may open. */
export const LEAKAGE_SHARE = 0.3;
export const LEAKAGE_OPENS = 0.5;

/** What a part lets flow to earth all the time. */
export interface Leak {
  part: string;
  amps: number;
  usual: boolean;
}
/** The leakage of what hangs behind a residual-current device, against its rating. */
export interface LeakageFigures {
  /** Leakage at which it opens, A. */
  ratedA: number;
  leaks: Leak[];
  amps: number;
  share: number;
}

/** Whether a device opens at a leakage to earth. */
export const opensAtLeakage = ({ data }: Pick<Part, 'data'>): boolean =>
  data.class === 'breaker' && (data.opensAt === 'leakage' || data.opensAt === 'overload-and-leakage');

function leakOf(part: Part): Omit<Leak, 'part'> | undefined {
  const { data } = part;
  const told = positive('leakage' in data ? data.leakage : undefined, '');
  if (told.known) return { amps: told.value, usual: false };
  if (data.class === 'filter') return { amps: USUAL_FILTER_A, usual: true };
  const drive = data.class === 'spindle-drive' || data.class === 'servo-drive';
  return drive && portOf(part, 'mains') ? { amps: USUAL_DRIVE_A, usual: true } : undefined;
}

/** What leaks behind a residual-current device; undefined for any other part, or where its rating is not known. */
export function leakageOf(design: Design, device: string): LeakageFigures | undefined {
  const part = design.parts[device];
  if (!part || part.data.class !== 'breaker' || !opensAtLeakage(part)) return undefined;
  const rated = positive(part.data.residualCurrent, '');
  if (!rated.known) return undefined;
  const tree = distributionOf(design);
  const leaks = Object.entries(design.parts).flatMap(([id, p]): Leak[] => {
    const leak = leakOf(p);
    const port = portOf(p, 'mains') ? 'mains' : 'in';
    // A filter for direct current leaks nothing that this device sees.
    if (!leak || !tree.wayTo(id, port).passes.some((x) => x.part === device)) return [];
    return [{ part: id, ...leak }];
  });
  const amps = leaks.reduce((sum, l) => sum + l.amps, 0);
  return {
    ratedA: rated.value,
    leaks: leaks.sort((a, b) => b.amps - a.amps),
    amps,
    share: amps / rated.value,
  };
}
