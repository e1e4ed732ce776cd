import type { Rule } from '../../finding';
import { usual } from '../../../machine/library/usual';

/** The control must be told of a stop. */
export const noStopInput: Rule = {
  code: 'no-stop-input',
  severity: 'danger',
  check: ({ design }) =>
    !design.roles.controller || Object.values(design.circuits).some((c) => c.function === 'stop')
      ? []
      : [
          {
            subject: 'machine',
            title: 'No stop button reports to the control',
            explain: () =>
              'A latching button with an opening contact, in reach of the hand that jogs, on an input of the control. This is planning help and no certified safety function: what the button must cut besides is for your local code and a licensed person.',
            station: 'switches',
            field: 'circuits',
            remedies: [
              {
                label: () => 'Add a latching stop button',
                command: { name: 'add-input', args: { function: 'stop', library: usual.stopButton } },
              },
            ],
          },
        ],
};
