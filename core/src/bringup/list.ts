import { acceleration } from './tests/acceleration';
import { accuracy } from './tests/accuracy';
import { backlash } from './tests/backlash';
import { brake } from './tests/brake';
import { coils } from './tests/coils';
import { couplings } from './tests/couplings';
import { driveSet } from './tests/driveSet';
import { earth } from './tests/earth';
import { enable } from './tests/enable';
import { envelope } from './tests/envelope';
import { envelopeProof } from './tests/envelopeProof';
import { firstMove } from './tests/firstMove';
import { firstProgram } from './tests/firstProgram';
import { gantryTogether } from './tests/gantryTogether';
import { heat } from './tests/heat';
import { indexPulse } from './tests/indexPulse';
import { input } from './tests/input';
import { labels } from './tests/labels';
import { link } from './tests/link';
import { logic } from './tests/logic';
import { noiseInMotion, noiseWithSpindle } from './tests/noise';
import { probe } from './tests/probe';
import { referenceDirection } from './tests/referenceDirection';
import { referenceRun } from './tests/referenceRun';
import { repeatability } from './tests/repeatability';
import { scale } from './tests/scale';
import { seating } from './tests/seating';
import { shorts } from './tests/shorts';
import { speed } from './tests/speed';
import { spindle } from './tests/spindle';
import { squareness } from './tests/squareness';
import { stopChain } from './tests/stopChain';
import { stopMoving } from './tests/stopMoving';
import { supply } from './tests/supply';
import { supplyLoad } from './tests/supplyLoad';
import { switchContact } from './tests/switchContact';
import { temporary } from './tests/temporary';
import { tuning } from './tests/tuning';
import type { BringUpTest } from './test';

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
