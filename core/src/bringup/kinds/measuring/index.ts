import type { BringUpTest } from '../../testKind';
import { acceleration } from './acceleration';
import { accuracy } from './accuracy';
import { backlash } from './backlash';
import { repeatability } from './repeatability';
import { scale } from './scale';
import { speed } from './speed';
import { squareness } from './squareness';
import { supplyLoad } from './supplyLoad';
import { tuning } from './tuning';
import { wheel } from './wheel';

/** How far, how fast and how true an axis really goes. */
export const measuring: readonly BringUpTest[] = [
  scale,
  backlash,
  supplyLoad,
  squareness,
  speed,
  acceleration,
  tuning,
  repeatability,
  accuracy,
  wheel,
];
