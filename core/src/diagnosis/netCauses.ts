import type { Fault, FaultKind } from '../faults/faults';
import type { Likelihoods } from './belief';
import type { Sight, Signatures } from './sights';

/** How often a kind of fault comes about on a machine that has run, against the others: planning figures of experience. */
const RATES: Readonly<Record<FaultKind, number>> = {
  'conductor-open': 3,
  'plug-off': 3,
  'contact-open': 2,
  'sensor-dead': 2,
  'supply-lost': 2,
  'contact-welded': 1,
  'sensor-stuck': 1,
  'controller-hung': 1,
  'short-frame': 0.5,
  'short-neighbour': 0.4,
  'short-zero': 0.3,
  'short-plus': 0.3,
};

/** Faults that show the same in every way that can be looked at: looking alone cannot tell them apart. */
export interface NetCause {
  id: string;
  faults: readonly Fault[];
  /** The sum of their rates. */
  weight: number;
  /** What they show, a place for each sight. */
  row: Uint8Array;
}

/** The causes of a machine, from the signatures of its single faults. Those that show nothing cause nothing that was seen. */
export function netCauses({ faults, rows, whole }: Signatures): NetCause[] {
  const healthy = whole.join('');
  const groups = new Map<string, { faults: Fault[]; row: Uint8Array }>();
  rows.forEach((row, i) => {
    const key = row.join('');
    if (key === healthy) return;
    const group = groups.get(key) ?? { faults: [], row };
    group.faults.push(faults[i]!);
    groups.set(key, group);
  });
  return [...groups.values()].map((g) => ({
    ...g,
    id: g.faults[0]!.id,
    weight: g.faults.reduce((s, f) => s + RATES[f.kind], 0),
  }));
}

/** What was evaluated is seen so, but for a slip of the eye or of the file. */
const SEEN = 0.98;
/** An input between its thresholds is read so by one control and otherwise by the next. */
const EITHER = 0.5;

/** How likely each answer to a sight is under each cause: no, or yes. */
export const likelihoodsOf = (causes: readonly NetCause[], sight: number): Likelihoods =>
  causes.map(({ row }) => {
    const shown = row[sight]!;
    const yes = shown === 1 ? SEEN : shown === 0 ? 1 - SEEN : EITHER;
    return [1 - yes, yes];
  });

/** Minutes that a look takes: at a lamp, or with somebody to press a switch or to switch an output. */
export const minutesOf = ({ when }: Sight): number =>
  when.kind === 'at-rest' || when.kind === 'switched-on' ? 0.5 : 1.5;
