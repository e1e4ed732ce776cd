import type { Design } from './design';
import type { Reference } from './mechanics';

type Circuits = Pick<Design, 'circuits' | 'parts'>;

/** The input that takes the pulse of a sensor on a shaft of an axis, by its id. An encoder’s own index needs none. */
export const pulseCircuit = ({ circuits, parts }: Circuits, axis: string): string | undefined =>
  Object.keys(circuits).find(
    (id) => circuits[id]!.function === 'index' && circuits[id]!.devices.some((d) => parts[d]?.mount?.axis === axis),
  );

/** The sensor that sees a magnet on a shaft of this axis pass once a turn. */
export function pulseSensor(design: Circuits, axis: string): string | undefined {
  const circuit = pulseCircuit(design, axis);
  return circuit && design.circuits[circuit]!.devices.find((d) => design.parts[d]?.mount?.axis === axis);
}

/** Whether a device looks at a turning shaft and not at the travel of its axis. */
export const givesPulse = ({ circuits }: Pick<Design, 'circuits'>, device: string): boolean =>
  Object.values(circuits).some((c) => c.function === 'index' && c.devices.includes(device));

/** Whether an axis finds its datum at one pulse a turn, from a mark at which it is parked by eye. */
export const parksAtMark = ({ method }: Pick<Reference, 'method'>): boolean => method === 'mark-and-index';
