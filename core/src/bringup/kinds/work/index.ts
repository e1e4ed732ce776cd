import type { BringUpTest } from '../../testKind';
import { firstProgram } from './firstProgram';
import { noiseWithSpindle } from '../motion/noise';
import { probe } from './probe';
import { spindle } from './spindle';

/** Spindle, probe and the first program. */
export const work: readonly BringUpTest[] = [noiseWithSpindle, spindle, probe, firstProgram];
