import type { BringUpTest } from '../../testKind';
import { firstProgram } from './firstProgram';
import { noiseWithSpindle } from '../motion/noise';
import { probe } from './probe';
import { spindle } from './spindle';
import { spindleCount } from './spindleCount';

/** Spindle, probe and the first program. */
export const work: readonly BringUpTest[] = [noiseWithSpindle, spindleCount, spindle, probe, firstProgram];
