import { listedFigure } from '../machine/library/listed';
import { gather, known, missing, positive, type Derived } from '../units/derived';
import type { SpindleMotor } from './rotating';

/** Frequency of the field for a speed without slip, Hz: rpm · poles/120. */
export const fieldHz = (rpm: number, poles: number): number => (rpm * poles) / 120;
/** Speed of the field, rpm: 120 · frequency/poles. */
export const fieldRpm = (hz: number, poles: number): number => (120 * hz) / poles;

/** An induction motor falls behind its field by about this share under full load, where no plate tells. */
export const USUAL_SLIP = 0.05;
/** Above this top frequency a spindle is wound for its own top frequency, Hz; a slower one could be for the mains. */
const WOUND_FOR_MAINS = 120;

/** The plate of a three-phase spindle. */
export interface Plate {
  volts: number;
  hz: number;
  amps: number;
  watts: number;
  poles: number;
  /** Under full load at the rated frequency, rpm. */
  ratedRpm: number;
  /** By which it falls behind its field then, as a share. */
  slip: number;
  /** Its slip is the usual one: the plate’s speed is not entered. */
  usualSlip: boolean;
  topHz: number;
  /** Lowest frequency for long, Hz; 0 where none is known. */
  leastHz: number;
}

/** Rated frequency, Hz: of its sheet; of a fast spindle, that of its top speed. */
export function ratedHz(motor: SpindleMotor, motorId: string): Derived<number> {
  const path = `parts.${motorId}.data.ratedFrequency`;
  const told = positive(listedFigure(motor, 'ratedFrequency'), path);
  if (told.known) return told;
  const top = positive(motor.data.maxSpeed, '');
  const hz = top.known && motor.data.poles ? fieldHz(top.value, motor.data.poles) : 0;
  return hz > WOUND_FOR_MAINS ? known(hz) : missing(path);
}

export function plateOf(motor: SpindleMotor, motorId: string): Derived<Plate> {
  const { data } = motor;
  const at = (key: string) => `parts.${motorId}.data.${key}`;
  const all = gather({
    volts: positive(data.ratedVoltage, at('ratedVoltage')),
    hz: ratedHz(motor, motorId),
    amps: positive(data.ratedCurrent, at('ratedCurrent')),
    watts: positive(data.power, at('power')),
    topRpm: positive(data.maxSpeed, at('maxSpeed')),
    poles: data.poles ? known(data.poles) : missing(at('poles')),
  });
  if (!all.known) return all;
  const { volts, hz, amps, watts, topRpm, poles } = all.value;
  const field = fieldRpm(hz, poles);
  const told = positive(data.ratedSpeed, '');
  const usualSlip = !told.known || told.value >= field;
  const ratedRpm = usualSlip ? field * (1 - USUAL_SLIP) : told.value;
  const least = positive(data.minSpeed, '');
  return known({
    volts,
    hz,
    amps,
    watts,
    poles,
    ratedRpm,
    slip: 1 - ratedRpm / field,
    usualSlip,
    topHz: fieldHz(topRpm, poles),
    leastHz: least.known ? fieldHz(least.value, poles) : 0,
  });
}

/** More than this share of power factor and efficiency together no plate has. */
const MOST_SHARE = 1.02;
/** A motor that loses more than a quarter of its speed under load is none; nor is one that is faster than its field. */
const MOST_SLIP = 0.25;

/** What of a plate contradicts the rest of it, in words; none where all goes together. */
export function contradictions(motor: SpindleMotor, motorId: string): string[] {
  const { data } = motor;
  const plate = plateOf(motor, motorId);
  if (!plate.known) return [];
  const { volts, amps, watts, hz, poles } = plate.value;
  const says: string[] = [];
  const apparent = Math.sqrt(3) * volts * amps;
  if (watts > apparent * MOST_SHARE)
    says.push(
      `${Math.round(watts)} W at the shaft from √3 · ${round(volts)} V · ${round(amps)} A = ${Math.round(apparent)} V·A: a motor cannot give more than it takes. Power, voltage or current is wrong, or the current is that of the other connection (star or delta).`,
    );
  const told = positive(data.ratedSpeed, '');
  if (told.known) {
    const field = fieldRpm(hz, poles);
    const slip = 1 - told.value / field;
    if (slip < 0 || slip > MOST_SLIP) {
      const fits = [2, 4, 6, 8, 10, 12].find((p) => {
        const s = 1 - told.value / fieldRpm(hz, p);
        return s >= 0 && s < 0.12;
      });
      says.push(
        `${round(told.value)} rpm at ${round(hz)} Hz: with ${poles} poles the field turns at ${round(field)} rpm${slip < 0 ? ', slower than the motor' : ''}. ${fits ? `${fits} poles would fit` : 'Speed, frequency or poles are wrong'}.`,
      );
    }
  }
  return says;
}
const round = (v: number): number => Number(v.toPrecision(4));
