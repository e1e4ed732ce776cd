import { describeField, fieldTitle } from '../../../machine/fields';
import { asEntered, pathsToAsk, unitDoubt } from '../../../machine/plausible';
import type { Design } from '../../../machine/design';
import { showQuantity } from '../../../units/print';
import { quantity } from '../../../units/quantity';
import { fromBase } from '../../../units/units';
import type { FindingDraft, Rule } from '../../finding';

/** Asked again only where the parts, axes or masses of a design are others. */
const asked = new WeakMap<
  Design['parts'],
  { axes: Design['axes']; masses: Design['masses']; drafts: FindingDraft[] }
>();

/** A figure that can hardly be as it was entered, and would be usual in another unit. */
export const unitInDoubt: Rule = {
  code: 'unit-in-doubt',
  severity: 'doubtful',
  check: ({ design }) => {
    const known = asked.get(design.parts);
    if (known?.axes === design.axes && known.masses === design.masses) return known.drafts;
    const drafts = [...pathsToAsk(design)].flatMap(([path, q]): FindingDraft[] => {
      const doubt = unitDoubt(design, path, q);
      const field = doubt && describeField(design, path);
      if (!field) return [];
      const { usual, meant } = doubt;
      return [
        {
          subject: path,
          title: `${fieldTitle(field)}: is the unit right?`,
          explain: (display) => {
            const within = usual.map((v) =>
              showQuantity(quantity(Number(fromBase(v, meant.unit).toPrecision(2)), meant.unit), display),
            );
            return `${asEntered(q)} is entered; usual are ${within[0]} to ${within[1]}. Was ${asEntered(meant)} meant? All that follows from it is worth nothing until then.`;
          },
          station: field.station,
          field: path,
          remedies: [
            {
              label: () => `Enter ${asEntered(meant)}`,
              command: { name: 'set-field', args: { path, value: meant } },
            },
          ],
        },
      ];
    });
    asked.set(design.parts, { axes: design.axes, masses: design.masses, drafts });
    return drafts;
  },
};
