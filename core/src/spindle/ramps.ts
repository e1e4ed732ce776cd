import { mainsVoltsAt } from '../distribution/lines';
import type { Design } from '../machine/design';
import { figureOr, gather, known, mapKnown, missing, positive, type Derived } from '../units/derived';
import type { MotorOutput } from './output';
import { isOnMains, type Rotating } from './rotating';
import { inertiaOfBodies } from './turningBodies';

/** Energy of what turns, J: ½ · J · ω², with the inertia in kg·m². */
export const storedJ = (inertia: number, rpm: number): number => 0.5 * inertia * (rpm * RAD) ** 2;
const RAD = Math.PI / 30;

/** What the capacitors of a bus take until it trips, J: ½ · C · (V_trip² − V_bus²), C in farad. */
export const busTakesJ = (farad: number, tripV: number, busV: number): number =>
  Math.max(0, 0.5 * farad * (tripV ** 2 - busV ** 2));

/** Losses that brake a spindle by themselves, where nothing was measured: a share of its rated power. */
const USUAL_LOSS = 0.04;
/** Of the torque on the plate, what is left to speed up with: friction and a low mains take the rest. */
const TO_SPEED_UP = 0.8;

/**
 * Inertia from a run-down, kg·m²: friction that takes P at the top speed, about the same torque at every speed, halves the speed
 * in t: J = 2 · P · t/ω². Air drag would make it less: the figure is on the safe side.
 */
export const inertiaFromRunDown = (idleW: number, rpm: number, halfSpeedS: number): number =>
  (2 * idleW * halfSpeedS) / (rpm * RAD) ** 2;

/** Inertia of all that turns, at the motor, and where it is from. */
export interface TurningInertia {
  kgM2: number;
  from: 'entered' | 'run-down' | 'bodies' | 'rotor';
}
/** What was entered or measured comes first; then what its bodies add to the rotor; the rotor alone is the least it can be. */
export function turningInertia({
  motor,
  motorId,
  inUse,
}: Pick<Rotating, 'motor' | 'motorId' | 'inUse'>): Derived<TurningInertia> {
  const entered = positive(motor.setup.turningInertia, `parts.${motorId}.setup.turningInertia`);
  if (entered.known) return known({ kgM2: entered.value, from: 'entered' });
  const run = gather({
    watts: positive(motor.setup.idlePower, ''),
    seconds: positive(motor.setup.halfSpeedTime, ''),
    rpm: positive(motor.data.maxSpeed, ''),
  });
  if (run.known) {
    const { watts, rpm, seconds } = run.value;
    return known({ kgM2: inertiaFromRunDown(watts, rpm, seconds), from: 'run-down' });
  }
  const rotor = positive(motor.data.rotorInertia, '');
  const bodies = motor.setup.turningBodies ?? [];
  if (bodies.length)
    return known({
      kgM2: (rotor.known ? rotor.value : 0) + inertiaOfBodies(bodies, inUse.ratio),
      from: 'bodies',
    });
  return rotor.known ? known({ kgM2: rotor.value, from: 'rotor' }) : missing(...entered.missing);
}

/** What slows a spindle down, and in what time at least. */
export interface Braking {
  storedJ: number;
  /** That the bus takes without tripping, J; 0 where its sheet does not tell. */
  busJ: number;
  lossW: number;
  /** Of its resistor; 0 without one. */
  resistorW: number;
  seconds: number;
}
/**
 * Least time to stop from `rpm`. Without a resistor all but what the capacitors take has to go into losses: t = (E − E_bus)/P_loss.
 * A resistor takes its power from the first moment on, when braking power is twice its mean: t = 2 · E/(P_resistor + P_loss).
 */
export function brakingTime(stored: number, busJ: number, lossW: number, resistorW: number): number {
  if (resistorW > 0) return (2 * stored) / (resistorW + lossW);
  return Math.max(0, stored - busJ) / lossW;
}

/** Least time of the deceleration ramp from the highest speed. */
export function brakingOf(design: Pick<Design, 'mainsVoltage'>, r: Rotating, threePhase: boolean): Derived<Braking> {
  const { motor, motorId, drive } = r;
  const inertia = turningInertia(r);
  return mapKnown(
    gather({
      inertia,
      rpm: positive(motor.data.maxSpeed, `parts.${motorId}.data.maxSpeed`),
      watts: positive(motor.data.power, `parts.${motorId}.data.power`),
      mains: mainsVoltsAt(design, threePhase),
    }),
    ({ inertia, rpm, watts, mains }): Braking => {
      const stored = storedJ(inertia.kgM2, rpm);
      const bus = gather({
        nano: positive(drive?.data.busCapacitance, ''),
        trip: positive(drive?.data.tripVoltage, ''),
      });
      const busJ = bus.known ? busTakesJ(bus.value.nano * 1e-9, bus.value.trip, Math.SQRT2 * mains) : 0;
      const idle = positive(motor.setup.idlePower, '');
      // Friction that brakes with the same torque all the way takes half of its power at the top, in the mean.
      const lossW = idle.known ? idle.value / 2 : USUAL_LOSS * watts;
      const resistorW = figureOr(drive?.data.brakingPower, 0);
      return { storedJ: stored, busJ, lossW, resistorW, seconds: brakingTime(stored, busJ, lossW, resistorW) };
    },
  );
}

/** Time to speed up from rest to `rpm` with four fifths of the torque that there is at each speed, s: ∫ J dω/T. */
export function runUpS(output: MotorOutput, inertia: number, rpm: number): number {
  const steps = 200;
  const d = rpm / steps;
  let seconds = 0;
  for (let i = 0; i < steps; i++) seconds += (inertia * d * RAD) / (TO_SPEED_UP * output.torqueAt((i + 0.5) * d));
  return seconds;
}

/** Time to slow down from a speed on a ramp that is told from the highest one, s. */
export const rampFrom = (rpm: number, rampS: number, topRpm: number): number => (rampS * rpm) / topRpm;

/** How long the capacitors of a drive may hold their charge where its cover does not tell, s: behind the mains, and on a low voltage. */
const USUAL_DISCHARGE_S = { mains: 300, low: 60 } as const;
export function dischargeS({ drive }: Pick<Rotating, 'drive'>): number {
  const onMains = drive && isOnMains(drive);
  return figureOr(drive?.data.dischargeTime, onMains ? USUAL_DISCHARGE_S.mains : USUAL_DISCHARGE_S.low);
}
