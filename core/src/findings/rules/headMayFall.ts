import {
  backDrivingTorqueNm,
  holdingFriction,
  movedMassKg,
  TILTED_DEG,
  trapezoidalEfficiency,
} from '../../drivetrain/load';
import { leadMm } from '../../drivetrain/transmission';
import { figureOr, positive } from '../../units/derived';
import { printNumber, showValue } from '../../units/print';
import { baseValue } from '../../units/quantity';
import type { FindingDraft, Rule } from '../finding';

/** Efficiency assumed where none is entered and none follows. */
const TYPICAL = { ball: 0.9, trapezoidal: 0.35 } as const;
/** Friction of a freshly greased, vibrating thread: a screw that holds by itself must hold at this. */
const GREASED = 0.05;

/** A vertical axis that turns its screw backwards once the motor lets go, and has no brake. */
export const headMayFall: Rule = {
  code: 'head-may-fall',
  severity: 'danger',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis }): FindingDraft[] => {
      const t = axis.transmission;
      if (t?.kind !== 'screw' || !axis.tilt || Math.abs(baseValue(axis.tilt)) < TILTED_DEG || axis.counterbalance)
        return [];
      const motors = axis.drives.map((d) => (d.motor ? design.parts[d.motor]?.data : undefined));
      if (!motors.some((m) => m?.class === 'motor') || motors.some((m) => m?.class === 'motor' && m.brake)) return [];
      const mass = movedMassKg(id, design.masses);
      const lead = leadMm(t, `axes.${id}.transmission`);
      if (mass === undefined || !lead.known) return [];
      const outer = positive(t.outerDiameter, '');
      const pitch = positive(t.pitch, '');
      const d2 = outer.known && pitch.known ? outer.value - pitch.value / 2 : 0;
      const plain = t.form === 'trapezoidal' && d2 > 0;
      const friction = figureOr(t.threadFriction, 0.15);
      const efficiency =
        t.efficiency && baseValue(t.efficiency) > 0
          ? baseValue(t.efficiency)
          : plain
            ? trapezoidalEfficiency(d2, lead.value, friction)
            : TYPICAL[t.form];
      const slope = Math.sin((Math.abs(baseValue(axis.tilt)) * Math.PI) / 180);
      const turning = (eta: number) => backDrivingTorqueNm(mass * slope, lead.value, eta, 0);
      const torque = turning(efficiency);
      const drag = figureOr(axis.dragTorque, 0);
      const falls = torque > drag;
      // It may hold today and fall once it is greased or shaken.
      const greased = plain && turning(trapezoidalEfficiency(d2, lead.value, GREASED)) > drag;
      if (torque <= 0 && !greased) return [];
      return [
        {
          subject: id,
          severity: falls ? 'danger' : 'doubtful',
          title: falls
            ? `${axis.letter} falls when its motor lets go`
            : greased && torque <= 0
              ? `${axis.letter} holds only while its screw is dry`
              : `${axis.letter} is held by drag alone`,
          explain: (display) =>
            torque <= 0
              ? `On a lead of ${showValue(lead.value, 'length', display, 4)} the thread holds by itself down to a friction of ${printNumber(holdingFriction(d2, lead.value), 2)}; fresh grease and vibration go below that, and then ${showValue(mass, 'mass', display, 3)} come down. Assume that it falls: prop it while working on it. Fit a motor with a brake, or a counterbalance.`
              : `${showValue(mass, 'mass', display, 3)} on a lead of ${showValue(lead.value, 'length', display, 4)} turns the screw back with ${showValue(torque, 'torque', display, 3)}; drag holds ${showValue(drag, 'torque', display, 3)}. ${falls ? 'At every stop, fault or power cut the head drops' : 'It may creep down: assume that it falls'}: keep hands away, and prop it while working on it. Fit a motor with a brake, or a counterbalance.`,
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
