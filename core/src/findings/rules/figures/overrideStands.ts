import { contradicts, showSetting } from '../../../settings/setting';
import type { Rule } from '../../finding';
import { signs } from './signContradicted';

/** Any other override that differs: allowed, and kept in sight. */
export const overrideStands: Rule = {
  code: 'override-stands',
  severity: 'note',
  check: ({ settings }) =>
    settings
      .filter((s) => !signs.test(s.key) && contradicts(s))
      .map((s) => ({
        subject: s.key,
        title: `${s.group}, ${s.title}: set by hand`,
        explain: (display) =>
          `Derived ${s.derived.known ? showSetting(s.kind, s.derived.value, display) : '?'}, set ${s.value.known ? showSetting(s.kind, s.value.value, display) : '?'}. ${s.override?.reason ?? ''}`,
        station: 'settings',
        field: s.key,
        remedies: [
          {
            label: () => 'Back to the derived value',
            command: { name: 'clear-override', args: { setting: s.key, title: s.title } },
          },
        ],
      })),
};
