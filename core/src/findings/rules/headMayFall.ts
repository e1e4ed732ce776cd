import { backDriving } from '../../drivetrain/backDriving';
import { printNumber, showValue } from '../../units/print';
import type { FindingDraft, Rule } from '../finding';

/** A vertical axis that turns its screw backwards once the motor lets go, and has no brake. */
export const headMayFall: Rule = {
  code: 'head-may-fall',
  severity: 'danger',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis }): FindingDraft[] => {
      const motors = axis.drives.map((d) => (d.motor ? design.parts[d.motor]?.data : undefined));
      if (!motors.some((m) => m?.class === 'motor') || motors.some((m) => m?.class === 'motor' && m.brake)) return [];
      const back = backDriving(id, axis, design.masses);
      if (!back) return [];
      const { massKg: mass, leadMm: lead, torqueNm: torque, dragNm: drag, falls, whenGreased: greased } = back;
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
              ? `On a lead of ${showValue(lead, 'length', display, 4)} the thread holds by itself down to a friction of ${printNumber(back.holdingFriction, 2)}; fresh grease and vibration go below that, and then ${showValue(mass, 'mass', display, 3)} come down. Assume that it falls: prop it while working on it. Fit a motor with a brake, or a counterbalance.`
              : `${showValue(mass, 'mass', display, 3)} on a lead of ${showValue(lead, 'length', display, 4)} turns the screw back with ${showValue(torque, 'torque', display, 3)}; drag holds ${showValue(drag, 'torque', display, 3)}. ${falls ? 'At every stop, fault or power cut the head drops' : 'It may creep down: assume that it falls'}: keep hands away, and prop it while working on it. Fit a motor with a brake, or a counterbalance.`,
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
