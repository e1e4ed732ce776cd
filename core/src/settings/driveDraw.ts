import type { Derived } from '../units/derived';
import { known } from '../units/derived';
import type { Display } from '../units/print';
import type { Rounding } from '../units/round';
import type { Dimension } from '../units/units';
import type { SettingDraft } from './setting';

/** Makes the settings of one drive: their keys begin with it. */
export interface DriveDraw {
  quantity: (
    key: string,
    title: string,
    dimension: Dimension,
    derived: Derived<number>,
    formula: string,
    numbers: (display: Display) => string,
    rounding?: Rounding,
  ) => SettingDraft;
  choice: (
    key: string,
    title: string,
    choices: readonly { value: string; label: string }[],
    value: string,
    formula: string,
    numbers?: string,
  ) => SettingDraft;
}

export function driveDraw(driveId: string, group: string): DriveDraw {
  const base = (key: string) => ({ key: `driver/${driveId}/${key}`, group });
  return {
    quantity: (key, title, dimension, derived, formula, numbers, rounding) => ({
      ...base(key),
      title,
      kind: { type: 'quantity', dimension, ...(rounding ? { rounding } : {}) },
      derived,
      formula,
      numbers: (display) => (derived.known ? numbers(display) : ''),
    }),
    choice: (key, title, choices, value, formula, numbers = '') => ({
      ...base(key),
      title,
      kind: { type: 'choice', choices },
      derived: known(value),
      formula,
      numbers: () => numbers,
    }),
  };
}
