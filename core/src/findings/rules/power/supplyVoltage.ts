import { libraryOf } from '../../../machine/library';
import { driveSupply } from '../../../distribution/supplies';
import { isDriver } from '../../../machine/parts';
import { showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';
import { fieldOfPart, takeInstead } from '../../choose';
import type { Rule } from '../../finding';

/** Share of the driver's limit above which a braking axis may lift the bus over it. */
const HEADROOM = 0.9;

/** The motor supply against the limits of each driver: too high is dangerous, close to it doubtful, too low useless. */
export const supplyVoltage: Rule = {
  code: 'supply-voltage',
  severity: 'danger',
  check: ({ design, drives }) => {
    return drives.flatMap((d) => {
      const held = driveSupply(design, d.drive.driver);
      const supply = held?.part;
      if (supply?.data.class !== 'supply' || !supply.data.outputVoltage) return [];
      const volts = baseValue(supply.data.outputVoltage);
      const driver = d.drive.driver ? design.parts[d.drive.driver] : undefined;
      if (!driver || !isDriver(driver.data) || !driver.data.supplyMax) return [];
      const max = baseValue(driver.data.supplyMax);
      const min = driver.data.supplyMin ? baseValue(driver.data.supplyMin) : 0;
      if (volts <= HEADROOM * max && volts >= min) return [];
      const fits = libraryOf('supply')
        .filter((e) => e.data.class === 'supply' && e.data.outputVoltage && e.data.outputVoltage.unit === 'V')
        .map((e) => ({ e, v: e.data.class === 'supply' ? baseValue(e.data.outputVoltage!) : 0 }))
        .filter(({ v }) => v <= HEADROOM * max && v >= min)
        .sort((a, b) => b.v - a.v)[0];
      const over = volts > max;
      return {
        subject: d.drive.driver!,
        severity: over ? ('danger' as const) : volts < min ? ('wont-work' as const) : ('doubtful' as const),
        title: over
          ? `The motor supply destroys driver ${driver.designation}`
          : volts < min
            ? `The motor supply is too low for driver ${driver.designation}`
            : `The motor supply is close to the limit of driver ${driver.designation}`,
        explain: (display) => {
          const v = (n: number) => showValue(n, 'voltage', display, 4);
          return volts < min
            ? `${driver.name} needs at least ${v(min)}; ${supply.name} gives ${v(volts)}.`
            : `${driver.name} takes at most ${v(max)}; ${supply.name} gives ${v(volts)}. A braking axis lifts the bus further: keep to ${Math.round(HEADROOM * 100)} %, ${v(HEADROOM * max)}.`;
        },
        station: 'machine' as const,
        field: fieldOfPart(design, held!.id),
        remedies: fits
          ? [
              {
                label: () => `Take ${fits.e.name}`,
                command: takeInstead(design, held!.id, fits.e.key),
              },
            ]
          : [],
      };
    });
  },
};
