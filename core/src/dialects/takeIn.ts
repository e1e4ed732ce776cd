import type { Command } from '../commands/command';
import type { Setting } from '../settings/setting';
import { quantity } from '../units/quantity';
import { baseUnit } from '../units/units';
import type { Taken } from './compare';

/** The edits that take what the control holds into the machine, each as a setting by hand with its reason. */
export const overridesFor = (taken: readonly Taken[], settings: readonly Setting[], reason: string): Command[] =>
  taken.flatMap(({ key, title, value }): Command[] => {
    const kind = settings.find((s) => s.key === key)?.kind;
    if (!kind) return [];
    const set =
      kind.type === 'quantity' ? quantity(Number(value), baseUnit(kind.dimension), 'measured') : String(value);
    return [{ name: 'override-setting', args: { setting: key, title, reason, value: set } }];
  });
