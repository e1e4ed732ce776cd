import type { AxisFigures } from '../derivation/figureTypes';
import { backDriving } from '../drivetrain/backDriving';
import type { CycleStretch } from '../drivetrain/loop';
import {
  bestRatio,
  electronicGear,
  followingError,
  INERTIA_AT_EASE,
  INERTIA_MOST,
  inertiaRatioOf,
  moveCycle,
  rmsTorqueNm,
  stretchCycle,
} from '../drivetrain/loop';
import type { Design } from '../machine/design';
import type { Display } from '../units/print';
import { printNumber, showValue } from '../units/print';
import { baseValue } from '../units/quantity';

/** What is tried on the page: figures of the drive and of the work, none of which the machine file keeps. */
export interface LoopTrial {
  countsPerRev?: number | undefined;
  /** Gain of the position loop, 1/s. */
  gainPerS?: number | undefined;
  /** A move out and back, mm or °, with the time it rests, s. */
  move?: number | undefined;
  pauseS: number;
  /** Moves of a program along this axis, in place of the move; lengths in mm or °, speeds per second. */
  stretches?: readonly { distance: number; speed: number; standS: number }[] | undefined;
}

/** One answer of the sheet: what it is about, its figure, and what follows from it. */
export interface LoopLine {
  title: string;
  value: string;
  says: string;
}

/** A move that is worth trying where none is entered, a quarter of what the axis can use, mm or °. */
export const usualMove = (a: AxisFigures): number | undefined => (a.ruler.known ? a.ruler.value.usable / 4 : undefined);

const wantedOf = (a: AxisFigures): number | undefined => (a.axis.maxSpeed ? baseValue(a.axis.maxSpeed) : undefined);

/**
 * What a closed loop asks for: inertia, lag, gearing, heat over a cycle, and whether the axis falls without its motor.
 * Empty until motor, driver, supply, acceleration and masses are known.
 */
export function closedLoopLines(
  a: AxisFigures,
  masses: Design['masses'],
  trial: LoopTrial,
  display: Display,
): LoopLine[] {
  const drive = a.drives[0];
  if (!drive?.torque.known) return [];
  const { load: state, motor, acceleration } = drive.torque.value;
  const { load } = state;
  const wanted = wantedOf(a);
  const lines: LoopLine[] = [];
  const ratio = inertiaRatioOf(load);
  lines.push({
    title: 'Inertia, load to rotor',
    value: `${printNumber(ratio, 2)} : 1`,
    says: `${ratio > INERTIA_MOST ? 'Hard to tune stiff' : ratio > INERTIA_AT_EASE ? 'Tunable with care' : 'At ease'}. A reduction of ${printNumber(bestRatio(load), 2)} : 1 would accelerate it best. Tune only with the final mass on.`,
  });
  if (trial.gainPerS && wanted !== undefined)
    lines.push({
      title: 'Following error at the wanted speed',
      value: showValue(
        followingError(wanted, trial.gainPerS),
        a.axis.motion === 'linear' ? 'length' : 'angle',
        display,
        3,
      ),
      says: 'Speed over loop gain, for a loop without feed-forward. Set the drive’s alarm above it, well below what would be a crash.',
    });
  if (trial.countsPerRev && drive.scale.known) {
    const { stepsPerRev } = drive.scale.value;
    const gear = electronicGear(trial.countsPerRev, stepsPerRev);
    lines.push({
      title: 'Electronic gearing',
      value: `${gear.numerator} / ${gear.denominator}`,
      says: `${printNumber(trial.countsPerRev, 9)} encoder counts for ${printNumber(stepsPerRev, 9)} command pulses.`,
    });
  }
  let cycle: CycleStretch[] | undefined;
  if (trial.stretches) cycle = stretchCycle(load, trial.stretches, acceleration);
  else if (trial.move && trial.move > 0 && wanted !== undefined)
    cycle = moveCycle(load, { distance: trial.move, speed: wanted, acceleration, pauseS: trial.pauseS });
  if (cycle) {
    const rms = rmsTorqueNm(cycle);
    const rated = motor.curve.kind === 'servo' ? motor.curve.ratedNm : undefined;
    const torque = (nm: number) => showValue(nm, 'torque', display, 3);
    lines.push({
      title: trial.stretches ? 'RMS torque over the program' : 'RMS torque over the cycle',
      value: torque(rms),
      says:
        rated === undefined
          ? 'For a stepper the heat comes from its set current, whatever it does.'
          : `The motor gives ${torque(rated)} for as long as you like: ${rms <= rated ? 'it stays cool enough' : 'too much, it overheats'}.`,
    });
  }
  const back = backDriving(a.id, a.axis, masses);
  if (back) {
    const drag = `drag of ${showValue(back.dragNm, 'torque', display, 3)}`;
    lines.push({
      title: 'Back-driving torque',
      value: showValue(back.torqueNm, 'torque', display, 3),
      says: {
        moves: `More than the ${drag}: it ${back.rises ? 'rises' : 'falls'} when the motor loses power, unless a brake holds it.`,
        creeps: `The ${drag} alone holds it: assume that it creeps.`,
        greased: 'Its own friction holds it as long as it is dry: assume that it falls.',
        holds: `The ${drag} and friction hold it.`,
      }[back.verdict],
    });
  }
  return lines;
}
