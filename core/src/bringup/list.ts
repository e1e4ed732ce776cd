import { acceleration } from './kinds/acceleration';
import { accuracy } from './kinds/accuracy';
import { backlash } from './kinds/backlash';
import { brake } from './kinds/brake';
import { coils } from './kinds/coils';
import { couplings } from './kinds/couplings';
import { driveSet } from './kinds/driveSet';
import { earth } from './kinds/earth';
import { enable } from './kinds/enable';
import { envelope } from './kinds/envelope';
import { envelopeProof } from './kinds/envelopeProof';
import { firstMove } from './kinds/firstMove';
import { firstProgram } from './kinds/firstProgram';
import { gantryTogether } from './kinds/gantryTogether';
import { heat } from './kinds/heat';
import { indexPulse } from './kinds/indexPulse';
import { input } from './kinds/input';
import { labels } from './kinds/labels';
import { link } from './kinds/link';
import { logic } from './kinds/logic';
import { noiseInMotion, noiseWithSpindle } from './kinds/noise';
import { probe } from './kinds/probe';
import { referenceDirection } from './kinds/referenceDirection';
import { referenceRun } from './kinds/referenceRun';
import { repeatability } from './kinds/repeatability';
import { scale } from './kinds/scale';
import { seating } from './kinds/seating';
import { shorts } from './kinds/shorts';
import { speed } from './kinds/speed';
import { spindle } from './kinds/spindle';
import { squareness } from './kinds/squareness';
import { stopChain } from './kinds/stopChain';
import { stopMoving } from './kinds/stopMoving';
import { supply } from './kinds/supply';
import { supplyLoad } from './kinds/supplyLoad';
import { switchContact } from './kinds/switchContact';
import { temporary } from './kinds/temporary';
import { tuning } from './kinds/tuning';
import type { BringUpTest } from './testKind';

/** Every kind of test, in the order in which they are done within their phase. A new one is added here and nowhere else. */
export const tests: readonly BringUpTest[] = [
  labels,
  switchContact,
  seating,
  earth,
  shorts,
  coils,
  couplings,
  supply,
  driveSet,
  logic,
  link,
  input,
  stopChain,
  enable,
  brake,
  firstMove,
  stopMoving,
  noiseInMotion,
  gantryTogether,
  referenceDirection,
  indexPulse,
  referenceRun,
  envelope,
  envelopeProof,
  scale,
  backlash,
  supplyLoad,
  squareness,
  speed,
  acceleration,
  tuning,
  repeatability,
  accuracy,
  noiseWithSpindle,
  spindle,
  probe,
  firstProgram,
  heat,
  temporary,
];
