import { baseValue } from '../units/quantity';
import type { Part } from './parts';

/** A pair of pulleys or gears: revolutions of the spindle for one of its motor. */
export interface Stage {
  name: string;
  ratio: number;
}
const DIRECT: Stage = { name: 'Direct', ratio: 1 };

/** The stages of a spindle motor; one to one where none is entered. */
export function stagesOf(motor: Part): readonly Stage[] {
  const stages = (motor.setup.stages ?? []).flatMap(({ name, ratio }): Stage[] => {
    const value = baseValue(ratio);
    return value > 0 ? [{ name, ratio: value }] : [];
  });
  return stages.length ? stages : [DIRECT];
}
/** The stage that is on the machine now; the first one where nobody has said. */
export function stageInUse(motor: Part): Stage {
  const stages = stagesOf(motor);
  return stages.find((s) => s.name === motor.setup.stageInUse) ?? stages[0]!;
}
