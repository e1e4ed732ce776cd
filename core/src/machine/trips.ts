import type { InputCircuit } from './connections';
import type { Element, Part } from './parts';

/** What of a part is tripped where several states of it are apart: a selector’s position, a track of a wheel. */
export const stateKey = (part: string, at: string | undefined): string => (at === undefined ? part : `${part}@${at}`);

/** The state of a part in which an element of it is tripped; undefined where the whole part is. */
export const stateOf = (element: Element | undefined): string | undefined =>
  element?.kind === 'contact' || element?.kind === 'sensor-output' ? element.at : undefined;

/** How a device trips its circuit: by itself, or in the state that the contact of this circuit stands for. */
export const tripOf = (
  circuit: Pick<InputCircuit, 'contact'> | undefined,
  device: string,
  parts: Readonly<Record<string, Pick<Part, 'elements'>>>,
): string =>
  stateKey(device, circuit?.contact === undefined ? undefined : stateOf(parts[device]?.elements[circuit.contact]));
