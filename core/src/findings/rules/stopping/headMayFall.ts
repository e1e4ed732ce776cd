import type { BackDriving } from '../../../drivetrain/backDriving';
import { backDriving } from '../../../drivetrain/backDriving';
import { figureOr } from '../../../units/derived';
import type { Display } from '../../../units/print';
import { printNumber, showValue } from '../../../units/print';
import { quantity } from '../../../units/quantity';
import { fitBrakes } from '../../choose';
import type { FindingDraft, Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';

const turned = { screw: 'the screw', belt: 'the pulley', rack: 'the pinion', rotary: 'the table' } as const;

function titleOf(letter: string, back: BackDriving): string {
  if (back.rises) return `${letter} rises when its motor loses power`;
  switch (back.verdict) {
    case 'moves':
      return `${letter} falls when its motor loses power`;
    case 'greased':
      return `${letter} holds only while its ${back.holdingFriction > 0 ? 'thread' : 'gear'} is dry`;
    default:
      return `${letter} is held by drag alone`;
  }
}

function reasonOf(back: BackDriving, turns: string, display: Display): string {
  const nm = (v: number) => showValue(v, 'torque', display, 3);
  const net = `${showValue(back.massKg, 'mass', display, 3)} pull with ${showValue(Math.abs(back.netN), 'force', display, 3)} net of the counterbalance`;
  if (back.rises)
    return `The counterbalance is stronger than the weight by ${showValue(-back.netN, 'force', display, 3)}: ${nm(back.torqueNm)} at ${turns}, and drag holds ${nm(back.dragNm)}. Whatever is clamped under the tool is lifted, and hands over it are caught.`;
  switch (back.verdict) {
    case 'moves':
      return `${net}, and turn ${turns} back with ${nm(back.torqueNm)}; drag holds ${nm(back.dragNm)}. At every stop, fault or power cut it drops: keep hands away, and prop it while working on it.`;
    case 'greased':
      return `${back.holdingFriction > 0 ? `The thread holds by itself down to a friction of ${printNumber(back.holdingFriction, 2)}; fresh grease and vibration go below that` : 'Its reduction does not turn backwards while it is dry and at rest; vibration changes that'}. Then ${showValue(back.massKg, 'mass', display, 3)} come down. Assume that it falls: prop it while working on it.`;
    default:
      return `${net}: ${nm(back.torqueNm)} at ${turns}, and drag holds ${nm(back.dragNm)}. Drag gets less as parts wear in and warm up. It may creep down: assume that it falls, keep hands away, and prop it while working on it.`;
  }
}

/** A tilted axis that its weight, or too strong a counterbalance, moves once the motor lets go, without a brake. */
export const headMayFall: Rule = {
  code: 'head-may-fall',
  severity: 'danger',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis }): FindingDraft[] => {
      const motors = axis.drives.map((d) => (d.motor ? design.parts[d.motor]?.data : undefined));
      if (!motors.some((m) => m?.class === 'motor') || motors.some((m) => m?.class === 'motor' && m.brake)) return [];
      const back = backDriving(id, axis, design.masses);
      if (!back || back.verdict === 'holds') return [];
      const brakes = fitBrakes(design, id);
      const path = `axes.${id}.counterbalance`;
      // What it carries now, and what is left.
      const whole = Number((back.netN + figureOr(axis.counterbalance, 0)).toPrecision(3));
      const remedies: Remedy[] = [
        ...(brakes
          ? [
              replanned(design, `Fit ${brakes.name}, its brake on an output`, {
                name: 'several' as const,
                args: { title: 'Motor with a brake', commands: brakes.commands },
              }),
            ]
          : []),
        {
          label: (display) =>
            `${back.rises ? 'Reduce the counterbalance to' : 'Fit a counterbalance of'} ${showValue(whole, 'force', display, 3)}`,
          command: { name: 'set-field', args: { path, value: quantity(whole, 'N', 'estimate') } },
        },
      ];
      return [
        {
          subject: id,
          severity: back.falls ? 'danger' : 'doubtful',
          title: titleOf(axis.letter, back),
          explain: (display) =>
            `${reasonOf(back, turned[axis.transmission!.kind], display)} ${back.rises ? '' : brakes ? 'A motor with a brake holds it; a counterbalance takes the weight off it.' : 'A counterbalance takes the weight off it; the library has no motor with a brake that fits its flange and its driver.'}`.trim(),
          station: 'drives',
          field: `axes.${id}.drives.0.motor`,
          remedies,
        },
      ];
    }),
};
