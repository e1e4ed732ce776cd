import type { DataOf, Part } from '../machine/parts';
import { isDriver } from '../machine/parts';
import type { Derived } from '../units/derived';
import { gather, mapKnown, missing, positive } from '../units/derived';
import { baseValue } from '../units/quantity';
import type { Band, Uncertain } from '../units/uncertain';
import { exactly, uncertain } from '../units/uncertain';
import { busOf, type Bus, type DriveFeed } from './bus';
import { UNPROVEN_RPM } from './constants';
import { servoNmPerPeakA } from './motorCurrent';
import type { StepperCircuit } from './stepper';
import { cornerRpm, inSeries, polePairsOf, pullOutTorqueNm, torqueConstantNmPerA, warmResistanceOhm } from './stepper';
import { connect } from './windings';

/** Working winding temperature over 20 °C, and the resistance of motor lead and bridge: planning figures. */
export const WARM_RISE_K = 60;
export const LOOP_OHM = 0.3;

interface StepperCurve {
  kind: 'stepper';
  /** Steps are lost without notice; with a closed loop the drive raises an alarm instead. */
  openLoop: boolean;
  circuit: StepperCircuit;
  motors: number;
  /** Rated current as connected, A. */
  ratedA: number;
  /** Of one phase of one motor, warm, without cable and bridge: what turns into heat in the motor, Ω. */
  windingOhm: number;
}
interface ServoCurve {
  kind: 'servo';
  openLoop: false;
  ratedNm: number;
  /** What it gives for a short while: its own peak, or what the drive's current allows. */
  peakNm: number;
  /** The peak torque of the motor itself. */
  ownPeakNm: number;
  /** Up to here the peak torque is there; from here it falls to zero at `topRpm`, rpm. */
  kneeRpm: number;
  topRpm: number;
}
/** What torque a motor with its driver and supply gives over its speed. */
export type MotorCurve = StepperCurve | ServoCurve;

export interface MotorFigures {
  curve: MotorCurve;
  /** The figures that the torque hangs on, with how well each is known. */
  inputs: Record<'torque' | 'current' | 'resistance' | 'inductance' | 'volts', Uncertain>;
  /** The current was not set: the motor's rated current is taken as peak. */
  currentAssumed: boolean;
}

/** Torque at a speed, N·m. */
export function torqueAt(curve: MotorCurve, rpm: number): number {
  if (curve.kind === 'stepper') return pullOutTorqueNm(curve.circuit, rpm);
  if (rpm <= curve.kneeRpm) return curve.peakNm;
  return rpm >= curve.topRpm ? 0 : (curve.peakNm * (curve.topRpm - rpm)) / (curve.topRpm - curve.kneeRpm);
}

/** The highest speed in rpm at which a torque is still there; a falling curve, so halving finds it. */
export function rpmForTorque(curve: MotorCurve, torqueNm: number): number {
  if (torqueAt(curve, 0) < torqueNm) return 0;
  let [low, high] = [0, curve.kind === 'servo' ? curve.topRpm : 20_000];
  if (torqueAt(curve, high) >= torqueNm) return high;
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (torqueAt(curve, middle) >= torqueNm) low = middle;
    else high = middle;
  }
  return low;
}

/** The same curve with other figures in place of its own, for the ends of the band. */
function curveWith(curve: MotorCurve, v: Record<keyof MotorFigures['inputs'], number>): MotorCurve {
  if (curve.kind === 'servo') {
    // Here the voltage stands as a share of the nominal one.
    return { ...curve, peakNm: v.torque, kneeRpm: curve.kneeRpm * v.volts, topRpm: curve.topRpm * v.volts };
  }
  return {
    ...curve,
    circuit: {
      ...curve.circuit,
      ktNmPerA: v.torque,
      peakA: v.current,
      resistanceOhm: v.resistance,
      inductanceH: v.inductance,
      volts: v.volts,
    },
  };
}

/**
 * Torque at each speed with its band, N·m. As `band` does it, but the moved curves are made once and not for every speed:
 * a chart asks for dozens of them.
 */
export function torqueBands(m: MotorFigures, rpms: readonly number[]): Band[] {
  const values = {} as Record<keyof MotorFigures['inputs'], number>;
  const keys = Object.keys(m.inputs) as (keyof MotorFigures['inputs'])[];
  for (const k of keys) values[k] = m.inputs[k].value;
  const moved = keys
    .filter((k) => m.inputs[k].spread > 0)
    .flatMap((k) =>
      [1 + m.inputs[k].spread, 1 - m.inputs[k].spread].map((end) =>
        curveWith(m.curve, { ...values, [k]: values[k] * end }),
      ),
    );
  return rpms.map((rpm) => {
    const nominal = torqueAt(m.curve, rpm);
    let [up, down] = [0, 0];
    for (const curve of moved) {
      const change = torqueAt(curve, rpm) - nominal;
      if (change > 0) up += change * change;
      else down += change * change;
    }
    return { low: nominal - Math.sqrt(down), nominal, high: nominal + Math.sqrt(up) };
  });
}

/** Corner speed of a stepper, or the knee of a servo: up to here the whole torque is there, rpm. */
export const cornerOf = (curve: MotorCurve): number =>
  curve.kind === 'stepper' ? cornerRpm(curve.circuit) : curve.kneeRpm;

/** Whether a speed lies where the open-loop model is no longer backed by measurement. */
export const isUnproven = (curve: MotorCurve, rpm: number): boolean => curve.openLoop && rpm > UNPROVEN_RPM;

type Motor = DataOf<'motor'>;

function stepperFigures(
  data: Motor,
  motorPath: string,
  driver: Part,
  supply: Bus,
  motors: number,
): Derived<MotorFigures> {
  const f = (key: 'stepAngle' | 'holdingTorque' | 'ratedCurrent' | 'resistance' | 'inductance') =>
    positive(data[key], `${motorPath}.data.${key}`);
  return mapKnown(
    gather({
      stepAngle: f('stepAngle'),
      holding: f('holdingTorque'),
      rated: f('ratedCurrent'),
      r20: f('resistance'),
      mh: f('inductance'),
    }),
    ({ stepAngle, holding, rated, r20, mh }): MotorFigures => {
      const w = connect({ resistanceOhm: r20, inductanceMh: mh, ratedA: rated }, data.winding);
      const limit = isDriver(driver.data) ? positive(driver.data.currentMax, '') : undefined;
      const most = limit?.known ? limit.value : Infinity;
      const set =
        driver.setup.peakCurrent && baseValue(driver.setup.peakCurrent) > 0 ? driver.setup.peakCurrent : undefined;
      const peakA = set ? Math.min(baseValue(set), most) : Math.min(w.ratedA, most);
      const alone: StepperCircuit = {
        polePairs: polePairsOf(stepAngle),
        ktNmPerA: torqueConstantNmPerA(holding, rated) * w.ktFactor,
        resistanceOhm: warmResistanceOhm(w.resistanceOhm, WARM_RISE_K, LOOP_OHM / motors),
        inductanceH: w.inductanceMh / 1000,
        volts: supply.volts,
        peakA,
      };
      const windingOhm = warmResistanceOhm(w.resistanceOhm, WARM_RISE_K, 0);
      const circuit = inSeries(alone, motors);
      const closed = isDriver(driver.data) && driver.data.closedLoop && data.encoder !== 'none';
      return {
        curve: { kind: 'stepper', openLoop: !closed, circuit, motors, ratedA: w.ratedA, windingOhm },
        inputs: {
          torque: { value: circuit.ktNmPerA, spread: uncertain(data.holdingTorque!).spread },
          current: { value: peakA, spread: set ? Math.min(uncertain(set).spread, 0.05) : 0.1 },
          resistance: { value: circuit.resistanceOhm, spread: uncertain(data.resistance!).spread },
          inductance: { value: circuit.inductanceH, spread: uncertain(data.inductance!).spread },
          volts: { value: circuit.volts, spread: supply.spread },
        },
        currentAssumed: !set,
      };
    },
  );
}

/**
 * Peak torque of a servo, bounded by the current that its drive is set to, or can give: T = I·T_rated/(√2·I_rated), with I
 * the drive's amplitude and I_rated the motor's RMS current. Unbounded where no rated current is known.
 */
function servoBoundNm(data: Motor, driver: Part): number {
  const perAmp = servoNmPerPeakA(data);
  if (perAmp === undefined || !isDriver(driver.data)) return Infinity;
  const [most, set] = [positive(driver.data.currentMax, ''), positive(driver.setup.peakCurrent, '')];
  return perAmp * Math.min(most.known ? most.value : Infinity, set.known ? set.value : Infinity);
}

function servoFigures(data: Motor, motorPath: string, driver: Part, supply: Bus): Derived<MotorFigures> {
  const f = (key: 'ratedTorque' | 'peakTorque' | 'ratedSpeed' | 'ratedVoltage' | 'maxSpeed') =>
    positive(data[key], `${motorPath}.data.${key}`);
  return mapKnown(
    gather({
      rated: f('ratedTorque'),
      peak: f('peakTorque'),
      speed: f('ratedSpeed'),
      top: f('maxSpeed'),
      volts: f('ratedVoltage'),
    }),
    (v): MotorFigures => {
      // Speed goes with voltage; a higher bus than rated is not counted on.
      const share = Math.min(1, supply.volts / v.volts);
      const bound = servoBoundNm(data, driver);
      const peakNm = Math.min(v.peak, bound);
      return {
        curve: {
          kind: 'servo',
          openLoop: false,
          ratedNm: Math.min(v.rated, bound),
          peakNm,
          ownPeakNm: v.peak,
          kneeRpm: v.speed * share,
          topRpm: Math.max(v.top, v.speed * 1.001) * share,
        },
        inputs: {
          torque: { value: peakNm, spread: uncertain(data.peakTorque!).spread },
          current: exactly(1),
          resistance: exactly(1),
          inductance: exactly(1),
          volts: { value: 1, spread: supply.spread },
        },
        currentAssumed: false,
      };
    },
  );
}

/**
 * The torque curve of one drive from its motor, driver and supply, or what is missing for it. `motors` is how many like
 * motors hang in series on the driver. Servo: peak torque to the rated speed, then falling to zero at the highest, both
 * in proportion to the bus voltage: a planning shape, since maker's curves differ.
 */
export function motorFigures(
  motor: Part | undefined,
  motorPath: string,
  driver: Part | undefined,
  driverPath: string,
  feed: DriveFeed,
  motors = 1,
): Derived<MotorFigures> {
  const bus = busOf(feed);
  if (!motor || !driver || motor.data.class !== 'motor')
    return missing(
      ...(motor ? [] : [motorPath]),
      ...(driver ? [] : [driverPath]),
      ...(bus.known ? [] : bus.missing),
      ...(motor && driver ? [motorPath] : []),
    );
  if (!bus.known) return bus;
  const data = motor.data;
  return data.type === 'servo'
    ? servoFigures(data, motorPath, driver, bus.value)
    : stepperFigures(data, motorPath, driver, bus.value, motors);
}
