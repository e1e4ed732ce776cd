import type { AxisFigures } from '../derivation/figureTypes';
import { rpmForTorque } from '../drivetrain/motorCurve';
import type { SpeedLimit, SpeedLimitCause } from '../drivetrain/speed';
import type { Display } from '../units/print';
import { printNumber, showValue } from '../units/print';
import type { Dimension } from '../units/units';

/** Whether an axis can have the speed that is wanted of it, in one sentence, and why. */
export interface SpeedVerdict {
  /** `barely`: it runs, with less torque in hand than it should have. */
  answer: 'yes' | 'barely' | 'no' | 'unknown';
  sentence: (display: Display) => string;
  why: (display: Display) => string;
}

const limiter: Record<Exclude<SpeedLimitCause, 'wanted' | 'motor torque'>, string> = {
  'screw whirl': 'whirling of the screw limits',
  'ball nut': 'the ball nut limits',
  'controller pulse rate': 'the pulse rate of the controller limits',
  'driver pulse rate': 'the pulse rate of the driver limits',
  'motor speed': 'the highest speed of the motor limits',
};
const next: Record<SpeedLimitCause, string> = {
  wanted: 'the wanted speed',
  'motor torque': 'motor torque',
  'screw whirl': 'whirling of the screw',
  'ball nut': 'the ball nut',
  'controller pulse rate': 'the pulse rate of the controller',
  'driver pulse rate': 'the pulse rate of the driver',
  'motor speed': 'the highest speed of the motor',
};

/** Of the drives of an axis the one with the least torque in hand, and the speed at which it stalls, mm/s or °/s. */
function weakest(drives: AxisFigures['drives']) {
  const all = drives.flatMap((d) => {
    if (!d.torque.known || !d.scale.known || d.torque.value.reserveAtWanted === undefined) return [];
    const { motor, required, reserveAtWanted, factor } = d.torque.value;
    const stall = (rpmForTorque(motor.curve, required.nominal) / 60) * d.scale.value.travelPerRev;
    return [{ reserve: reserveAtWanted, factor, stall, openLoop: motor.curve.openLoop }];
  });
  return all.length && all.length === drives.length
    ? all.reduce((least, d) => (d.reserve / d.factor < least.reserve / least.factor ? d : least))
    : undefined;
}

/** The answer to "is the wanted speed possible?". Without torque figures there is none, however far the other limits are. */
export function speedVerdict({ axis, drives, speedLimits }: AxisFigures): SpeedVerdict {
  const dimension: Dimension = axis.motion === 'linear' ? 'speed' : 'angularSpeed';
  const { letter } = axis;
  const unknown: SpeedVerdict = {
    answer: 'unknown',
    sentence: () => 'Not known yet.',
    why: () => `Some figures of ${letter} are missing.`,
  };
  if (!speedLimits.known) return unknown;
  const limits = speedLimits.value;
  const wanted = limits.find((l) => l.cause === 'wanted')?.speed;
  if (wanted === undefined) return unknown;
  const speed = (v: number, display: Display) => showValue(v, dimension, display, 4);
  // What misses a mark must not read like it: 1.996 × is 1.99 ×, not the 2 × that is the aim.
  const times = (v: number, missed = Infinity) =>
    `${Number(v.toPrecision(2)) < missed ? printNumber(v, 2) : printNumber(Math.floor(v * 100) / 100, 3)} ×`;
  const hard = limits.find((l): l is SpeedLimit & { cause: keyof typeof limiter } => l.cause in limiter);
  if (hard && hard.speed < wanted)
    return {
      answer: 'no',
      sentence: (d) => `No: ${limiter[hard.cause]} ${letter} to ${speed(hard.speed, d)}.`,
      why: (d) => `${speed(wanted, d)} is wanted.`,
    };
  const drive = weakest(drives);
  if (!drive) return unknown;
  if (drive.reserve < 1)
    return {
      answer: 'no',
      sentence: (d) =>
        drive.stall > 0 ? `No: ${letter} stalls at ${speed(drive.stall, d)}.` : `No: ${letter} never starts.`,
      why: (d) => `At ${speed(wanted, d)} the available torque is ${times(drive.reserve, 1)} the required torque.`,
    };
  const aim = `${times(drive.factor)} is the aim${drive.openLoop ? ' in open loop' : ''}`;
  if (drive.reserve < drive.factor)
    return {
      answer: 'barely',
      sentence: (d) => `Only just: ${times(drive.reserve, drive.factor)} torque in hand at ${speed(wanted, d)}.`,
      why: (d) => {
        const kept = limits.find((l) => l.cause === 'motor torque')?.speed ?? 0;
        return `${aim}${kept > 0 ? `: that leaves ${speed(kept, d)}` : ', and it is not reached at any speed'}.`;
      },
    };
  return {
    answer: 'yes',
    sentence: (d) => `Yes: ${times(drive.reserve)} torque in hand at ${speed(wanted, d)}.`,
    why: (d) => {
      const first = limits.find((l) => l.cause !== 'wanted');
      return `${aim}.${first ? ` The next limit is ${next[first.cause]}, ${speed(first.speed, d)}.` : ''}`;
    },
  };
}
