import { requiredBand } from './axisLoad';
import { UNPROVEN_RPM } from './constants';
import type { MotorCurve } from './motorCurve';
import { torqueAt, torqueBands } from './motorCurve';
import type { TorqueFigures } from './speed';

/** Torque over the speed of an axis, ready to be drawn: speeds in mm/s or °/s, torques in N·m. */
export interface TorqueChart {
  speeds: number[];
  available: { low: number[]; nominal: number[]; high: number[] };
  required: { low: number; nominal: number; high: number };
  /** Torque that the factor leaves for use. */
  usable: number[];
  /** From here on the open-loop curve is unproven; undefined for a closed loop. */
  unprovenFrom: number | undefined;
}

/** `top` is the right edge of the drawing; `points` samples lie evenly below it. */
export function torqueChart(t: TorqueFigures, travelPerRev: number, top: number, points = 60): TorqueChart {
  const speeds = Array.from({ length: points + 1 }, (_, i) => (top * i) / points);
  const bands = torqueBands(
    t.motor,
    speeds.map((v) => (v / travelPerRev) * 60),
  );
  return {
    speeds,
    available: {
      low: bands.map((b) => Math.max(0, b.low)),
      nominal: bands.map((b) => b.nominal),
      high: bands.map((b) => b.high),
    },
    required: requiredBand(t.load, t.acceleration),
    usable: bands.map((b) => b.nominal / t.factor),
    unprovenFrom: t.motor.curve.openLoop ? (UNPROVEN_RPM / 60) * travelPerRev : undefined,
  };
}

/** The same motor on another bus voltage, for trying a supply out: torques at the given speeds, N·m. */
export function torqueOnBus(
  t: TorqueFigures,
  travelPerRev: number,
  speeds: readonly number[],
  volts: number,
  nowVolts: number,
): number[] {
  const share = volts / nowVolts;
  const { curve } = t.motor;
  const other: MotorCurve =
    curve.kind === 'stepper'
      ? { ...curve, circuit: { ...curve.circuit, volts: curve.circuit.volts * share } }
      : { ...curve, kneeRpm: curve.kneeRpm * share, topRpm: curve.topRpm * share };
  return speeds.map((v) => torqueAt(other, (v / travelPerRev) * 60));
}
