import { isThreePhase, mainsVoltsAt } from '../distribution/lines';
import { busForDrives, driveSupply } from '../distribution/supplies';
import type { Design } from '../machine/design';
import type { Part } from '../machine/parts';
import { portOf } from '../machine/ports';
import { mapKnown, missing, positive, type Derived } from '../units/derived';
import type { Quantity } from '../units/quantity';
import { uncertain } from '../units/uncertain';

/** Voltage of the motor bus on which drives to come would hang, V; undefined while no supply is chosen for it. */
export function busVoltsOf(design: Pick<Design, 'rails' | 'parts'>): number | undefined {
  const data = busForDrives(design)?.part.data;
  const volts = data?.class === 'supply' ? positive(data.outputVoltage, '') : undefined;
  return volts?.known ? volts.value : undefined;
}

/** The voltage that a drive turns its motor with, V; of drives to come where it is not chosen yet. Undefined where it is not known. */
export function driveVolts(design: Parameters<typeof driveFeed>[0], driver: string | undefined): number | undefined {
  const bus = busOf(driveFeed(design, driver));
  return bus.known ? bus.value.volts : undefined;
}

/** What a drive makes the voltage of its motor from. */
export type DriveFeed =
  { supply: Part | undefined; path: string } | { mains: Quantity | undefined; threePhase: boolean };

/** Whether a drive rectifies the mains for itself: it has terminals for it and none for a bus. */
export const runsOnMains = (driver: Pick<Part, 'terminals'> | undefined): boolean =>
  driver !== undefined &&
  portOf(driver as Part, 'mains')?.direction === 'takes' &&
  portOf(driver as Part, 'supply') === undefined;

/** What feeds a drive: the mains, or the supply that it hangs on. */
export function driveFeed(
  design: Parameters<typeof driveSupply>[0] & Pick<Design, 'mainsVoltage'>,
  driver: string | undefined,
): DriveFeed {
  if (driver !== undefined && runsOnMains(design.parts[driver]))
    return { mains: design.mainsVoltage, threePhase: isThreePhase(portOf(design.parts[driver], 'mains')) };
  const supply = driveSupply(design, driver);
  return { supply: supply?.part, path: `parts.${supply?.id}` };
}

/** Direct voltage behind a drive’s rectifier, with the spread of what it comes from; a share above 5 % is not counted on. */
export interface Bus {
  volts: number;
  spread: number;
}
const MOST_SPREAD = 0.05;

/**
 * The voltage that a drive turns its motor with: that of its supply; of one on the mains the peak of its sine, √2·V, up to which
 * its capacitors are charged, where V is that between two phases for one that takes three.
 */
export function busOf(feed: DriveFeed): Derived<Bus> {
  if ('mains' in feed) {
    const { mains, threePhase } = feed;
    return mapKnown(mainsVoltsAt({ mainsVoltage: mains }, threePhase), (v): Bus => ({
      volts: Math.SQRT2 * v,
      spread: Math.min(uncertain(mains!).spread, MOST_SPREAD),
    }));
  }
  if (feed.supply?.data.class !== 'supply') return missing('rails.drives.supply');
  const q = feed.supply.data.outputVoltage;
  return mapKnown(positive(q, `${feed.path}.data.outputVoltage`), (volts): Bus => ({
    volts,
    spread: Math.min(uncertain(q!).spread, MOST_SPREAD),
  }));
}
