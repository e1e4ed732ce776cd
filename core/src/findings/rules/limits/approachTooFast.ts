import type { Command } from '../../../commands/command';
import { inputReactionS, wayToRest } from '../../../switches/placement';
import { figureOr, positive } from '../../../units/derived';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** A fast approach, as it is set, that cannot stop behind the reference switch, or not before its actuator is bent. */
export const approachTooFast: Rule = {
  code: 'approach-too-fast',
  severity: 'wont-work',
  check: ({ axes, design, plan, settings }) =>
    axes.flatMap(({ id, axis, switches }): FindingDraft[] => {
      const key = `axis/${id}/reference-fast`;
      const setting = settings.find((s) => s.key === key);
      const speed = setting?.value.known ? setting.value.value : undefined;
      const own = switches.find((s) => s.isReference && s.end === axis.reference.end);
      const acceleration = positive(axis.acceleration, '');
      if (typeof speed !== 'number' || !own?.fromStop.known || !acceleration.known) return [];
      if (axis.reference.method === 'hard-stop') return [];
      const circuit = Object.keys(design.circuits).find((c) => design.circuits[c]!.devices.includes(own.device));
      const input = circuit ? plan.inputs[circuit] : undefined;
      const reactionS = circuit && input ? inputReactionS(design, circuit, input) : 0;
      const distance = wayToRest(speed, acceleration.value, reactionS, figureOr(axis.jerk, 0));
      const toStop = own.fromStop.value;
      const room = Math.min(toStop, own.bears ?? Infinity);
      if (distance <= room || room <= 0) return [];
      const linear = axis.motion === 'linear';
      const way = linear ? 'length' : 'angle';
      const back: Command = setting?.override
        ? { name: 'clear-override', args: { setting: key, title: setting.title } }
        : { name: 'set-field', args: { path: `axes.${id}.reference.fastSpeed`, value: null } };
      return [
        {
          subject: id,
          title:
            distance > toStop
              ? `${axis.letter} runs into its stop while it looks for ${design.parts[own.device]?.designation}`
              : `${axis.letter} crushes ${design.parts[own.device]?.designation} while it looks for it`,
          explain: (display) =>
            `From the fast approach of ${showValue(speed, linear ? 'speed' : 'angularSpeed', display, 3)} it needs ${showValue(distance, way, display, 3)} to stop; ${room < toStop ? 'its actuator withstands' : 'behind the switch there are'} ${showValue(room, way, display, 3)}.`,
          station: setting?.override ? 'settings' : 'switches',
          field: setting?.override ? key : `axes.${id}.reference.fastSpeed`,
          remedies: [{ label: () => 'Let the speed follow from the room behind the switch', command: back }],
        },
      ];
    }),
};
