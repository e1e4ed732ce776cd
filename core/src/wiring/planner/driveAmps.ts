import { lastingA, startingPeakA } from '../../drivetrain/motorCurrent';
import type { Design } from '../../machine/design';
import { figureOr } from '../../units/derived';

/** What a motor draws of which nothing is known, A. */
const USUAL_A = 4;

/** Current that warms the leads of a driver and its motor for long, A: as it is set, else as its motor wants it. */
export function driverA({ axes, parts }: Pick<Design, 'axes' | 'parts'>, driver: string): number {
  let motor: string | undefined;
  for (const id in axes) for (const d of axes[id]!.drives) if (d.driver === driver) motor ??= d.motor;
  const data = motor === undefined ? undefined : parts[motor]?.data;
  const of = data?.class === 'motor' ? data : undefined;
  return lastingA(of, figureOr(parts[driver]?.setup.peakCurrent, (of && startingPeakA(of)) ?? USUAL_A));
}
