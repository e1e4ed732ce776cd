import { circleDiamond } from './circleDiamond';
import { fourHoles } from './fourHoles';
import type { Job } from './job';
import type { LatheMachine } from './lathe';
import { speedTrial } from './speedTrial';
import { surfacing } from './surfacing';
import { bore } from './touching/bore';
import { cornerPlate, workCorner } from './touching/corner';
import { thread } from './thread';
import { plate } from './touching/plate';
import { firstTool, nextTool } from './touching/toolLength';

/** Programs that can be written from their figures, for a machine with X, Y and Z. */
export const jobs: readonly Job[] = [surfacing, fourHoles, circleDiamond];
/** Trials of the machine itself, away from any work. */
export const trialJobs: readonly Job[] = [speedTrial];
/** Programs for a lathe whose spindle is counted. */
export const latheJobs: readonly Job<LatheMachine>[] = [thread];
/** The same for a machine with a probe or a touch plate. */
export const touchJobs: readonly Job[] = [plate, cornerPlate, workCorner, bore, firstTool, nextTool];
