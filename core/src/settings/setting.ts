import type { Override } from '../machine/connections';
import type { Derived } from '../units/derived';
import { known, mapKnown } from '../units/derived';
import type { Display } from '../units/print';
import { baseValue } from '../units/quantity';
import type { Rounding } from '../units/round';
import { roundBase, showRounded } from '../units/round';
import type { Dimension } from '../units/units';

export type SettingValue = number | string | boolean;

export type SettingKind =
  /** `rounding`: the safe side, to which the derived value is rounded and shown; the nearest when absent. */
  | { type: 'quantity'; dimension: Dimension; rounding?: Rounding }
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

/** What is worked out is rounded once, here, so that page, record and simulated control have the same figure. */
const rounded = ({ kind, derived }: SettingDraft): Derived<SettingValue> =>
  mapKnown(derived, (v) =>
    kind.type === 'quantity' && typeof v === 'number' && kind.rounding
      ? roundBase(v, kind.dimension, kind.rounding)
      : v,
  );

/** Puts an override, where there is one, in front of the derived value. */
export const settle = (draft: SettingDraft, overrides: Readonly<Record<string, Override>>): Setting => {
  const override = Object.hasOwn(overrides, draft.key) ? overrides[draft.key] : undefined;
  const derived = rounded(draft);
  return { also: '', ...draft, derived, override, value: override ? known(overridden(override)) : derived };
};

/** An override that says something else than the derivation, beyond rounding. */
export function contradicts(setting: Setting): boolean {
  if (!setting.override || !setting.derived.known || !setting.value.known) return false;
  const [a, b] = [setting.derived.value, setting.value.value];
  if (typeof a === 'number' && typeof b === 'number') {
    const { kind } = setting;
    const side = kind.type === 'quantity' ? kind.rounding : undefined;
    // The figure before it was rounded is no contradiction either.
    const same = side && kind.type === 'quantity' && roundBase(b, kind.dimension, side) === a;
    return !same && Math.abs(a - b) > 1e-6 * Math.max(1, Math.abs(a));
  }
  return a !== b;
}

/** A value of a setting as text, in no more digits than can be set. */
export function showSetting(kind: SettingKind, value: SettingValue, display: Display): string {
  if (kind.type === 'flag') return value ? 'yes' : 'no';
  if (kind.type === 'choice') return kind.choices.find((c) => c.value === value)?.label ?? String(value);
  return typeof value === 'number'
    ? showRounded(value, kind.dimension, display, kind.rounding ?? 'nearest')
    : String(value);
}

/** The figure that counts for a setting, in its base unit; undefined where it is not known, or is no figure. */
export function settingFigure(settings: readonly Setting[], key: string): number | undefined {
  const value = settings.find((s) => s.key === key)?.value;
  return value?.known && typeof value.value === 'number' ? value.value : undefined;
}
