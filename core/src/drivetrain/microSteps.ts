import type { Design } from '../machine/design';
import { isDriver } from '../machine/parts';
import { baseValue } from '../units/quantity';
import type { Fault } from '../units/result';

const FULL_TURN_DEG = 360;

/** Full steps for one turn of the steppers on a driver; undefined for a servo, an unknown step angle, or unlike motors. */
export function fullStepsOf(design: Design, driverId: string): number | undefined {
  const motors = Object.values(design.axes).flatMap((a) =>
    a.drives.flatMap((d) => (d.driver === driverId && d.motor ? (design.parts[d.motor] ?? []) : [])),
  );
  const steps = motors.map((m) =>
    m.data.class === 'motor' && m.data.type !== 'servo' && m.data.stepAngle
      ? FULL_TURN_DEG / baseValue(m.data.stepAngle)
      : NaN,
  );
  const [first] = steps;
  const whole = first !== undefined && Math.abs(first - Math.round(first)) < 1e-6 ? Math.round(first) : undefined;
  return whole !== undefined && steps.every((s) => Math.abs(s - whole) < 1e-6) ? whole : undefined;
}

/** Micro-steps in a full step; undefined where the steps of a turn are no whole multiple of the full steps. */
export const microStepsOf = (stepsPerRev: number, fullSteps: number): number | undefined =>
  stepsPerRev % fullSteps === 0 && stepsPerRev > 0 ? stepsPerRev / fullSteps : undefined;

/** The micro-steps that a driver offers for a motor of so many full steps, as its data sheet lists them. */
export function microStepChoices(design: Design, driverId: string): number[] {
  const full = fullStepsOf(design, driverId);
  const data = design.parts[driverId]?.data;
  if (full === undefined || !data || !isDriver(data)) return [];
  return data.stepsPerRevolutionChoices.flatMap((s) => microStepsOf(s, full) ?? []).sort((a, b) => a - b);
}

/**
 * Steps for each turn from what a person types: `3200`, or in micro-steps `1/16`, `16 ×`, `16 micro-steps`.
 * Undefined where it is neither; a fault where micro-steps are typed and the full steps of a turn are not known.
 */
export function readSteps(text: string, fullSteps: number | undefined): number | Fault | undefined {
  const t = text.trim();
  const micro =
    /^1\s*\/\s*(\d+)$/.exec(t) ?? /^(\d+)\s*(?:[x×]|micro-?\s?steps?)$/i.exec(t) ?? /^[x×]\s*(\d+)$/i.exec(t);
  if (micro && fullSteps === undefined)
    return {
      what: `How many full steps make a turn of the motor is not known, so "${t}" says nothing yet.`,
      where: 'steps per revolution',
      fix: 'Enter the step angle in the data sheet of the motor, or type the steps of a whole turn, such as 3200.',
    };
  if (micro) return Number(micro[1]) * fullSteps!;
  return /^\d+$/.test(t) ? Number(t) : undefined;
}
