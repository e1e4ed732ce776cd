import type { Subject } from '../../finding';
import { approachTooFast } from './approachTooFast';
import { backOffShort } from './backOffShort';
import { clampSlips, clampUntimed } from './clamp';
import { endlessStop } from './endlessStop';
import { gantryJoined } from './gantryJoined';
import { gantrySquare } from './gantrySquare';
import { headFirst } from './headFirst';
import { headOnApproach } from './headOnApproach';
import { indexAmbiguous } from './indexAmbiguous';
import { magnetPole } from './magnetPole';
import { markWrongTurn } from './markWrongTurn';
import { noseMeetsTable } from './noseMeetsTable';
import { noTravel } from './noTravel';
import { overTravel } from './overTravel';
import { pairNeedsTurns } from './pairNeedsTurns';
import { pulseNotReached } from './pulseNotReached';
import { pulseTooShort } from './pulseTooShort';
import { referenceMissing } from './referenceMissing';
import { sharedTogether } from './sharedTogether';
import { sitsOnShared } from './sitsOnShared';
import { stoppingDistance } from './stoppingDistance';
import { tripAfterStop } from './tripAfterStop';

/** Where an axis is stopped, and where it finds itself. */
export const limits: Subject = {
  title: 'Limits, references and travel',
  rules: [
    [tripAfterStop, 'a trip point at or behind the hard stop'],
    [stoppingDistance, 'way to stop from the wanted speed against the room behind the trip point'],
    [approachTooFast, 'reference approach, as it is set, against the same room'],
    [overTravel, 'way to stop against what the actuator is rated for'],
    [noTravel, 'travel that is left between zones, back-off and margin'],
    [noseMeetsTable, 'spindle nose and table, with every upright axis at the near end of its envelope'],
    [backOffShort, 'back-off against the hysteresis of the switch or input'],
    [referenceMissing, 'an axis referenced by a switch or a pulse that is not there'],
    [endlessStop, 'a limit or a hard stop on an axis that turns on and on'],
    [clampUntimed, 'times of a clamp that an output works'],
    [clampSlips, 'torque of the cut at the rim of the work against the clamp of a rotary axis'],
    [headFirst, 'order of referencing: the head out of the way first'],
    [sharedTogether, 'axes on one reference input that run together'],
    [sitsOnShared, 'a shared input on which another axis may still sit'],
    [gantrySquare, 'a gantry of two motors with one reference'],
    [gantryJoined, 'two motors that can only move together'],
    [pairNeedsTurns, 'both switches of a gantry on one input'],
    [indexAmbiguous, 'a coarse mark that trips beside an index pulse'],
    [markWrongTurn, 'park window at a mark against one pulse a turn'],
    [pulseNotReached, 'a pulse that lies behind the limit or the stop'],
    [pulseTooShort, 'time that a pulse lasts against filter and poll of its input'],
    [headOnApproach, 'a target that runs straight at a proximity sensor'],
    [magnetPole, 'the magnet’s pole against the Hall sensor’s'],
  ],
};
