import { wayToRest } from '../../switches/placement';
import { figureOr } from '../../units/derived';
import { showValue } from '../../units/print';
import { baseValue } from '../../units/quantity';
import type { FindingDraft, Rule } from '../finding';

/** A fast approach that cannot stop behind the reference switch, or not before its actuator is bent. */
export const approachTooFast: Rule = {
  code: 'approach-too-fast',
  severity: 'wont-work',
  check: ({ axes, design }) =>
    axes.flatMap(({ id, axis, switches, stopping }): FindingDraft[] => {
      const speed = axis.reference.fastSpeed && baseValue(axis.reference.fastSpeed);
      const own = switches.find((s) => s.isReference && s.end === axis.reference.end);
      if (!speed || !own?.fromStop.known || !stopping.known || !axis.acceleration) return [];
      const acceleration = baseValue(axis.acceleration);
      const distance = wayToRest(speed, acceleration, stopping.value.reactionS, figureOr(axis.jerk, 0));
      const toStop = own.fromStop.value;
      const room = Math.min(toStop, own.bears ?? Infinity);
      if (distance <= room || room <= 0) return [];
      const linear = axis.motion === 'linear';
      return [
        {
          subject: id,
          title:
            distance > toStop
              ? `${axis.letter} runs into its stop while it looks for ${design.parts[own.device]?.designation}`
              : `${axis.letter} crushes ${design.parts[own.device]?.designation} while it looks for it`,
          explain: (display) =>
            `From the fast approach of ${showValue(speed, linear ? 'speed' : 'angularSpeed', display, 3)} it needs ${showValue(distance, linear ? 'length' : 'angle', display, 3)} to stop; ${room < toStop ? 'its actuator bears' : 'behind the switch there are'} ${showValue(room, linear ? 'length' : 'angle', display, 3)}.`,
          station: 'switches',
          field: `axes.${id}.reference.fastSpeed`,
          remedies: [
            {
              label: () => 'Let the speed follow from the room behind the switch',
              command: { name: 'set-field', args: { path: `axes.${id}.reference.fastSpeed`, value: null } },
            },
          ],
        },
      ];
    }),
};
