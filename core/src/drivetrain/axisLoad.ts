import type { Axis, MachineKind, MassItem, Transmission } from '../machine/mechanics';
import type { Part } from '../machine/parts';
import type { Derived } from '../units/derived';
import { figureOr, gather, known, mapKnown, missing, positive } from '../units/derived';
import type { Display } from '../units/print';
import { showValue } from '../units/print';
import type { Quantity } from '../units/quantity';
import { baseValue } from '../units/quantity';
import type { Band, Uncertain } from '../units/uncertain';
import { assumed, band, exactly, uncertain } from '../units/uncertain';
import { usualCuttingN } from './cutting';
import type { Load } from './load';
import { requiredTorqueNm, trapezoidalEfficiency, worseSideKg } from './load';
import { screwInertiaKgm2 } from './screwLimits';
import { ratioOf, travelPerRevolution } from './transmission';

/** A usual value that stands in for a figure which is not entered: the field, and what was taken. */
export interface Assumption {
  field: string;
  text: (display: Display) => string;
}

type LoadInput = 'mass' | 'friction' | 'cutting' | 'efficiency' | 'drag' | 'rotating' | 'motorInertia';

export interface LoadFigures {
  load: Load;
  inputs: Record<LoadInput, Uncertain>;
  assumptions: readonly Assumption[];
}

/** Usual values, taken with a mark where nothing is entered. */
const USUAL = {
  frictionBall: 0.01,
  threadFriction: 0.15,
  efficiency: { screw: 0.9, belt: 0.95, rack: 0.9, rotary: 0.85 },
  trapezoidal: 0.35,
  worm: 0.5,
  wormOfMoreStarts: 0.65,
  dragNm: 0.05,
  screwDiameterMm: 16,
  screwBeyondTravelMm: 150,
} as const;

/** The efficiency taken for a transmission of which none is entered. */
export const usualEfficiency = (t: Transmission): number =>
  t.kind === 'screw' && t.form === 'trapezoidal'
    ? USUAL.trapezoidal
    : t.kind === 'rotary' && t.wheelTeeth
      ? (t.wormStarts ?? 1) === 1
        ? USUAL.worm
        : USUAL.wormOfMoreStarts
      : USUAL.efficiency[t.kind];

const times = (u: Uncertain, factor: number): Uncertain => ({ value: u.value * factor, spread: u.spread });

/** The value where it is known, else another one. */
const valueOr = (d: Derived<number>, otherwise: number): number => (d.known ? d.value : otherwise);

/** Items that hang on an axis, split into what travels along with another axis and what does not. */
function massesOf(axisId: string, items: readonly MassItem[]): { beamKg: number; carriageKg: number; spread: number } {
  let [beamKg, carriageKg, error] = [0, 0, 0];
  for (const m of items) {
    if (!m.mass || !(baseValue(m.mass) > 0)) continue;
    const u = uncertain(m.mass);
    error += (u.value * u.spread) ** 2;
    if (m.movedBy.some((a) => a !== axisId)) carriageKg += u.value;
    else beamKg += u.value;
  }
  const total = beamKg + carriageKg;
  return { beamKg, carriageKg, spread: total > 0 ? Math.sqrt(error) / total : 0 };
}

/** Travel of one revolution of the screw, pulley, pinion or table, in mm or degrees. */
const outputTravel = (t: Transmission, path: string): Derived<number> =>
  mapKnown(travelPerRevolution(t, path), (perMotorRev) => perMotorRev * ratioOf(t));

/**
 * What one drive of an axis has to move. `items` are the masses that this axis carries; of a gantry each side is taken as
 * the worse one, with the carriage at the end of `acrossTravelMm`. A figure that is not entered is replaced by a usual one, and named.
 */
export function axisLoad(
  axisId: string,
  axis: Axis,
  kind: MachineKind,
  items: readonly MassItem[],
  acrossTravelMm: number | undefined,
  motor: Part | undefined,
  motorPath: string,
): Derived<LoadFigures> {
  const path = `axes.${axisId}`;
  const t = axis.transmission;
  if (!t) return missing(`${path}.transmission.kind`);
  const rotary = t.kind === 'rotary';
  const motorData = motor?.data.class === 'motor' ? motor.data : undefined;
  const needed = gather({
    travel: outputTravel(t, `${path}.transmission`),
    motorInertia: motorData
      ? positive(motorData.rotorInertia, `${motorPath}.data.rotorInertia`)
      : missing(`${path}.drives.0.motor`),
    rotating: rotary ? positive(t.rotatingInertia, `${path}.transmission.rotatingInertia`) : known(0),
    mass: rotary || items.some((m) => m.mass && baseValue(m.mass) > 0) ? known(0) : missing('masses'),
  });
  return mapKnown(needed, ({ travel }): LoadFigures => {
    const assumptions: Assumption[] = [];
    const or = (q: Quantity | undefined, usual: number, field: string, text: Assumption['text']): Uncertain => {
      if (q && baseValue(q) >= 0) return uncertain(q);
      assumptions.push({ field: `${path}.${field}`, text });
      return assumed(usual);
    };
    const tr = 'transmission';
    const { beamKg, carriageKg, spread } = massesOf(axisId, items);
    const pair = axis.drives.length > 1;
    // Degrees are no lever: what turns on a rotary axis counts by its entered inertia alone.
    let massKg = rotary ? 0 : beamKg + carriageKg;
    if (pair && !rotary) {
      const spacing = axis.driveSpacing ? baseValue(axis.driveSpacing) : undefined;
      if (spacing === undefined && carriageKg > 0)
        assumptions.push({ field: `${path}.driveSpacing`, text: () => 'the carriage is directly over one side' });
      // Without the width, the carriage may stand right over one side.
      const nearest =
        spacing && acrossTravelMm !== undefined ? Math.max(0, (spacing - acrossTravelMm) / 2 / spacing) : 0;
      massKg = worseSideKg(beamKg, carriageKg, nearest);
    }
    const friction = rotary
      ? exactly(0)
      : or(axis.frictionCoefficient, USUAL.frictionBall, 'frictionCoefficient', () => 'guides on balls, friction 0.01');
    // About a rotary axis a cut has the lever of the work; without both figures nobody asks for torque of it.
    const lever = rotary ? positive(axis.workDiameter, '') : undefined;
    const cutting = rotary
      ? axis.cuttingForce && lever?.known
        ? times(uncertain(axis.cuttingForce), lever.value / 2000)
        : exactly(0)
      : or(
          axis.cuttingForce,
          usualCuttingN[kind],
          'cuttingForce',
          (display) => `a cut of ${showValue(usualCuttingN[kind], 'force', display, 2)}`,
        );
    const drag = or(
      axis.dragTorque,
      USUAL.dragNm,
      'dragTorque',
      (display) => `a drag of ${showValue(USUAL.dragNm, 'torque', display)}`,
    );
    let efficiency: Uncertain;
    if (t.efficiency && baseValue(t.efficiency) > 0) efficiency = uncertain(t.efficiency);
    else if (t.kind === 'screw' && t.form === 'trapezoidal' && t.outerDiameter && t.pitch) {
      // The pitch diameter of a metric trapezoidal thread is half a pitch under the outer one.
      const d2 = baseValue(t.outerDiameter) - baseValue(t.pitch) / 2;
      const mu = or(t.threadFriction, USUAL.threadFriction, `${tr}.threadFriction`, () => 'thread friction 0.15');
      efficiency = {
        value: d2 > 0 ? trapezoidalEfficiency(d2, travel, mu.value) : USUAL.trapezoidal,
        spread: mu.spread * 0.7,
      };
    } else {
      const usual = usualEfficiency(t);
      efficiency = or(undefined, usual, `${tr}.efficiency`, () => `an efficiency of ${usual * 100} %`);
    }
    efficiency = { value: Math.min(1, Math.max(0.02, efficiency.value)), spread: Math.min(efficiency.spread, 0.3) };
    let rotating: Uncertain;
    if (t.kind === 'screw') {
      const diameter = valueOr(positive(t.outerDiameter, ''), USUAL.screwDiameterMm);
      const length = valueOr(
        positive(t.length, ''),
        valueOr(positive(axis.travel, ''), 300) + USUAL.screwBeyondTravelMm,
      );
      if (!t.outerDiameter || !t.length)
        assumptions.push({
          field: `${path}.${tr}.${t.outerDiameter ? 'length' : 'outerDiameter'}`,
          text: (display) =>
            `a screw of ${showValue(diameter, 'length', display, 3)} by ${showValue(length, 'length', display, 3)}`,
        });
      rotating = {
        value: screwInertiaKgm2(diameter, length),
        spread: t.outerDiameter && t.length ? 0.05 : 0.6,
      };
    } else rotating = t.rotatingInertia && baseValue(t.rotatingInertia) > 0 ? uncertain(t.rotatingInertia) : exactly(0);
    const load: Load = {
      massKg,
      tiltRad: (Math.abs(figureOr(axis.tilt, 0)) * Math.PI) / 180,
      frictionCoefficient: friction.value,
      cuttingN: rotary ? 0 : cutting.value,
      ...(rotary ? { cuttingNm: cutting.value } : {}),
      counterbalanceN: Math.max(0, figureOr(axis.counterbalance, 0)),
      // A rotary axis has no lever: degrees take the place of mm, and no force acts.
      travelMm: travel,
      efficiency: efficiency.value,
      dragNm: drag.value,
      ratio: ratioOf(t),
      ratioEfficiency:
        t.kind === 'rotary' ? efficiency.value : Math.min(1, Math.max(0.02, figureOr(t.ratioEfficiency, 1))),
      motorInertiaKgm2: baseValue(motorData!.rotorInertia!),
      rotatingInertiaKgm2: rotating.value,
    };
    return {
      load,
      inputs: {
        mass: { value: massKg, spread },
        friction,
        cutting,
        efficiency,
        drag,
        rotating,
        motorInertia: uncertain(motorData!.rotorInertia!),
      },
      assumptions,
    };
  });
}

/** Torque needed at an acceleration, with its band, N·m. */
export const requiredBand = (l: LoadFigures, accelerationPerS2: number): Band =>
  band(l.inputs, (v) =>
    requiredTorqueNm(
      {
        ...l.load,
        massKg: v.mass,
        frictionCoefficient: v.friction,
        ...(l.load.cuttingNm === undefined ? { cuttingN: v.cutting } : { cuttingNm: v.cutting }),
        efficiency: Math.min(1, v.efficiency),
        dragNm: v.drag,
        rotatingInertiaKgm2: v.rotating,
        motorInertiaKgm2: v.motorInertia,
      },
      accelerationPerS2,
    ),
  );
