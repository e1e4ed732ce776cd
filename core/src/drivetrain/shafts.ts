import type { Axis, Transmission } from '../machine/mechanics';
import type { Derived } from '../units/derived';
import { mapKnown, missing } from '../units/derived';
import { ratioOf, travelPerRevolution } from './transmission';

/** A shaft of an axis on which a target can sit: what it is, and how far the axis goes in one turn of it, mm or °. */
export interface Shaft {
  id: 'motor' | 'driven';
  title: string;
  travel: Derived<number>;
}

const driven: Record<Transmission['kind'], string> = {
  screw: 'screw',
  belt: 'pulley of the belt',
  rack: 'pinion',
  rotary: 'the axis itself',
};

/** The shafts of an axis: motor and driven one, or the one that is both where nothing is between them. `path`: of the transmission. */
export function shaftsOf(t: Transmission, path: string): Shaft[] {
  const motor = travelPerRevolution(t, path);
  const ratio = ratioOf(t);
  const name = driven[t.kind];
  if (ratio === 1) return [{ id: 'driven', title: `${name} and motor`, travel: motor }];
  return [
    { id: 'driven', title: name, travel: mapKnown(motor, (v) => v * ratio) },
    { id: 'motor', title: 'motor', travel: motor },
  ];
}

/** The shaft of an axis that gives one pulse a turn, as its reference says; where one shaft is both, that one. */
export function pulseShaftOf(axis: Axis, path: string): Shaft | undefined {
  const shafts = axis.transmission ? shaftsOf(axis.transmission, `${path}.transmission`) : [];
  return shafts.find((s) => s.id === (axis.reference.pulseShaft ?? 'motor')) ?? shafts[0];
}
/** Travel between two pulses of that shaft, mm or °. */
export const pulsePitch = (axis: Axis, path: string): Derived<number> =>
  pulseShaftOf(axis, path)?.travel ?? missing(`${path}.transmission`);
