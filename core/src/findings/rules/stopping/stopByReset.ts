import { towardsStop } from '../../chooseStop';
import { cutsMotors, resetsControl } from '../../../machine/design';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** A stop that resets the control: what it leaves, and that it needs an unbroken lead to work at all. */
export const stopByReset: Rule = {
  code: 'stop-by-reset',
  severity: 'doubtful',
  check: ({ design, stop }): FindingDraft[] => {
    if (!resetsControl(design.stopStrategy) || !stop.course) return [];
    const works = stop.course.reset;
    // With a contact in the supply of the drives, the reset is the lesser of two.
    if (works && cutsMotors(design.stopStrategy)) return [];
    const { commands, missing } = towardsStop(design, 'motor-power');
    return [
      {
        subject: 'stop',
        severity: works ? 'doubtful' : 'danger',
        title: works
          ? 'The stop resets the control and leaves the motors their power'
          : 'The stop button does not reset the control',
        explain: () =>
          works
            ? 'Its pulses end at once, even where the program of the control hangs; the motors go on holding, the position is lost, and as soon as the button is let go the board restarts. It works by a contact that closes: a lead that comes off is noticed by nobody until the button is needed. Motor power by a contactor does not depend on that.'
            : 'By what is decided, the button joins the reset of the control to 0 V; with the wiring as it is, nothing reaches it, and the control goes on.',
        station: 'switches',
        field: 'stopStrategy',
        remedies: missing.length
          ? []
          : [
              replanned(design, 'Cut motor power by a contactor instead', {
                name: 'several',
                args: { title: 'Motor power by a contactor', commands },
              }),
            ],
      },
    ];
  },
};
