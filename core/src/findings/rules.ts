import type { Rule } from './finding';
import { supplyLoad, fieldLoad } from './rules/supplyLoad';
import { branchLoad, mainsVoltage } from './rules/mains';
import { loadVoltage } from './rules/loadVoltage';
import { controllerSupply } from './rules/controllerSupply';
import { spindleCurrent, spindleFlux, spindleFrequency } from './rules/spindleDriveRules';
import { massMissing } from './rules/massMissing';
import { backOffShort } from './rules/backOffShort';
import { encoderRate, threadingSpeed } from './rules/spindleEncoder';
import { controllerUnpowered, driveUnfed, startDoesNothing } from './rules/powerless';
import { unitInDoubt } from './rules/unitInDoubt';
import { motorDriverKind } from './rules/motorDriverKind';
import { servoOverheats } from './rules/servoOverheats';
import { relayContact } from './rules/relayContact';
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
import { ballNut, driverPulseRate, motorSpeed, pulseRate, screwWhirl } from './rules/speedLimit';
import { stepsNotOffered } from './rules/stepsNotOffered';
import { noStopInput } from './rules/stopInput';
import { supplyVoltage } from './rules/supplyVoltage';
import { outputsJoined } from './rules/outputsJoined';
import { railsJoined } from './rules/railsJoined';
import { railsReversed } from './rules/railsReversed';
import { livePins } from './rules/livePins';
import { encoderBattery } from './rules/encoderBattery';
import { alarmUnused } from './rules/alarmUnused';
import { enableOpen } from './rules/enableOpen';
import { commonMissing } from './rules/commonMissing';
import { inputFloating } from './rules/inputFloating';
import { screenEnds } from './rules/screenEnds';
import { earthMissing } from './rules/earthMissing';
import { earthChained } from './rules/earthChained';
import { noCable } from './rules/noCable';
import { phasesSplit } from './rules/phasesSplit';
import { outputLevel } from './rules/outputLevel';
import { outputOverload } from './rules/outputOverload';
import { outputTwice } from './rules/outputTwice';
import { coilBare } from './rules/coilBare';
import { encoderBesidePower } from './rules/encoderBesidePower';
import { brakeUnfed } from './rules/brakeUnfed';
import { mainsCaution } from './rules/mainsCaution';
import { mainsNotPlanned } from './rules/mainsNotPlanned';
import { neutralLikeControl } from './rules/neutralLikeControl';
import { numberTwice } from './rules/numberTwice';
import { contactorDirectCurrent } from './rules/contactorDirectCurrent';
import { temporaryOpen } from './rules/temporaryOpen';
import { chainFull } from './rules/chainFull';
import { contactOverloaded } from './rules/contactOverloaded';
import { stopUndecided } from './rules/stopUndecided';
import { sectionDrop, sectionLoad, sectionProtection } from './rules/sectionThin';
import { tripUnseen } from './rules/tripUnseen';
import { stopUntold } from './rules/stopUntold';
import { stopDoesNotLatch } from './rules/stopDoesNotLatch';
import { pauseAsStop } from './rules/pauseAsStop';
import { stopInReturn } from './rules/stopInReturn';
import { stopContactRating } from './rules/stopContactRating';
import { frameHidesTrip } from './rules/frameHidesTrip';
import { gantryJoined } from './rules/gantryJoined';
import { pairNeedsTurns } from './rules/pairNeedsTurns';
import { outputType } from './rules/outputType';
import { closedInParallel } from './rules/closedInParallel';
import { inputCurrent } from './rules/inputCurrent';
import { sensorLeakage } from './rules/sensorLeakage';
import { indexAmbiguous } from './rules/indexAmbiguous';
import { sitsOnShared } from './rules/sitsOnShared';
import { noisyInput } from './rules/noisyInput';
import { magnetPole } from './rules/magnetPole';
import { headOnApproach } from './rules/headOnApproach';
import { approachTooFast } from './rules/approachTooFast';
import {
  headDropsOnStop,
  spindleRunsOn,
  startsByItself,
  stopCutsNothing,
  coastsTooFar,
  relaysRing,
} from './rules/stopCourseRules';

/** Every rule there is. Adding one touches this list and nothing else. */
export const rules: readonly Rule[] = [
  missingFigure,
  figuresContradict,
  unitInDoubt,
  controllerUnpowered,
  startDoesNothing,
  driveUnfed,
  supplyVoltage,
  controllerSupply,
  supplyLoad,
  fieldLoad,
  mainsVoltage,
  branchLoad,
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
  motorDriverKind,
  motorUnderfed,
  servoOverheats,
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
  massMissing,
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
  outputsJoined,
  railsJoined,
  railsReversed,
  livePins,
  encoderBattery,
  alarmUnused,
  enableOpen,
  commonMissing,
  inputFloating,
  screenEnds,
  earthMissing,
  earthChained,
  noCable,
  phasesSplit,
  outputLevel,
  outputOverload,
  relayContact,
  loadVoltage,
  spindleFrequency,
  spindleCurrent,
  spindleFlux,
  encoderRate,
  threadingSpeed,
  outputTwice,
  coilBare,
  encoderBesidePower,
  brakeUnfed,
  mainsCaution,
  mainsNotPlanned,
  numberTwice,
  neutralLikeControl,
  contactorDirectCurrent,
  temporaryOpen,
  chainFull,
  contactOverloaded,
  stopUndecided,
  sectionLoad,
  sectionProtection,
  sectionDrop,
  stopUntold,
  stopDoesNotLatch,
  pauseAsStop,
  stopInReturn,
  stopContactRating,
  frameHidesTrip,
  gantryJoined,
  pairNeedsTurns,
  outputType,
  closedInParallel,
  inputCurrent,
  sensorLeakage,
  indexAmbiguous,
  sitsOnShared,
  backOffShort,
  noisyInput,
  magnetPole,
  headOnApproach,
  approachTooFast,
  headDropsOnStop,
  spindleRunsOn,
  startsByItself,
  stopCutsNothing,
  coastsTooFar,
  relaysRing,
];
