import type { Part } from '../machine/parts';
import { isDriver } from '../machine/parts';
import type { Derived } from '../units/derived';
import { figure, gather, mapKnown, missing } from '../units/derived';

/** Highest pulse rate that the controller makes on one channel, in Hz. */
export const controllerRateHz = (controller: Part | undefined, id: string | undefined): Derived<number> =>
  controller?.data.class === 'controller'
    ? figure(controller.data.pulseRate, `parts.${id}.data.pulseRate`)
    : missing('roles.controller');

/** Highest pulse rate that a driver reads, in Hz: 1 / (shortest high + shortest low). */
export const driverRateHz = (driver: Part | undefined, id: string | undefined): Derived<number> => {
  if (!driver || !id || !isDriver(driver.data)) return missing(id ? `parts.${id}` : 'roles.controller');
  return mapKnown(
    gather({
      highS: figure(driver.data.pulseHighMin, `parts.${id}.data.pulseHighMin`),
      lowS: figure(driver.data.pulseLowMin, `parts.${id}.data.pulseLowMin`),
    }),
    ({ highS, lowS }) => 1 / (highS + lowS),
  );
};
