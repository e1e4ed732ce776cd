import { figureOr } from '../../../units/derived';
import type { Display } from '../../../units/print';
import { showValue } from '../../../units/print';
import { baseValue, quantity } from '../../../units/quantity';
import { speedToStopWithin } from '../../../switches/placement';
import { roundBase } from '../../../units/round';
import type { FindingDraft, Rule } from '../../finding';

/** Not enough stretch behind the trip point to stop from the wanted speed. */
export const stoppingDistance: Rule = {
  code: 'stopping-distance',
  severity: 'wont-work',
  check: ({ axes, design }) =>
    axes.flatMap(({ id, axis, switches, stopping, ruler }) =>
      switches.flatMap((s): FindingDraft[] => {
        if (!s.isLimit || !s.fromStop.known || !stopping.known || s.fromStop.value <= 0) return [];
        const have = s.fromStop.value;
        const { distance, speed, reactionS } = stopping.value;
        if (distance <= have) return [];
        const a = baseValue(axis.acceleration!);
        const safe = roundBase(speedToStopWithin(have, a, reactionS, figureOr(axis.jerk, 0)), 'speed', 'down');
        const linear = axis.motion === 'linear';
        // At the datum's own end the envelope begins beside the switch: once referenced, no program comes near it.
        const kept = s.isReference && s.end === axis.reference.end && ruler.known && ruler.value.usable > 0;
        return [
          {
            subject: s.device,
            severity: kept ? 'doubtful' : 'wont-work',
            title: `${axis.letter} cannot stop between ${design.parts[s.device]?.designation} and the ${s.end} stop`,
            explain: (display) => {
              const len = (v: number) => showValue(v, linear ? 'length' : 'angle', display, 4);
              return `From ${showValue(speed, linear ? 'speed' : 'angularSpeed', display, 4)} it needs ${len(distance)} (${showValue(reactionS, 'time', display, 3)} until the trip is seen, then v²/2a); there are ${len(have)}. ${kept ? 'After a reference run the envelope keeps programs away from there; without one, a move by hand at full speed hits the stop. The reference run itself is judged on its own speed.' : 'It hits the stop.'}`;
            },
            station: 'switches',
            field: `parts.${s.device}.mount.tripFromStop`,
            remedies: [
              // A switch in the middle of the travel is no way out.
              ...(distance + 1 < figureOr(axis.travel, 0) / 3
                ? [
                    {
                      label: (display: Display) =>
                        `Move the trip point: ${showValue(Math.ceil(distance + 1), linear ? 'length' : 'angle', display, 4)} before the stop`,
                      command: {
                        name: 'set-field' as const,
                        args: {
                          path: `parts.${s.device}.mount.tripFromStop`,
                          value: quantity(Math.ceil(distance + 1), linear ? 'mm' : '°'),
                        },
                      },
                    },
                  ]
                : []),
              {
                label: (display) =>
                  `Reduce the wanted speed to ${showValue(safe, linear ? 'speed' : 'angularSpeed', display, 4)}`,
                command: {
                  name: 'set-field',
                  args: { path: `axes.${id}.maxSpeed`, value: quantity(safe, linear ? 'mm/s' : '°/s') },
                },
              },
            ],
          },
        ];
      }),
    ),
};
