import { busForDrives } from '../distribution/supplies';
import type { Design } from '../machine/design';
import { positive } from '../units/derived';

/** Voltage of the motor bus on which drives to come would hang, V; undefined while no supply is chosen for it. */
export function busVoltsOf(design: Pick<Design, 'roles' | 'parts'>): number | undefined {
  const data = busForDrives(design)?.part.data;
  const volts = data?.class === 'supply' ? positive(data.outputVoltage, '') : undefined;
  return volts?.known ? volts.value : undefined;
}
