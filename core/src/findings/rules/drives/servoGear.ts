import type { Command } from '../../../commands/command';
import { servoDrivesOf } from '../../../settings/servoDriveSettings';
import { contradicts, settingFigure } from '../../../settings/setting';
import { figure } from '../../../units/derived';
import { printNumber } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** Distances that come out so near to what is told are one rounding of a drive. */
const EXACT = 1e-6;

/** An electronic gear, as it is entered in a servo drive, that does not make a revolution of the control’s pulses. */
export const servoGear: Rule = {
  code: 'servo-gear',
  severity: 'wont-work',
  check: ({ axes, design, settings }) =>
    servoDrivesOf(design, axes).flatMap(({ driverId, driver, motor, axis, figures }): FindingDraft[] => {
      const keys = ['gear-numerator', 'gear-denominator'].map((k) => `driver/${driverId}/${k}`);
      const [numerator, denominator] = keys.map((k) => settingFigure(settings, k));
      const counts = figure(motor?.encoderCounts, '');
      if (!numerator || !denominator || !counts.known || !figures.scale.known) return [];
      const told = figures.scale.value.stepsPerRev;
      const asked = (counts.value * denominator) / numerator;
      if (Math.abs(asked / told - 1) <= EXACT) return [];
      const changed = settings.filter((s) => keys.includes(s.key) && contradicts(s));
      const back: Command = {
        name: 'several',
        args: {
          title: `Electronic gear of ${driver.designation} as worked out`,
          commands: changed.map((s) => ({ name: 'clear-override', args: { setting: s.key, title: s.title } })),
        },
      };
      return [
        {
          subject: driverId,
          title: `${axis.letter} goes ${printNumber(told / asked, 4)} times as far as it is told`,
          explain: () =>
            `The gear of ${driver.designation} is ${printNumber(numerator, 9)} / ${printNumber(denominator, 9)}: with ${printNumber(counts.value, 9)} counts a revolution it turns once for ${printNumber(asked, 7)} steps, and the control sends ${printNumber(told, 7)}.`,
          station: 'settings',
          field: keys[0]!,
          ...(changed.length
            ? { remedies: [{ label: () => 'Take the gear as it is worked out', command: back }] }
            : {}),
        },
      ];
    }),
};
