import type { Design } from '../machine/design';
import type { Axis } from '../machine/mechanics';
import { figureOr, positive } from '../units/derived';
import { baseValue } from '../units/quantity';
import { backDrivingTorqueNm, holdingFriction, movedMassKg, TILTED_DEG, trapezoidalEfficiency } from './load';
import { leadMm } from './transmission';

/** Efficiency assumed where none is entered and none follows. */
const TYPICAL = { ball: 0.9, trapezoidal: 0.35 } as const;
/** Friction of a freshly greased, vibrating thread: a screw that holds by itself must hold at this. */
const GREASED = 0.05;

/** How a weight on a screw behaves once its motor lets go. */
export interface BackDriving {
  massKg: number;
  leadMm: number;
  /** With which the weight turns the screw, and that which its drag holds, N·m. */
  torqueNm: number;
  dragNm: number;
  falls: boolean;
  /** It holds dry, and falls once the thread is greased or shaken. */
  whenGreased: boolean;
  /** Thread friction down to which it holds by itself; 0 for a ball screw. */
  holdingFriction: number;
}

/** Undefined where an axis is level, balanced, not driven by a screw, or where its mass or lead is not known. */
export function backDriving(axisId: string, axis: Axis, masses: Design['masses']): BackDriving | undefined {
  const t = axis.transmission;
  if (t?.kind !== 'screw' || !axis.tilt || Math.abs(baseValue(axis.tilt)) < TILTED_DEG || axis.counterbalance)
    return undefined;
  const massKg = movedMassKg(axisId, masses);
  const lead = leadMm(t, `axes.${axisId}.transmission`);
  if (massKg === undefined || !lead.known) return undefined;
  const [outer, pitch] = [positive(t.outerDiameter, ''), positive(t.pitch, '')];
  const d2 = outer.known && pitch.known ? outer.value - pitch.value / 2 : 0;
  const plain = t.form === 'trapezoidal' && d2 > 0;
  const efficiency =
    t.efficiency && baseValue(t.efficiency) > 0
      ? baseValue(t.efficiency)
      : plain
        ? trapezoidalEfficiency(d2, lead.value, figureOr(t.threadFriction, 0.15))
        : TYPICAL[t.form];
  const slope = Math.sin((Math.abs(baseValue(axis.tilt)) * Math.PI) / 180);
  const turning = (eta: number) => backDrivingTorqueNm(massKg * slope, lead.value, eta, 0);
  const torqueNm = turning(efficiency);
  const dragNm = figureOr(axis.dragTorque, 0);
  return {
    massKg,
    leadMm: lead.value,
    torqueNm,
    dragNm,
    falls: torqueNm > dragNm,
    whenGreased: plain && turning(trapezoidalEfficiency(d2, lead.value, GREASED)) > dragNm,
    holdingFriction: plain ? holdingFriction(d2, lead.value) : 0,
  };
}
