import { distributionOf } from '../../../distribution/tree';
import type { PartClass } from '../../../machine/parts';
import { passagesOf } from '../../../machine/poles';
import { portOf } from '../../../machine/ports';
import { showValue } from '../../../units/print';
import { fieldOfPart, takeInstead } from '../../choose';
import type { FindingDraft, Rule } from '../../finding';
import { usual } from '../../../machine/library/usual';

const parting: readonly PartClass[] = ['contactor', 'breaker', 'fuse'];

/** Direct current does not go out by itself at a zero crossing: a contact for alternating current welds on it. */
export const contactorDirectCurrent: Rule = {
  code: 'contactor-direct-current',
  severity: 'danger',
  check: ({ design }) => {
    const tree = distributionOf(design);
    return Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      if (!parting.includes(part.data.class) || !('forDirectCurrent' in part.data) || part.data.forDirectCurrent)
        return [];
      const gives = passagesOf(part)
        .flatMap(({ into }) => tree.wayTo(id, into).source ?? [])
        .map((source) => portOf(design.parts[source.part], source.port))
        .find((port) => port?.kind === 'direct');
      if (!gives) return [];
      const volts = gives.volts?.most;
      const contactor = part.data.class === 'contactor';
      return [
        {
          subject: id,
          title: `${part.designation} may weld shut on direct current`,
          explain: (display) =>
            `It is to break ${volts === undefined ? 'direct current' : `${showValue(volts, 'voltage', display, 3)} direct`}, and is made for alternating current. Its arc does not go out; the contact welds, and ${contactor ? 'the stop button cuts nothing' : 'nothing is protected'}.`,
          station: 'wiring',
          field: fieldOfPart(design, id),
          remedies: contactor
            ? [
                {
                  label: () => 'Take one that is made for direct current',
                  command: takeInstead(design, id, usual.contactorDirectCurrent),
                },
              ]
            : [],
        },
      ];
    });
  },
};
