import { followingError } from '../../../drivetrain/loop';
import { servoDrivesOf } from '../../../settings/servoDriveSettings';
import { settingFigure } from '../../../settings/setting';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** A window for the following error, as it is entered in a servo drive, that is narrower than what a fast move lags. */
export const servoWindow: Rule = {
  code: 'servo-window',
  severity: 'doubtful',
  check: ({ axes, design, settings }) =>
    servoDrivesOf(design, axes).flatMap(({ driverId, driver, axisId, axis }): FindingDraft[] => {
      const key = `driver/${driverId}/following-window`;
      const setting = settings.find((s) => s.key === key);
      const window = settingFigure(settings, key);
      const gain = settingFigure(settings, `driver/${driverId}/position-gain`);
      const top = settingFigure(settings, `axis/${axisId}/max-speed`);
      if (!setting || !window || !gain || !top) return [];
      const lag = followingError(top, gain);
      if (window >= lag) return [];
      const linear = axis.motion === 'linear';
      const way = linear ? 'length' : 'angle';
      return [
        {
          subject: driverId,
          title: `${axis.letter}: ${driver.designation} trips in fast moves`,
          explain: (display) =>
            `At ${showValue(top, linear ? 'speed' : 'angularSpeed', display, 4)} and a gain of ${gain} 1/s it lags by ${showValue(lag, way, display, 3)}, v / Kv; its alarm comes at ${showValue(window, way, display, 3)}. A drive with feed-forward lags less: then enter the gain that it truly has.`,
          station: 'settings',
          field: key,
          remedies: setting.override
            ? [
                {
                  label: (display) =>
                    `Take the window as it is worked out${setting.derived.known && typeof setting.derived.value === 'number' ? `: ${showValue(setting.derived.value, way, display, 3)}` : ''}`,
                  command: { name: 'clear-override', args: { setting: key, title: setting.title } },
                },
              ]
            : [],
        },
      ];
    }),
};
