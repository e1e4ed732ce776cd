import { figureOr } from '../../units/derived';
import type { Display } from '../../units/print';
import { showValue } from '../../units/print';
import { baseValue, quantity } from '../../units/quantity';
import type { FindingDraft, Rule } from '../finding';

/** Not enough stretch behind the trip point to stop from the wanted speed. */
export const stoppingDistance: Rule = {
  code: 'stopping-distance',
  severity: 'wont-work',
  check: ({ axes, design }) =>
    axes.flatMap(({ id, axis, switches, stopping }) =>
      switches.flatMap((s): FindingDraft[] => {
        if (!s.isLimit || !s.fromStop.known || !stopping.known || s.fromStop.value <= 0) return [];
        const have = s.fromStop.value;
        const { distance, speed, reactionS } = stopping.value;
        if (distance <= have) return [];
        const a = baseValue(axis.acceleration!);
        // The speed from which the axis stops within the stretch: v·t + v²/2a = d; a limited jerk adds a/2j to t.
        const jerk = figureOr(axis.jerk, 0);
        const t = reactionS + (jerk > 0 ? a / (2 * jerk) : 0);
        const safe = Math.floor(a * (Math.sqrt(t * t + (2 * have) / a) - t) * 10) / 10;
        const linear = axis.motion === 'linear';
        return [
          {
            subject: s.device,
            title: `${axis.letter} cannot stop between ${design.parts[s.device]?.designation} and the ${s.end} stop`,
            explain: (display) => {
              const len = (v: number) => showValue(v, linear ? 'length' : 'angle', display, 4);
              return `From ${showValue(speed, linear ? 'speed' : 'angularSpeed', display, 4)} it needs ${len(distance)} (${showValue(reactionS, 'time', display, 3)} until the trip is seen, then v²/2a); there are ${len(have)}. It hits the stop.`;
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
                label: (display) => `Want ${showValue(safe, linear ? 'speed' : 'angularSpeed', display, 4)} at most`,
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
