import { torqueAt } from '../../../drivetrain/motorCurve';
import { resonanceHz, resonanceRpm } from '../../../drivetrain/stepper';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** How near a speed must lie to a resonance to be named. */
const NEAR = 0.12;

/** An open-loop stepper that is to run for long at a speed where its rotor rings. */
export const resonance: Rule = {
  code: 'resonance',
  severity: 'note',
  check: ({ axes, settings }) =>
    axes.flatMap(({ id, axis, drives }): FindingDraft[] => {
      const d = drives[0];
      if (!d?.torque.known || !d.scale.known) return [];
      const { motor, inertiaKgm2 } = d.torque.value;
      if (motor.curve.kind !== 'stepper' || !motor.curve.openLoop) return [];
      const { polePairs } = motor.curve.circuit;
      const hz = resonanceHz(polePairs, torqueAt(motor.curve, 0), inertiaKgm2);
      const perRev = d.scale.value.travelPerRev;
      const speeds = resonanceRpm(hz, polePairs).map((rpm) => (rpm / 60) * perRev);
      const dimension = axis.motion === 'linear' ? 'speed' : 'angularSpeed';
      const common = (['reference-fast', 'max-speed'] as const).flatMap((name) => {
        const s = settings.find((x) => x.key === `axis/${id}/${name}`);
        return s?.value.known && typeof s.value.value === 'number' ? [{ title: s.title, speed: s.value.value }] : [];
      });
      const hit = common.find((c) => speeds.some((r) => Math.abs(c.speed - r) < NEAR * r));
      if (!hit) return [];
      return [
        {
          subject: id,
          title: `${hit.title} of ${axis.letter} lies at a resonance of its motor`,
          explain: (display) =>
            `The rotor rings at ${showValue(hz, 'frequency', display, 3)}: at ${speeds.map((v) => showValue(v, dimension, display, 3)).join(', ')} it may growl and lose steps. ${hit.title} is ${showValue(hit.speed, dimension, display, 3)}. Pass through quickly, use finer steps, or choose another speed for long stretches.`,
          station: 'drives',
          field: `axes.${id}.maxSpeed`,
        },
      ];
    }),
};
