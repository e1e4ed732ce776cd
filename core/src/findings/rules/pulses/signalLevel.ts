import { seriesResistorOhm } from '../../../drivetrain/pulses';
import { isDriver } from '../../../machine/parts';
import { figureOr } from '../../../units/derived';
import { showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';
import type { FindingDraft, Rule } from '../../finding';

/** Step and direction levels of the controller against the driver's signal inputs. */
export const signalLevel: Rule = {
  code: 'signal-level',
  severity: 'wont-work',
  check: ({ design, drives }) => {
    const controllerId = design.roles.controller;
    const controller = controllerId ? design.parts[controllerId]?.data : undefined;
    if (controller?.class !== 'controller' || !controller.outputVoltage) return [];
    const volts = baseValue(controller.outputVoltage);
    return drives.flatMap((d): FindingDraft[] => {
      const driver = d.drive.driver ? design.parts[d.drive.driver] : undefined;
      if (!driver || !isDriver(driver.data)) return [];
      const least = figureOr(driver.data.signalVoltageMin, 0);
      const most = figureOr(driver.data.signalVoltageMax, Infinity);
      if (volts >= least && volts <= most) return [];
      const resistor = volts > most ? seriesResistorOhm(driver.data, volts) : undefined;
      return [
        {
          subject: d.drive.driver!,
          title: `Driver ${driver.designation} ${volts < least ? 'does not see' : 'is harmed by'} the controller’s signals`,
          explain: (display) => {
            const v = (n: number) => showValue(n, 'voltage', display, 3);
            return volts < least
              ? `The outputs give ${v(volts)}; ${driver.name} needs ${v(least)}. A buffer between them, or another controller.`
              : `The outputs give ${v(volts)}; ${driver.name} takes ${v(most)}.${resistor === undefined ? '' : ` Put ${showValue(resistor, 'resistance', display, 2)} in series with each signal.`}`;
          },
          station: 'machine',
          field: 'roles.controller',
        },
      ];
    });
  },
};
