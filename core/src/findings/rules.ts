import type { Rule, Subject } from './finding';
import { conductors } from './rules/conductors/index';
import { drives } from './rules/drives/index';
import { figures } from './rules/figures/index';
import { heat } from './rules/heat/index';
import { hand } from './rules/hand/index';
import { inputs } from './rules/inputs/index';
import { limits } from './rules/limits/index';
import { mains } from './rules/mains/index';
import { outputs } from './rules/outputs/index';
import { panel } from './rules/panel/index';
import { power } from './rules/power/index';
import { pulses } from './rules/pulses/index';
import { spindle } from './rules/spindle/index';
import { stopping } from './rules/stopping/index';

/** Every rule there is, by subject. A new one stands in the list of its folder and nowhere else. */
export const subjects: readonly Subject[] = [
  figures,
  power,
  mains,
  drives,
  pulses,
  stopping,
  limits,
  inputs,
  hand,
  outputs,
  conductors,
  heat,
  panel,
  spindle,
];
export const rules: readonly Rule[] = subjects.flatMap((s) => s.rules.map(([rule]) => rule));
