import { printNumber } from '../units/print';
import { gather, positive, type Derived } from '../units/derived';
import { powerW } from './shaftPower';
import type { SpindleMotor } from './rotating';

/** The plate of a servo motor that turns a spindle. */
export interface ServoPlate {
  ratedNm: number;
  peakNm: number;
  ratedRpm: number;
  topRpm: number;
  amps: number;
}

export function servoPlateOf({ data }: SpindleMotor, motorId: string): Derived<ServoPlate> {
  const at = (key: 'ratedTorque' | 'peakTorque' | 'ratedSpeed' | 'maxSpeed' | 'ratedCurrent') =>
    positive(data[key], `parts.${motorId}.data.${key}`);
  return gather({
    ratedNm: at('ratedTorque'),
    peakNm: at('peakTorque'),
    ratedRpm: at('ratedSpeed'),
    topRpm: at('maxSpeed'),
    amps: at('ratedCurrent'),
  });
}

/** Most torque for a short time, as a share of the rated one: of the motor, and of the current that the drive gives. */
export const torqueLimit = (plate: ServoPlate, drivePeakA: number): number =>
  Math.min(plate.peakNm / plate.ratedNm, drivePeakA / plate.amps);

/** Power, torque and speed on a plate agree within this share. */
const AGREES = 0.1;

/** What of a servo motor’s plate contradicts the rest of it, in words. */
export function servoContradictions(motor: SpindleMotor, motorId: string): string[] {
  const says: string[] = [];
  const plate = servoPlateOf(motor, motorId);
  if (!plate.known) return says;
  const { ratedNm, peakNm, ratedRpm, topRpm } = plate.value;
  const watts = positive(motor.data.power, '');
  const worked = powerW(ratedNm, ratedRpm);
  if (watts.known && Math.abs(worked / watts.value - 1) > AGREES)
    says.push(
      `${printNumber(ratedNm, 3)} N·m at ${printNumber(ratedRpm, 5)} rpm are ${printNumber(worked, 3)} W; the plate says ${printNumber(watts.value, 3)} W. Power, torque or rated speed is wrong.`,
    );
  if (peakNm < ratedNm) says.push('The peak torque of the motor is below its rated torque.');
  if (topRpm < ratedRpm) says.push('The highest speed of the motor is below its rated speed.');
  return says;
}
