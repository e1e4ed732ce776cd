import type { BringUpTest } from '../../testKind';
import { firstMove } from './firstMove';
import { gantryTogether } from './gantryTogether';
import { noiseInMotion } from './noise';
import { stopMoving } from './stopMoving';

/** The first moves, slow and short. */
export const motion: readonly BringUpTest[] = [firstMove, stopMoving, noiseInMotion, gantryTogether];
