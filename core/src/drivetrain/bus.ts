import type { Design } from '../machine/design';
import { positive } from '../units/derived';

/** Voltage of the motor bus, V; undefined while no supply is chosen. */
export function busVoltsOf(design: Pick<Design, 'roles' | 'parts'>): number | undefined {
  const data = design.roles.motorSupply ? design.parts[design.roles.motorSupply]?.data : undefined;
  const volts = data?.class === 'supply' ? positive(data.outputVoltage, '') : undefined;
  return volts?.known ? volts.value : undefined;
}
