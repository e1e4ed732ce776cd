import type { Design } from '../machine/design';
import { axesOf } from '../machine/design';
import { loadAmps } from '../machine/loads';
import type { Part } from '../machine/parts';
import { distributionOf } from '../distribution/tree';
import { driveSupply, fieldSupply } from '../distribution/supplies';
import { runsOnMains } from '../drivetrain/bus';
import type { DriveFigures } from '../drivetrain/speed';
import { requiredTorqueNm, steadyTorqueNm } from '../drivetrain/load';
import { USUAL_IDLE } from '../drivetrain/motorHeat';
import { figureOr, positive } from '../units/derived';

/** What a driver takes for itself, W, and as a share of what it passes on, unless its sheet tells: planning figures. */
const DRIVER_W = 2;
const DRIVER_SHARE = 0.07;
/** Efficiency of a servo with its drive. */
const SERVO_EFFICIENCY = 0.85;
/** What a three-wire sensor and an isolated input draw, A. */
const SENSOR_A = 0.015;
const INPUT_A = 0.007;
/** Share of a supply's rating up to which it stays cool and lives long. */
export const AT_EASE = 0.7;
/** Efficiency of a spindle motor. */
export const SPINDLE_EFFICIENCY = 0.78;
/** What the electronics of a board take where no sheet tells, W. */
const BOARD_W = 5;

/** What one motor with its driver takes from the motor bus, W. */
export interface MotorDemand {
  /** At rest with the current reduced as it is set, and with full current. */
  idleW: number;
  heldW: number;
  /** At the wanted speed, with friction, weight and cut. */
  movingW: number;
  /** While it accelerates at the wanted speed: for moments only. */
  peakW: number;
}

/** Adds what the driver takes. */
const withDriver = (watts: number): number => watts + DRIVER_W + DRIVER_SHARE * watts;

/**
 * Energy balance of one drive. A two-phase stepper with a sine current of amplitude I loses I²·R_warm in both phases together,
 * whether it moves or not; T·ω comes on top of it, and the driver. Phase currents are never added: a chopper transforms
 * them down. Undefined where the torque is not known.
 */
export function motorDemand(d: DriveFigures, idleShare: number): MotorDemand | undefined {
  if (!d.torque.known) return undefined;
  const { motor, load, acceleration } = d.torque.value;
  const omega = d.motorRpmAtWanted.known ? (d.motorRpmAtWanted.value * 2 * Math.PI) / 60 : 0;
  const steadyW = steadyTorqueNm(load.load) * omega;
  const acceleratingW = requiredTorqueNm(load.load, acceleration) * omega;
  if (motor.curve.kind === 'servo') {
    const at = (w: number) => withDriver(w / SERVO_EFFICIENCY);
    return { idleW: at(0), heldW: at(0), movingW: at(steadyW), peakW: at(acceleratingW) };
  }
  // What cable and bridge lose is in the share of the driver.
  const copperW = motor.curve.circuit.peakA ** 2 * motor.curve.windingOhm;
  return {
    idleW: withDriver(copperW * idleShare ** 2),
    heldW: withDriver(copperW),
    movingW: withDriver(copperW + steadyW),
    peakW: withDriver(copperW + acceleratingW),
  };
}

/** A motor whose driver lives on a direct-current bus. */
export interface BusMotor {
  axis: string;
  /** Its place among the drives of the axis. */
  index: number;
  driver: string;
  /** Undefined where figures are missing. */
  demand: MotorDemand | undefined;
  /** Set phase current of a stepper, A; 0 of a servo. */
  phaseA: number;
}
/** Every motor on a bus, whichever it is; those on the mains have none. */
export function busMotors(
  design: Design,
  drives: readonly { axisId: string; figures: readonly DriveFigures[] }[],
): BusMotor[] {
  return drives.flatMap(({ axisId, figures }) =>
    figures.flatMap((d, index): BusMotor[] => {
      const drive = design.axes[axisId]?.drives[index];
      const driver = drive?.driver ? design.parts[drive.driver] : undefined;
      if (!drive?.motor || !driver || runsOnMains(driver)) return [];
      const demand = motorDemand(d, figureOr(driver.setup.idleCurrent, USUAL_IDLE));
      const curve = demand && d.torque.known ? d.torque.value.motor.curve : undefined;
      const phaseA = curve?.kind === 'stepper' ? curve.circuit.peakA : 0;
      return [{ axis: axisId, index, driver: drive.driver!, demand, phaseA }];
    }),
  );
}

export interface BusDemand extends MotorDemand {
  /** Of a spindle that hangs on the motor bus, W. */
  spindleW: number;
  /** Sum of the set phase currents, A: what a rule of thumb starts from, and no supply ever gives. */
  phaseCurrentsA: number;
  /** Motors whose demand is not known. */
  unknown: number;
}

/** What a motor bus has to give, that of one supply or all of them: every motor once, each driver with its own losses. */
export function motorBusDemand(
  design: Design,
  drives: readonly { axisId: string; figures: readonly DriveFigures[] }[],
  supply?: string,
): BusDemand {
  const onBus = (source: { id: string } | undefined) => supply === undefined || source?.id === supply;
  const sum: BusDemand = { idleW: 0, heldW: 0, movingW: 0, peakW: 0, spindleW: 0, phaseCurrentsA: 0, unknown: 0 };
  for (const { driver, demand, phaseA } of busMotors(design, drives)) {
    if (!onBus(driveSupply(design, driver))) continue;
    if (!demand) {
      sum.unknown++;
      continue;
    }
    sum.idleW += demand.idleW;
    sum.heldW += demand.heldW;
    sum.movingW += demand.movingW;
    sum.peakW += demand.peakW;
    sum.phaseCurrentsA += phaseA;
  }
  const feeds = distributionOf(design).supplyOf(design.roles.spindleDrive, 'supply');
  if (feeds && onBus(feeds)) sum.spindleW = spindleOnBusW(design);
  return sum;
}

/** What a spindle takes from a direct-current bus, W: U·I of its plate, else its power over its efficiency; 0 without one. */
export function spindleOnBusW(design: Pick<Design, 'roles' | 'parts'>): number {
  const spindle = design.roles.spindle ? design.parts[design.roles.spindle]?.data : undefined;
  if (spindle?.class !== 'spindle') return 0;
  return (
    figureOr(spindle.ratedVoltage, 0) * figureOr(spindle.ratedCurrent, 0) ||
    figureOr(spindle.power, 0) / SPINDLE_EFFICIENCY
  );
}

/** A load with what it draws at a port, A. */
export interface Drawn {
  id: string;
  part: Part;
  port: string;
  amps: number;
  /** No sheet tells: a planning figure stands in for it. */
  usual?: boolean;
}

/**
 * What hangs on a supply besides drives: coils, brakes, lamps, valves, sensors, isolated inputs, the boards themselves. The field
 * supply where no other is asked for.
 */
export function fieldDemand(design: Design, supply = fieldSupply(design)?.id): Drawn[] {
  const gives = supply === undefined ? undefined : design.parts[supply];
  if (supply === undefined || !gives) return [];
  const volts = positive(gives.data.class === 'supply' ? gives.data.outputVoltage : undefined, '');
  const isolated = Object.values(design.parts).some((p) =>
    Object.values(p.elements).some((e) => e.kind === 'isolated-input' && e.resistance),
  );
  const inputs = isolated ? Object.values(design.circuits).filter((c) => !c.cutsOnly).length : 0;
  return distributionOf(design)
    .loadsOf(supply)
    .flatMap(({ part: id, port }): Drawn[] => {
      const part = design.parts[id]!;
      const { data } = part;
      const draws = (amps: number): Drawn[] => (amps > 0 ? [{ id, part, port, amps }] : []);
      if (port === 'coil' || port === 'load') return draws(loadAmps(part));
      if (port === 'torque-off') return draws(INPUT_A);
      if (port === 'field') return id === design.roles.controller ? draws(inputs * INPUT_A) : [];
      if (port !== 'supply') return [];
      if (data.class === 'sensor') return draws(SENSOR_A);
      if (data.class !== 'controller' && data.class !== 'input-board') return [];
      const own = positive(data.supplyCurrent, '');
      if (own.known) return draws(own.value);
      return volts.known ? [{ id, part, port, amps: BOARD_W / volts.value, usual: true }] : [];
    });
}

/** The drives of each axis as the budget takes them. */
export const drivesByAxis = (design: Design, axes: readonly { id: string; drives: readonly DriveFigures[] }[]) =>
  axesOf(design).flatMap(([id]) => {
    const a = axes.find((x) => x.id === id);
    return a ? [{ axisId: id, figures: a.drives }] : [];
  });
