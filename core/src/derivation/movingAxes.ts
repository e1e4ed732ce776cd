import type { AxisFigures, Figures } from './figureTypes';
import { backDriving } from '../drivetrain/backDriving';
import { inertiaKgm2, motorAlpha, steadyTorqueNm } from '../drivetrain/load';
import type { MovingAxis } from '../faults/stopCourse';
import { figureOr } from '../units/derived';
import { baseValue } from '../units/quantity';

/**
 * Deceleration of an axis whose motor has let go, mm/s² or °/s²: friction and drag against the whole inertia, without
 * the cut and without the weight. The kinetic energy ½·m_eff·v² is what friction has to take.
 */
function coastDeceleration(a: AxisFigures): number | undefined {
  const torque = a.drives[0]?.torque;
  if (!torque?.known) return undefined;
  const load = { ...torque.value.load.load, cuttingN: 0, counterbalanceN: 0 };
  const frictionNm = steadyTorqueNm({ ...load, tiltRad: 0 });
  const perUnit = motorAlpha(load, 1);
  const deceleration = frictionNm / (inertiaKgm2(load) * perUnit);
  return deceleration > 0 && Number.isFinite(deceleration) ? deceleration : undefined;
}

/** The axes that can be moving when a stop comes, at the highest speed that is wanted of them. */
export function movingAxes({ design, axes }: Pick<Figures, 'design' | 'axes'>): MovingAxis[] {
  return axes.flatMap((a): MovingAxis[] => {
    if (!a.stopping.known) return [];
    const limits = a.switches.flatMap((s) => (s.isLimit && s.fromStop.known ? [s.fromStop.value] : []));
    return [
      {
        id: a.id,
        letter: a.axis.letter,
        speed: a.stopping.value.speed,
        acceleration: baseValue(a.axis.acceleration!),
        coastDeceleration: coastDeceleration(a),
        jerk: figureOr(a.axis.jerk, 0),
        drivers: a.axis.drives.flatMap((d) => d.driver ?? []),
        motors: a.axis.drives.flatMap((d) => d.motor ?? []),
        falls: backDriving(a.id, a.axis, design.masses)?.falls ?? false,
        room: limits.length ? Math.min(...limits) : undefined,
        remembers: a.axis.reference.method === 'absolute',
      },
    ];
  });
}
