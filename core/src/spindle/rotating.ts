import type { Design } from '../machine/design';
import type { DataOf, Part } from '../machine/parts';
import { isThreePhase as takesThreePhases } from '../distribution/lines';
import { portOf } from '../machine/ports';
import { stageInUse, stagesOf, type Stage } from '../machine/spindleStages';
import { figureOr } from '../units/derived';

export type SpindleMotor = Part & { data: DataOf<'spindle'> };
export type SpindleDrive = Part & { data: DataOf<'spindle-drive'> };

/** What turns the tool or the work of a machine, and what feeds it. */
export interface Rotating {
  motorId: string;
  motor: SpindleMotor;
  driveId: string | undefined;
  drive: SpindleDrive | undefined;
  /** A three-phase motor behind a drive; a servo motor behind one that reads its encoder; a brushed one behind a speed controller; one that is only switched. */
  kind: 'induction' | 'servo' | 'direct-current' | 'switched';
  /** One at least. */
  stages: readonly Stage[];
  /** The one that is on the machine now. */
  inUse: Stage;
}

const isThreePhase = (part: Part): boolean => Object.values(part.terminals).some((t) => t.role === 'phase-u');

/** The spindle of a machine with its drive; undefined where it has none. */
export function rotatingOf({ parts, roles }: Pick<Design, 'parts' | 'roles'>): Rotating | undefined {
  const { spindle: motorId, spindleDrive } = roles;
  const motor = motorId === undefined ? undefined : parts[motorId];
  if (motorId === undefined || motor?.data.class !== 'spindle') return undefined;
  const drive = spindleDrive === undefined ? undefined : parts[spindleDrive];
  const driven = drive?.data.class === 'spindle-drive';
  return {
    motorId,
    motor: motor as SpindleMotor,
    driveId: driven ? spindleDrive : undefined,
    drive: driven ? (drive as SpindleDrive) : undefined,
    kind: (motor as SpindleMotor).data.servo
      ? 'servo'
      : isThreePhase(motor)
        ? 'induction'
        : driven
          ? 'direct-current'
          : 'switched',
    stages: stagesOf(motor),
    inUse: stageInUse(motor),
  };
}

/** Whether a drive makes three phases. */
export const makesPhases = ({ drive }: Rotating): boolean => drive !== undefined && isThreePhase(drive);
/** Whether the drive is fed with three phases. */
export const hasThreePhaseMains = ({ drive }: Pick<Rotating, 'drive'>): boolean =>
  drive !== undefined && takesThreePhases(portOf(drive, 'mains'));
/** Current that the drive gives for a short time, as a share of its output current: its sheet, else half as much again. */
export const overloadOf = (drive: SpindleDrive): number => figureOr(drive.data.overload, USUAL_OVERLOAD);
const USUAL_OVERLOAD = 1.5;
/** The fastest of its stages: revolutions of the spindle for one of the motor; 1 without a motor. */
export const topStage = (r: Rotating | undefined): number => Math.max(0, ...(r?.stages ?? []).map((s) => s.ratio)) || 1;
/** Whether a drive takes the mains itself. */
export const isOnMains = (drive: SpindleDrive): boolean => portOf(drive, 'mains') !== undefined;
/** Periods of the switching frequency that one period of the output needs, so that the current stays a sine. */
export const CARRIER_TIMES = 10;
