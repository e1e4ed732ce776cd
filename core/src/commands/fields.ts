import { outOfBounds } from '../machine/bounds';
import { followingSheet } from '../machine/library/inside';
import { describeField, fieldTitle, isSettable, valueAt } from '../machine/fields';
import { defaultDisplay, showQuantity } from '../units/print';
import { Quantity } from '../units/quantity';
import type { Handler } from './command';
import { refuse } from './command';

/** A field's value in a line of the change log: in the unit in which it was entered. */
const say = (value: unknown, choices?: readonly { value: string; label: string }[]): string => {
  if (value === undefined || value === null || value === '') return 'empty';
  if (typeof value === 'object') {
    const q = value as Quantity;
    const inch = ['in', 'in/s', 'in/min', 'in/s²', 'lb', 'lbf', 'ft'].includes(q.unit);
    return showQuantity(q, {
      ...defaultDisplay,
      system: inch ? 'inch' : 'metric',
      per: q.unit.endsWith('/min') ? 'min' : 's',
    });
  }
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  const label = choices?.find((c) => c.value === value)?.label ?? String(value);
  return label.length > 60 ? `${label.slice(0, 57)}…` : label;
};

/** What is none is refused by the schema. */
const isQuantity = (value: unknown): value is Quantity => Quantity.safeParse(value).success;

export const setField: Handler<'set-field'> = {
  title({ path, value }, before) {
    const field = describeField(before, path);
    if (!field) return path;
    const choices = field.kind.type === 'choice' ? field.kind.choices : undefined;
    return `${fieldTitle(field)}: ${say(valueAt(before, path), choices)} → ${say(value, choices)}`;
  },
  apply({ path, value }, draft) {
    const keys = path.split('.');
    const last = keys.pop()!;
    const field = describeField(draft as never, path);
    let target: unknown = draft;
    for (const key of keys)
      target =
        typeof target === 'object' && target !== null && Object.hasOwn(target, key)
          ? (target as Record<string, unknown>)[key]
          : undefined;
    if (!field || !isSettable(path) || typeof target !== 'object' || target === null)
      return refuse('This field is not on this machine.', path, 'Reload the page: the machine may have changed.');
    if (field.kind.type === 'quantity' && isQuantity(value)) {
      const wrong = outOfBounds(field, value);
      if (wrong) return refuse(`${say(value)} cannot be right for ${fieldTitle(field)}.`, path, wrong);
    }
    if (value === null) delete (target as Record<string, unknown>)[last];
    else (target as Record<string, unknown>)[last] = value;
    // The voltage on a supply's sheet is the one between its terminals: the nets must see the same.
    const part = keys[0] === 'parts' && last === 'outputVoltage' ? draft.parts[keys[1]!] : undefined;
    if (part?.data.class === 'supply') part.elements = followingSheet(part);
  },
};
