import type { Design } from '../machine/design';
import { sinksTo } from '../machine/directions';
import type { Axis } from '../machine/mechanics';
import { figureOr, mapKnown, positive } from '../units/derived';
import { baseValue } from '../units/quantity';
import { usualEfficiency } from './axisLoad';
import { GRAVITY } from './constants';
import { backDrivenNm, holdingFriction, movedMassKg, trapezoidalEfficiency } from './load';
import { ratioOf, travelPerRevolution } from './transmission';

/** Friction of a freshly greased, vibrating thread: a screw that holds by itself must hold at this. */
const GREASED = 0.05;
/** Friction of a dry trapezoidal thread where none is entered. */
const THREAD_FRICTION = 0.15;
/** Drag that exceeds the weight's torque this many times is trusted to hold: it wears and warms, but not to a quarter. */
const DRAG_TRUSTED = 4;

/** How a weight behaves once its motor lets go; torques at the screw, pulley or pinion, shared by the motors of the axis. */
export interface BackDriving {
  massKg: number;
  /** Weight along the travel less the counterbalance, N. Below zero the counterbalance is the stronger one. */
  netN: number;
  /** Travel of one turn of the screw, pulley or pinion, mm. */
  travelMm: number;
  /** With which the net weight turns it, and what its drag holds, N·m. At or below zero it holds by its own friction. */
  torqueNm: number;
  dragNm: number;
  /** moves: nothing holds it. creeps: drag alone holds it. greased: its own friction holds it, until that gets less. */
  verdict: 'moves' | 'creeps' | 'greased' | 'holds';
  /** It comes down by itself. */
  falls: boolean;
  /** The counterbalance lifts it. */
  rises: boolean;
  /** Thread friction down to which it holds by itself; 0 for all but a trapezoidal screw. */
  holdingFriction: number;
}

/**
 * Whether a tilted axis moves by itself, from its net weight: m·g·sinθ less the counterbalance, on the lever travel/2π, times
 * 2 − 1/η for the friction on the way back (the reduction's too). Screws, belts and racks alike.
 * Undefined where an axis is level or rotary, or where its mass or its travel per turn is not known.
 */
export function backDriving(axisId: string, axis: Axis, masses: Design['masses']): BackDriving | undefined {
  const t = axis.transmission;
  if (!t || t.kind === 'rotary' || !axis.tilt || !sinksTo(axis)) return undefined;
  const massKg = movedMassKg(axisId, masses);
  const travel = mapKnown(travelPerRevolution(t, ''), (perMotorTurn) => perMotorTurn * ratioOf(t));
  if (massKg === undefined || !travel.known) return undefined;
  const travelMm = travel.value;
  const slope = Math.sin((Math.abs(baseValue(axis.tilt)) * Math.PI) / 180);
  const netN = massKg * GRAVITY * slope - Math.max(0, figureOr(axis.counterbalance, 0));
  const [outer, pitch] =
    t.kind === 'screw' && t.form === 'trapezoidal'
      ? [positive(t.outerDiameter, ''), positive(t.pitch, '')]
      : [positive(undefined, ''), positive(undefined, '')];
  const d2 = outer.known && pitch.known ? outer.value - pitch.value / 2 : 0;
  const plain = d2 > 0;
  const entered = t.efficiency && baseValue(t.efficiency) > 0 ? Math.min(1, baseValue(t.efficiency)) : undefined;
  const threadFriction = t.kind === 'screw' ? figureOr(t.threadFriction, THREAD_FRICTION) : THREAD_FRICTION;
  const efficiency = entered ?? (plain ? trapezoidalEfficiency(d2, travelMm, threadFriction) : usualEfficiency(t));
  const reduction = Math.min(1, Math.max(0.02, figureOr(t.ratioEfficiency, 1)));
  const eachN = Math.abs(netN) / axis.drives.length;
  const torqueNm = backDrivenNm(eachN, travelMm, efficiency);
  const dragNm = Math.max(0, figureOr(axis.dragTorque, 0));
  const greasedNm = plain ? backDrivenNm(eachN, travelMm, trapezoidalEfficiency(d2, travelMm, GREASED)) : torqueNm;
  // A worm or another reduction of less than half efficiency does not turn backwards either, while it is at rest and dry.
  const turnsBack = 2 - 1 / reduction > 0;
  const overcomes = (nm: number): boolean => nm > 0 && nm * DRAG_TRUSTED > dragNm;
  const verdict =
    torqueNm > 0 && turnsBack
      ? torqueNm > dragNm
        ? 'moves'
        : overcomes(torqueNm)
          ? 'creeps'
          : 'holds'
      : overcomes(greasedNm)
        ? 'greased'
        : 'holds';
  return {
    massKg,
    netN,
    travelMm,
    torqueNm,
    dragNm,
    verdict,
    falls: verdict === 'moves' && netN > 0,
    rises: verdict === 'moves' && netN < 0,
    holdingFriction: plain ? holdingFriction(d2, travelMm) : 0,
  };
}
