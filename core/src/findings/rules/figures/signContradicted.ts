import { contradicts, showSetting } from '../../../settings/setting';
import type { Rule } from '../../finding';

/** Settings that carry a sign: a wrong one makes an axis run away or a tripped switch look free. */
export const signs = /\/(active-when|direction-\d|reference-towards)$/;

/** An overridden polarity or direction that contradicts the evaluated circuit or the drive. */
export const signContradicted: Rule = {
  code: 'sign-contradicted',
  severity: 'danger',
  check: ({ settings }) =>
    settings
      .filter((s) => contradicts(s) && signs.test(s.key))
      .map((s) => ({
        subject: s.key,
        title: `${s.group === 'Inputs' ? '' : `${s.group}, `}${s.title}: set against what follows from the machine`,
        explain: (display) =>
          `${s.numbers(display)}: it follows ${s.derived.known ? showSetting(s.kind, s.derived.value, display) : '?'}, but ${s.value.known ? showSetting(s.kind, s.value.value, display) : '?'} is set by hand. An axis may run the wrong way or through a switch.`,
        station: 'settings',
        field: s.key,
        remedies: [
          {
            label: (display) =>
              `Back to ${s.derived.known ? showSetting(s.kind, s.derived.value, display) : 'the derived value'}`,
            command: { name: 'clear-override', args: { setting: s.key, title: s.title } },
          },
        ],
      })),
};
