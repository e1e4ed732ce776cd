import { backDrivingTorqueNm, movedMassKg } from '../../drivetrain/load';
import { leadMm } from '../../drivetrain/transmission';
import { figureOr } from '../../units/derived';
import { showValue } from '../../units/print';
import { baseValue } from '../../units/quantity';
import type { FindingDraft, Rule } from '../finding';

/** Efficiency assumed where none is entered. */
const TYPICAL = { ball: 0.9, trapezoidal: 0.35 } as const;

/** A vertical axis that turns its screw backwards once the motor lets go, and has no brake. */
export const headMayFall: Rule = {
  code: 'head-may-fall',
  severity: 'danger',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis }): FindingDraft[] => {
      const t = axis.transmission;
      if (t?.kind !== 'screw' || !axis.tilt || Math.abs(baseValue(axis.tilt)) < 20 || axis.counterbalance) return [];
      const motors = axis.drives.map((d) => (d.motor ? design.parts[d.motor]?.data : undefined));
      if (!motors.some((m) => m?.class === 'motor') || motors.some((m) => m?.class === 'motor' && m.brake)) return [];
      const mass = movedMassKg(id, design.masses);
      const lead = leadMm(t, `axes.${id}.transmission`);
      if (mass === undefined || !lead.known) return [];
      const efficiency = figureOr(t.efficiency, TYPICAL[t.form]);
      const slope = Math.sin((Math.abs(baseValue(axis.tilt)) * Math.PI) / 180);
      const torque = backDrivingTorqueNm(mass * slope, lead.value, efficiency, 0);
      if (torque <= 0) return [];
      const drag = figureOr(axis.dragTorque, 0);
      const falls = torque > drag;
      return [
        {
          subject: id,
          severity: falls ? 'danger' : 'doubtful',
          title: falls ? `${axis.letter} falls when its motor lets go` : `${axis.letter} is held by drag alone`,
          explain: (display) =>
            `${showValue(mass, 'mass', display, 3)} on a lead of ${showValue(lead.value, 'length', display, 4)} turns the screw back with ${showValue(torque, 'torque', display, 3)}; drag holds ${showValue(drag, 'torque', display, 3)}. ${falls ? 'At every stop, fault or power cut the head drops' : 'It may creep down: assume that it falls'}: keep hands away, and prop it while working on it. Fit a motor with a brake, or a counterbalance.`,
          station: 'drives',
          field: `axes.${id}.drives.0.motor`,
          remedies: [
            {
              label: () => 'Take a motor with a brake',
              command: {
                name: 'choose-part',
                args: { slot: { axis: id, drive: 0, item: 'motor' }, library: 'motor-magpie-22' },
              },
            },
          ],
        },
      ];
    }),
};
