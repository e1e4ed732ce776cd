import type { InputFunction } from '../machine/connections';
import type { Design } from '../machine/design';
import type { PartClass } from '../machine/parts';
import { usual } from '../machine/library/usual';

const onTravel: readonly PartClass[] = ['switch', 'sensor'];
/** What sits somewhere on the machine, on no axis. */
const onTheMachine: readonly PartClass[] = ['switch', 'sensor'];
const byHand: readonly PartClass[] = ['button', 'switch'];
/** What sees a magnet on a shaft go by; an encoder’s own index needs no device. */
const onShaft: readonly PartClass[] = ['sensor'];
const classes: Record<InputFunction, readonly PartClass[]> = {
  limit: onTravel,
  reference: onTravel,
  'limit-and-reference': onTravel,
  probe: ['probe', 'switch'],
  stop: ['button'],
  pause: byHand,
  start: byHand,
  door: byHand,
  // A drive's own contact: no device is chosen for it.
  alarm: [],
  index: onShaft,
  'spindle-permit': onTheMachine,
  'coolant-flow': onTheMachine,
  position: onTheMachine,
  jog: ['button'],
  'hand-enable': ['button'],
  'select-axis': ['button'],
  'select-step': ['button'],
  // A wheel is a part with a place of its own: its inputs come with it.
  'wheel-a': [],
  'wheel-b': [],
};

/** Classes of parts that can trip an input of a function. */
export const deviceClasses = (fn: InputFunction): PartClass[] => [...(classes[fn] ?? [])];

/** Whether a device of this input sits on the travel of an axis. */
export const sitsOnAxis = (fn: InputFunction): boolean => classes[fn] === onTravel;
/** Whether it looks at a shaft of an axis that turns past it. */
export const sitsOnShaft = (fn: InputFunction): boolean => classes[fn] === onShaft;

/** The library key that is proposed for another input: what the machine has for this function already, else a usual one. */
export function usualDevice(design: Design, fn: InputFunction): string {
  const circuits = Object.values(design.circuits);
  const likely = [
    ...circuits.filter((c) => c.function === fn),
    ...circuits.filter((c) => sitsOnAxis(fn) && sitsOnAxis(c.function)),
  ];
  const used = likely.flatMap((c) => c.devices.flatMap((d) => design.parts[d]?.libraryKey ?? [])).at(0);
  if (used) return used;
  if (fn === 'stop') return usual.stopButton;
  if (fn === 'probe') return usual.toolProbe;
  if (sitsOnShaft(fn)) return usual.pulseSensor;
  if (fn === 'coolant-flow') return usual.flowSwitch;
  return sitsOnAxis(fn) || fn === 'door' || classes[fn] === onTheMachine ? usual.axisSwitch : usual.pushButton;
}
