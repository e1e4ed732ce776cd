import { usual } from '../../../machine/library/usual';
import type { FindingDraft, Rule } from '../../finding';

/** A spindle whose pump is switched, and nothing that sees whether anything flows. */
export const flowUnwatched: Rule = {
  code: 'flow-unwatched',
  severity: 'doubtful',
  check: ({ design }) => {
    const pump = Object.entries(design.outputs).find(
      ([, o]) => o.function === 'spindle-cooling' && o.devices.some((d) => design.parts[d]?.data.class === 'pump'),
    );
    if (!pump || Object.values(design.circuits).some((c) => c.function === 'coolant-flow')) return [];
    const found: FindingDraft = {
      subject: pump[0],
      title: 'Nothing sees whether the water of the spindle flows',
      explain: () =>
        'A pump that sucks air or a hose that is kinked looks like any other to the control: the spindle runs on until it seizes, in some minutes. A flow switch on an input of its own stops it first.',
      station: 'switches',
      field: 'circuits',
      remedies: [
        {
          label: () => 'Add a flow switch',
          command: { name: 'add-input', args: { function: 'coolant-flow', library: usual.flowSwitch } },
        },
      ],
    };
    return [found];
  },
};
