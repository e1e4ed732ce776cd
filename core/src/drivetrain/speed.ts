import type { Axis, Drive } from '../machine/mechanics';
import type { Part } from '../machine/parts';
import type { Derived } from '../units/derived';
import { figure, gather, known, mapKnown, missing } from '../units/derived';
import { controllerRateHz, driverRateHz } from './pulses';
import type { Scale } from './scale';
import { scaleOf } from './scale';

/** A fence that keeps an axis from going faster, with the field that would move it. */
export interface SpeedFence {
  cause: 'wanted' | 'controller pulse rate' | 'driver pulse rate' | 'motor speed';
  /** mm/s or degrees/s. */
  speed: number;
  field: string;
}

export interface DriveFigures {
  scale: Derived<Scale>;
  /** Pulse rate at the wanted speed, Hz. */
  pulseRateAtWanted: Derived<number>;
  motorRpmAtWanted: Derived<number>;
  /** Fences from the nearest to the farthest. The first governs, the second is next. */
  fences: Derived<SpeedFence[]>;
}

/** What one drive of an axis makes of its parts. Takes exactly what it reads, so that it can be kept per drive. */
export function driveFigures(
  axisId: string,
  axis: Axis,
  drive: Drive,
  driver: Part | undefined,
  motor: Part | undefined,
  controllerId: string | undefined,
  controller: Part | undefined,
): DriveFigures {
  const path = `axes.${axisId}`;
  const scale = scaleOf(axisId, axis, drive, driver);
  const wanted = figure(axis.maxSpeed, `${path}.maxSpeed`);
  const both = gather({ scale, wanted });
  const motorRpm =
    motor?.data.class === 'motor'
      ? figure(motor.data.maxSpeed, `parts.${drive.motor}.data.maxSpeed`)
      : missing(`${path}.drives.${Math.max(0, axis.drives.indexOf(drive))}.motor`);
  const limits: [SpeedFence['cause'], Derived<number>, string][] = [
    ['wanted', wanted, `${path}.maxSpeed`],
    [
      'controller pulse rate',
      mapKnown(gather({ scale, hz: controllerRateHz(controller, controllerId) }), (v) => v.hz / v.scale.stepsPerUnit),
      `parts.${controllerId}.data.pulseRate`,
    ],
    [
      'driver pulse rate',
      mapKnown(gather({ scale, hz: driverRateHz(driver, drive.driver) }), (v) => v.hz / v.scale.stepsPerUnit),
      `parts.${drive.driver}.data.pulseHighMin`,
    ],
    [
      'motor speed',
      mapKnown(gather({ scale, rpm: motorRpm }), (v) => (v.rpm / 60) * v.scale.travelPerRev),
      `parts.${drive.motor}.data.maxSpeed`,
    ],
  ];
  // A figure that the data sheet does not give leaves its fence out; the scale and the wanted speed must be there.
  const fences = limits
    .flatMap(([cause, speed, field]) => (speed.known ? [{ cause, speed: speed.value, field }] : []))
    .sort((a, b) => a.speed - b.speed);
  return {
    scale,
    pulseRateAtWanted: mapKnown(both, (v) => v.scale.stepsPerUnit * v.wanted),
    motorRpmAtWanted: mapKnown(both, (v) => (v.wanted / v.scale.travelPerRev) * 60),
    fences: both.known ? known(fences) : both,
  };
}
