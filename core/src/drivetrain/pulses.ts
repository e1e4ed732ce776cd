import type { DataOf, Part } from '../machine/parts';
import { isDriver } from '../machine/parts';
import type { Derived } from '../units/derived';
import { figureOr, gather, mapKnown, missing, positive } from '../units/derived';
import { baseValue } from '../units/quantity';

/** Highest pulse rate that the controller makes on one channel, in Hz. */
export const controllerRateHz = (controller: Part | undefined, id: string | undefined): Derived<number> =>
  controller?.data.class === 'controller'
    ? positive(controller.data.pulseRate, `parts.${id}.data.pulseRate`)
    : missing('roles.controller');

/** Highest pulse rate that a driver reads, in Hz: 1 / (shortest high + shortest low), or what its optocouplers pass. */
export const driverRateHz = (driver: Part | undefined, id: string | undefined): Derived<number> => {
  if (!driver || !id || !isDriver(driver.data)) return missing(id ? `parts.${id}` : 'roles.controller');
  const data = driver.data;
  return mapKnown(
    gather({
      highS: positive(driver.data.pulseHighMin, `parts.${id}.data.pulseHighMin`),
      lowS: positive(driver.data.pulseLowMin, `parts.${id}.data.pulseLowMin`),
    }),
    ({ highS, lowS }) => {
      const passed = positive(data.signalRate, '');
      return Math.min(1 / (highS + lowS), passed.known ? passed.value : Infinity);
    },
  );
};

/**
 * Series resistor for a signal input whose diode is driven from a higher level: R = (V − V_f)/I − R_in, Ω. Undefined where
 * the data sheet names no current.
 */
export function seriesResistorOhm(
  data: Pick<DataOf<'stepper-driver'>, 'signalCurrent' | 'forwardVoltage' | 'signalResistance'>,
  volts: number,
): number | undefined {
  if (!data.signalCurrent) return undefined;
  const amps = baseValue(data.signalCurrent);
  const built = figureOr(data.signalResistance, 0);
  return amps > 0 ? Math.max(0, (volts - figureOr(data.forwardVoltage, 1.2)) / amps - built) : undefined;
}
