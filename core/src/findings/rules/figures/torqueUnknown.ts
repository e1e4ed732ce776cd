import { describeField, fieldTitle } from '../../../machine/fields';
import type { FindingDraft, Rule } from '../../finding';

/** Motor and driver are chosen, but the supply or a figure is missing for the torque. */
export const torqueUnknown: Rule = {
  code: 'torque-unknown',
  severity: 'note',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis, drives }): FindingDraft[] => {
      const torque = drives[0]?.torque;
      if (!torque || torque.known) return [];
      if (axis.drives.some((d) => !d.motor || !d.driver)) return [];
      const fields = torque.missing.flatMap((p) => describeField(design, p) ?? []);
      if (!fields.length) return [];
      return [
        {
          subject: id,
          title: `Whether ${axis.letter} has the torque for its speed is not known`,
          explain: () =>
            `Still missing: ${fields.map(fieldTitle).join('; ')}. Until then only pulses and speeds are checked.`,
          station: fields[0]!.station,
          field: fields[0]!.path,
        },
      ];
    }),
};
