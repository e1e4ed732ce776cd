import { permits } from '../../../machine/connections';
import { circuitName } from '../../../machine/fields';
import { hasContact } from '../../../machine/parts';
import type { FindingDraft, Rule } from '../../finding';

/** A contact that allows the spindle by being open: a wire that comes off allows it for ever. */
export const permitForbids: Rule = {
  code: 'permit-by-open-contact',
  severity: 'danger',
  check: ({ design }) =>
    Object.entries(design.circuits).flatMap(([id, c]): FindingDraft[] => {
      if (!permits(c.function)) return [];
      return c.devices.flatMap((device): FindingDraft[] => {
        const part = design.parts[device];
        const data = part?.data;
        const form = data?.class === 'sensor' ? data.form : part?.setup.contactUsed;
        if (!part || form !== 'NC') return [];
        return [
          {
            subject: device,
            title: `${part.designation}: a wire that comes off lets the spindle run`,
            explain: () =>
              `“${circuitName(design, id)}” allows while its contact is open, and an open contact looks like a broken wire. Use the one that closes when all is well.`,
            station: 'switches',
            field: `parts.${device}.setup.contactUsed`,
            ...(hasContact(part, 'NO')
              ? {
                  remedies: [
                    {
                      label: () => 'Use its contact that closes',
                      command: {
                        name: 'set-field' as const,
                        args: { path: `parts.${device}.setup.contactUsed`, value: 'NO' },
                      },
                    },
                  ],
                }
              : {}),
          },
        ];
      });
    }),
};
