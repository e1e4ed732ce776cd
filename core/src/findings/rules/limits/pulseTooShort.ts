import type { Command } from '../../../commands/command';
import { pulsePitch } from '../../../drivetrain/shafts';
import { parksAtMark, pulseCircuit } from '../../../machine/pulseSensor';
import { pulseLasts, pulseShare } from '../../../switches/markedDatum';
import { inputReactionS } from '../../../switches/placement';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** A pulse that is to last so many times as long as its input takes to see it. */
const ENOUGH = 2;

/** A sensor on a shaft that is passed so fast that filter and poll of its input miss the pulse. */
export const pulseTooShort: Rule = {
  code: 'pulse-too-short',
  severity: 'wont-work',
  check: ({ axes, design, plan, settings }) =>
    axes.flatMap(({ id, axis }): FindingDraft[] => {
      const { method } = axis.reference;
      if (!parksAtMark(axis.reference) && method !== 'switch-and-index') return [];
      const circuit = pulseCircuit(design, id);
      const input = circuit ? plan.inputs[circuit] : undefined;
      const pitch = pulsePitch(axis, `axes.${id}`);
      const key = `axis/${id}/reference-slow`;
      const setting = settings.find((s) => s.key === key);
      const speed = setting?.value.known ? setting.value.value : undefined;
      if (!circuit || !input || !pitch.known || typeof speed !== 'number' || !(speed > 0)) return [];
      const lasts = pulseLasts(pitch.value, pulseShare(axis), speed);
      const seen = inputReactionS(design, circuit, input);
      if (lasts >= ENOUGH * seen) return [];
      const linear = axis.motion === 'linear';
      const slower: Command | undefined = setting?.override
        ? { name: 'clear-override', args: { setting: key, title: setting.title } }
        : axis.reference.slowSpeed
          ? { name: 'set-field', args: { path: `axes.${id}.reference.slowSpeed`, value: null } }
          : undefined;
      return [
        {
          subject: id,
          severity: lasts < seen ? 'wont-work' : 'doubtful',
          title: `${axis.letter}: its pulse is ${lasts < seen ? 'too short' : 'hardly long enough'} for its input`,
          explain: (display) =>
            `At ${showValue(speed, linear ? 'speed' : 'angularSpeed', display, 3)} the sensor sees the magnet for ${showValue(lasts, 'time', display, 2)}, and filter and poll take ${showValue(seen, 'time', display, 2)}. Search slower, or shorten the filter.`,
          station: setting?.override ? 'settings' : 'switches',
          field: setting?.override ? key : `axes.${id}.reference.slowSpeed`,
          ...(slower ? { remedies: [{ label: () => 'Let the speed follow from the pulse', command: slower }] } : {}),
        },
      ];
    }),
};
