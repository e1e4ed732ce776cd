import { describeField, fieldTitle } from '../../../machine/fields';
import type { Rule } from '../../finding';

/** A figure that is not known blocks the settings of an axis. */
export const missingFigure: Rule = {
  code: 'missing-figure',
  severity: 'doubtful',
  check: ({ design, settings }) => {
    const byField = new Map<string, string[]>();
    for (const s of settings)
      if (!s.value.known)
        for (const path of s.value.missing) {
          const blocked = byField.get(path) ?? [];
          blocked.push(`${s.group.startsWith('Axis') ? `${s.group.slice(5)} ` : ''}${s.title}`);
          byField.set(path, blocked);
        }
    return [...byField].flatMap(([path, blocked]) => {
      const field = describeField(design, path);
      if (!field) return [];
      const some = blocked.slice(0, 3).join(', ');
      return {
        subject: path,
        title: `${fieldTitle(field)} is not known`,
        explain: () =>
          `Without it these cannot be computed: ${some}${blocked.length > 3 ? ` and ${blocked.length - 3} more` : ''}. ${field.help}`,
        station: field.station,
        field: path,
      };
    });
  },
};
