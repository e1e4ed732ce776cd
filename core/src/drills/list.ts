import { changerDrills } from './changer';
import { directionDrills } from './directions';
import type { Drill, DrillMachine } from './drill';
import { jobDrills } from './jobs';
import { latheDrills } from './lathe';
import { measureDrills } from './measures';
import { stopDrills } from './stops';

/** All drills, in the order in which a beginner meets the troubles. */
export const drills: readonly Drill[] = [
  ...directionDrills,
  ...stopDrills,
  ...measureDrills,
  ...jobDrills,
  ...latheDrills,
  ...changerDrills,
];

/** The drills that fit a machine. */
export const drillsFor = (m: DrillMachine): Drill[] => drills.filter((d) => d.start(m, 1) !== undefined);
