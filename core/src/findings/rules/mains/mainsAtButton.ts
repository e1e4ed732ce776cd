import { cuttingButtons } from '../../../distribution/feeds';
import { libraryEntry } from '../../../machine/library/index';
import { usual } from '../../../machine/library/usual';
import { terminalsWithRole } from '../../../machine/parts';
import { takeInstead } from '../../choose';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** A stop button with the mains of a coil on one contact and an input of the control on the other. */
export const mainsAtButton: Rule = {
  code: 'mains-at-button',
  severity: 'doubtful',
  check: ({ design }) => {
    const id = design.roles.stopContactor;
    const contactor = id === undefined ? undefined : design.parts[id];
    const chain = design.stopStrategy === 'motor-power' || design.stopStrategy === 'main-switch';
    if (!id || !contactor || !chain || !terminalsWithRole(contactor, 'mains-l').length) return [];
    const reporting = new Set(Object.values(design.circuits).flatMap((c) => (c.cutsOnly ? [] : c.devices)));
    return cuttingButtons(design)
      .filter((button) => reporting.has(button))
      .map((button): FindingDraft => {
        const { designation } = design.parts[button]!;
        return {
          subject: button,
          title: `${designation} has the mains on one contact and an input of the control on the other`,
          explain: () =>
            `The coil of ${contactor.designation} runs on the mains, so its chain takes the mains into the button, beside the leads of the control. One stray strand puts the mains on the control and on whoever touches it. It takes a button that is rated for the mains, leads kept apart, covered terminals and an earthed box; that is work for a licensed person. A coil for 24 V keeps the mains out of the button.`,
          station: 'wiring',
          field: 'roles.stopContactor',
          remedies: design.rails.field?.supply
            ? [
                replanned(
                  design,
                  `Take ${libraryEntry(usual.contactor)!.name}, with a coil for 24 V`,
                  takeInstead(design, id, usual.contactor),
                ),
              ]
            : [],
        };
      });
  },
};
