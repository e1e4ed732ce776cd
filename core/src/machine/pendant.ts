import type { InputCircuit } from './connections';
import { axesOf, type Design } from './design';
import type { DataOf, Part } from './parts';
import { terminalsWithRole } from './parts';
import { stateOf } from './trips';
import { quantity } from '../units/quantity';

export type PendantPart = Part & { data: DataOf<'pendant'> };
const isPendant = (part: Part | undefined): part is PendantPart => part?.data.class === 'pendant';

/** What a hand holds, with its id; undefined without one. */
export function pendantOf({
  parts,
  roles,
}: Pick<Design, 'parts' | 'roles'>): { id: string; part: PendantPart } | undefined {
  const { pendant: id } = roles;
  const part = id === undefined ? undefined : parts[id];
  return id !== undefined && isPendant(part) ? { id, part } : undefined;
}

/** How the pulses of its wheel come to the control. */
export function wheelWay({ part }: { part: PendantPart }): 'counter' | 'inputs' | 'computer' | 'none' {
  if (!part.data.pulsesPerTurn) return 'none';
  if (terminalsWithRole(part, 'data-link').length) return 'computer';
  return terminalsWithRole(part, 'encoder').length ? 'counter' : 'inputs';
}

/** A step of a selector that is printed ×10: so many thousandths of a millimetre a click. */
const THOUSANDTH_MM = 0.001;

/**
 * The inputs that a pendant needs: one for each of its contacts and tracks, by what is printed beside it. A position for an
 * axis that the machine does not have needs none.
 */
export function pendantCircuits(
  design: Pick<Design, 'axes' | 'axisOrder' | 'circuits'>,
  id: string,
  part: Part,
): Record<string, InputCircuit> {
  // On ordinary inputs A and B are the tracks of its wheel, and no axes.
  const onInputs = part.data.class === 'pendant' && wheelWay({ part: part as PendantPart }) === 'inputs';
  const letters = new Map(axesOf(design).map(([axis, a]) => [a.letter as string, axis]));
  const feed = feedOf(design, part);
  const found = Object.entries(part.elements).flatMap(([contact, element]) => {
    const at = stateOf(element);
    const means = at === undefined ? undefined : meaning(at, letters, onInputs);
    return means ? [{ contact, means }] : [];
  });
  // Where inputs run out, the switch that allows motion is not the one that goes without.
  found.sort((a, b) => inTurn.indexOf(a.means.function) - inTurn.indexOf(b.means.function));
  return Object.fromEntries(
    found.map(({ contact, means }) => {
      const single = means.function === 'hand-enable' || means.function.startsWith('wheel');
      const key = single ? means.function.replace('hand-', '') : contact;
      return [`pendant-${key}`, { ...means, devices: [id], contact, arrangement: 'parallel', feed }];
    }),
  );
}
const inTurn: readonly InputCircuit['function'][] = [
  'hand-enable',
  'wheel-a',
  'wheel-b',
  'jog',
  'select-axis',
  'select-step',
];
/** Tracks that switch to 0 V leave no choice; bare contacts take what most inputs of the machine have. */
function feedOf({ circuits }: Pick<Design, 'circuits'>, part: Part): InputCircuit['feed'] {
  if (Object.values(part.elements).some((e) => e.kind === 'sensor-output')) return '0V';
  const others = Object.values(circuits);
  return others.filter((c) => c.feed === 'plus').length > others.length / 2 ? 'plus' : '0V';
}

type Means = Pick<InputCircuit, 'function' | 'axis' | 'direction' | 'step'>;
/** What is printed beside a contact, as panels have it: X, X+, ×10, EN. */
function meaning(at: string, letters: ReadonlyMap<string, string>, onInputs: boolean): Means | undefined {
  if (onInputs && (at === 'A' || at === 'B')) return { function: at === 'A' ? 'wheel-a' : 'wheel-b' };
  if (at === 'EN') return { function: 'hand-enable' };
  const key = /^([A-Z])([+−-])$/.exec(at);
  const moved = key && letters.get(key[1]!);
  if (moved) return { function: 'jog', axis: moved, direction: key[2] === '+' ? 'plus' : 'minus' };
  const times = /^[×x](\d{1,5})$/.exec(at);
  if (times) return { function: 'select-step', step: quantity(Number(times[1]) * THOUSANDTH_MM, 'mm') };
  const axis = letters.get(at);
  return axis === undefined ? undefined : { function: 'select-axis', axis };
}
