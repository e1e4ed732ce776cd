import type { Override } from '../machine/connections';
import type { Derived } from '../units/derived';
import { known } from '../units/derived';
import type { Display } from '../units/print';
import { showValue } from '../units/print';
import { baseValue } from '../units/quantity';
import type { Dimension } from '../units/units';

export type SettingValue = number | string | boolean;

export type SettingKind =
  | { type: 'quantity'; dimension: Dimension }
  | { type: 'choice'; choices: readonly { value: string; label: string }[] }
  | { type: 'flag' };

/** One control parameter: its derived value, how it comes about, and what stands in its place if overridden. */
export interface Setting {
  /** Stable, such as `axis/x/scale`: the key of its override and of its link. */
  key: string;
  group: string;
  title: string;
  /** Everyday words by which it is looked for. */
  also: string;
  kind: SettingKind;
  derived: Derived<SettingValue>;
  formula: string;
  /** The formula with the numbers substituted. */
  numbers: (display: Display) => string;
  override: Override | undefined;
  /** The value that counts: the override's where there is one. */
  value: Derived<SettingValue>;
}

export type SettingDraft = Omit<Setting, 'override' | 'value' | 'also'> & { also?: string };

const overridden = (o: Override): SettingValue => (typeof o.value === 'object' ? baseValue(o.value) : o.value);

/** Puts an override, where there is one, in front of the derived value. */
export const settle = (draft: SettingDraft, overrides: Readonly<Record<string, Override>>): Setting => {
  const override = Object.hasOwn(overrides, draft.key) ? overrides[draft.key] : undefined;
  return { also: '', ...draft, override, value: override ? known(overridden(override)) : draft.derived };
};

/** An override that says something else than the derivation, beyond rounding. */
export function contradicts(setting: Setting): boolean {
  if (!setting.override || !setting.derived.known || !setting.value.known) return false;
  const [a, b] = [setting.derived.value, setting.value.value];
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b) > 1e-6 * Math.max(1, Math.abs(a));
  return a !== b;
}

/** A value of a setting as text. */
export function showSetting(kind: SettingKind, value: SettingValue, display: Display, digits = 7): string {
  if (kind.type === 'flag') return value ? 'yes' : 'no';
  if (kind.type === 'choice') return kind.choices.find((c) => c.value === value)?.label ?? String(value);
  return typeof value === 'number' ? showValue(value, kind.dimension, display, digits) : String(value);
}
