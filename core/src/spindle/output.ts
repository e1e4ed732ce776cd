import { figureOr, gather, mapKnown, positive, type Derived } from '../units/derived';
import { fluxShare, outputVolts, type VoltsPerHertz } from './flux';
import { fieldHz, plateOf, type Plate } from './plate';
import type { Stage } from '../machine/spindleStages';
import type { Rotating } from './rotating';
import { servoPlateOf, type ServoPlate } from './servoPlate';
import { powerW, torqueNm } from './shaftPower';

/** Torque for long at a speed of the motor; both at its own shaft. */
export interface MotorOutput {
  /** Highest speed of the motor, rpm. */
  topRpm: number;
  /** Lowest one for long, rpm; 0 where none is known. */
  leastRpm: number;
  /** N·m. */
  torqueAt: (rpm: number) => number;
  /** Torque of the plate, N·m. */
  ratedNm: number;
  /** From here on the flux falls, rpm; the top speed where it never does. */
  weakFromRpm: number;
}

/** Pull-out torque of an induction motor against its rated one, where no plate tells; it falls with the square of the flux. */
const PULL_OUT = 2.5;
/** An induction motor on a drive: full torque up to where its flux falls, then in proportion to it. */
export function inductionOutput(plate: Plate, set: VoltsPerHertz, mainsV: number, driveA: number): MotorOutput {
  const ratedNm = torqueNm(plate.watts, plate.ratedRpm);
  const share = Math.min(1, driveA / plate.amps);
  const rpmOf = (hz: number) => (hz * 120) / plate.poles;
  const fluxAt = (rpm: number) => {
    const hz = Math.max(fieldHz(rpm, plate.poles), 1e-6);
    return Math.min(1, fluxShare(plate, outputVolts(set, mainsV, hz), hz));
  };
  return {
    topRpm: rpmOf(plate.topHz),
    leastRpm: rpmOf(plate.leastHz),
    ratedNm,
    torqueAt: (rpm) => {
      const flux = fluxAt(rpm);
      return ratedNm * Math.min(flux * share, PULL_OUT * flux * flux);
    },
    // Where the voltage ends, or, set above the plate’s flux, where it falls below it.
    weakFromRpm: rpmOf(
      Math.min(
        plate.topHz,
        Math.max(set.hz * Math.min(1, mainsV / set.volts), (Math.min(set.volts, mainsV) * plate.hz) / plate.volts),
      ),
    ),
  };
}

/**
 * A servo motor holds its rated torque from rest to its rated speed; above it its flux is weakened, and its power stays. A drive
 * that gives less than its rated current gives as much less torque.
 */
export function servoOutput(plate: ServoPlate, driveA: number): MotorOutput {
  const share = Math.min(1, driveA / plate.amps);
  return {
    topRpm: plate.topRpm,
    leastRpm: 0,
    ratedNm: plate.ratedNm,
    torqueAt: (rpm) => plate.ratedNm * share * Math.min(1, plate.ratedRpm / Math.max(rpm, 1e-6)),
    weakFromRpm: Math.min(plate.ratedRpm, plate.topRpm),
  };
}

/** What a motor gives over speed with its drive as it is set; for a brushed one its torque is the same at every speed. */
export function outputOf(r: Rotating, set: Derived<VoltsPerHertz>, mainsV: Derived<number>): Derived<MotorOutput> {
  const { motor, motorId, drive } = r;
  if (r.kind === 'induction')
    return mapKnown(gather({ plate: plateOf(motor, motorId), set, mainsV }), (g) =>
      inductionOutput(g.plate, g.set, g.mainsV, figureOr(drive?.data.outputCurrent, Infinity)),
    );
  if (r.kind === 'servo')
    return mapKnown(servoPlateOf(motor, motorId), (p) => servoOutput(p, figureOr(drive?.data.outputCurrent, Infinity)));
  const at = (key: string) => `parts.${motorId}.data.${key}`;
  return mapKnown(
    gather({
      watts: positive(motor.data.power, at('power')),
      topRpm: positive(motor.data.maxSpeed, at('maxSpeed')),
    }),
    ({ watts, topRpm }): MotorOutput => {
      const amps = positive(motor.data.ratedCurrent, '');
      const share = amps.known ? Math.min(1, figureOr(drive?.data.outputCurrent, Infinity) / amps.value) : 1;
      const ratedNm = torqueNm(watts, topRpm);
      return {
        topRpm,
        leastRpm: figureOr(motor.data.minSpeed, 0),
        ratedNm,
        torqueAt: () => ratedNm * share,
        weakFromRpm: topRpm,
      };
    },
  );
}

/** Torque at the spindle over its speed, by way of a stage; belts and gears keep the power. */
export function throughStage(
  output: MotorOutput,
  { ratio }: Stage,
  points = 60,
): { rpm: number; nm: number; watts: number }[] {
  return Array.from({ length: points + 1 }, (_, i) => {
    const motorRpm = Math.max((output.topRpm * i) / points, output.topRpm / 1000);
    const nm = output.torqueAt(motorRpm);
    return { rpm: motorRpm * ratio, nm: nm / ratio, watts: powerW(nm, motorRpm) };
  });
}
