import { backDriving } from '../../../drivetrain/backDriving';
import { servoDrivesOf } from '../../../settings/servoDriveSettings';
import { settingFigure } from '../../../settings/setting';
import { figure } from '../../../units/derived';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** A servo drive that lets go before the brake of its motor holds. */
export const brakeDelay: Rule = {
  code: 'brake-delay',
  severity: 'wont-work',
  check: ({ axes, design, settings }) =>
    servoDrivesOf(design, axes).flatMap(({ driverId, driver, motor, axisId, axis }): FindingDraft[] => {
      const key = `driver/${driverId}/brake-close-delay`;
      const setting = settings.find((s) => s.key === key);
      const delay = settingFigure(settings, key);
      const needs = figure(motor?.brakeCloseTime, '');
      if (!setting?.override || delay === undefined || !needs.known || delay >= needs.value) return [];
      const falls = backDriving(axisId, axis, design.masses)?.falls ?? false;
      return [
        {
          subject: driverId,
          severity: falls ? 'danger' : 'wont-work',
          title: `${axis.letter}: ${driver.designation} lets go before its brake holds`,
          explain: (display) =>
            `It keeps its torque for ${showValue(delay, 'time', display, 2)} after the brake is closed, and the brake takes ${showValue(needs.value, 'time', display, 2)} to hold${falls ? ': each time the axis drops a little, and a warm, worn brake lets it drop further' : ''}.`,
          station: 'settings',
          field: key,
          remedies: [
            {
              label: () => 'Take the delay as it is worked out',
              command: { name: 'clear-override', args: { setting: key, title: setting.title } },
            },
          ],
        },
      ];
    }),
};
