import { circleDiamond } from './circleDiamond';
import { fourHoles } from './fourHoles';
import type { Job } from './job';
import { surfacing } from './surfacing';

/** Programs that can be written from their figures, for a machine with X, Y and Z. */
export const jobs: readonly Job[] = [surfacing, fourHoles, circleDiamond];
