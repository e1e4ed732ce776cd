import type { Axis, Drive, MachineKind, MassItem } from '../machine/mechanics';
import { speaksBus, type Part } from '../machine/parts';
import type { Derived } from '../units/derived';
import { figureOr, gather, known, mapKnown, missing, positive } from '../units/derived';
import { baseValue } from '../units/quantity';
import type { Band } from '../units/uncertain';
import type { DriveFeed } from './bus';
import type { LoadFigures } from './axisLoad';
import { axisLoad, requiredBand } from './axisLoad';
import { motorAlpha, inertiaKgm2, requiredTorqueNm } from './load';
import type { MotorFigures } from './motorCurve';
import { cornerOf, isUnproven, motorFigures, rpmForTorque, torqueAt } from './motorCurve';
import { controllerRateHz, driverRateHz } from './pulses';
import type { Scale } from './scale';
import { axisTravelPerRev, scaleOf } from './scale';
import { BALL_NUT_DN, WHIRL_SHARE, whirlRpm } from './screwLimits';
import { ratioOf } from './transmission';

export const speedLimitCauses = [
  'wanted',
  'motor torque',
  'screw whirl',
  'ball nut',
  'controller pulse rate',
  'driver pulse rate',
  'motor speed',
] as const;
export type SpeedLimitCause = (typeof speedLimitCauses)[number];

/** A limit that keeps an axis from going faster, with the field that would move it. */
export interface SpeedLimit {
  cause: SpeedLimitCause;
  /** mm/s or degrees/s. */
  speed: number;
  field: string;
  /** Open loop above the speed to which the model is trusted: to be tested. */
  unproven?: boolean;
}

/** What governs the torque: voltage against the winding, the inertia to be accelerated, or the steady load. */
export type TorqueCause = 'winding' | 'inertia' | 'load';

export interface TorqueFigures {
  motor: MotorFigures;
  load: LoadFigures;
  /** Torque available over torque needed that is kept in reserve. */
  factor: number;
  /** Acceleration for which it holds, mm/s² or °/s². */
  acceleration: number;
  /** Torque needed at that acceleration, N·m. */
  required: Band;
  /** The speed at which torque available / factor meets the torque needed, mm/s or °/s; 0 where it never starts. */
  speed: number;
  /** Corner speed of the motor, rpm. */
  cornerRpm: number;
  /** Torque available at the wanted speed over torque needed; undefined without a wanted speed. */
  reserveAtWanted: number | undefined;
  /** The acceleration that the torque would allow at the wanted speed with the factor kept. */
  accelerationAtWanted: number | undefined;
  cause: TorqueCause;
  inertiaKgm2: number;
}

export interface DriveFigures {
  scale: Derived<Scale>;
  /** Pulse rate at the wanted speed, Hz. */
  pulseRateAtWanted: Derived<number>;
  motorRpmAtWanted: Derived<number>;
  torque: Derived<TorqueFigures>;
  /** Speed limits from the nearest to the farthest. The first governs, the second is next. */
  speedLimits: Derived<SpeedLimit[]>;
}

/** All that a drive is made of; a derivation that is kept takes exactly these. */
export interface DriveParts {
  axisId: string;
  axis: Axis;
  drive: Drive;
  kind: MachineKind;
  driver: Part | undefined;
  motor: Part | undefined;
  controllerId: string | undefined;
  controller: Part | undefined;
  feed: DriveFeed;
  masses: readonly MassItem[];
  acrossTravelMm: number | undefined;
}

/** Torque available over torque needed, where the user names none. */
const OPEN_LOOP_FACTOR = 2;
const CLOSED_LOOP_FACTOR = 1.3;

/** How many motors of an axis hang on the driver of this drive. */
const motorsOnDriver = (axis: Axis, drive: Drive): number =>
  drive.driver ? axis.drives.filter((d) => d.driver === drive.driver).length : 1;

function torqueOf(p: DriveParts, travelPerRev: Derived<number>): Derived<TorqueFigures> {
  const path = `axes.${p.axisId}`;
  const index = Math.max(0, p.axis.drives.indexOf(p.drive));
  const motorPath = p.drive.motor ? `parts.${p.drive.motor}` : `${path}.drives.${index}.motor`;
  const parts = gather({
    travelPerRev,
    acceleration: positive(p.axis.acceleration, `${path}.acceleration`),
    load: axisLoad(p.axisId, p.axis, p.kind, p.masses, p.acrossTravelMm, p.motor, motorPath),
    motor: motorFigures(
      p.motor,
      motorPath,
      p.driver,
      `${path}.drives.${index}.driver`,
      p.feed,
      motorsOnDriver(p.axis, p.drive),
    ),
  });
  return mapKnown(parts, ({ travelPerRev, acceleration, load, motor }): TorqueFigures => {
    const usual = motor.curve.openLoop ? OPEN_LOOP_FACTOR : CLOSED_LOOP_FACTOR;
    const factor = Math.max(1, figureOr(p.axis.torqueFactor, usual));
    const required = requiredBand(load, acceleration);
    const rpm = rpmForTorque(motor.curve, factor * required.nominal);
    const wanted = p.axis.maxSpeed ? baseValue(p.axis.maxSpeed) : undefined;
    const inertia = inertiaKgm2(load.load);
    const accelerating = inertia * motorAlpha(load.load, acceleration);
    const steady = requiredTorqueNm(load.load, 0);
    const available = wanted === undefined ? undefined : torqueAt(motor.curve, (wanted / travelPerRev) * 60);
    const cornerRpm = cornerOf(motor.curve);
    return {
      motor,
      load,
      factor,
      acceleration,
      required,
      speed: (rpm / 60) * travelPerRev,
      cornerRpm,
      reserveAtWanted: available === undefined ? undefined : available / required.nominal,
      accelerationAtWanted:
        available === undefined
          ? undefined
          : Math.max(0, available / factor - steady) / (inertia * motorAlpha(load.load, 1)),
      cause: rpm > cornerRpm ? 'winding' : accelerating > steady ? 'inertia' : 'load',
      inertiaKgm2: inertia,
    };
  });
}

/** Speeds of the screw itself at which it whirls or its nut gives out, as speed limits of the axis. */
function screwSpeedLimits(p: DriveParts, travelPerRev: number): SpeedLimit[] {
  const t = p.axis.transmission;
  if (t?.kind !== 'screw') return [];
  const path = `axes.${p.axisId}.transmission`;
  const perScrewRev = travelPerRev * ratioOf(t);
  const root = positive(t.rootDiameter, '');
  const length = positive(t.length, '');
  const speedLimits: SpeedLimit[] = [];
  if (root.known && length.known && t.endFixity)
    speedLimits.push({
      cause: 'screw whirl',
      speed: ((whirlRpm(root.value, length.value, t.endFixity) * WHIRL_SHARE) / 60) * perScrewRev,
      field: `${path}.endFixity`,
    });
  const outer = positive(t.outerDiameter, '');
  if (t.form === 'ball' && outer.known)
    speedLimits.push({
      cause: 'ball nut',
      speed: (BALL_NUT_DN / outer.value / 60) * perScrewRev,
      field: `${path}.outerDiameter`,
    });
  return speedLimits;
}

/** What one drive of an axis makes of its parts. */
export function driveFigures(p: DriveParts): DriveFigures {
  const { axis, drive, driver, motor } = p;
  const path = `axes.${p.axisId}`;
  const scale = scaleOf(p.axisId, axis, drive, driver);
  const wanted = positive(axis.maxSpeed, `${path}.maxSpeed`);
  const both = gather({ scale, wanted });
  // What a turn moves needs the transmission alone: the torque is known before the driver's steps are.
  const travelPerRev = axisTravelPerRev(p.axisId, axis);
  const torque = torqueOf(p, travelPerRev);
  const motorRpm =
    motor?.data.class === 'motor'
      ? positive(motor.data.maxSpeed, `parts.${drive.motor}.data.maxSpeed`)
      : missing(`${path}.drives.${Math.max(0, axis.drives.indexOf(drive))}.motor`);
  const limits: [SpeedLimitCause, Derived<number>, string][] = [
    ['wanted', wanted, `${path}.maxSpeed`],
    [
      'controller pulse rate',
      mapKnown(
        gather({ scale, hz: controllerRateHz(p.controller, p.controllerId) }),
        (v) => v.hz / v.scale.stepsPerUnit,
      ),
      `parts.${p.controllerId}.data.pulseRate`,
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
  // A figure that the data sheet does not give leaves its limit out; the scale and the wanted speed must be there.
  const speedLimits = limits.flatMap(([cause, speed, field]): SpeedLimit[] =>
    speed.known ? [{ cause, speed: speed.value, field }] : [],
  );
  if (torque.known && travelPerRev.known) {
    const rpm = (torque.value.speed / travelPerRev.value) * 60;
    speedLimits.push({
      cause: 'motor torque',
      speed: torque.value.speed,
      field: `${path}.acceleration`,
      unproven: isUnproven(torque.value.motor.curve, rpm),
    });
  }
  if (travelPerRev.known) speedLimits.push(...screwSpeedLimits(p, travelPerRev.value));
  // What lies endlessly far is no limit.
  const standing = speedLimits.filter((f) => Number.isFinite(f.speed)).sort((a, b) => a.speed - b.speed);
  return {
    scale,
    // Over a fieldbus no pulses flow.
    pulseRateAtWanted: speaksBus(driver) ? missing() : mapKnown(both, (v) => v.scale.stepsPerUnit * v.wanted),
    motorRpmAtWanted: mapKnown(both, (v) => (v.wanted / v.scale.travelPerRev) * 60),
    torque,
    speedLimits: both.known ? known(standing) : both,
  };
}

/** The speed limits of a whole axis: of each cause the nearest of its drives, in order. */
export function axisSpeedLimits(drives: readonly DriveFigures[]): Derived<SpeedLimit[]> {
  const nearest = new Map<SpeedLimitCause, SpeedLimit>();
  for (const d of drives) {
    if (!d.speedLimits.known) return d.speedLimits;
    for (const f of d.speedLimits.value) {
      const old = nearest.get(f.cause);
      if (!old || f.speed < old.speed) nearest.set(f.cause, f);
    }
  }
  return known([...nearest.values()].sort((a, b) => a.speed - b.speed));
}
