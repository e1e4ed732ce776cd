import { closing } from './kinds/closing/index';
import { datum } from './kinds/datum/index';
import { inputs } from './kinds/inputs/index';
import { measuring } from './kinds/measuring/index';
import { motion } from './kinds/motion/index';
import { powerOff } from './kinds/powerOff/index';
import { supplies } from './kinds/supplies/index';
import { work } from './kinds/work/index';
import type { BringUpTest } from './testKind';

/** Every kind of test, phase by phase, in the order in which they are done. A new one stands in the list of its folder and nowhere else. */
export const tests: readonly BringUpTest[] = [
  ...powerOff,
  ...supplies,
  ...inputs,
  ...motion,
  ...datum,
  ...measuring,
  ...work,
  ...closing,
];
