import type { Rule } from './finding';
import { brokenWire } from './rules/brokenWire';
import { stall } from './rules/stall';
import { unprovenSpeed } from './rules/unprovenSpeed';
import { torqueUnknown } from './rules/torqueUnknown';
import { usualValues } from './rules/usualValues';
import { seriesMotors } from './rules/seriesMotors';
import { gantryUnlike } from './rules/gantryUnlike';
import { microstepPromise } from './rules/microstepPromise';
import { resonance } from './rules/resonance';
import { motorUnderfed } from './rules/motorUnderfed';
import { currentNotSet } from './rules/currentNotSet';
import { buckling } from './rules/buckling';
import { inertiaRatio } from './rules/inertiaRatio';
import { pulseTotal } from './rules/pulseTotal';
import { signalLevel } from './rules/signalLevel';
import { busLift } from './rules/busLift';
import { commandFormat } from './rules/commandFormat';
import { figuresContradict } from './rules/figuresContradict';
import { directionSetup } from './rules/directionSetup';
import { driverCurrent } from './rules/driverCurrent';
import { headMayFall } from './rules/headMayFall';
import { inputTwice } from './rules/inputTwice';
import { invertedTwice } from './rules/invertedTwice';
import { missingFigure } from './rules/missingFigure';
import { noTravel } from './rules/noTravel';
import { overTravel } from './rules/overTravel';
import { stoppingDistance } from './rules/stoppingDistance';
import { tripAfterStop } from './rules/tripAfterStop';
import { planGap } from './rules/planGap';
import { planBehind } from './rules/planBehind';
import { planConflict } from './rules/planConflict';
import { terminalCrowded } from './rules/terminalCrowded';
import { pulseWidth } from './rules/pulseWidth';
import { gantrySquare } from './rules/gantrySquare';
import { headFirst } from './rules/headFirst';
import { referenceMissing } from './rules/referenceMissing';
import { sharedTogether } from './rules/sharedTogether';
import { sensorSupply } from './rules/sensorSupply';
import { overrideStands } from './rules/overrideStands';
import { signContradicted } from './rules/signContradicted';
import { slaveDiffers } from './rules/slaveDiffers';
import { ballNut, driverPulseRate, motorSpeed, pulseRate, screwWhirl } from './rules/speedFence';
import { stepsNotOffered } from './rules/stepsNotOffered';
import { noStopInput } from './rules/stopInput';
import { supplyVoltage } from './rules/supplyVoltage';
import { tripUnseen } from './rules/tripUnseen';

/** Every rule there is. Adding one touches this list and nothing else. */
export const rules: readonly Rule[] = [
  missingFigure,
  figuresContradict,
  supplyVoltage,
  driverCurrent,
  pulseRate,
  driverPulseRate,
  motorSpeed,
  screwWhirl,
  ballNut,
  stall,
  unprovenSpeed,
  torqueUnknown,
  usualValues,
  seriesMotors,
  gantryUnlike,
  microstepPromise,
  resonance,
  motorUnderfed,
  currentNotSet,
  buckling,
  inertiaRatio,
  pulseTotal,
  signalLevel,
  busLift,
  pulseWidth,
  directionSetup,
  commandFormat,
  stepsNotOffered,
  slaveDiffers,
  invertedTwice,
  headMayFall,
  planGap,
  inputTwice,
  tripUnseen,
  brokenWire,
  sensorSupply,
  noStopInput,
  referenceMissing,
  headFirst,
  sharedTogether,
  gantrySquare,
  tripAfterStop,
  stoppingDistance,
  overTravel,
  noTravel,
  signContradicted,
  overrideStands,
  planBehind,
  planConflict,
  terminalCrowded,
];
