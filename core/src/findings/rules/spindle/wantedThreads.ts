import { rotatingOf } from '../../../spindle/rotating';
import { threadLimits } from '../../../settings/cutLimits';
import { boundOfThread, type ThreadBound } from '../../../spindle/threadLimits';
import { showValue, type Display } from '../../../units/print';
import { baseValue, quantity } from '../../../units/quantity';
import type { FindingDraft, Rule } from '../../finding';

/** A thread that is wanted, against the speed of the axis, the room for its run-in and the counter of the encoder. */
export const wantedThreads: Rule = {
  code: 'thread-fast',
  severity: 'doubtful',
  check: ({ design, settings }): FindingDraft[] => {
    const r = rotatingOf(design);
    const cuts = r?.motor.setup.wantedCuts ?? [];
    const limits = r && cuts.some((c) => c.work === 'thread') ? threadLimits(design, settings, r) : undefined;
    if (!r || !limits?.known) return [];
    const l = limits.value;
    return cuts.flatMap((cut, i): FindingDraft[] => {
      const bound = boundOfThread(l, cut);
      if (!bound || baseValue(cut.speed) <= bound.rpm) return [];
      const most = Math.floor(bound.rpm);
      const turns = (display: Display) => showValue(most, 'rotation', display, 5);
      const reasons: Record<ThreadBound['by'], (display: Display) => string> = {
        axis: (d) => `${l.letter} moves ${showValue(l.speed, 'speed', d, 3)} at most: with this lead ${turns(d)}.`,
        'run-in': (d) =>
          `${showValue(baseValue(cut.room!), 'length', d, 3)} ahead of the thread are room to get ${l.letter} to speed for ${turns(d)}; faster, its first turns have a wrong lead.`,
        counter: (d) => `The control counts the encoder to ${turns(d)}; faster, the thread is wrong.`,
        spindle: (d) => `The spindle turns ${turns(d)} at most.`,
      };
      return [
        {
          subject: `${r.motorId}/${cut.name}`,
          title: `“${cut.name}” is faster than this machine can cut it`,
          explain: (display) =>
            `At ${showValue(baseValue(cut.speed), 'rotation', display, 5)}: ${reasons[bound.by](display)}${most < l.slowest ? ` The spindle turns ${showValue(l.slowest, 'rotation', display, 4)} at least.` : ''}`,
          station: 'spindle',
          field: `parts.${r.motorId}.setup.wantedCuts`,
          remedies:
            most < l.slowest || most < 1
              ? []
              : [
                  {
                    label: (display) => `Cut it at ${turns(display)}`,
                    command: {
                      name: 'set-cuts',
                      args: {
                        part: r.motorId,
                        cuts: cuts.map((c, k) => (k === i ? { ...c, speed: quantity(most, 'rpm') } : c)),
                      },
                    },
                  },
                ],
        },
      ];
    });
  },
};
